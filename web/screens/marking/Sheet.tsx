import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import type { ReactNode } from 'react';
import { tokens } from '../../parts/ui';

interface Props {
  readonly title: string;
  readonly onClose: () => void;
  readonly children: ReactNode;
}

/** What has no room on a phone, at its foot where the thumb is. */
export function Sheet({ title, onClose, children }: Props) {
  return (
    <Dialog
      open
      onClose={onClose}
      fullWidth
      aria-labelledby="sheet-title"
      sx={{
        '& .MuiDialog-container': { alignItems: 'flex-end' },
        '& .MuiDialog-paper': { m: 0, width: '100%', maxWidth: '100%' },
      }}
    >
      <DialogTitle id="sheet-title">{title}</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 1, px: 1.5 }}>{children}</DialogContent>
      <DialogActions>
        <Button color="inherit" onClick={onClose} sx={{ minHeight: tokens.deckTouch, fontSize: 18 }}>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  );
}
