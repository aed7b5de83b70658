import { Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from '@mui/material';
import { nextDue, sideTitle, type DueManoeuvre } from '../../../core/marking';
import type { Manoeuvre } from '../../../core/standard';
import { colour, tokens } from '../../parts/ui';

interface Props {
  readonly due: readonly DueManoeuvre[];
  readonly onClose: () => void;
  readonly onStart: (due: DueManoeuvre) => void;
}

/** The standard's manoeuvres in their order; the next one not yet done stands out. */
export function ManoeuvreDialog({ due, onClose, onStart }: Props) {
  const next = nextDue(due);
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="manoeuvre-title">
      <DialogTitle id="manoeuvre-title">Start a manoeuvre</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 1 }}>
        {due.map((choice) => (
          <Button
            key={`${choice.manoeuvre.id} ${choice.side ?? ''}`}
            variant={choice === next ? 'contained' : 'outlined'}
            color={choice === next ? 'primary' : 'inherit'}
            onClick={() => onStart(choice)}
            sx={{
              minHeight: tokens.deckTouch,
              justifyContent: 'space-between',
              borderColor: colour('strongLine'),
            }}
          >
            <span>{dueTitle(choice)}</span>
            <Typography component="span" sx={{ fontSize: 16, textAlign: 'right' }}>
              {choice.done > 0
                ? `done ${choice.done === 1 ? 'once' : `${choice.done} times`}`
                : limitText(choice.manoeuvre)}
            </Typography>
          </Button>
        ))}
      </DialogContent>
      <DialogActions>
        <Button color="inherit" onClick={onClose} sx={{ minHeight: tokens.deckTouch, fontSize: 18 }}>
          Not now
        </Button>
      </DialogActions>
    </Dialog>
  );
}

const limitText = ({ clock }: Manoeuvre): string => (clock?.seconds ? `${clock.seconds} s` : '');

export const dueTitle = ({ manoeuvre, side }: DueManoeuvre): string => sideTitle(manoeuvre, side);
