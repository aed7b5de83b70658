import { Button, Dialog, DialogActions, DialogContent, DialogTitle, Stack } from '@mui/material';
import { useId, type ReactNode } from 'react';
import { errorText } from '../../data/api';
import { ErrorNote } from '../ui';

interface Props {
  readonly title: string;
  readonly width: 'xs' | 'sm';
  /** What the server answered when it couldn't be done; undefined while nothing went wrong. */
  readonly error: unknown;
  /** The title over it. */
  readonly failed: string;
  readonly cancel?: string;
  readonly submit: string;
  readonly busy: boolean;
  readonly onSubmit: () => Promise<unknown>;
  readonly onLeave: () => void;
  readonly children: ReactNode;
}

/** A form over the page: its fields, what went wrong, and the two ways out. */
export function FormDialog({
  title,
  width,
  error,
  failed,
  cancel = 'Cancel',
  submit,
  busy,
  onSubmit,
  onLeave,
  children,
}: Props) {
  const id = useId();
  return (
    <Dialog open onClose={onLeave} fullWidth maxWidth={width} aria-labelledby={id}>
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void onSubmit();
        }}
      >
        <DialogTitle id={id}>{title}</DialogTitle>
        <DialogContent>
          <Stack spacing={2.5} sx={{ pt: 1 }}>
            {error ? <ErrorNote title={failed}>{errorText(error)}</ErrorNote> : null}
            {children}
          </Stack>
        </DialogContent>
        <DialogActions sx={{ p: 2 }}>
          <Button onClick={onLeave} color="inherit">
            {cancel}
          </Button>
          <Button type="submit" variant="contained" disabled={busy}>
            {submit}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
