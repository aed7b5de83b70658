import { Box, Button, LinearProgress, MenuItem, Stack, TextField, Typography } from '@mui/material';
import { useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { limitOf, limitTitle, type Standard } from '../../../core/standard';
import type { LearnerView } from '../../../contract';
import {
  FEWER,
  nextStepOf,
  type Condition,
  type NextMock,
  type NextStep,
  type Readiness,
} from '../../../core/readiness';
import { compileStandard } from '../../../core/standard';
import {
  errorText,
  newestVersions,
  useChangeLearnerMutation,
  useMayChange,
  useStandardsQuery,
} from '../../data/api';
import { BandScale, Conditions, percent, wordColour, wordTitles, WorkOn } from '../../parts/readiness';
import { GoalsList } from '../../parts/goals';
import { useReadiness } from '../../data/readiness';
import {
  Aside,
  colour,
  dayText,
  daysText,
  daysUntil,
  localZone,
  EmptyNote,
  ErrorNote,
  LoadingNote,
  ReadOnly,
  WindowTitle,
} from '../../parts/ui';
import { Details } from './Details';
import { DetailsDialog } from './DetailsDialog';
import { DrillMemory } from './DrillMemory';
import { History } from './History';
import { LearnerCharts } from './LearnerCharts';
import { Overruling } from './Overruling';
import { Papers } from './Papers';
import { Results } from './Results';
import { TestDate } from './TestDate';
import { YardPractice } from './YardPractice';

/** One learner: how ready, what is missing, what breaks first, and the best use of the hours that are left. */
export function LearnerPage() {
  const { learner: id = '' } = useParams();
  const [params, setParams] = useSearchParams();
  const standardId = params.get('standard');
  const [day, setDay] = useState<string | null>(null);
  const [editing, setEditing] = useState(false);
  const shown = useReadiness({ learner: id, standard: standardId, day });
  const { data: standards } = useStandardsQuery();
  const [change, changing] = useChangeLearnerMutation();
  const mayChange = useMayChange();
  const { learner, evidence, standard, readiness, said, done, error } = shown;
  if (error && !learner)
    return <ErrorNote title="This learner could not be loaded">{errorText(error)}</ErrorNote>;
  if (!learner) return <LoadingNote what="the learner" />;
  const mine = mayChange(learner.instructor);
  const days = learner.testDate === null ? null : daysUntil(learner.testDate, new Date());
  return (
    <Box sx={{ display: 'grid', gap: 4, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      <Stack
        direction="row"
        sx={{ justifyContent: 'space-between', alignItems: 'center', flexWrap: 'wrap', gap: 2 }}
      >
        <Box>
          <WindowTitle name={learner.name} />
          <Typography variant="h1">{learner.name}</Typography>
          <Typography sx={{ color: 'text.secondary' }}>
            {days === null || learner.testDate === null
              ? 'No licence test booked'
              : days < 0
                ? `The licence test was on ${dayText(`${learner.testDate}T12:00:00Z`, 'UTC')}: enter how it went, and the next date`
                : `Licence test on ${dayText(`${learner.testDate}T12:00:00Z`, 'UTC')}, ${daysText(days)}`}
            {learner.testDate === null ? null : (
              <>
                {', '}
                <Link to={`/diary?view=day&who=all&day=${learner.testDate}`}>in the diary</Link>
              </>
            )}
          </Typography>
          {changing.error ? (
            <ErrorNote title="Couldn’t save the standard">{errorText(changing.error)}</ErrorNote>
          ) : null}
        </Box>
        <Stack direction="row" sx={{ gap: 1.5, flexWrap: 'wrap' }}>
          <TextField
            select
            label="Under the standard"
            value={standardId ?? evidence?.standard.id ?? ''}
            onChange={(event) => setParams({ standard: event.target.value })}
            sx={{ minWidth: 220 }}
          >
            {newestVersions(standards?.items ?? []).map(({ id: own, title }) => (
              <MenuItem key={own} value={own}>
                {title}
              </MenuItem>
            ))}
          </TextField>
          {mine && standardId !== null && standardId !== learner.preparesFor ? (
            <Button
              variant="outlined"
              disabled={changing.isLoading}
              onClick={() =>
                void change({
                  id: learner.id,
                  revision: learner.revision,
                  change: { standard: standardId },
                })
              }
            >
              Prepare for this standard
            </Button>
          ) : null}
          {mine ? (
            <Button variant="outlined" onClick={() => setEditing(true)}>
              Edit
            </Button>
          ) : null}
          <Button component={Link} to={`/setup?learner=${id}`} variant="contained" sx={{ px: 3 }}>
            Start a mock
          </Button>
        </Stack>
      </Stack>
      {mine ? null : (
        <Aside role="note">
          <Typography>
            {learner.instructor?.name} teaches {learner.name}. You can mark a mock with them; only{' '}
            {learner.instructor?.name} or an owner of the school can change this record.
          </Typography>
        </Aside>
      )}
      {error && nothingYet(error) ? (
        <EmptyNote title="No mock yet">
          Start one, or choose above which standard {learner.name} will be tested under. Three mocks on
          different routes give a useful forecast.
        </EmptyNote>
      ) : null}
      {error && !nothingYet(error) ? (
        <ErrorNote title="The forecast can’t be worked out">{errorText(error)}</ErrorNote>
      ) : null}
      {/* Room for what comes: else what stands below would be in reach, and jump away from under a finger. */}
      {!error && (!said || !evidence) ? (
        <Box sx={{ minHeight: '100vh' }}>
          <LoadingNote what="mock results" />
        </Box>
      ) : null}
      {said && evidence ? (
        <Box
          sx={{
            display: 'grid',
            gap: { xs: 3, md: 6 },
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1.25fr) minmax(0, 1fr)' },
          }}
        >
          <Judgement
            {...{ said, done, mine }}
            ready={evidence.settings.readyPass}
            learner={learner}
            next={readiness && standard ? { readiness, standard } : null}
          />
          <Requirements conditions={said.conditions} />
        </Box>
      ) : null}
      {/* What is worked out comes above what follows: until then there is room for it. */}
      {said && !readiness && !error ? <Box sx={{ minHeight: '100vh' }} /> : null}
      {readiness && standard && evidence ? (
        <>
          <Box
            sx={{
              display: 'grid',
              gap: { xs: 4, md: 6 },
              gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1.25fr) minmax(0, 1fr)' },
            }}
          >
            <Box component="section" aria-labelledby="work" id="work-on">
              <Typography variant="h2" id="work">
                What to work on next
              </Typography>
              <Typography sx={{ color: 'text.secondary' }}>
                What raises the chance of passing most, the greatest gain first.
              </Typography>
              <WorkOn items={workItems(standard, readiness)} />
            </Box>
            <Box sx={{ display: 'grid', gap: 4, alignContent: 'start' }}>
              <ReadOnly when={!mine}>
                <TestDate {...{ learner, day, setDay, readiness }} hours={shown.hours} standard={standard} />
              </ReadOnly>
              <WhyFailed readiness={readiness} standard={standard} />
            </Box>
          </Box>
          <LearnerCharts {...{ readiness, standard, evidence }} learner={learner} standardId={standardId} />
          <DrillMemory
            learner={learner}
            evidence={evidence}
            on={shown.day}
            allRight={readiness.questionsRight}
          />
          <History evidence={evidence} />
        </>
      ) : null}
      <GoalsList
        learner={learner.id}
        title="Goals for the next lesson"
        none="None stand. Set them at the debrief of a mock."
      />
      <YardPractice learner={learner.id} />
      {editing ? <DetailsDialog learner={learner} onClose={() => setEditing(false)} /> : null}
      <Details learner={learner} onEdit={() => setEditing(true)} />
      <Box
        sx={{
          display: 'grid',
          gap: { xs: 4, md: 6 },
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '1fr 1fr' },
        }}
      >
        <ReadOnly when={!mine}>
          <Papers learner={learner} />
        </ReadOnly>
        <ReadOnly when={!mine}>
          <Results learner={learner} />
        </ReadOnly>
      </Box>
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        A forecast from mocks can be wrong. You, the local code and the examiner decide. Today is{' '}
        {dayText(new Date().toISOString(), localZone())}.
      </Typography>
    </Box>
  );
}

