import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { useId, useState } from 'react';
import { ErrorNote } from './Notes';

interface Props {
  /** On the button. */
  readonly label: string;
  /** What is asked. */
  readonly title: string;
  /** What it means. */
  readonly children: string;
  readonly busy: boolean;
  /** Why it didn't work, when it didn't. */
  readonly problem: string | null;
  readonly onRemove: () => void;
}

/** Removes something for good, once it was asked. */
export function RemoveButton({ label, title, children, busy, problem, onRemove }: Props) {
  const [asking, setAsking] = useState(false);
  const id = useId();
  const stay = (): void => setAsking(false);
  return (
    <>
      <Button color="inherit" onClick={() => setAsking(true)}>
        {label}
      </Button>
      <Dialog open={asking} onClose={stay} aria-labelledby={id} maxWidth="xs" fullWidth>
        <DialogTitle id={id}>{title}</DialogTitle>
        <DialogContent>
          {children}
          {problem === null ? null : <ErrorNote title="Couldn’t remove it">{problem}</ErrorNote>}
        </DialogContent>
        <DialogActions sx={{ p: 2 }}>
          <Button color="inherit" onClick={stay}>
            Keep it
          </Button>
          <Button variant="contained" disabled={busy} onClick={onRemove}>
            Remove
          </Button>
        </DialogActions>
      </Dialog>
    </>
  );
}
