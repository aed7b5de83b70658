import Delete from '@mui/icons-material/DeleteOutlined';
import { Box, IconButton, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import type { Course } from '../../../core/yard';
import { withValue, type Path } from '../../parts/form';
import { colour } from '../../parts/ui';

/** What each part of the form is given. */
export interface FormProps {
  readonly draft: Course;
  readonly change: (about: string, changed: (draft: Course) => Course) => void;
  /** Which line or cone is written about, by id. */
  readonly onShow: (id: string | null) => void;
}

/** Sets one value of the draft; typing on in the same field is one step to undo. */
export const setterOf =
  (change: FormProps['change']) =>
  (path: Path, value: unknown): void =>
    change(path.join('.'), (draft) => withValue(draft, path, value));

/** A titled stretch of the form. */
export function Part({
  title,
  help,
  children,
}: {
  readonly title: string;
  readonly help?: string;
  readonly children: ReactNode;
}) {
  return (
    <Box
      component="section"
      aria-label={title}
      sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}
    >
      <Box>
        <Typography variant="h2">{title}</Typography>
        {help ? (
          <Typography variant="body2" color="text.secondary">
            {help}
          </Typography>
        ) : null}
      </Box>
      {children}
    </Box>
  );
}

/** One entry of a list, with a way to take it away. */
export function Entry({
  label,
  onRemove,
  onFocus,
  onBlur,
  children,
}: {
  readonly label: string;
  readonly onRemove: (() => void) | null;
  readonly onFocus?: () => void;
  readonly onBlur?: () => void;
  readonly children: ReactNode;
}) {
  return (
    <Box
      role="group"
      aria-label={label}
      onFocus={onFocus}
      onBlur={onBlur}
      onPointerEnter={onFocus}
      onPointerLeave={onBlur}
      sx={{
        display: 'grid',
        gap: 1.5,
        gridTemplateColumns: 'minmax(0, 1fr) auto',
        alignItems: 'start',
        pb: 1.5,
        borderBottom: `1px solid ${colour('line')}`,
      }}
    >
      <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)' }}>{children}</Box>
      {onRemove ? (
        <IconButton aria-label={`Remove ${label}`} onClick={onRemove}>
          <Delete />
        </IconButton>
      ) : (
        <span />
      )}
    </Box>
  );
}

/** Fields beside each other, as many as fit. */
export const Pair = ({ children }: { readonly children: ReactNode }) => (
  <Box
    sx={{
      display: 'grid',
      gap: 1.5,
      gridTemplateColumns: 'repeat(auto-fit, minmax(min(200px, 100%), 1fr))',
      alignItems: 'start',
    }}
  >
    {children}
  </Box>
);