/** The server knows no standard to ask under: nobody has chosen one, and no mock was driven. */
const nothingYet = (error: unknown): boolean => (error as { status?: unknown }).status === 404;

/** The word, the chance with its range, and the next step. */
function Judgement({
  said,
  next,
  ready,
  done,
  learner,
  mine,
}: {
  readonly said: Readiness;
  /** What the next step is chosen from; null while it is worked out. */
  readonly next: { readonly readiness: Readiness; readonly standard: Standard } | null;
  readonly ready: number;
  /** Share of what is being worked out that is done; null when nothing is. */
  readonly done: number | null;
  readonly learner: LearnerView;
  /** Whether who is signed in may change their record. */
  readonly mine: boolean;
}) {
  const { forecast, word } = said;
  const { pass, low, high } = forecast;
  const tone = wordColour[word];
  return (
    <Box
      component="section"
      aria-label="Readiness"
      sx={{
        bgcolor: colour('card'),
        border: `1px solid ${colour('line')}`,
        borderLeft: `10px solid ${colour(tone)}`,
        borderRadius: 1,
        p: 3,
      }}
    >
      <Box sx={{ height: 4 }}>
        {done === null ? null : (
          <LinearProgress variant="determinate" value={100 * done} aria-label="Working it out" />
        )}
      </Box>
      <Typography
        component="p"
        sx={{ fontSize: { xs: '2rem', sm: '2.6rem' }, fontWeight: 700, lineHeight: 1.1 }}
      >
        {learner.overrule ? wordTitles[learner.overrule.word] : wordTitles[word]}
      </Typography>
      <ReadOnly when={!mine}>
        <Overruling learner={learner} word={word} />
      </ReadOnly>
      <Typography sx={{ fontSize: '1.2rem', mt: 1.5, mb: 1 }}>
        {word === 'too little evidence'
          ? `Perhaps ${percent(pass)}, but it may be anything from ${percent(low)} to ${percent(high)}`
          : `${percent(pass)} chance of passing, between ${percent(low)} and ${percent(high)}`}
      </Typography>
      <BandScale {...{ pass, low, high, ready, tone }} />
      <Typography variant="body2" sx={{ color: 'text.secondary', mt: 1 }}>
        The band is the 80% range, the dashed line where “ready” begins ({percent(ready)}). Worked out from
        the evidence of {said.tests.toFixed(1)} whole tests, the latest counting most.
      </Typography>
      {next ? (
        <>
          <WhatWouldChange whatIf={next.readiness.whatIf} now={pass} />
          <Next {...next} learner={learner} />
        </>
      ) : (
        // Room for what is being worked out, so that nothing below it jumps.
        <Box role="status" sx={{ minHeight: 280, pt: 2, color: 'text.secondary' }}>
          Working out the next step
        </Box>
      )}
    </Box>
  );
}

