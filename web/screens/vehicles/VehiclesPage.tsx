import { v4 as newId } from 'uuid';
import { Box, Button, Stack, TextField, Typography } from '@mui/material';
import { Link } from 'react-router';
import { NewVehicle, vehicleSorts, type VehicleView } from '../../../contract';
import { controls, odometerText } from '../../../core/vehicle';
import { errorText, useAddVehicleMutation, useVehiclePagesInfiniteQuery } from '../../data/api';
import { IfMay } from '../../parts/people';
import { useBodyForm } from '../../parts/form';
import { useUnits } from '../../parts/features';
import {
  colour,
  dayText,
  EmptyNote,
  ErrorNote,
  FindAndSort,
  LoadingNote,
  localZone,
  MoreButton,
  useListAsked,
} from '../../parts/ui';
import { FitnessSign, fitnessNow, Reasons } from '../../parts/fitness';

/** The cars of the school: which may go to a test today, and what each needs. */
export function VehiclesPage() {
  const asked = useListAsked(vehicleSorts);
  const { search, sort } = asked;
  const { currentData, error, isFetching, hasNextPage, fetchNextPage, refetch } =
    useVehiclePagesInfiniteQuery({ search, sort });
  const vehicles = currentData?.pages.flatMap(({ items }) => items) ?? [];
  return (
    <Box>
      <Typography variant="h1" sx={{ mb: 2 }}>
        Vehicles
      </Typography>
      <FindAndSort
        asked={asked}
        label="Find a vehicle"
        words={{ name: 'Name', checked: 'Longest without a check' }}
      />
      {!currentData && isFetching ? <LoadingNote what="the vehicles" /> : null}
      {error ? (
        <ErrorNote title="The vehicles could not be loaded" onRetry={() => void refetch()}>
          {errorText(error)}
        </ErrorNote>
      ) : null}
      {currentData && vehicles.length === 0 && search !== '' ? (
        <EmptyNote title={`No vehicle has “${search}” in its name or plate`}>
          Search for fewer letters.
        </EmptyNote>
      ) : currentData && vehicles.length === 0 ? (
        <EmptyNote title="No vehicle yet">
          Add one below, then check it and walk through its controls.
        </EmptyNote>
      ) : null}
      <Box
        sx={{ display: 'grid', gap: 2, gridTemplateColumns: { xs: '1fr', md: '1fr 1fr', lg: '1fr 1fr 1fr' } }}
      >
        {vehicles
          .filter(({ retired }) => !retired)
          .map((vehicle) => (
            <VehicleTile key={vehicle.id} vehicle={vehicle} />
          ))}
      </Box>
      <Retired vehicles={vehicles.filter(({ retired }) => retired)} />
      <MoreButton more={hasNextPage} loading={isFetching} onMore={() => void fetchNextPage()} />
      <IfMay right="manage shared things">
        <AddVehicle />
      </IfMay>
      <Typography variant="body2" sx={{ mt: 3, color: 'text.secondary', maxWidth: 760 }}>
        A vehicle check by an instructor isn’t an inspection. Your country’s law and a garage decide. If in
        doubt, don’t drive the car.
      </Typography>
    </Box>
  );
}

/** Cars that are no longer used, for what was driven in them. */
function Retired({ vehicles }: { readonly vehicles: readonly VehicleView[] }) {
  if (vehicles.length === 0) return null;
  return (
    <Box component="section" aria-labelledby="retired" sx={{ mt: 3 }}>
      <Typography variant="h2" id="retired">
        No longer used
      </Typography>
      {vehicles.map(({ id, name, plate }) => (
        <Typography key={id}>
          <Link to={`/vehicles/${id}`}>
            {name}, {plate}
          </Link>
        </Typography>
      ))}
    </Box>
  );
}

function VehicleTile({ vehicle }: { readonly vehicle: VehicleView }) {
  const units = useUnits();
  const { verdict, reasons } = fitnessNow(vehicle);
  const placed = controls.filter(({ id }) => vehicle.card[id]).length;
  const more = reasons.length - 4;
  return (
    <Box
      component="section"
      aria-label={vehicle.name}
      sx={{
        border: `1px solid ${colour('line')}`,
        borderRadius: 1,
        bgcolor: colour('card'),
        p: 2.5,
        display: 'flex',
        flexDirection: 'column',
        gap: 1.5,
      }}
    >
      <Box>
        <Typography variant="h2">
          <Link to={`/vehicles/${vehicle.id}`} style={{ color: 'inherit' }}>
            {vehicle.name}
          </Link>
        </Typography>
        <Typography sx={{ color: 'text.secondary' }}>{vehicle.plate}</Typography>
      </Box>
      <FitnessSign verdict={verdict} />
      <Box sx={{ flex: 1 }}>
        <Reasons reasons={reasons.slice(0, 4)} />
        {more > 0 ? <Typography sx={{ pl: 2.5 }}>and {more} more</Typography> : null}
        {vehicle.checkup ? (
          <Typography variant="body2" sx={{ color: 'text.secondary', mt: 1 }}>
            Checked on {dayText(vehicle.checkup.at, localZone())} at{' '}
            {odometerText(vehicle.checkup.odometer, units)}
          </Typography>
        ) : null}
      </Box>
      <Stack direction="row" sx={{ gap: 1, flexWrap: 'wrap' }}>
        <Button component={Link} to={`/vehicles/${vehicle.id}/check`} variant="contained">
          Check this vehicle
        </Button>
        <IfMay right="manage shared things">
          <Button component={Link} to={`/vehicles/${vehicle.id}/walk`} variant="outlined">
            {placed === 0 ? 'Walk through its controls' : `Controls: ${placed} of ${controls.length}`}
          </Button>
        </IfMay>
      </Stack>
    </Box>
  );
}

function AddVehicle() {
  const { field, handleSubmit, reset } = useBodyForm(NewVehicle, { id: newId(), name: '', plate: '' });
  const [add, { error, isLoading }] = useAddVehicleMutation();
  const save = async (given: NewVehicle) => {
    const added = await add(given);
    if (added.data) reset({ id: newId(), name: '', plate: '' });
  };
  return (
    <Box
      component="form"
      aria-label="Add a vehicle"
      noValidate
      onSubmit={(event) => void handleSubmit(save)(event)}
      sx={{ display: 'flex', alignItems: 'flex-start', gap: 1.5, flexWrap: 'wrap', mt: 3, maxWidth: 760 }}
    >
      <TextField
        label="Another vehicle: make and gearbox"
        {...field('name', { problem: 'Enter its make and gearbox.' })}
        sx={{ flex: '2 1 240px' }}
      />
      <TextField
        label="Number plate"
        {...field('plate', { problem: 'Enter its number plate.' })}
        sx={{ flex: '1 1 140px' }}
      />
      <Button type="submit" variant="outlined" disabled={isLoading} sx={{ minHeight: 56 }}>
        Add vehicle
      </Button>
      {error ? (
        <Box sx={{ flexBasis: '100%' }}>
          <ErrorNote title="Couldn’t add it">{errorText(error)}</ErrorNote>
        </Box>
      ) : null}
    </Box>
  );
}
