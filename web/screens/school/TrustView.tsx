import { Box, Typography } from '@mui/material';
import { Link } from 'react-router';
import type { RatingPair } from '../../../contract';
import { TRUST_TESTS, type Trust } from '../../../core/readiness';
import { errorText, useMay, useTrustQuery } from '../../data/api';
import { dayAxis, Figure } from '../../parts/charts';
import { percent } from '../../parts/readiness';
import { colour, dayText, localZone, EmptyNote, ErrorNote, LoadingNote } from '../../parts/ui';
import { StrictnessPanel } from './StrictnessPanel';

/** Whether "80 %" means 80 %, and how far learners are from their instructors. */
export function TrustView() {
  const { data, error } = useTrustQuery();
  const compares = useMay('compare all mocks');
  if (error) return <ErrorNote title="Forecast accuracy could not be loaded">{errorText(error)}</ErrorNote>;
  if (!data) return <LoadingNote what="licence test results" />;
  const { trust, unforetold, ratings } = data;
  return (
    <Box sx={{ display: 'grid', gap: 4, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      {trust === null ? (
        <EmptyNote title="No licence test result yet">
          Enter on each learner’s page how the licence test went. From {TRUST_TESTS} on, this shows how
          accurate the forecast was.
        </EmptyNote>
      ) : (
        <Calibration trust={trust} />
      )}
      {unforetold > 0 ? (
        <Typography sx={{ color: 'text.secondary' }}>
          {unforetold} licence test {unforetold === 1 ? 'result has' : 'results have'} no mock before the day:
          there was no forecast, so {unforetold === 1 ? 'it isn’t' : 'they aren’t'} counted here.
        </Typography>
      ) : null}
      {compares ? <StrictnessPanel /> : null}
      <Gaps ratings={ratings} />
    </Box>
  );
}

function Calibration({ trust }: { readonly trust: Trust }) {
  const better = trust.brier < trust.brierBase;
  const says = !trust.enough
    ? `${trust.tests} of ${TRUST_TESTS} results needed before this says anything`
    : better
      ? 'The forecast beats guessing the school’s average'
      : 'The forecast doesn’t beat guessing the school’s average yet';
  return (
    <>
      <Box>
        <Typography sx={{ fontSize: { xs: '1.4rem', sm: '1.8rem' }, fontWeight: 700, lineHeight: 1.2 }}>
          {says}
        </Typography>
        <Typography sx={{ mt: 1 }}>
          {trust.tests} licence tests, {trust.passed} passed ({percent(trust.passed / trust.tests)}).
        </Typography>
        <Box component="dl" sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 5, rowGap: 1, mb: 0 }}>
          <Score name="Brier score" value={trust.brier} base={trust.brierBase} />
          <Score name="Log loss" value={trust.logLoss} base={trust.logLossBase} />
        </Box>
      </Box>
      <Figure
        title="Forecast and what happened"
        label="On the diagonal, 80% means 80%. Below it, the forecast was too high. Bars are 80% ranges; the numbers are tests."
        file="reliability"
        height={420}
        columns={['Forecast, %', 'Tests', 'Mean forecast, %', 'Passed, %', 'Low, %', 'High, %']}
        rows={trust.bins.map(({ from, to, count, said, passed, low, high }) => [
          `${100 * from} to ${100 * to}`,
          count,
          ...[said, passed, low, high].map((share) => Math.round(100 * share)),
        ])}
        draw={(colours) => ({
          data: [
            {
              x: [0, 100],
              y: [0, 100],
              mode: 'lines',
              line: { color: colours.strongLine, dash: 'dash', width: 2 },
              hoverinfo: 'skip',
            },
            {
              x: trust.bins.map(({ said }) => 100 * said),
              y: trust.bins.map(({ passed }) => 100 * passed),
              error_y: {
                type: 'data',
                symmetric: false,
                array: trust.bins.map(({ high, passed }) => 100 * (high - passed)),
                arrayminus: trust.bins.map(({ low, passed }) => 100 * (passed - low)),
                color: colours.slate,
                thickness: 2,
              },
              text: trust.bins.map(({ count }) => String(count)),
              textposition: 'middle right',
              mode: 'text+markers',
              marker: { size: 13, color: colours.jasper },
              hovertemplate: '%{x:.0f}% forecast, %{y:.0f}% passed<extra></extra>',
            },
          ],
          layout: {
            xaxis: { title: { text: 'Forecast chance of passing, %' }, range: [0, 104] },
            yaxis: { title: { text: 'Passed, %' }, range: [0, 104] },
          },
        })}
      />
    </>
  );
}

