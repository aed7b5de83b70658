import { useMemo, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import type { VehicleView, YardView } from '../../../contract';
import type { Figures, YardVehicle } from '../../../core/yard';
import { errorText, useVehiclesQuery, useYardQuery } from '../../data/api';
import { ErrorNote, LoadingNote } from '../../parts/ui';
import { VehicleEditor } from './VehicleEditor';

/** The figures of a vehicle as the yard needs them: of the school's own car, or changed from one that ships. */
export function YardVehiclePage() {
  const { vehicle: id = '' } = useParams();
  const [params] = useSearchParams();
  const { data: yard, error, refetch } = useYardQuery();
  const { data: cars } = useVehiclesQuery();
  if (error && !yard)
    return (
      <ErrorNote title="Couldn’t load the vehicles" onRetry={() => void refetch()}>
        {errorText(error)}
      </ErrorNote>
    );
  if (!yard || !cars) return <LoadingNote what="the vehicle" />;
  const base = yard.vehicles.find((one) => one.id === id);
  if (!base)
    return (
      <ErrorNote title="There is no such vehicle">
        It may have been removed. Choose one in the yard.
      </ErrorNote>
    );
  const held = params.has('copy')
    ? null
    : (yard.own.find((one) => one.kind === 'vehicle' && one.id === base.id) ?? null);
  const of = held ? held.of : params.get('of');
  const car = cars.items.find((one) => one.id === of) ?? null;
  return <Opened key={`${id} ${held?.revision ?? 'copy'} ${of ?? ''}`} {...{ yard, base, held, car }} />;
}

function Opened({
  yard,
  base,
  held,
  car,
}: {
  readonly yard: YardView;
  readonly base: YardVehicle;
  readonly held: YardView['own'][number] | null;
  readonly car: VehicleView | null;
}) {
  const [start] = useState(() =>
    figuresOf(base, held ? base.title : (car?.name ?? `${base.title}, ours`), car),
  );
  const taken = useMemo(() => yard.vehicles.map(({ id }) => id), [yard]);
  return <VehicleEditor {...{ yard, base, start, car, taken }} own={held} />;
}

function figuresOf(
  {
    wheelbase,
    frontOverhang,
    rearOverhang,
    width,
    widthOverMirrors,
    track,
    turningCircle,
    ...more
  }: YardVehicle,
  title: string,
  car: VehicleView | null,
): Figures {
  const { lockToLockTurns, steeringWheelSide, trailer } = more;
  return {
    title,
    wheelbase,
    frontOverhang,
    rearOverhang,
    width,
    widthOverMirrors,
    track,
    turningCircle,
    lockToLockTurns,
    // On which side its wheel is the vehicle's own card says.
    steeringWheelSide: car?.record.wheel ?? steeringWheelSide,
    trailer,
  };
}
