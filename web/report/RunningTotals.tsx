import { Box, Typography } from '@mui/material';
import { useMemo } from 'react';
import { secondsSince, type Judgement } from '../../core/marking';
import { limitOf, limitTitle, type Headroom, type Standard } from '../../core/standard';
import { Figure } from '../charts';

interface Props {
  readonly standard: Standard;
  readonly judgement: Judgement;
  readonly startedAt: string;
  readonly seconds: number;
}

/** How the nearest counted limit filled up over the drive, against its maximum. */
export function RunningTotals({ standard, judgement, startedAt, seconds }: Props) {
  const row = judgement.headroom
    .filter(
      ({ limit, scope, max, total }) =>
        limitOf(standard, limit)?.of === 'faults' && scope.per === 'test' && max > 0 && total > 0,
    )
    .sort((a, b) => b.total / b.max - a.total / a.max)[0];
  const steps = useMemo(
    () => (row ? stepsOf(row, judgement, startedAt, seconds) : null),
    [row, judgement, startedAt, seconds],
  );
  const limit = row ? limitOf(standard, row.limit) : undefined;
  if (!row || !limit || !steps) return null;
  const title = limitTitle(standard, limit);
  return (
    <Box component="section" aria-labelledby="running" className="screen-only">
      <Typography variant="h2" id="running">
        How the total grew
      </Typography>
      <Figure
        title={`${title} over the drive`}
        label={`${row.total} at the end, at most ${row.max}. The times are in the list below.`}
        file="running-total"
        columns={['Minutes since the start', title]}
        rows={steps.minutes.map((minute, n) => [Math.round(10 * minute) / 10, steps.totals[n] ?? 0])}
        draw={(colours) => ({
          data: [
            {
              x: steps.minutes,
              y: steps.totals,
              type: 'scatter',
              mode: 'lines',
              line: { shape: 'hv', color: colours.ink, width: 3 },
              hovertemplate: '%{y} at %{x:.0f} min<extra></extra>',
            },
            {
              x: [0, steps.minutes.at(-1) ?? 0],
              y: [row.max, row.max],
              type: 'scatter',
              mode: 'lines',
              line: { color: colours.jasper, width: 2, dash: 'dash' },
              hoverinfo: 'skip',
            },
          ],
          layout: {
            xaxis: { title: { text: 'minutes since the start' }, rangemode: 'tozero' },
            yaxis: {
              title: { text: title.toLowerCase() },
              rangemode: 'tozero',
              nticks: 8,
              tickformat: 'd',
            },
            annotations: [
              {
                x: 0,
                y: row.max,
                text: `at most ${row.max}`,
                showarrow: false,
                xanchor: 'left',
                yanchor: 'bottom',
                font: { color: colours.jasper, size: 15 },
              },
            ],
          },
        })}
      />
    </Box>
  );
}

function stepsOf(row: Headroom, { marks }: Judgement, startedAt: string, seconds: number) {
  const from = new Set(row.from);
  const minute = (at: string) => secondsSince(startedAt, at) / 60;
  const counted = marks.filter(({ by, uncounted }) => from.has(by) && uncounted === null);
  const end = Math.max(seconds / 60, ...counted.map(({ at }) => minute(at)));
  return {
    minutes: [0, ...counted.map(({ at }) => minute(at)), end],
    totals: [0, ...counted.map((_, n) => n + 1), counted.length],
  };
}
