import { Box, Typography } from '@mui/material';
import type { EvidenceView, LearnerView } from '../../../contract';
import { markedItems, trendOf, TREND_MOCKS, type Readiness, type Stood } from '../../../core/readiness';
import {
  areaOf,
  compileStandard,
  limitOf,
  limitTitle,
  skillAreas,
  type Standard,
} from '../../../core/standard';
import { dayAxis, Figure } from '../../parts/charts';
import { usePastQuery } from '../../data/api';
import { dayText, LoadingNote, localZone } from '../../parts/ui';
import { percent } from '../../parts/readiness';

interface Props {
  readonly learner: LearnerView;
  readonly standard: Standard;
  readonly readiness: Readiness;
  readonly evidence: EvidenceView;
  /** Of another standard than the one prepared for; null for that. */
  readonly standardId: string | null;
}

const day = (at: string): string => dayText(at, localZone());

/** Where pictures tell more: the chance over time, small faults with their trend, gains, areas, totals. */
export function LearnerCharts({ learner, standard, readiness, evidence, standardId }: Props) {
  const { currentData: past, isError } = usePastQuery({ learner: learner.id, standard: standardId });
  const file = (what: string) => `${learner.name.toLowerCase().replaceAll(/\W+/g, '-')}-${what}`;
  const two = {
    display: 'grid',
    gap: 4,
    gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'repeat(2, minmax(0, 1fr))' },
  };
  return (
    <Box component="section" aria-label="Charts" sx={two}>
      {past || isError ? (
        <OverTime rows={past?.items ?? []} file={file('chance')} />
      ) : (
        // Room for it, so that the others stay where they are.
        <Box sx={{ minHeight: 360 }}>
          <LoadingNote what="the chance after each mock" />
        </Box>
      )}
      <Trend evidence={evidence} file={file('small-faults')} />
      <Gains {...{ standard, readiness }} file={file('gains')} />
      <Totals {...{ standard, readiness }} file={file('totals')} />
      <Areas {...{ standard, evidence }} file={file('areas')} />
    </Box>
  );
}

function OverTime({ rows, file }: { readonly rows: readonly Stood[]; readonly file: string }) {
  const last = rows.at(-1);
  if (!last) return null;
  return (
    <Figure
      title="Chance of passing after each mock"
      label={`As forecast for a test on that day: ${percent(last.pass)} after the last, between ${percent(last.low)} and ${percent(last.high)}.`}
      file={file}
      columns={['Day', 'Chance, %', 'Low, %', 'High, %']}
      rows={rows.map(({ at, pass, low, high }) => [
        day(at),
        ...[pass, low, high].map((share) => Math.round(100 * share)),
      ])}
      draw={(colours) => ({
        data: [
          {
            x: rows.map(({ at }) => at),
            y: rows.map(({ low }) => 100 * low),
            mode: 'lines',
            line: { width: 0 },
            hoverinfo: 'skip',
          },
          {
            x: rows.map(({ at }) => at),
            y: rows.map(({ high }) => 100 * high),
            mode: 'lines',
            line: { width: 0 },
            fill: 'tonexty',
            fillcolor: `${colours.slate}44`,
            hoverinfo: 'skip',
          },
          {
            x: rows.map(({ at }) => at),
            y: rows.map(({ pass }) => 100 * pass),
            mode: 'lines+markers',
            line: { color: colours.slate, width: 3 },
            marker: { size: 9 },
            hovertemplate: '%{y:.0f}%<extra></extra>',
          },
        ],
        layout: {
          xaxis: dayAxis(
            rows.map(({ at }) => at),
            'Day of the mock',
          ),
          yaxis: { title: { text: 'Chance, %' }, range: [0, 100] },
        },
      })}
    />
  );
}

const TREND_WORDS = {
  falls: 'They fall',
  rises: 'They rise',
  neither: 'No clear change',
} as const;

function Trend({ evidence, file }: { readonly evidence: EvidenceView; readonly file: string }) {
  const mocks = evidence.evidence
    .filter(({ exposure }) => exposure > 0)
    .sort((a, b) => a.at.localeCompare(b.at));
  const trend = trendOf(mocks);
  if (mocks.length === 0) return null;
  const perTest = mocks.map(({ at, small, exposure }) => ({ at, rate: small / exposure }));
  const label = trend
    ? `${TREND_WORDS[trend.says]}: each week ${trend.weekly.toFixed(2)} times the week before, 90% range ${trend.low.toFixed(2)} to ${trend.high.toFixed(2)}.`
    : `Too few mocks for a trend: it needs ${TREND_MOCKS}.`;
  return (
    <Figure
      title="Small faults per whole test"
      label={label}
      file={file}
      columns={['Day', 'Small faults a test']}
      rows={perTest.map(({ at, rate }) => [day(at), Math.round(10 * rate) / 10])}
      draw={(colours) => ({
        data: [
          ...(trend
            ? [
                {
                  x: trend.line.map(({ at }) => at),
                  y: trend.line.map(({ low }) => low),
                  mode: 'lines' as const,
                  line: { width: 0 },
                  hoverinfo: 'skip' as const,
                },
                {
                  x: trend.line.map(({ at }) => at),
                  y: trend.line.map(({ high }) => high),
                  mode: 'lines' as const,
                  line: { width: 0 },
                  fill: 'tonexty' as const,
                  fillcolor: `${colours.wren}44`,
                  hoverinfo: 'skip' as const,
                },
                {
                  x: trend.line.map(({ at }) => at),
                  y: trend.line.map(({ rate }) => rate),
                  mode: 'lines' as const,
                  line: { color: colours.wren, width: 3 },
                  hoverinfo: 'skip' as const,
                },
              ]
            : []),
          {
            x: perTest.map(({ at }) => at),
            y: perTest.map(({ rate }) => rate),
            mode: 'markers',
            marker: { size: 11, color: colours.jasper },
            hovertemplate: '%{y:.1f}<extra></extra>',
          },
        ],
        layout: {
          xaxis: dayAxis(
            perTest.map(({ at }) => at),
            'Day of the mock',
          ),
          yaxis: { title: { text: 'Small faults a test' }, rangemode: 'tozero' },
        },
      })}
    />
  );
}

