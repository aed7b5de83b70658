import { Box, Button, Slider, Typography } from '@mui/material';
import type { OwnYardFile } from '../../../contract';
import {
  FILE_SEAT,
  isInside,
  settingOf,
  TURNS,
  turnByRule,
  turnOf,
  type Mirror,
  type Turn,
  type YardVehicle,
} from '../../../core/yard';
import { errorText, useKeepYardFileMutation } from '../../data/api';
import { ErrorNote } from '../../parts/ui';
import type { SeatNow } from './useSeat';

/** Metres by which a driver's eye may be elsewhere than in the vehicle's file. */
const UP = 0.2;
const ALONG = 0.25;
const ASIDE = 0.15;

/** Where this driver's eye is, and how the door mirrors are turned. */
export function SeatPanel({
  vehicle,
  seat: { seat, own, set },
  file,
}: {
  /** As its file has it. */
  readonly vehicle: YardVehicle;
  readonly seat: SeatNow;
  /** Of a vehicle of the school's own: its seat can be saved. */
  readonly file: OwnYardFile | null;
}) {
  const [x, y, z] = own.eye;
  const side = vehicle.steeringWheelSide === 'left' ? 1 : -1;
  const [fx, fy, fz] = vehicle.eye;
  return (
    <Box component="section" aria-label="Seat and mirrors" sx={{ display: 'grid', gap: 1 }}>
      <Typography variant="h2">Seat and mirrors</Typography>
      <Measure
        title="Eye above the ground"
        help="Sit as you drive. Somebody outside measures from the ground up to your eye."
        value={z}
        range={[fz - UP, fz + UP]}
        onSet={(next) => set({ ...seat, eye: [x, y, next] })}
      />
      <Measure
        title="Eye in front of the rear axle"
        help="Along the sill, from below your eye back to the middle of the rear wheel."
        value={x}
        range={[fx - ALONG, fx + ALONG]}
        onSet={(next) => set({ ...seat, eye: [next, y, z] })}
      />
      <Measure
        title="Eye from the middle of the vehicle"
        help="Half the vehicle’s width, less the distance from your eye to the outside of the door."
        value={y * side}
        range={[fy * side - ASIDE, fy * side + ASIDE]}
        onSet={(next) => set({ ...seat, eye: [x, next * side, z] })}
      />
      {own.mirrors
        .filter((mirror) => !isInside(mirror))
        .map((mirror) => (
          <MirrorRows
            key={mirror.id}
            vehicle={own}
            mirror={mirror}
            turn={turnOf(mirror, own.eye)}
            onTurn={(turn) => set({ ...seat, turns: { ...seat.turns, [mirror.id]: turn } })}
          />
        ))}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        <Button
          variant="outlined"
          size="small"
          onClick={() => {
            const doors = own.mirrors.filter((mirror) => !isInside(mirror));
            set({
              ...seat,
              turns: Object.fromEntries(doors.map((mirror) => [mirror.id, turnByRule(own, mirror)])),
            });
          }}
        >
          Set both for driving
        </Button>
        <Button size="small" onClick={() => set({ eye: null, turns: {} })}>
          As in the vehicle’s file
        </Button>
        {file && (seat.eye || Object.keys(seat.turns).length > 0) ? (
          <SaveSeat vehicle={vehicle} own={own} file={file} onSaved={() => set(FILE_SEAT)} />
        ) : null}
      </Box>
    </Box>
  );
}

/** Saves this seat and these mirrors with a vehicle of the school's own. */
function SaveSeat({
  vehicle,
  own,
  file,
  onSaved,
}: {
  readonly vehicle: YardVehicle;
  readonly own: YardVehicle;
  readonly file: OwnYardFile;
  readonly onSaved: () => void;
}) {
  const [keep, { error, isLoading }] = useKeepYardFileMutation();
  const save = async (): Promise<void> => {
    const { of, revision } = file;
    const kept = await keep({
      kind: 'vehicle',
      // The body is kept as it is: it isn't built round another eye.
      file: { ...vehicle, eye: own.eye, mirrors: own.mirrors, ...(own.body && { body: own.body }) },
      of,
      revision,
    });
    if (kept.data) onSaved();
  };
  return (
    <>
      <Button size="small" disabled={isLoading} onClick={() => void save()}>
        Save as the seat of {vehicle.title}
      </Button>
      {error ? <ErrorNote title="Couldn’t save the seat">{errorText(error)}</ErrorNote> : null}
    </>
  );
}

/** A door mirror's two sliders, and what the rule of driving says of them. */
function MirrorRows({
  vehicle,
  mirror,
  turn,
  onTurn,
}: {
  readonly vehicle: YardVehicle;
  readonly mirror: Mirror;
  readonly turn: Turn;
  readonly onTurn: (turn: Turn) => void;
}) {
  const setting = settingOf(vehicle, mirror);
  const title = mirror.title.charAt(0).toUpperCase() + mirror.title.slice(1);
  return (
    <Box role="group" aria-label={title} sx={{ display: 'grid', gap: 0.5, mt: 1 }}>
      <Typography variant="h3">{title}</Typography>
      <Measure
        title="Outwards"
        label={`${title}, outwards`}
        unit="°"
        value={turn.out}
        range={TURNS.out}
        onSet={(out) => onTurn({ ...turn, out })}
      />
      <Measure
        title="Down"
        label={`${title}, down`}
        unit="°"
        value={turn.down}
        range={TURNS.down}
        onSet={(down) => onTurn({ ...turn, down })}
      />
      {setting ? (
        <Typography variant="body2" color={setting.met ? 'success.main' : 'text.secondary'}>
          {settingWords(setting)}
        </Typography>
      ) : null}
    </Box>
  );
}

/** The rule: own car a narrow strip, horizon half-way up. */
export function settingWords({
  own,
  horizon,
  met,
}: {
  readonly own: number;
  readonly horizon: number;
  readonly met: boolean;
}): string {
  const where =
    horizon >= 1
      ? 'the horizon is above the glass'
      : horizon <= 0
        ? 'the horizon is below the glass'
        : `the horizon is at ${(horizon * 100).toFixed(0)}% of the height`;
  return `Rule for driving ${met ? 'met' : 'not met'}: your own vehicle takes ${(own * 100).toFixed(0)}% of the width (10 to 15%), ${where} (half-way).`;
}

function Measure({
  title,
  label = title,
  help,
  unit = 'm',
  value,
  range: [min, max],
  onSet,
}: {
  readonly title: string;
  /** What a screen reader says. */
  readonly label?: string;
  readonly help?: string;
  readonly unit?: 'm' | '°';
  readonly value: number;
  readonly range: readonly [number, number];
  readonly onSet: (value: number) => void;
}) {
  const shown = (now: number): string =>
    unit === 'm' ? `${now.toFixed(2)} m` : `${(Math.round(now) + 0).toFixed(0)}°`;
  return (
    <Box sx={{ px: 1 }}>
      <Typography variant="body2">
        {title}: {shown(value)}
      </Typography>
      <Slider
        size="small"
        aria-label={label}
        min={min}
        max={max}
        step={unit === 'm' ? 0.01 : 1}
        // A computer's zero may be a little beside it.
        value={Number(value.toFixed(unit === 'm' ? 3 : 1)) + 0}
        getAriaValueText={shown}
        onChange={(_, next) => onSet(next as number)}
      />
      {help ? (
        <Typography variant="body2" color="text.secondary">
          {help}
        </Typography>
      ) : null}
    </Box>
  );
}
