import type { ReactNode } from 'react';
import { Link, useParams } from 'react-router';
import { Button } from '@mui/material';
import type { VehicleView } from '../../../contract';
import { errorText, useVehiclesQuery } from '../../data/api';
import { EmptyNote, ErrorNote, LoadingNote } from '../ui';

/** The vehicle of the address, or why it cannot be shown. */
export function OneVehicle({
  children,
}: {
  readonly children: (vehicle: VehicleView, all: readonly VehicleView[]) => ReactNode;
}) {
  const { vehicle: id } = useParams();
  const { data, error, isLoading, refetch } = useVehiclesQuery();
  const vehicle = data?.items.find((one) => one.id === id);
  if (isLoading) return <LoadingNote what="the vehicle" />;
  if (vehicle) return children(vehicle, data?.items ?? []);
  if (error)
    return (
      <ErrorNote title="The vehicle could not be loaded" onRetry={() => void refetch()}>
        {errorText(error)}
      </ErrorNote>
    );
  return (
    <EmptyNote
      title="This vehicle doesn’t exist"
      action={
        <Button component={Link} to="/vehicles" variant="outlined">
          All vehicles
        </Button>
      }
    />
  );
}
