import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { Timers } from '../../parts/timers';
import { tokens } from '../../parts/ui';

/** Timers for glances, looks, signals and stops, beside the marking. */
export function TimersDialog({ onClose }: { readonly onClose: () => void }) {
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="md" aria-labelledby="deck-timers">
      <DialogTitle id="deck-timers">Timers</DialogTitle>
      <DialogContent>
        <Timers />
      </DialogContent>
      <DialogActions sx={{ p: 2 }}>
        <Button variant="contained" onClick={onClose} sx={{ minHeight: tokens.deckTouch, fontSize: 18 }}>
          Back to marking
        </Button>
      </DialogActions>
    </Dialog>
  );
}
