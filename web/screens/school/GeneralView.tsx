import { Box, TextField, Typography } from '@mui/material';
import {
  errorText,
  newestVersions,
  useKeepSchoolMutation,
  useSchoolQuery,
  useStandardsQuery,
} from '../../data/api';
import { ChoiceField, ErrorNote, LoadingNote } from '../../parts/ui';
import { LearnerRoadsForm } from './LearnerRoadsForm';

/** What every screen takes when nothing more particular is chosen. */
export function GeneralView() {
  const { data, error, refetch } = useSchoolQuery();
  const { data: standards } = useStandardsQuery();
  const [keep, kept] = useKeepSchoolMutation();
  if (error)
    return (
      <ErrorNote title="The settings could not be loaded" onRetry={() => void refetch()}>
        {errorText(error)}
      </ErrorNote>
    );
  if (!data) return <LoadingNote what="the settings" />;
  return (
    <Box sx={{ display: 'grid', gap: 3, maxWidth: 640 }}>
      {kept.error ? <ErrorNote title="Couldn’t save">{errorText(kept.error)}</ErrorNote> : null}
      <TextField
        key={data.name}
        label="Name of the school"
        defaultValue={data.name}
        slotProps={{ htmlInput: { maxLength: 80 } }}
        onBlur={(event) => {
          if (event.target.value.trim() !== data.name) void keep({ ...data, name: event.target.value });
        }}
      />
      <ChoiceField
        label="Standard that learners prepare for"
        value={data.standard ?? ''}
        none="That of their last mock"
        items={newestVersions(standards?.items ?? []).map(({ id, title }) => [id, title] as const)}
        onChange={(standard) => void keep({ ...data, standard: standard || null })}
        helperText="Set-up, forecasts, licence test results and route sheets start with it. A learner can have another one."
      />
      <ChoiceField
        label="Lengths and speeds"
        value={data.units}
        items={[
          ['imperial', 'Miles, yards and mph'],
          ['metric', 'Kilometres, metres and km/h'],
        ]}
        onChange={(units) => void keep({ ...data, units: units === 'metric' ? 'metric' : 'imperial' })}
      />
      <ChoiceField
        label="People drive on the"
        value={data.drivingSide ?? ''}
        none="Side of the standard"
        items={[
          ['left', 'Left'],
          ['right', 'Right'],
        ]}
        onChange={(side) =>
          void keep({ ...data, drivingSide: side === 'left' || side === 'right' ? side : null })
        }
        helperText="Where a standard or a route is shown, its own side counts."
      />
      <LearnerRoadsForm
        all={data.learnerRoads}
        onChange={(learnerRoads) => void keep({ ...data, learnerRoads })}
      />
      <Typography role="status" sx={{ color: 'text.secondary', minHeight: '1.5em' }}>
        {kept.isSuccess ? 'Saved.' : kept.isLoading ? 'Saving …' : ''}
      </Typography>
    </Box>
  );
}
