import { Autocomplete, Box, Button, TextField, Typography } from '@mui/material';
import { useState } from 'react';
import type { TestView } from '../../contract';
import { beliefs, cleanNow, prioritiesOf, type Priority } from '../../core/coaching';
import { clockText, GOAL, goalsOf, secondsSince, type EventBody, type Judgement } from '../../core/marking';
import { markedItems } from '../../core/readiness';
import { featureKindOf, kindOfFeature } from '../../core/route';
import { compileStandard, type Standard } from '../../core/standard';
import { WorkOn, type WorkItem } from '../readiness';
import { useReadiness } from '../term';
import { colour } from '../ui';

interface Props {
  readonly test: TestView;
  readonly standard: Standard;
  readonly judgement: Judgement;
  readonly record: (body: EventBody) => string;
}

/** The talk: what was good, three things to work on and why these, and goals for the next lesson. */
export function Talk({ test, standard, judgement, record }: Props) {
  const { readiness, evidence, error } = useReadiness({ learner: test.learner.id, standard: standard.id });
  const priorities = prioritiesOf(standard, judgement, readiness?.forecast.gains ?? []);
  const before = (evidence?.evidence ?? [])
    .filter(({ at }) => at < test.startedAt)
    .sort((a, b) => b.at.localeCompare(a.at))
    .map((mock) => markedItems(standard, mock));
  const good = cleanNow(standard, judgement, before);
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
          <Typography sx={{ color: 'text.secondary' }}>{cleanWords(standard, judgement)}</Typography>
        )}
      </Box>
      <Box component="section" aria-labelledby="three" sx={{ mt: 4 }}>
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
          <Typography>Nothing went wrong, and nothing stands out. Another route, then.</Typography>
        ) : (
          <WorkOn items={priorities.map((priority) => workItem(priority, standard, judgement, test))} />
        )}
      </Box>
      <Goals {...{ judgement, record, priorities }} />
      <Beliefs />
    </>
  );
}

/** Sections that could have gone wrong and did not. */
function cleanWords(standard: Standard, judgement: Judgement): string {
  const marked = new Set(
    judgement.marks.map(({ item }) => compileStandard(standard).itemOf(item).section.id),
  );
  const clean = standard.sections.filter(({ id }) => !marked.has(id)).map(({ title }) => title.toLowerCase());
  return clean.length === 0
    ? 'Every section had a mark today; name one thing that was done well all the same.'
    : `No mark in ${clean.join(', ')}.`;
}

function workItem(priority: Priority, standard: Standard, judgement: Judgement, test: TestView): WorkItem {
  const { item, label, skill, times, gravity, gain, features, marks } = priority;
  const word = standard.severities.findLast((severity) => severity.gravity === gravity)?.label.toLowerCase();
  const today =
    times === 0
      ? 'Not marked today'
      : `${times === 1 ? 'Once' : `${times} times`} today${gravity >= 2 && word ? `, ${word}` : ''}`;
  const gained = gain >= 0.001 ? `, and it gains ${(100 * gain).toFixed(1)} points of chance` : '';
  const at = judgement.marks
    .filter(({ by, item: of }) => of === item && marks.includes(by))
    .map(({ at: when, feature }, n) => {
      const place = placeWords(feature ?? features[n] ?? null);
      return `${clockText(secondsSince(test.startedAt, when))}${place ? ` at the ${place}` : ''}`;
    });
  return {
    key: item,
    title: label,
    skill,
    why: `${today}${gained}`,
    ...(at.length > 0 ? { where: `At ${at.join(', ')}` } : {}),
  };
}

function placeWords(feature: string | null): string | null {
  const kind = feature === null ? undefined : kindOfFeature(feature);
  return kind === undefined ? null : (featureKindOf(kind)?.title.toLowerCase() ?? null);
}

const MOST_GOALS = 3;

/** What the next lesson is for; kept with the drive, and shown to the learner with it. */
function Goals({
  judgement,
  record,
  priorities,
}: Pick<Props, 'judgement' | 'record'> & { readonly priorities: readonly Priority[] }) {
  const [text, setText] = useState('');
  const goals = goalsOf(judgement.drive);
  const offers = priorities
    .map(({ label }) => label)
    .filter((label) => !goals.some((goal) => goal.text === label));
  const add = (goal: string) => record({ kind: 'note', text: `${GOAL}${goal}` });
  return (
    <Box component="section" aria-labelledby="goals" sx={{ mt: 4 }}>
      <Typography variant="h2" id="goals">
        Goals for the next lesson
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {goals.map(({ id, text: goal }) => (
          <Box
            component="li"
            key={id}
            sx={{
              display: 'flex',
              alignItems: 'center',
              minHeight: 52,
              borderBottom: `1px solid ${colour('line')}`,
            }}
          >
            <Typography sx={{ flex: 1, fontWeight: 700 }}>{goal}</Typography>
            <Button
              color="inherit"
              aria-label={`Take back the goal ${goal}`}
              onClick={() => record({ kind: 'retract', of: id })}
            >
              Take back
            </Button>
          </Box>
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
        Did a belief come up?
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