/** What to do next, and where. */
function Next({
  readiness,
  standard,
  learner,
}: {
  readonly readiness: Readiness;
  readonly standard: Standard;
  readonly learner: LearnerView;
}) {
  const step = nextStepOf(standard, readiness, {
    gains: readiness.forecast.gains,
    booked: learner.testDate !== null && daysUntil(learner.testDate, new Date()) >= 0,
  });
  return (
    <Box
      role="group"
      aria-label="Next step"
      sx={{ mt: 2, pt: 2, borderTop: `1px solid ${colour('line')}`, display: 'grid', gap: 1.25 }}
    >
      <Typography sx={{ fontSize: '1.2rem' }}>
        <strong>Next step:</strong> {step.text}
      </Typography>
      {/* A mock has its button at the top. */}
      {step.by === 'mock' ? null : (
        <Box>
          <NextStepLink by={step.by} learner={learner} />
        </Box>
      )}
    </Box>
  );
}

const nextMockWords: Readonly<Record<NextMock, string>> = {
  clean: 'The next mock without any fault',
  fewer: `The next like the last whole one, with ${FEWER} small faults fewer and none serious`,
  serious: 'The next like the last whole one, with one serious fault',
};

/** The chance after the next mock, whichever way it goes. */
function WhatWouldChange({ whatIf, now }: { readonly whatIf: Readiness['whatIf']; readonly now: number }) {
  if (whatIf.length === 0) return null;
  return (
    <Box component="section" aria-label="What would change this" sx={{ mt: 2 }}>
      <Typography sx={{ fontWeight: 700 }}>What would change this</Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {whatIf.map(({ next, pass }) => (
          <Box
            component="li"
            key={next}
            sx={{
              display: 'flex',
              gap: 2,
              justifyContent: 'space-between',
              alignItems: 'baseline',
              py: 0.25,
            }}
          >
            <span>{nextMockWords[next]}</span>
            <Box component="span" sx={{ whiteSpace: 'nowrap' }}>
              {percent(now)} → <b>{percent(pass)}</b>
            </Box>
          </Box>
        ))}
      </Box>
    </Box>
  );
}