function Score({
  name,
  value,
  base,
}: {
  readonly name: string;
  readonly value: number;
  readonly base: number;
}) {
  return (
    <Box>
      <Typography component="dt" variant="body2" sx={{ color: 'text.secondary' }}>
        {name}, lower is better
      </Typography>
      <Typography component="dd" sx={{ m: 0 }}>
        <strong>{value.toFixed(3)}</strong> against {base.toFixed(3)} for the average pass rate
      </Typography>
    </Box>
  );
}

/** Fewer ratings of one learner say nothing of a habit. */
const LEAST_PAIRS = 6;
const APART = 1.5;

function Gaps({ ratings }: { readonly ratings: readonly RatingPair[] }) {
  const learners = new Map<string, RatingPair[]>();
  for (const pair of ratings) learners.set(pair.learner.id, [...(learners.get(pair.learner.id) ?? []), pair]);
  const rows = [...learners.values()]
    .map((pairs) => {
      const mean = (of: readonly RatingPair[]) =>
        of.reduce((sum, { own, instructor }) => sum + own - instructor, 0) / Math.max(1, of.length);
      const days = [...new Set(pairs.map(({ at }) => at))].sort();
      const [first, last] = [days[0], days.at(-1)].map((at) => mean(pairs.filter((pair) => pair.at === at)));
      return {
        learner: pairs[0]?.learner,
        gap: mean(pairs),
        pairs: pairs.length,
        mocks: days.length,
        first,
        last,
      };
    })
    .filter(({ pairs }) => pairs >= LEAST_PAIRS)
    .sort((a, b) => Math.abs(b.gap) - Math.abs(a.gap));
  const days = new Map<string, RatingPair[]>();
  for (const pair of ratings) days.set(pair.at, [...(days.get(pair.at) ?? []), pair]);
  const over = [...days]
    .map(([at, pairs]) => ({
      at,
      name: pairs[0]?.learner.name ?? '',
      gap: pairs.reduce((sum, { own, instructor }) => sum + own - instructor, 0) / pairs.length,
    }))
    .sort((a, b) => a.at.localeCompare(b.at));
  return (
    <Box component="section" aria-labelledby="gaps">
      <Typography variant="h2" id="gaps">
        Learners’ own view against the instructor’s
      </Typography>
      {rows.length === 0 ? (
        <EmptyNote title="Too few ratings yet">
          At the debrief, first the learner and then you rate each area.
        </EmptyNote>
      ) : (
        <>
          <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, mb: 3 }}>
            {rows.map(({ learner, gap, mocks, first, last }) => (
              <Box
                component="li"
                key={learner?.id}
                sx={{ py: 1, borderBottom: `1px solid ${colour('line')}` }}
              >
                <Link to={`/learners/${learner?.id ?? ''}`}>{learner?.name}</Link>:{' '}
                <strong>
                  {gap >= APART
                    ? 'sees it better than you'
                    : gap <= -APART
                      ? 'sees it worse than you'
                      : 'sees it as you do'}
                </strong>
                , {signed(gap)} of ten over {mocks} {mocks === 1 ? 'mock' : 'mocks'}
                {mocks > 1 ? ` (${signed(first ?? 0)} in the first, ${signed(last ?? 0)} in the last)` : ''}
              </Box>
            ))}
          </Box>
          <Figure
            title="The gap over time"
            label="Each point is one mock: above zero the learner rated it better than the instructor. The nearer to zero, the better they judge themselves."
            file="ratings"
            columns={['Day', 'Learner', 'Gap, of ten']}
            rows={over.map(({ at, name, gap }) => [
              dayText(at, localZone()),
              name,
              Math.round(10 * gap) / 10,
            ])}
            draw={(colours) => ({
              data: [
                {
                  x: over.map(({ at }) => at),
                  y: over.map(({ gap }) => gap),
                  text: over.map(({ name }) => name),
                  mode: 'markers',
                  marker: { size: 10, color: colours.slate },
                  hovertemplate: '%{text}: %{y:.1f}<extra></extra>',
                },
              ],
              layout: {
                xaxis: dayAxis(
                  over.map(({ at }) => at),
                  'Day of the mock',
                ),
                yaxis: {
                  title: { text: 'Learner minus instructor, of ten' },
                  zeroline: true,
                  zerolinecolor: colours.ink,
                },
              },
            })}
          />
        </>
      )}
    </Box>
  );
}

const signed = (value: number): string => `${value < 0 ? '−' : '+'}${Math.abs(value).toFixed(1)}`;
