import { Button, Dialog, DialogContent, DialogTitle, Stack, Typography } from '@mui/material';
import { useState } from 'react';
import { missingWords, type EventOf, type PlanEntry } from '../../../core/marking';
import { FullTestForm } from '../../parts/verdict';

interface Props {
  /** What of the plan is missing; asked when it opens. */
  readonly missing: () => readonly PlanEntry[];
  readonly onClose: () => void;
  readonly onEnd: (how: EventOf<'end'>['how'], countedBecause: string | null) => void;
}

const ways = [
  { how: 'finished', label: 'Finished', text: 'Back and parked: the verdict follows' },
  { how: 'stopped', label: 'Stopped early', text: 'Not driven to the end: it can be a fail, never a pass' },
  { how: 'abandoned', label: 'Given up', text: 'Weather, breakdown, not well' },
] as const;

export function EndDialog(props: Props) {
  return (
    <Dialog open onClose={props.onClose} fullWidth maxWidth="xs" aria-labelledby="end-title">
      <DialogTitle id="end-title">End the drive</DialogTitle>
      <DialogContent>
        <Ways {...props} />
      </DialogContent>
    </Dialog>
  );
}

function Ways({ missing: ask, onClose, onEnd }: Props) {
  const [missing] = useState(ask);
  const [counting, setCounting] = useState(false);
  const short = missing.length > 0;
  if (counting)
    return (
      <FullTestForm
        missing={missing}
        onCancel={() => setCounting(false)}
        onCount={(because) => onEnd('finished', because)}
      />
    );
  return (
    <Stack spacing={1.5}>
      {short ? (
        <Typography sx={{ fontSize: 17 }}>
          <b>Not a full test yet:</b> {missingWords(missing)}.
        </Typography>
      ) : null}
      {ways.map(({ how, label, text }) => (
        <Button
          key={how}
          variant={how === 'finished' ? 'contained' : 'outlined'}
          onClick={() => onEnd(how, null)}
          sx={{ minHeight: 80, display: 'block', textAlign: 'left' }}
        >
          <Typography component="span" sx={{ display: 'block', fontSize: 20, fontWeight: 700 }}>
            {label}
          </Typography>
          <Typography component="span" sx={{ display: 'block', fontSize: 16 }}>
            {how === 'finished' && short
              ? 'Back and parked. It is shown as incomplete unless it fails'
              : text}
          </Typography>
        </Button>
      ))}
      {short ? (
        <Button variant="outlined" onClick={() => setCounting(true)} sx={{ minHeight: 72, fontSize: 18 }}>
          Count as a full test …
        </Button>
      ) : null}
      <Button color="inherit" onClick={onClose} sx={{ minHeight: 72, fontSize: 18 }}>
        Keep driving
      </Button>
    </Stack>
  );
}
