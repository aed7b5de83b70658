import { Button } from '@mui/material';
import type { ReactNode } from 'react';

/** Lets a file be chosen; looks and works like the other buttons. */
export function FileButton({
  accept,
  onFile,
  capture,
  children,
}: {
  readonly accept: string;
  readonly onFile: (file: File) => void;
  /** Offers the camera where there is one. */
  readonly capture?: 'environment';
  readonly children: ReactNode;
}) {
  return (
    <Button
      component="label"
      role={undefined}
      tabIndex={-1}
      variant="outlined"
      sx={{ '&:focus-within': { outline: '3px solid currentColor', outlineOffset: 2 } }}
    >
      {children}
      <input
        type="file"
        accept={accept}
        {...(capture ? { capture } : {})}
        style={{ position: 'absolute', inset: 0, opacity: 0, cursor: 'pointer' }}
        onChange={(event) => {
          const file = event.target.files?.[0];
          // The same file can be chosen again after it was mended.
          event.target.value = '';
          if (file) onFile(file);
        }}
      />
    </Button>
  );
}
