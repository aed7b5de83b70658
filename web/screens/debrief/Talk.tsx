import { Autocomplete, Box, Button, TextField, Typography } from '@mui/material';
import { useMemo, useState } from 'react';
import { skipToken } from '@reduxjs/toolkit/query';
import type { MockView } from '../../../contract';
import { beliefs, cleanNow, prioritiesOf, todayWords, type Priority } from '../../../core/coaching';
import { positionsOf, type MarkedAt } from '../../../core/hotspot';
import { cleanSections, clockText, secondsSince, type Judgement } from '../../../core/marking';
import { markedItems } from '../../../core/readiness';
import { MOST_GOALS } from '../../../core/session';
import { featureKindOf, type FeatureKindId } from '../../../core/route';
import type { Standard } from '../../../core/standard';
import { useRouteQuery } from '../../data/api';
import type { DoAction } from '../../data/log';
import { GoalsList } from '../../parts/goals';
import { WorkOn, type WorkItem } from '../../parts/readiness';
import { useReadiness } from '../../data/readiness';
import { colour, ListRow } from '../../parts/ui';

interface Props {
  readonly mock: MockView;
  readonly standard: Standard;
  readonly judgement: Judgement;
  readonly act: DoAction;
}

/** The talk: what was good, three things to work on and why these, and goals for the next lesson. */
export function Talk({ mock, standard, judgement, act }: Props) {
  const { readiness, evidence, error } = useReadiness({ learner: mock.learner.id, standard: standard.id });
  const { data } = useRouteQuery(mock.route?.id ?? skipToken);
  const route = data?.route ?? null;
  const gains = readiness?.forecast.gains;
  const pending = gains === undefined && !error;
  // Each step of the forecast draws this again; what the marks tell is the same until one is added.
  const kinds = useMemo(
    // While the route loads nobody knows yet where the marks were made.
    () => (mock.route && !route ? [] : positionsOf(judgement.marks, judgement.drive, route).map(kindAt)),
    [judgement, route, mock.route],
  );
  const priorities = useMemo(
    () => prioritiesOf(standard, judgement, gains ?? []),
    [standard, judgement, gains],
  );
  const items = useMemo(
    () => priorities.map((priority) => workItem(priority, judgement, kinds, { standard, mock })),
    [priorities, judgement, kinds, standard, mock],
  );
  const good = useMemo(() => {
    const before = (evidence?.evidence ?? [])
      .filter(({ at }) => at < mock.startedAt)
      .sort((a, b) => b.at.localeCompare(a.at))
      .map((mock) => markedItems(standard, mock));
    return cleanNow(standard, judgement, mock, before);
  }, [standard, judgement, mock, evidence]);
  return (
    <>
      <Box component="section" aria-labelledby="good" sx={{ mt: 4 }}>
        <Typography variant="h2" id="good">
          What was good
        </Typography>
        {good.length > 0 ? (
          <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
            {good.map(({ area, title, before: times }) => (
              <li key={area}>
                <strong>{title}</strong>: clean today; {times} {times === 1 ? 'fault' : 'faults'} in the
                drives before
              </li>
            ))}
          </Box>
        ) : (
          <Typography sx={{ color: 'text.secondary' }}>{cleanWords(standard, judgement, mock)}</Typography>
        )}
      </Box>
      <Box
        component="section"
        aria-labelledby="three"
        aria-busy={pending}
        // The forecast can name more: their room is kept, so that what stands below hardly moves under a finger.
        sx={{ mt: 4, minHeight: pending ? { xs: 980, sm: 700 } : 0 }}
      >
        <Typography variant="h2" id="three">
          {priorities.length === 0
            ? 'To work on'
            : `${['One thing', 'Two things', 'Three things'][priorities.length - 1]} to work on`}
        </Typography>
        {error ? (
          <Typography variant="body2" sx={{ color: 'text.secondary' }}>
            Chosen by today’s marks alone: what earlier mocks tell could not be loaded.
          </Typography>
        ) : null}
        {priorities.length === 0 ? (
          <Typography>Nothing stands out. Try another route next.</Typography>
        ) : (
          <WorkOn items={items} />
        )}
      </Box>
      <Box sx={{ mt: 4, '&:empty': { display: 'none' } }}>
        <GoalsList learner={mock.learner.id} but={mock.id} title="Goals from before" />
      </Box>
      <Goals {...{ judgement, act, priorities }} />
      <Beliefs />
    </>
  );
}

const kindAt = (position: MarkedAt | null): FeatureKindId | null => position?.kind ?? null;

