import { Box, MenuItem, Tab, Tabs, TextField, Typography } from '@mui/material';
import { Link, useParams, useSearchParams } from 'react-router';
import { problemText } from '../../../core/problems';
import { CAUTION, combination } from '../../../core/yard';
import { errorText } from '../../data/api';
import { ErrorNote, LoadingNote } from '../../parts/ui';
import { DriveView } from './DriveView';
import { Parameters } from './Parameters';
import { SetOutView } from './SetOutView';
import { ShowView } from './ShowView';
import { useYard, type Yard } from './useYard';

const views = [
  ['', 'Set out'],
  ['show', 'Show'],
  ['drive', 'Drive'],
] as const;

/** Courses and vehicles with real geometry: how to lay one out, how it is driven, and driving it. */
export function YardPage() {
  const { view = '' } = useParams();
  const [params] = useSearchParams();
  const { yard, error, retry } = useYard();
  return (
    <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      <Box
        sx={{
          display: 'flex',
          flexWrap: 'wrap',
          gap: 2,
          justifyContent: 'space-between',
          alignItems: 'flex-start',
        }}
      >
        <Box>
          <Typography variant="h1">Yard</Typography>
          <Typography color="text.secondary">{CAUTION}</Typography>
        </Box>
        {yard ? <Pickers yard={yard} /> : null}
      </Box>
      {yard ? (
        <>
          <Tabs value={views.some(([id]) => id === view) ? view : ''} aria-label="Views of the yard">
            {views.map(([id, title]) => (
              <Tab
                key={id}
                value={id}
                label={title}
                component={Link}
                to={{ pathname: id ? `/yard/${id}` : '/yard', search: params.toString() }}
              />
            ))}
          </Tabs>
          <View key={`${yard.course.id} ${yard.vehicle.id}`} view={view} yard={yard} />
        </>
      ) : error ? (
        <ErrorNote title="Couldn’t load the courses" onRetry={retry}>
          {errorText(error)}
        </ErrorNote>
      ) : (
        <LoadingNote what="courses" />
      )}
    </Box>
  );
}

function View({ view, yard }: { readonly view: string; readonly yard: Yard }) {
  const { laid, vehicle, set } = yard;
  if (!laid.ok)
    return (
      <ErrorNote title="The course can’t be laid out like this">
        {laid.problems.map(problemText).join('; ')}
      </ErrorNote>
    );
  const panel = <Parameters parameters={laid.value.parameters} onSet={set} />;
  if (view === 'show') return <ShowView yard={yard} layout={laid.value} panel={panel} />;
  if (view === 'drive') return <DriveView yard={yard} layout={laid.value} panel={panel} />;
  return <SetOutView layout={laid.value} vehicle={vehicle} panel={panel} />;
}

function Pickers({ yard: { courses, vehicles, course, vehicle, choose } }: { readonly yard: Yard }) {
  const { width, length } = combination(vehicle);
  return (
    <Box
      sx={{
        display: 'grid',
        gap: 2,
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '270px 330px' },
        width: { xs: '100%', sm: 'auto' },
      }}
    >
      <TextField
        select
        size="small"
        label="Course"
        value={course.id}
        onChange={({ target }) => choose('course', target.value)}
      >
        {courses.map(({ id, title }) => (
          <MenuItem key={id} value={id}>
            {title}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        select
        size="small"
        label="Vehicle"
        value={vehicle.id}
        helperText={`${length.toFixed(2)} m long, ${width.toFixed(2)} m wide, turns in ${vehicle.turningCircle.toFixed(1)} m`}
        onChange={({ target }) => choose('vehicle', target.value)}
      >
        {vehicles.map(({ id, title }) => (
          <MenuItem key={id} value={id}>
            {title}
          </MenuItem>
        ))}
      </TextField>
    </Box>
  );
}
