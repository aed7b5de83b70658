import type { YardVehicle } from './vehicle';

/** What a person measures on a vehicle, with a tape and by driving one circle; metres but for the turns. */
export type Figures = Pick<
  YardVehicle,
  | 'title'
  | 'wheelbase'
  | 'frontOverhang'
  | 'rearOverhang'
  | 'width'
  | 'widthOverMirrors'
  | 'track'
  | 'turningCircle'
  | 'lockToLockTurns'
  | 'steeringWheelSide'
  | 'trailer'
>;

type Spot = YardVehicle['eye'];

/**
 * A vehicle with figures of its own: the eye, mirrors, body and other parts of the one that it is made from are moved in
 * proportion. Where they are exactly, one measures.
 */
export function withFigures(from: YardVehicle, id: string, figures: Figures): YardVehicle {
  const turned = from.steeringWheelSide !== figures.steeringWheelSide;
  const moved = ([x, y, z]: Spot): Spot => [along(from, figures, x), across(from, figures, y), z];
  const { eye, parts, mirrors } = turned ? otherHand(from) : from;
  return {
    ...from,
    ...figures,
    id,
    eye: moved(eye),
    parts: parts.map((part) => ({ ...part, at: moved(part.at) })),
    mirrors: mirrors.map((mirror) => ({ ...mirror, centre: moved(mirror.centre) })),
    ...(from.body && {
      body: from.body.map((panel) => ({ ...panel, outline: panel.outline.map(moved) })),
    }),
  };
}

/** In front of the front axle, between the axles and behind them by the lengths of those stretches. */
function along(from: YardVehicle, to: Figures, x: number): number {
  if (x > from.wheelbase)
    return to.wheelbase + (x - from.wheelbase) * share(to.frontOverhang, from.frontOverhang);
  return x < 0 ? x * share(to.rearOverhang, from.rearOverhang) : x * share(to.wheelbase, from.wheelbase);
}

/** On the body by its width; beyond it by how far the mirrors stand out. */
function across(from: YardVehicle, to: Figures, y: number): number {
  const [half, side] = [from.width / 2, Math.abs(y)];
  if (side <= half) return y * share(to.width, from.width);
  const out = (side - half) * share(to.widthOverMirrors - to.width, from.widthOverMirrors - from.width);
  return Math.sign(y) * (to.width / 2 + out);
}

const share = (now: number, before: number): number => (before > 0 ? now / before : 1);

const flipped = ([x, y, z]: Spot): Spot => [x, -y, z];

/** The driver on the other side: the mirrors are aimed at that eye. */
function otherHand({ eye, parts, mirrors }: YardVehicle): Pick<YardVehicle, 'eye' | 'parts' | 'mirrors'> {
  const twin = (id: string): string =>
    id.includes('left') ? id.replace('left', 'right') : id.replace('right', 'left');
  return {
    eye: flipped(eye),
    parts,
    mirrors: mirrors.map((mirror) => {
      const other = mirrors.find(({ id }) => id === twin(mirror.id)) ?? mirror;
      return { ...mirror, centre: flipped(other.centre), normal: flipped(other.normal) };
    }),
  };
}
