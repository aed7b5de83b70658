import type { Random } from '../../core/random';
import {
  checkItemIds,
  controls,
  type CardEntry,
  type Checkup,
  type ControlId,
  type Finding,
  type Tyre,
  type VehicleCard,
  type VehicleRecord,
} from '../../core/vehicle';
import { between, uuidFrom } from './random';

const DAY = 86_400_000;
const dayFrom = (today: Date, days: number) =>
  new Date(today.getTime() + days * DAY).toISOString().slice(0, 10);

/** Where things are in the demo's cars, and where on the drawing (invented). */
const places: Readonly<Partial<Record<ControlId, readonly [where: string, x: number, y: number]>>> = {
  'window-switch': ['driver’s door, by the handle', 0.95, 0.62],
  'head-restraint': ['top of the seat, catch on the left', 0.72, 0.93],
  headlamps: ['end of the left stalk', 0.56, 0.44],
  'main-beam': ['left stalk', 0.58, 0.48],
  'rear-fog': ['ring on the left stalk', 0.6, 0.44],
  indicators: ['left stalk', 0.54, 0.5],
  hazard: ['red triangle, middle of the dashboard', 0.44, 0.3],
  horn: ['middle of the wheel', 0.7, 0.5],
  'front-wash-wipe': ['right stalk', 0.86, 0.46],
  'rear-wash-wipe': ['end of the right stalk', 0.88, 0.5],
  'front-demist': ['left dial under the screen', 0.36, 0.56],
  'rear-demist': ['button beside the left dial', 0.4, 0.6],
  'air-conditioning': ['snowflake button, middle', 0.44, 0.6],
  'abs-lamp': ['panel, lower left', 0.66, 0.36],
  'power-steering-lamp': ['panel, lower right', 0.76, 0.36],
  'parking-brake': ['lever between the seats', 0.46, 0.84],
  'bonnet-release': ['left footwell, under the shelf', 0.12, 0.74],
};

const elsewhere: Readonly<Partial<Record<ControlId, string>>> = {
  'tyre-placard': 'frame of the driver’s door',
  'bonnet-catch': 'under the edge of the bonnet, a hand right of the middle',
  'bonnet-stay': 'clipped along the front, yellow end',
  dipstick: 'yellow ring, left of the engine',
  'oil-filler': 'black cap on top of the engine',
  'coolant-tank': 'clear tank on the right, pink fluid',
  'brake-fluid-tank': 'small tank at the back, right, yellow cap',
  'washer-tank': 'blue cap, front left',
};

function demoCard(changes: Readonly<Partial<Record<ControlId, Partial<CardEntry>>>>): VehicleCard {
  return Object.fromEntries(
    controls.map(({ id, ways, tellTale }) => {
      const [where, x, y] = places[id] ?? [elsewhere[id] ?? ''];
      const place = x === undefined || y === undefined ? null : { x, y };
      return [id, { lacks: false, where, how: ways[0] ?? '', tellTale, place, ...changes[id] }];
    }),
  );
}

export interface DemoVehicleState {
  readonly card: VehicleCard;
  readonly record: VehicleRecord;
  readonly checkups: readonly Checkup[];
}

/** One car in good order, one to be seen to, one that no test may be driven in (all invented). */
export function demoVehicleStates(random: Random, today: Date): readonly DemoVehicleState[] {
  const papers = (insurance: number, inspection: number): VehicleRecord['papers'] => [
    { kind: 'insurance', until: dayFrom(today, insurance) },
    { kind: 'inspection', until: dayFrom(today, inspection) },
    { kind: 'badge', until: dayFrom(today, 420) },
  ];
  const history = (
    odometer: number,
    kmPerDay: number,
    tread: number,
    perThousand: number,
    found: Readonly<Record<string, Finding>> = {},
  ): Checkup[] =>
    [118, 92, 61, 33, 4].map((ago, n, all) => ({
      id: uuidFrom(random),
      at: `${dayFrom(today, -ago)}T07:40:00.000Z`,
      odometer: Math.round(odometer - ago * kmPerDay),
      tyres: {
        'front-left': tyre(tread + (ago * kmPerDay * perThousand) / 1_000),
        'front-right': tyre(tread + 0.2 + (ago * kmPerDay * perThousand) / 1_000),
        'rear-left': tyre(tread + 1.6 + (ago * kmPerDay * perThousand) / 2_000),
        'rear-right': tyre(tread + 1.5 + (ago * kmPerDay * perThousand) / 2_000),
      },
      findings: Object.fromEntries(
        checkItemIds.map((item) => [item, n === all.length - 1 ? (found[item] ?? 'good') : 'good']),
      ),
      note: '',
    }));
  const tyre = (depth: number): Tyre => {
    const at = (more: number) => Math.round(10 * (depth + more + between(random, -0.08, 0.08))) / 10;
    return {
      tread: [at(0), at(0.3), at(0.1)],
      pressure: Math.round(between(random, 222, 238)),
      damaged: false,
    };
  };
  return [
    {
      card: demoCard({}),
      record: { wheel: 'right', placard: { front: 230, rear: 230 }, papers: papers(204, 141) },
      checkups: history(48_210, 92, 5.1, 0.14),
    },
    {
      card: demoCard({
        headlamps: { where: 'dial left of the wheel', how: 'turn the dial', place: { x: 0.52, y: 0.62 } },
        'rear-fog': {
          where: 'dial left of the wheel',
          how: 'pull the dial out two clicks',
          place: { x: 0.52, y: 0.66 },
        },
        'air-conditioning': { lacks: true, where: '', how: '', tellTale: '', place: null },
        'head-restraint': { how: 'fixed, does not adjust' },
      }),
      record: { wheel: 'right', placard: { front: 220, rear: 210 }, papers: papers(12, 260) },
      checkups: history(91_460, 110, 2.4, 0.19, { wipers: 'advice' }),
    },
    {
      card: demoCard({
        'rear-wash-wipe': { lacks: true, where: '', how: '', tellTale: '', place: null },
        dipstick: {
          lacks: true,
          where: 'no dipstick: the level is on the display',
          how: '',
          tellTale: '',
          place: null,
        },
        'parking-brake': { where: 'switch behind the lever', how: 'switch: pull to set, press to let go' },
        'bonnet-stay': { how: 'holds by itself' },
      }),
      record: { wheel: 'right', placard: { front: 240, rear: 240 }, papers: papers(97, 31) },
      checkups: history(17_900, 75, 6.4, 0.12, { 'brake-lamps': 'bad' }),
    },
  ];
}
