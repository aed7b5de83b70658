import { Typography } from '@mui/material';
import { useState } from 'react';
import { colour } from '../ui';
import { Panel, Touch } from './Panel';
import { useStopwatch } from './useStopwatch';

interface Props {
  readonly title: string;
  readonly what: string;
  /** Seconds to hold, the fewest first: schools differ. */
  readonly goals: readonly number[];
  readonly reached: (goal: number) => string;
}

/** Times something that must last for some seconds: from one touch to the next. */
export function HoldTimer({ title, what, goals, reached }: Props) {
  const [seconds, setSeconds] = useState<number | null>(null);
  const { running, toggle } = useStopwatch(setSeconds);
  const best = goals.findLast((goal) => (seconds ?? 0) >= goal);
  const next = goals.find((goal) => (seconds ?? 0) < goal);
  return (
    <Panel title={title} what={what}>
      <Touch onTouch={toggle} pressed={running}>
        {running ? 'Stop' : 'Start'}
      </Touch>
      <Typography
        role={running ? 'timer' : 'status'}
        sx={{ fontSize: '2.25rem', fontWeight: 700, lineHeight: 1.1 }}
      >
        {(seconds ?? 0).toFixed(1)} s
      </Typography>
      <Typography sx={{ minHeight: '1.5em', color: colour(best === undefined ? 'ink' : 'moss') }}>
        {best !== undefined
          ? `${reached(best)}${next === undefined ? '' : `; ${next} s is what other schools ask`}`
          : seconds === null
            ? `Count to ${goals.join(', or to ')}`
            : running
              ? `${next} s to reach`
              : `Too short: ${next} s are asked`}
      </Typography>
    </Panel>
  );
}
