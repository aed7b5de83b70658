import { Box, Typography } from '@mui/material';
import { useMemo } from 'react';
import { clockText } from '../../../core/marking';
import type { Report } from '../../../core/report';
import { Figure } from '../../parts/charts';

/** How the limit that matters filled up over the drive, against its maximum. */
export function RunningTotals({ report: { growth } }: { readonly report: Report }) {
  const steps = useMemo(
    () => ({
      minutes: (growth?.steps ?? []).map(({ seconds }) => seconds / 60),
      totals: (growth?.steps ?? []).map(({ total }) => total),
    }),
    [growth],
  );
  if (!growth) return null;
  const { limit: row } = growth;
  const { title } = row;
  return (
    <Box component="section" aria-labelledby="running" className="screen-only">
      <Typography variant="h2" id="running">
        How the total grew
      </Typography>
      <Figure
        title={`${title} over the drive`}
        label={`${row.total} at the end, at most ${row.max}. The times are in the list below.`}
        file="running-total"
        columns={['Time since the start', title]}
        rows={growth.steps.map(({ seconds, total }) => [clockText(seconds), total])}
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
