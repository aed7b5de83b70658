import { Box } from '@mui/material';
import { styled } from '@mui/material/styles';
import { useEffect, useState } from 'react';
import { openRun, sideTitle, type Judgement, type Run } from '../../../core/marking';
import { isTimed, stepsToCount, unitText } from '../../../core/standard';
import { useJudged, type DoAction, type DriveHere } from '../../data/log';
import { colour, later, tokens } from '../../parts/ui';
import { MeasureDialog } from './MeasureDialog';
import { SECONDS, useStopwatch } from '../../parts/timers';

// Geometry comes only once a manoeuvre is under way.
const RunPlan = later(async () => (await import('../../parts/yard')).RunPlan, { what: 'The plan' });
const WithRunPlan = later(async () => (await import('../../parts/yard')).WithRunPlan, { what: 'The plan' });

/** Whether the plan of a manoeuvre is shown, as it was the last time. */
const PLAN_SHOWN = 'jasperwren-run-plan';

interface Props {
  readonly drive: DriveHere;
  readonly act: DoAction;
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** A manoeuvre while it runs: its stopwatch by its own trigger, its counters, its readings. Pads mark into it. */
export function RunPanel({ drive, act }: Props) {
  const {
    standard,
    mock: { retest },
  } = drive;
  const vehicle = drive.mock.vehicle?.id ?? null;
  const judgement = useJudged(drive, (whole) => whole);
  const run = openRun(judgement.drive);
  const [measuring, setMeasuring] = useState<string | null>(null);
  const [planShown, setPlanShown] = useState(() => localStorage.getItem(PLAN_SHOWN) === 'yes');
  const manoeuvre = standard.manoeuvres.find(({ id }) => id === run?.manoeuvre);
  if (!run || !manoeuvre) return null;
  const showPlan = (): void => {
    localStorage.setItem(PLAN_SHOWN, planShown ? 'no' : 'yes');
    setPlanShown(!planShown);
  };
  const offered = stepsToCount(standard, manoeuvre);
  const seconds = judgement.headroom.find(
    ({ limit, scope }) =>
      scope.per === 'manoeuvre' &&
      scope.run === run.run &&
      manoeuvre.limits.some(({ id, of }) => id === limit && isTimed(of)),
  );
  const measure = standard.measures.find(({ id }) => id === measuring);
  const read = (id: string, value: number) => act({ do: 'measure', measure: id, value });
  return (
    <Panel role="region" aria-label={`Manoeuvre: ${manoeuvre.title}`}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: { xs: 1, md: 1.5 }, flexWrap: 'wrap' }}>
        <Box sx={{ flex: 1, minWidth: { xs: 90, md: 140 }, fontSize: 20, fontWeight: 700, lineHeight: 1.15 }}>
          {sideTitle(manoeuvre, run.side)}
        </Box>
        <RunClock since={run.since} most={seconds?.max ?? null} />
        {manoeuvre.clock && !run.clocked ? (
          <Act type="button" onClick={() => act({ do: 'step-run', step: 'clock' })}>
            Clock: {manoeuvre.clock.starts.replaceAll('-', ' ')}
          </Act>
        ) : null}

        <WithRunPlan {...{ manoeuvre, vehicle }} side={run.side}>
          <Act type="button" aria-pressed={planShown} onClick={showPlan}>
            Plan
          </Act>
        </WithRunPlan>

