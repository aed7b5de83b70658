import { Box, Typography } from '@mui/material';
import { useState } from 'react';
import { fiveLooks } from '../../../core/roadcraft';
import { colour } from '../ui';
import { Panel, Touch } from './Panel';

const now = (): number => performance.now() / 1000;

/** The all-round check before moving off: a touch for each look, in its order. */
export function FiveLooks() {
  const [times, setTimes] = useState<readonly number[]>([]);
  const done = times.length === fiveLooks.length;
  const took = (times.at(-1) ?? 0) - (times[0] ?? 0);
  return (
    <Panel title="Five looks round" what="Touch at each look, in this order (common practice).">
      <Touch onTouch={() => setTimes(done ? [] : [...times, now()])}>
        {done ? 'Again' : (fiveLooks[times.length] ?? '')}
      </Touch>
      <Box component="ol" sx={{ m: 0, pl: 3 }}>
        {fiveLooks.map((look, n) => {
          const time = times[n];
          const first = times[0];
          return (
            <Box
              component="li"
              key={look}
              sx={{
                color: colour(time === undefined ? 'soft' : 'ink'),
                fontWeight: n === times.length ? 700 : 400,
              }}
            >
              {look}
              {time !== undefined && first !== undefined && n > 0
                ? `, after ${(time - first).toFixed(1)} s`
                : ''}
            </Box>
          );
        })}
      </Box>
      <Typography role="status" sx={{ minHeight: '1.5em' }}>
        {done ? `Five looks in ${took.toFixed(1)} s.` : ''}
      </Typography>
    </Panel>
  );
}
