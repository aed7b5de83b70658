import { Box, Button, Dialog, DialogActions, DialogContent, DialogTitle, TextField } from '@mui/material';
import { useState } from 'react';
import { readAs, typedNumber } from '../../../core/numbers';
import { unitText, type Standard } from '../../../core/standard';
import { tokens } from '../../parts/ui';
import { SECONDS, useStopwatch } from '../../parts/timers';

interface Props {
  readonly measure: Standard['measures'][number];
  readonly onClose: () => void;
  readonly onRead: (value: number) => void;
}

/** Steps that suit the size of what is measured. */
const stepsFor = (unit: string): readonly number[] =>
  unit === '1/min' ? [500, 100] : unit === SECONDS ? [1, 0.1] : [10, 5, 1];

/** One reading, by steps or typed. */
export function MeasureDialog({ measure: { label, unit }, onClose, onRead }: Props) {
  const [text, setText] = useState('0');
  const value = typedNumber(text) ?? NaN;
  const wrong = Number.isNaN(value) || value < 0 || value > 1_000_000;
  const read = readAs(text);
  const steps = stepsFor(unit);
  const move = (by: number) =>
    setText(String(Math.max(0, Math.round(((wrong ? 0 : value) + by) * 1000) / 1000)));
  const timer = useStopwatch((seconds) => setText(seconds.toFixed(1)));
  return (
    <Dialog open onClose={onClose} aria-labelledby="measure-title">
      <DialogTitle id="measure-title">
        {label}
        {unit ? ` in ${unitText(unit)}` : ''}
      </DialogTitle>
      <DialogContent>
        <TextField
          fullWidth
          value={text}
          error={wrong}
          helperText={wrong ? 'Enter a number from 0 up.' : read ? `Read as ${read}` : ' '}
          onChange={(event) => setText(event.target.value)}
          slotProps={{
            htmlInput: {
              inputMode: 'decimal',
              'aria-label': label,
              style: { fontSize: 34, textAlign: 'center' },
            },
          }}
        />
        {unit === SECONDS ? (
          <Button
            fullWidth
            variant={timer.running ? 'contained' : 'outlined'}
            onClick={timer.toggle}
            sx={{ minHeight: tokens.deckTouch, mb: 1.5, fontSize: 20 }}
          >
            {timer.running ? 'Stop the clock' : 'Start the clock'}
          </Button>
        ) : null}
        <Box sx={{ display: 'flex', gap: 1, justifyContent: 'center' }}>
          {[...steps.map((by) => -by), ...[...steps].reverse()].map((by) => (
            <Button
              key={by}
              variant="outlined"
              onClick={() => move(by)}
              sx={{ minWidth: 72, minHeight: 72, px: 1 }}
            >
              {by > 0 ? `+${by}` : `−${-by}`}
            </Button>
          ))}
        </Box>
      </DialogContent>
      <DialogActions sx={{ p: 2 }}>
        <Button color="inherit" onClick={onClose} sx={{ minHeight: tokens.deckTouch }}>
          Not now
        </Button>
        <Button
          variant="contained"
          disabled={wrong || timer.running}
          onClick={() => onRead(value)}
          sx={{ minHeight: tokens.deckTouch, px: 4 }}
        >
          Save this reading
        </Button>
      </DialogActions>
    </Dialog>
  );
}