/** Where the next step is done. */
function NextStepLink({
  by,
  learner,
}: {
  readonly by: Exclude<NextStep['by'], 'mock'>;
  readonly learner: LearnerView;
}) {
  const [words, to] = {
    practice: ['See what to work on', '#work-on'],
    drill: ['Start a drill', `/questions/drill?learner=${learner.id}`],
    documents: ['Open documents', '#documents'],
    booking: ['Open the diary', '/diary'],
    lessons: ['Open the diary', '/diary'],
  }[by] as [string, string];
  // A place on this page is gone to by the browser itself.
  const where = to.startsWith('#') ? { href: to } : { component: Link, to };
  return (
    <Button {...where} variant="outlined" sx={{ minHeight: 56 }}>
      {words}
    </Button>
  );
}

/** So many requirements stand on the first screen, what is not met first. */
const FIRST = 3;

function Requirements({ conditions }: { readonly conditions: readonly Condition[] }) {
  const [all, setAll] = useState(false);
  const unmet = conditions.filter(({ met }) => !met).length;
  return (
    <Box component="section" aria-labelledby="conditions">
      <Typography variant="h2" id="conditions">
        Requirements
      </Typography>
      <Typography sx={{ color: 'text.secondary' }}>
        {unmet === 0 ? `All ${conditions.length} are met.` : `${unmet} of ${conditions.length} not met.`}
      </Typography>
      <Conditions conditions={conditions} {...(all ? {} : { most: FIRST })} />
      {conditions.length > FIRST ? (
        <Button color="inherit" onClick={() => setAll(!all)} aria-expanded={all} sx={{ mt: 0.5 }}>
          {all ? 'Show fewer' : `Show all ${conditions.length}`}
        </Button>
      ) : null}
    </Box>
  );
}

/** Which limits a test fails by, as it was simulated. */
function WhyFailed({
  readiness: {
    forecast: { broken },
  },
  standard,
}: {
  readonly readiness: Readiness;
  readonly standard: Standard;
}) {
  if (broken.length === 0) return null;
  return (
    <Box component="section" aria-labelledby="why-failed">
      <Typography variant="h2" id="why-failed">
        Why a test would fail
      </Typography>
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {broken.slice(0, 3).map(({ limit, share }) => (
          <li key={limit}>
            {titleOf(standard, limit)}: {percent(share)} of simulated fails
          </li>
        ))}
      </Box>
    </Box>
  );
}

function titleOf(standard: Standard, id: string): string {
  const limit = limitOf(standard, id);
  return limit ? limitTitle(standard, limit) : id;
}

const SHOWN = 5;

function workItems(standard: Standard, { forecast: { gains } }: Readiness) {
  const { itemOf } = compileStandard(standard);
  return gains.slice(0, SHOWN).map(({ item, gain }) => {
    const { label, skill } = itemOf(item).item;
    return { key: item, title: label, skill, why: `Raises the chance by ${(100 * gain).toFixed(1)} points` };
  });
}
