import { Button, Dialog, DialogContent, DialogTitle, Stack, Typography } from '@mui/material';
import type { EventOf } from '../../core/marking';

interface Props {
  readonly open: boolean;
  /** What the plan still wants, in words; asked when it opens. */
  readonly missing: () => readonly string[];
  readonly onClose: () => void;
  readonly onEnd: (how: EventOf<'end'>['how']) => void;
}

const ways = [
  { how: 'finished', label: 'Finished', text: 'Back and parked: the verdict follows' },
  { how: 'stopped', label: 'Stopped early', text: 'Not driven to the end; no pass can come of it' },
  { how: 'abandoned', label: 'Given up', text: 'Weather, breakdown, not well' },
] as const;

export function EndDialog({ open, missing, onClose, onEnd }: Props) {
  return (
    <Dialog open={open} onClose={onClose} fullWidth maxWidth="xs" aria-labelledby="end-title">
      <DialogTitle id="end-title">End the drive</DialogTitle>
      <DialogContent>
        <Stack spacing={1.5}>
          {open && missing().length > 0 ? (
            <Typography sx={{ fontSize: 17 }}>
              <b>Still missing of the plan.</b> {missing().join('; ')}.
            </Typography>
          ) : null}
          {ways.map(({ how, label, text }) => (
            <Button
              key={how}
              variant={how === 'finished' ? 'contained' : 'outlined'}
              onClick={() => onEnd(how)}
              sx={{ minHeight: 80, display: 'block', textAlign: 'left' }}
            >
              <Typography component="span" sx={{ display: 'block', fontSize: 20, fontWeight: 700 }}>
                {label}
              </Typography>
              <Typography component="span" sx={{ display: 'block', fontSize: 16 }}>
                {text}
              </Typography>
            </Button>
          ))}
          <Button color="inherit" onClick={onClose} sx={{ minHeight: 72, fontSize: 18 }}>
            Go on driving
          </Button>
        </Stack>
      </DialogContent>
    </Dialog>
  );
}