const MOST_BARS = 8;

function Gains({ standard, readiness, file }: { standard: Standard; readiness: Readiness; file: string }) {
  const { itemOf } = compileStandard(standard);
  const gains = readiness.forecast.gains.slice(0, MOST_BARS);
  const first = gains[0];
  if (!first) return null;
  const rows = gains.map(
    ({ item, gain }) => [itemOf(item).item.label, Math.round(1000 * gain) / 10] as const,
  );
  return (
    <Figure
      title="What raises the chance"
      label={`Each item at the level of a ready learner: most by ${itemOf(first.item).item.label.toLowerCase()}.`}
      file={file}
      columns={['Item', 'Gain, points of chance']}
      rows={rows}
      draw={(colours) => ({
        data: [
          {
            type: 'bar',
            orientation: 'h',
            x: rows.map(([, gain]) => gain).reverse(),
            y: rows.map(([label]) => label).reverse(),
            marker: { color: colours.moss },
            hovertemplate: '%{x} points<extra></extra>',
          },
        ],
        layout: {
          margin: { l: 12, r: 16, t: 12, b: 48 },
          xaxis: { title: { text: 'Points of chance' } },
          yaxis: { automargin: true },
        },
      })}
    />
  );
}

function Totals({ standard, readiness, file }: { standard: Standard; readiness: Readiness; file: string }) {
  const { totals } = readiness.forecast;
  const limit = totals ? limitOf(standard, totals.limit) : null;
  if (!totals || !limit) return null;
  const all = totals.counts.reduce((sum, count) => sum + count, 0);
  const over = totals.counts.slice(totals.max + 1).reduce((sum, count) => sum + count, 0);
  const title = limitTitle(standard, limit);
  const rows = totals.counts.map(
    (count, total) => [total, Math.round((1000 * count) / Math.max(1, all)) / 10] as const,
  );
  return (
    <Figure
      title={`${title} in simulated tests`}
      label={`The limit is ${totals.max}; ${percent(over / Math.max(1, all))} of the tests exceed it.`}
      file={file}
      columns={[title, 'Share of tests, %']}
      rows={rows}
      draw={(colours) => ({
        data: [
          {
            type: 'bar',
            x: rows.map(([total]) => total),
            y: rows.map(([, share]) => share),
            marker: { color: rows.map(([total]) => (total > totals.max ? colours.jasper : colours.moss)) },
            hovertemplate: '%{x}: %{y}%<extra></extra>',
          },
        ],
        layout: {
          bargap: 0.08,
          xaxis: {
            title: { text: `${title} in a test` },
            range: [-0.6, Math.max(totals.max + 6, rows.findLastIndex(([, share]) => share >= 0.1) + 1)],
          },
          yaxis: { title: { text: 'Share of tests, %' } },
          shapes: [
            {
              type: 'line',
              x0: totals.max + 0.5,
              x1: totals.max + 0.5,
              y0: 0,
              y1: 1,
              yref: 'paper',
              line: { color: colours.ink, width: 2, dash: 'dash' },
            },
          ],
        },
      })}
    />
  );
}

function Areas({ standard, evidence, file }: { standard: Standard; evidence: EvidenceView; file: string }) {
  const { itemOf } = compileStandard(standard);
  const times = new Map<string, number>();
  let whole = 0;
  for (const mock of evidence.evidence) {
    whole += mock.exposure;
    for (const [item, count] of markedItems(standard, mock)) {
      const area = areaOf(itemOf(item).item.skill);
      if (area) times.set(area, (times.get(area) ?? 0) + count);
    }
  }
  const rows = skillAreas
    .flatMap(({ id, title }) =>
      times.has(id)
        ? [[title, Math.round((10 * (times.get(id) ?? 0)) / Math.max(0.1, whole)) / 10] as const]
        : [],
    )
    .sort((a, b) => b[1] - a[1]);
  const first = rows[0];
  if (!first) return <Typography>No fault was ever marked.</Typography>;
  return (
    <Figure
      title="Faults by skill area"
      label={`Over all mocks, per whole test: most in ${first[0].toLowerCase()}, ${first[1]}.`}
      file={file}
      columns={['Area', 'Faults a test']}
      rows={rows}
      draw={(colours) => ({
        data: [
          {
            type: 'bar',
            orientation: 'h',
            x: rows.map(([, rate]) => rate).reverse(),
            y: rows.map(([title]) => title).reverse(),
            marker: { color: colours.wren },
            hovertemplate: '%{x}<extra></extra>',
          },
        ],
        layout: {
          margin: { l: 12, r: 16, t: 12, b: 48 },
          xaxis: { title: { text: 'Faults a test' } },
          yaxis: { automargin: true },
        },
      })}
    />
  );
}
