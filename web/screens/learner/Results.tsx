import { v4 as newId } from 'uuid';
import { Box, Button, MenuItem, TextField, Typography } from '@mui/material';
import { Controller } from 'react-hook-form';
import { ResultToKeep, type LearnerView } from '../../../contract';
import {
  errorText,
  newestVersions,
  useStandardsQuery,
  useKeepResultMutation,
  useRemoveResultMutation,
  useResultsQuery,
} from '../../data/api';
import { useBodyForm } from '../../parts/form';
import { percent } from '../../parts/readiness';
import { colour, dayText, ErrorNote } from '../../parts/ui';

/** How official tests went; each is held against what was foretold. */
export function Results({ learner }: { readonly learner: LearnerView }) {
  // Another learner, or another standard to prepare for, is another form: none of the one before stays in it.
  return <ResultsForm key={`${learner.id} ${learner.preparesFor}`} learner={learner} />;
}

function ResultsForm({ learner }: { readonly learner: LearnerView }) {
  const { data } = useResultsQuery(learner.id);
  const { data: standards } = useStandardsQuery();
  const [keep, { error, isLoading }] = useKeepResultMutation();
  const [remove] = useRemoveResultMutation();
  const versions = newestVersions(standards?.items ?? []);
  const today = new Date().toISOString().slice(0, 10);
  // Nothing is guessed: a result under another standard would be held against the wrong forecast.
  const { field, control, setValue, handleSubmit } = useBodyForm(ResultToKeep, {
    learner: learner.id,
    day: learner.testDate !== null && learner.testDate <= today ? learner.testDate : today,
    standard: learner.preparesFor ?? '',
    passed: true,
  });
  const enter = (passed: boolean) => {
    setValue('passed', passed);
    void handleSubmit((result) => keep({ id: newId(), result }))();
  };
  return (
    <Box component="section" aria-labelledby="results">
      <Typography variant="h2" id="results">
        Licence tests
      </Typography>
      {error ? <ErrorNote title="Couldn’t save the result">{errorText(error)}</ErrorNote> : null}
      {data?.items.length === 0 ? (
        <Typography sx={{ color: 'text.secondary' }}>None entered yet.</Typography>
      ) : null}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {data?.items.map(({ id, day: on, passed, foretold }) => (
          <Box
            component="li"
            key={id}
            sx={{
              display: 'flex',
              flexWrap: 'wrap',
              alignItems: 'center',
              gap: 1.5,
              py: 0.5,
              borderBottom: `1px solid ${colour('line')}`,
            }}
          >
            <Box sx={{ flex: '1 1 200px' }}>
              <Typography>
                <strong>{passed ? 'Passed' : 'Failed'}</strong> on {dayText(`${on}T12:00:00Z`, 'UTC')}
              </Typography>
              <Typography variant="body2" sx={{ color: 'text.secondary' }}>
                {foretold
                  ? `${percent(foretold.pass)} was the forecast, from ${foretold.mocks} ${foretold.mocks === 1 ? 'mock' : 'mocks'}`
                  : 'No forecast: there was no mock before that day. It isn’t counted in forecast accuracy.'}
              </Typography>
            </Box>
            <Button color="inherit" onClick={() => void remove(id)}>
              Remove
            </Button>
          </Box>
        ))}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, mt: 2, alignItems: 'center' }}>
        <TextField
          type="date"
          label="Day of the test"
          slotProps={{ inputLabel: { shrink: true } }}
          {...field('day', { problem: 'Choose the day of the test.' })}
        />
        <Controller
          control={control}
          name="standard"
          render={({ field: { value, ...rest }, fieldState: { invalid } }) => (
            <TextField
              select
              label="Under"
              {...rest}
              value={versions.some(({ id }) => id === value) ? value : ''}
              error={invalid}
              helperText={value === '' ? 'Choose the standard of the test' : undefined}
              sx={{ minWidth: 170 }}
            >
              {versions.map(({ id, title }) => (
                <MenuItem key={id} value={id}>
                  {title}
                </MenuItem>
              ))}
            </TextField>
          )}
        />
        <Button variant="outlined" disabled={isLoading} onClick={() => enter(true)}>
          Passed
        </Button>
        <Button variant="outlined" disabled={isLoading} onClick={() => enter(false)}>
          Failed
        </Button>
      </Box>
    </Box>
  );
}
