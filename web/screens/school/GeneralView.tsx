import { Box, MenuItem, TextField, Typography } from '@mui/material';
import {
  errorText,
  newestVersions,
  useKeepSchoolMutation,
  useSchoolQuery,
  useStandardsQuery,
} from '../../data/api';
import { ErrorNote, LoadingNote } from '../../parts/ui';
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
      <TextField
        select
        label="Standard that learners prepare for"
        value={data.standard ?? ''}
        slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
        onChange={(event) =>
          void keep({ ...data, standard: event.target.value === '' ? null : event.target.value })
        }
        helperText="Set-up, forecasts, licence test results and route sheets start with it. A learner can have another one."
      >
        <MenuItem value="">That of their last mock</MenuItem>
        {newestVersions(standards?.items ?? []).map(({ id, title }) => (
          <MenuItem key={id} value={id}>
            {title}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        select
        label="Lengths and speeds"
        value={data.units}
        onChange={(event) =>
          void keep({ ...data, units: event.target.value === 'metric' ? 'metric' : 'imperial' })
        }
      >
        <MenuItem value="imperial">Miles, yards and mph</MenuItem>
        <MenuItem value="metric">Kilometres, metres and km/h</MenuItem>
      </TextField>
      <TextField
        select
        label="People drive on the"
        value={data.drivingSide ?? ''}
        slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
        onChange={(event) =>
          void keep({
            ...data,
            drivingSide: event.target.value === '' ? null : event.target.value === 'right' ? 'right' : 'left',
          })
        }
        helperText="Where a standard or a route is shown, its own side counts."
      >
        <MenuItem value="">Side of the standard</MenuItem>
        <MenuItem value="left">Left</MenuItem>
        <MenuItem value="right">Right</MenuItem>
      </TextField>
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
