import { Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from '@mui/material';
import type { Run } from '../../core/marking';
import type { Manoeuvre, Standard } from '../../core/standard';
import { colour, tokens } from '../ui';

export type Side = 'left' | 'right';

interface Props {
  readonly open: boolean;
  readonly standard: Standard;
  readonly runs: readonly Run[];
  readonly onClose: () => void;
  readonly onStart: (manoeuvre: string, side: Side | null) => void;
}

/** The standard's manoeuvres in their order; the next one not yet done stands out. */
export function ManoeuvreDialog({ open, standard, runs, onClose, onStart }: Props) {
  const choices = standard.manoeuvres.flatMap((manoeuvre) =>
    (manoeuvre.sides?.length ? manoeuvre.sides : [null]).map((side) => ({
      manoeuvre,
      side,
      done: runs.filter((run) => run.manoeuvre === manoeuvre.id && run.side === side).length,
    })),
  );
  const next = choices.find(({ done }) => done === 0);
  return (
    <Dialog open={open} onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="manoeuvre-title">
      <DialogTitle id="manoeuvre-title">Start a manoeuvre</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 1 }}>
        {choices.map((choice) => (
          <Button
            key={`${choice.manoeuvre.id} ${choice.side ?? ''}`}
            variant={choice === next ? 'contained' : 'outlined'}
            color={choice === next ? 'primary' : 'inherit'}
            onClick={() => onStart(choice.manoeuvre.id, choice.side)}
            sx={{
              minHeight: tokens.deckTouch,
              justifyContent: 'space-between',
              borderColor: colour('strongLine'),
            }}
          >
            <span>
              {choice.manoeuvre.title}
              {choice.side ? `, ${choice.side}` : ''}
            </span>
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