/** Sections that were driven and had no mark. */
function cleanWords(standard: Standard, judgement: Judgement, mock: MockView): string {
  const clean = cleanSections(standard, judgement, mock).map(({ title }) => title.toLowerCase());
  if (clean.length > 0) return `No marks in ${clean.join(', ')}.`;
  return judgement.marks.length === 0
    ? 'Too little was driven to call any section clean.'
    : 'No section was clean today. Name one thing that went well anyway.';
}

/** @param kinds what of the route each mark was made at; null where nothing tells */
function workItem(
  priority: Priority,
  { marks }: Judgement,
  kinds: readonly (FeatureKindId | null)[],
  { standard, mock }: Pick<Props, 'standard' | 'mock'>,
): WorkItem {
  const { item, label, skill, gain } = priority;
  const gained = gain >= 0.001 ? `, and it raises the chance by ${(100 * gain).toFixed(1)} points` : '';
  const own = new Set(priority.marks);
  const at = marks.flatMap(({ by, at: when, item: of }, n) => {
    if (of !== item || !own.has(by)) return [];
    const place = featureKindOf(kinds[n] ?? '')?.title.toLowerCase();
    return [`${clockText(secondsSince(mock.startedAt, when))}${place ? ` at the ${place}` : ''}`];
  });
  return {
    key: item,
    title: label,
    skill,
    why: `${todayWords(standard, priority)}${gained}`,
    ...(at.length > 0 ? { where: `At ${listed(at)}` } : {}),
  };
}

/** So many times are read out; more would be a list, not a talk. */
const MOST_TIMES = 12;

const listed = (times: readonly string[]): string =>
  times.length <= MOST_TIMES
    ? times.join(', ')
    : `${times.slice(0, MOST_TIMES).join(', ')} and ${times.length - MOST_TIMES} more times`;

/** What the next lesson is for; kept with the drive, and shown to the learner with it. */
function Goals({
  judgement,
  act,
  priorities,
}: Pick<Props, 'judgement' | 'act'> & { readonly priorities: readonly Priority[] }) {
  const [text, setText] = useState('');
  const { goals } = judgement.drive;
  const offers = priorities
    .map(({ label }) => label)
    .filter((label) => !goals.some((goal) => goal.text === label));
  const add = (goal: string) => act({ do: 'goal', text: goal });
  return (
    <Box component="section" aria-labelledby="goals" sx={{ mt: 4 }}>
      <Typography variant="h2" id="goals">
        Goals for the next lesson
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {goals.map(({ id, text: goal }) => (
          <ListRow key={id}>
            <Typography sx={{ flex: 1, fontWeight: 700 }}>{goal}</Typography>
            <Button
              color="inherit"
              aria-label={`Remove the goal ${goal}`}
              onClick={() => act({ do: 'take-back', events: [id] })}
            >
              Remove
            </Button>
          </ListRow>
        ))}
      </Box>
      {goals.length < MOST_GOALS ? (
        <>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 1 }}>
            {offers.map((label) => (
              <Button
                key={label}
                variant="outlined"
                onClick={() => add(label)}
                sx={{ minHeight: 52, textAlign: 'left' }}
              >
                {label}
              </Button>
            ))}
          </Box>
          <Box
            component="form"
            onSubmit={(event) => {
              event.preventDefault();
              if (text.trim() !== '') add(text.trim());
              setText('');
            }}
            sx={{ display: 'flex', gap: 1, mt: 1.5, maxWidth: 620 }}
          >
            <TextField
              label="Another goal"
              value={text}
              onChange={(event) => setText(event.target.value)}
              slotProps={{ htmlInput: { maxLength: 200 } }}
              sx={{ flex: 1 }}
            />
            <Button type="submit" variant="outlined">
              Add
            </Button>
          </Box>
        </>
      ) : null}
    </Box>
  );
}

/** What learners believe, and a short answer: common practice. */
function Beliefs() {
  const [chosen, setChosen] = useState<(typeof beliefs)[number] | null>(null);
  return (
    <Box component="section" aria-labelledby="beliefs" sx={{ mt: 4 }}>
      <Typography variant="h2" id="beliefs" sx={{ mb: 1 }}>
        Did the learner repeat something they heard?
      </Typography>
      <Autocomplete
        options={[...beliefs]}
        getOptionLabel={({ said }) => said}
        value={chosen}
        onChange={(_, value) => setChosen(value)}
        sx={{ maxWidth: 620 }}
        renderInput={(params) => <TextField {...params} label="“I heard that …”" />}
      />
      {chosen ? (
        <Typography
          role="status"
          sx={{ mt: 1, pl: 1.5, borderLeft: `4px solid ${colour('slate')}`, fontSize: '1.15rem' }}
        >
          {chosen.answer}{' '}
          <Box component="span" sx={{ color: 'text.secondary', fontSize: '1rem' }}>
            Common practice; the local code decides.
          </Box>
        </Typography>
      ) : null}
    </Box>
  );
}
