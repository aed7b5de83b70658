import { Autocomplete, Box, Button, TextField, Typography } from '@mui/material';
import { useState } from 'react';
import { adviceWith, shippedAdvice, type Advice } from '../../../core/coaching';
import { skillAreas, skillOf } from '../../../core/standard';
import { errorText, useCoachingQuery, useKeepCoachingMutation } from '../../data/api';
import { useUnsaved } from '../../parts/unsaved';
import { ErrorNote, LoadingNote, OpeningRow } from '../../parts/ui';

const skills = skillAreas.flatMap(({ title, skills: own }) =>
  own.map((skill) => ({ ...skill, area: title })),
);

/** What a mark usually means, what to do instead, and how it is practised: the school's own words go first. */
export function AdviceView() {
  const { data, error } = useCoachingQuery();
  const [added, setAdded] = useState<string | null>(null);
  if (error) return <ErrorNote title="The advice could not be loaded">{errorText(error)}</ErrorNote>;
  if (!data) return <LoadingNote what="the advice" />;
  const all = adviceWith(data.advice);
  const shown = [...(added !== null && !all.has(added) ? [added] : []), ...all.keys()];
  return (
    <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      <Typography sx={{ maxWidth: 760 }}>
        Shown at the debrief, on the learner’s page and on what a learner is sent. What ships is common
        practice; change it to what your school teaches.
      </Typography>
      <Autocomplete
        options={skills.filter(({ id }) => !all.has(id))}
        groupBy={({ area }) => area}
        getOptionLabel={({ title }) => title}
        onChange={(_, skill) => setAdded(skill?.id ?? null)}
        renderInput={(params) => <TextField {...params} label="Add advice for another skill" />}
        sx={{ maxWidth: 520 }}
      />
      <Box>
        {shown.map((skill) => {
          const own = data.advice.some((advice) => advice.skill === skill);
          return (
            <OpeningRow
              key={skill}
              summary={
                <Typography sx={{ fontWeight: 700 }}>
                  {skillOf(skill)?.title ?? skill}
                  <Box component="span" sx={{ fontWeight: 400, color: 'text.secondary' }}>
                    {own ? ', in your words' : ''}
                  </Box>
                </Typography>
              }
            >
              <AdviceForm
                advice={all.get(skill) ?? { skill, cause: '', instead: '', exercise: '' }}
                kept={data.advice}
                revision={data.revision}
                own={own}
              />
            </OpeningRow>
          );
        })}
      </Box>
    </Box>
  );
}

const fields = [
  ['cause', 'Usual cause'],
  ['instead', 'What to do instead'],
  ['exercise', 'Exercise'],
] as const;

function AdviceForm({
  advice,
  kept,
  revision,
  own,
}: {
  readonly advice: Advice;
  readonly kept: readonly Advice[];
  readonly revision: number;
  readonly own: boolean;
}) {
  const [keep, { error, isLoading }] = useKeepCoachingMutation();
  // Only what was typed: saving one piece of advice takes nothing from another that is being written.
  const [edits, setEdits] = useState<Partial<Advice>>({});
  const texts = { ...advice, ...edits };
  useUnsaved(fields.some(([key]) => texts[key] !== advice[key]));
  const others = kept.filter(({ skill }) => skill !== advice.skill);
  const blank = fields.some(([key]) => texts[key].trim() === '');
  const ships = shippedAdvice.some(({ skill }) => skill === advice.skill);
  return (
    <Box sx={{ display: 'grid', gap: 1.5, maxWidth: 760, pt: 1 }}>
      {fields.map(([key, label]) => (
        <TextField
          key={key}
          label={label}
          multiline
          value={texts[key]}
          onChange={(event) => setEdits({ ...edits, [key]: event.target.value })}
          slotProps={{ htmlInput: { maxLength: 400 } }}
        />
      ))}
      {error ? <ErrorNote title="Couldn’t save the advice">{errorText(error)}</ErrorNote> : null}
      <Box sx={{ display: 'flex', gap: 1.5 }}>
        <Button
          variant="outlined"
          disabled={blank || isLoading}
          onClick={() => void keep({ revision, advice: [...others, texts] })}
        >
          Save
        </Button>
        {own ? (
          <Button
            color="inherit"
            onClick={() =>
              void keep({ revision, advice: others })
                .unwrap()
                .then(() => setEdits({}))
                .catch(() => undefined)
            }
          >
            {ships ? 'Reset to default' : 'Remove'}
          </Button>
        ) : null}
      </Box>
    </Box>
  );
}
