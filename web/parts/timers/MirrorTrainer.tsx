import { Box, Button, Typography } from '@mui/material';
import { useEffect, useState } from 'react';
import { glanceSummary, usual } from '../../../core/roadcraft';
import { colour } from '../ui';
import { Panel, Touch } from './Panel';

const now = (): number => performance.now() / 1000;

/** Counts a learner's glances into the mirror on a straight stretch: one touch for each. */
export function MirrorTrainer() {
  const [times, setTimes] = useState<readonly number[]>([]);
  const [ended, setEnded] = useState(false);
  const since = useSince(ended ? null : (times.at(-1) ?? null));
  const summary = glanceSummary(times);
  const { mirrorLeast, mirrorMost } = usual;
  const start = () => {
    setTimes([now()]);
    setEnded(false);
  };
  return (
    <Panel
      title="Mirror glances"
      what={`On a straight road, touch at every glance. One every ${mirrorLeast} to ${mirrorMost} s is usual (common practice).`}
    >
      <Touch onTouch={() => (times.length === 0 || ended ? start() : setTimes([...times, now()]))}>
        {times.length === 0 || ended ? 'First glance' : 'Glance'}
      </Touch>
      {times.length > 0 && !ended ? (
        <>
          <Box
            role="timer"
            aria-label="Seconds since the last glance"
            sx={{
              fontSize: '2.25rem',
              fontWeight: 700,
              lineHeight: 1.1,
              color: colour(since > mirrorMost ? 'jasper' : since >= mirrorLeast ? 'moss' : 'ink'),
            }}
          >
            {since.toFixed(0)} s
          </Box>
          <Bar seconds={since} />
          <Button variant="outlined" onClick={() => setEnded(true)} sx={{ minHeight: 56 }}>
            End of the straight
          </Button>
        </>
      ) : null}
      <Typography role="status" sx={{ minHeight: '1.5em' }}>
        {summary
          ? `${summary.glances} glances; ${summary.mean.toFixed(1)} s from one to the next, between ${summary.least.toFixed(0)} and ${summary.most.toFixed(0)} s (spread ${summary.spread.toFixed(1)} s)${
              summary.late > 0 ? `; ${summary.late} of them later than ${mirrorMost} s` : ''
            }.`
          : times.length === 1
            ? ended
              ? 'One glance says nothing yet.'
              : 'One glance so far.'
            : ''}
      </Typography>
    </Panel>
  );
}

/** How far the present interval is, against when a glance is due. */
function Bar({ seconds }: { readonly seconds: number }) {
  const { mirrorLeast, mirrorMost } = usual;
  const most = mirrorMost * 1.5;
  const share = (value: number) => `${Math.min(100, (100 * value) / most)}%`;
  return (
    <Box aria-hidden sx={{ position: 'relative', height: 16, bgcolor: colour('line'), borderRadius: '4px' }}>
      <Box
        sx={{
          position: 'absolute',
          left: share(mirrorLeast),
          width: share(mirrorMost - mirrorLeast),
          top: 0,
          bottom: 0,
          bgcolor: colour('moss'),
          opacity: 0.35,
        }}
      />
      <Box
        sx={{
          position: 'absolute',
          left: share(seconds),
          top: -3,
          bottom: -3,
          width: 3,
          bgcolor: colour('ink'),
        }}
      />
    </Box>
  );
}

/** Seconds since a moment, told four times a second; zero without one. */
function useSince(moment: number | null): number {
  const [at, setAt] = useState(now);
  useEffect(() => {
    if (moment === null) return;
    setAt(now());
    const timer = setInterval(() => setAt(now()), 250);
    return () => clearInterval(timer);
  }, [moment]);
  return moment === null ? 0 : Math.max(0, at - moment);
}
