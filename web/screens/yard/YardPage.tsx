import { Box, ListSubheader, MenuItem, Tab, Tabs, TextField, Typography } from '@mui/material';
import { Link, useParams, useSearchParams } from 'react-router';
import { problemText } from '../../../core/problems';
import { CAUTION, combination } from '../../../core/yard';
import { errorText } from '../../data/api';
import { IfMay } from '../../parts/people';
import { ErrorNote, LoadingNote } from '../../parts/ui';
import { countText } from '../../parts/yard';
import { DriveView } from './DriveView';
import { Parameters } from './Parameters';
import { SeeView } from './SeeView';
import { SetOutView } from './SetOutView';
import { ShowView } from './ShowView';
import { useYard, type Yard } from './useYard';

const views = [
  ['', 'Set out'],
  ['show', 'Show'],
  ['see', 'See'],
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
  const { laid, set } = yard;
  if (!laid.ok)
    return (
      <ErrorNote title="The course can’t be laid out like this">
        {laid.problems.map(problemText).join('; ')}
      </ErrorNote>
    );
  const panel = <Parameters parameters={laid.value.parameters} onSet={set} />;
  if (view === 'show') return <ShowView yard={yard} layout={laid.value} panel={panel} />;
  if (view === 'see') return <SeeView yard={yard} layout={laid.value} panel={panel} />;
  // A run belongs to the sizes that it was driven at.
  if (view === 'drive')
    return <DriveView key={JSON.stringify(yard.settings)} yard={yard} layout={laid.value} panel={panel} />;
  return <SetOutView yard={yard} layout={laid.value} panel={panel} />;
}

function Pickers({ yard }: { readonly yard: Yard }) {
  const { courses, vehicles, own, course, vehicle, choose } = yard;
  const { width, length } = combination(vehicle);
  return (
    <Box
      sx={{
        display: 'grid',
        gap: 2,
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '300px 370px' },
        width: { xs: '100%', sm: 'auto' },
      }}
    >
      <Picker
        kind="course"
        label="Course"
        help={allowedText(course)}
        {...{ own, choose }}
        list={courses}
        chosen={course.id}
        to={`/yard/courses/${course.id}?vehicle=${vehicle.id}`}
      />
      <Picker
        kind="vehicle"
        label="Vehicle"
        help={`${length.toFixed(2)} by ${width.toFixed(2)} m, turns in ${vehicle.turningCircle.toFixed(1)} m`}
        {...{ own, choose }}
        list={vehicles}
        chosen={vehicle.id}
        to={`/yard/vehicles/${vehicle.id}?`}
      />
    </Box>
  );
}

const allowedText = ({ movements }: Pick<Yard['course'], 'movements'>): string =>
  `Up to ${countText(movements, 'movement')}`;

/** Chooses one of what ships and of the school's own, and leads to where it is changed. */
function Picker({
  kind,
  label,
  help,
  list,
  chosen,
  own,
  choose,
  to,
}: Pick<Yard, 'own' | 'choose'> & {
  readonly kind: 'course' | 'vehicle';
  readonly label: string;
  readonly help: string;
  readonly list: readonly { readonly id: string; readonly title: string }[];
  readonly chosen: string;
  readonly to: string;
}) {
  const isOwn = (id: string): boolean => own.some((one) => one.kind === kind && one.id === id);
  const item = ({ id, title }: { readonly id: string; readonly title: string }) => (
    <MenuItem key={id} value={id}>
      {title}
    </MenuItem>
  );
  const ours = list.filter(({ id }) => isOwn(id));
  return (
    <Box>
      <TextField
        select
        fullWidth
        size="small"
        label={label}
        value={chosen}
        onChange={({ target }) => choose(kind, target.value)}
      >
        {ours.length > 0 ? <ListSubheader>Ours</ListSubheader> : null}
        {ours.map(item)}
        {ours.length > 0 ? <ListSubheader>Shipped with Jasperwren</ListSubheader> : null}
        {list.filter(({ id }) => !isOwn(id)).map(item)}
      </TextField>
      <Box sx={{ display: 'flex', gap: 1.5, mt: 0.5, px: 1.75, alignItems: 'baseline' }}>
        <Typography variant="body2" color="text.secondary" sx={{ flex: 1 }}>
          {help}
        </Typography>
        <IfMay right="manage shared things">
          <>
            {isOwn(chosen) ? <Link to={to}>Change</Link> : null}
            <Link to={`${to}&copy`}>Copy</Link>
          </>
        </IfMay>
      </Box>
    </Box>
  );
}
