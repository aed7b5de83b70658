import { Box, Typography, useColorScheme } from '@mui/material';
import { lazy, Suspense, useMemo } from 'react';
import { secondsSince, type Judgement } from '../../core/marking';
import { limitOf, limitTitle, type Headroom, type Standard } from '../../core/standard';
import { LoadingNote, tokens } from '../ui';

/** Plotly is large and comes only with this chart. */
const Chart = lazy(async () => {
  const [{ default: create }, { default: Plotly }] = await Promise.all([
    import('react-plotly.js/factory'),
    import('plotly.js'),
  ]);
  return { default: create(Plotly) };
});

interface Props {
  readonly standard: Standard;
  readonly judgement: Judgement;
  readonly startedAt: string;
  readonly seconds: number;
}

/** How the nearest counted limit filled up over the drive, against its maximum. */
export function RunningTotals({ standard, judgement, startedAt, seconds }: Props) {
  const { mode, systemMode } = useColorScheme();
  const night = (mode === 'system' ? systemMode : mode) === 'dark';
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
  const colours = night ? tokens.night : tokens.light;
  const title = limitTitle(standard, limit);
  const axis = { gridcolor: colours.line, linecolor: colours.ink, zeroline: false, fixedrange: true };
  return (
    <Box component="section" aria-labelledby="running" className="screen-only">
      <Typography variant="h2" id="running">
        How the total grew
      </Typography>
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        {title}: {row.total} at the end, at most {row.max}. The times are in the list below.
      </Typography>
      <Box
        sx={{ height: 300 }}
        role="img"
        aria-label={`${title} over the drive: ${row.total} at the end, at most ${row.max}`}
      >
        <Suspense fallback={<LoadingNote what="the chart" />}>
          <Chart
            data={[
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
            ]}
            layout={{
              autosize: true,
              margin: { l: 56, r: 12, t: 16, b: 48 },
              paper_bgcolor: 'transparent',
              plot_bgcolor: 'transparent',
              showlegend: false,
              font: { family: 'Atkinson Hyperlegible, sans-serif', size: 15, color: colours.ink },
              xaxis: { ...axis, title: { text: 'minutes since the start' }, rangemode: 'tozero' },
              yaxis: {
                ...axis,
                title: { text: title.toLowerCase() },
                rangemode: 'tozero',
                dtick: row.max > 10 ? 5 : 2,
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
            }}
            config={{ displayModeBar: false, responsive: true }}
            style={{ width: '100%', height: '100%' }}
            useResizeHandler
          />
        </Suspense>
      </Box>
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