        <Act type="button" onClick={() => act({ do: 'stop-run' })} style={{ fontWeight: 700 }}>
          Done
        </Act>
      </Box>
      {offered.length + standard.measures.length > 0 ? (
        <Box
          role="group"
          aria-label="Counts and readings"
          sx={{
            display: 'grid',
            gap: 1,
            gridTemplateColumns: {
              xs: 'repeat(auto-fit, minmax(76px, 1fr))',
              md: 'repeat(auto-fit, minmax(104px, 1fr))',
            },
            '& button': { px: 0.5, lineHeight: 1.15, fontSize: { xs: 16, md: 18 } },
            '& b': { display: 'block', m: 0 },
          }}
        >
          {offered.map(({ phase, one }) => (
            <Act key={phase} type="button" onClick={() => act({ do: 'step-run', step: phase })}>
              {capital(one)} <b>{run.counts[phase]}</b>
            </Act>
          ))}
          {standard.measures
            .filter(({ unit }) => unit === SECONDS)
            .map(({ id, label }) => (
              <TimeIt key={`time ${run.run} ${id}`} label={label} onRead={(value) => read(id, value)} />
            ))}
          {standard.measures.map(({ id, label, unit, combine }) => (
            <Act key={id} type="button" onClick={() => (combine === 'sum' ? read(id, 1) : setMeasuring(id))}>
              {combine === 'sum' ? `${label} +1` : `${label}${unit ? `, ${unitText(unit)}` : ''}`}{' '}
              <b>{readingOf(judgement, run, id, combine)}</b>
            </Act>
          ))}
        </Box>
      ) : null}
      {retest && manoeuvre.clock?.retestExtraSeconds ? (
        <Box sx={{ fontSize: 16 }}>Re-test: {manoeuvre.clock.retestExtraSeconds} s more</Box>
      ) : null}
      {planShown ? <RunPlan {...{ manoeuvre, vehicle }} side={run.side} /> : null}
      {measure ? (
        <MeasureDialog
          measure={measure}
          onClose={() => setMeasuring(null)}
          onRead={(value) => {
            read(measure.id, value);
            setMeasuring(null);
          }}
        />
      ) : null}
    </Panel>
  );
}

/** Times what is measured in seconds: a touch starts, the next one stops and is the reading. */
function TimeIt({ label, onRead }: { readonly label: string; readonly onRead: (seconds: number) => void }) {
  const [seconds, setSeconds] = useState(0);
  const { running, toggle } = useStopwatch(setSeconds);
  return (
    <Act
      type="button"
      aria-pressed={running}
      onClick={() => {
        const read = toggle();
        if (read !== null) onRead(read);
      }}
      style={running ? { background: colour('jasper'), color: colour('onJasper') } : undefined}
    >
      {running ? `Stop: ${label}` : `Time: ${label}`} <b>{running ? `${seconds.toFixed(1)} s` : 'start'}</b>
    </Act>
  );
}

/** What was read so far in a run; a dash where nothing was. */
function readingOf(
  { drive }: Judgement,
  { run }: Run,
  measure: string,
  combine: 'max' | 'sum',
): number | '–' {
  const values = drive.happenings.flatMap((entry) =>
    entry.kind === 'measure' && entry.measure === measure && entry.run === run ? [entry.value] : [],
  );
  if (combine === 'sum') return values.reduce((sum, value) => sum + value, 0);
  return values.length > 0 ? Math.max(...values) : '–';
}

/** Seconds so far against those allowed; ticks by itself. */
function RunClock({ since, most }: { readonly since: string | null; readonly most: number | null }) {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 250);
    return () => clearInterval(timer);
  }, []);
  const seconds = since ? Math.max(0, Math.floor((now - Date.parse(since)) / 1000)) : 0;
  const over = most !== null && seconds > most;
  return (
    <Box
      role="timer"
      aria-label="Seconds of this manoeuvre"
      sx={{ fontSize: 30, fontWeight: 700, color: over ? colour('jasper') : 'inherit' }}
    >
      {seconds}
      <Box component="span" sx={{ fontSize: 17, fontWeight: 400 }}>
        {most === null ? ' s' : ` of ${most} s`}
      </Box>
    </Box>
  );
}

const Panel = styled('section')({
  display: 'grid',
  gap: 8,
  padding: 10,
  marginBlock: 6,
  border: `2px solid ${colour('slate')}`,
  borderRadius: tokens.radius,
  background: colour('wash'),
});

const Act = styled('button')({
  font: 'inherit',
  fontSize: 18,
  color: colour('ink'),
  background: colour('card'),
  border: `1px solid ${colour('strongLine')}`,
  borderRadius: tokens.radius,
  minHeight: tokens.deckTouch,
  minWidth: tokens.deckTouch,
  padding: '0 14px',
  cursor: 'pointer',
  touchAction: 'manipulation',
  '& b': { fontSize: 22, marginLeft: 6 },
  '&:active': { background: colour('wash') },
});
