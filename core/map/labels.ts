import type { Point } from '../geo';
import { roadClasses, type NamedRoad, type PlaceKind } from '../network';
import type { MapGeometry } from './geometry';
import { toPixels, type Size, type View } from './view';

/** A name on the map: where its middle is, and how it is turned, radians clockwise. */
export interface Label {
  readonly text: string;
  readonly kind: 'place' | 'name' | 'number';
  readonly x: number;
  readonly y: number;
  readonly angle: number;
  /** Pixels. */
  readonly font: number;
  readonly bold: boolean;
}

/** How wide a text is in this size. */
export type Measure = (text: string, font: number, bold: boolean) => number;

/** Pixels between two names of one road. */
const NAME_EVERY = 320;
/** Roads that are looked at for their names, of those in view: the most important come first. */
const MOST_ROADS = 700;
const rankOfClass = (of: (typeof roadClasses)[number]) => roadClasses.indexOf(of);

/** From how many pixels to a metre on a road of a class has its name. */
const NAMED_FROM = roadClasses.map((_, rank) =>
  rank >= rankOfClass('secondary') ? 0.02 : rank >= rankOfClass('tertiary') ? 0.07 : 0.11,
);
/** From how many pixels to a metre on a place has its name, to how many, and how large. */
const PLACES: Readonly<
  Record<PlaceKind, { readonly from: number; readonly to: number; readonly font: number }>
> = {
  city: { from: 0, to: 0.25, font: 20 },
  town: { from: 0.003, to: 0.3, font: 18 },
  suburb: { from: 0.035, to: 0.9, font: 14 },
  village: { from: 0.012, to: 0.9, font: 15 },
  hamlet: { from: 0.04, to: 0.9, font: 13 },
};

/** Pixels from the middle of a place to where its name can stand, the nearest first. */
const around = (columns: readonly number[], rows: readonly number[]) =>
  columns
    .flatMap((x) => rows.map((y) => [x, y] as const))
    .sort((a, b) => Math.hypot(...a) - Math.hypot(...b));
const NEAR = around([0], [0, -24, 24, -48, 48]);
const FAR = around([0, -45, 45, -90, 90], [0, -20, 20, -40, 40, -60, 60, -80, 80]);

/** What of the map is taken already, in squares of some pixels. */
class Taken {
  static readonly SQUARE = 6;
  private readonly columns: number;
  private readonly rows: number;
  private readonly squares: Uint8Array;

  constructor({ width, height }: Size) {
    this.columns = Math.ceil(width / Taken.SQUARE);
    this.rows = Math.ceil(height / Taken.SQUARE);
    this.squares = new Uint8Array(this.columns * this.rows);
  }

  /** Place of the square in which a pixel lies; null outside of the map. */
  private at(x: number, y: number): number | null {
    const [column, row] = [Math.floor(x / Taken.SQUARE), Math.floor(y / Taken.SQUARE)];
    return column < 0 || row < 0 || column >= this.columns || row >= this.rows
      ? null
      : row * this.columns + column;
  }

  take(x: number, y: number): void {
    const at = this.at(x, y);
    if (at !== null) this.squares[at] = 1;
  }

  /** Whether all of a turned box is inside of the map and free. */
  isFree(box: Box): boolean {
    for (const { x, y } of dots(box)) {
      const at = this.at(x, y);
      if (at === null || this.squares[at]) return false;
    }
    return true;
  }

  takeBox(box: Box): void {
    for (const { x, y } of dots(box)) this.take(x, y);
  }

  takeLine(points: readonly Point[], { width, height }: Size): void {
    points.forEach((b, n) => {
      const a = points[n - 1];
      if (!a) return;
      const margin = 40;
      if (Math.max(a.x, b.x) < -margin || Math.max(a.y, b.y) < -margin) return;
      if (Math.min(a.x, b.x) > width + margin || Math.min(a.y, b.y) > height + margin) return;
      const steps = Math.min(4_000, Math.ceil(Math.hypot(b.x - a.x, b.y - a.y) / Taken.SQUARE));
      for (let k = 0; k <= steps; k += 1)
        this.take(a.x + (k / steps) * (b.x - a.x), a.y + (k / steps) * (b.y - a.y));
    });
  }
}

export interface Box {
  readonly x: number;
  readonly y: number;
  readonly angle: number;
  readonly width: number;
  readonly height: number;
}

/** Points that cover a turned box as closely as squares are. */
function* dots({ x, y, angle, width, height }: Box): Generator<Point> {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const across = Math.max(1, Math.ceil(width / Taken.SQUARE));
  const down = Math.max(1, Math.ceil(height / Taken.SQUARE));
  for (let i = 0; i <= across; i += 1)
    for (let k = 0; k <= down; k += 1) {
      const [u, v] = [(i / across - 0.5) * width, (k / down - 0.5) * height];
      yield { x: x + u * c - v * s, y: y + u * s + v * c };
    }
}

/**
 * Chooses names for what is in view, none over another: places first, then numbers and names of roads, the most
 * important roads first. A name that would lie on a line that is drawn stands beside it.
 *
 * @param lines what is drawn over the roads, in pixels
 * @param clear what else lies over the map, in pixels
 */
export function placeLabels(
  { labels, places }: Pick<MapGeometry, 'labels' | 'places'>,
  view: View,
  size: Size,
  measure: Measure,
  {
    lines = [],
    clear = [],
  }: { readonly lines?: readonly (readonly Point[])[]; readonly clear?: readonly Box[] } = {},
): readonly Label[] {
  const taken = new Taken(size);
  const onLine = new Taken(size);
  for (const box of clear) taken.takeBox(box);
  for (const line of lines) onLine.takeLine(line, size);
  const found: Label[] = [];
  const put = (label: Label, width: number, height: number): boolean => {
    const box = { ...label, width, height };
    if (!taken.isFree(box)) return false;
    taken.takeBox({ ...box, width: width + 8, height: height + 4 });
    found.push(label);
    return true;
  };

  for (const { name, kind, x, y } of places) {
    const { from, to, font } = PLACES[kind];
    if (view.scale < from || view.scale > to) continue;
    const at = toPixels(view, size, { x, y });
    const bold = kind !== 'hamlet';
    const width = measure(name, font, bold);
    // In its middle, else as near as there is room.
    for (const [right, down] of kind === 'city' || kind === 'town' ? FAR : NEAR) {
      const there = { x: at.x + right, y: at.y + down };
      if (put({ text: name, kind: 'place', ...there, angle: 0, font, bold }, width, font)) break;
    }
  }

  const seen = labels
    .filter(({ rank }) => view.scale >= (NAMED_FROM[rank] ?? 1))
    .filter((road) => road.length * view.scale > 40 && inView(road, view, size))
    .slice(0, MOST_ROADS);
  const before = new Map<string, Point[]>();
  for (const road of seen) {
    const { text, number, rank } = road;
    const bold = number;
    const font = number ? 12 : rank >= rankOfClass('secondary') ? 14 : 13;
    const wide = measure(text, font, bold) + (number ? 8 : 0);
    const height = number ? font + 8 : font;
    const pixels = Array.from(road.x, (x, n) => toPixels(view, size, { x, y: road.y[n] ?? 0 }));
    const others = before.get(text) ?? [];
    before.set(text, others);
    for (const { x, y, angle } of stretches(pixels, number ? 0 : wide)) {
      if (others.some((other) => Math.hypot(other.x - x, other.y - y) < NAME_EVERY)) continue;
      const turned = number ? 0 : upright(angle);
      const label = { text, kind: number ? 'number' : 'name', angle: turned, font, bold } as const;
      const fits = (dx: number, dy: number) => {
        const at = { x: x + dx, y: y + dy };
        const box = { ...at, angle: turned, width: wide, height };
        return onLine.isFree(box) && put({ ...label, ...at }, wide, height);
      };
      // On the road itself, else beside it: above, then below.
      const aside = number ? 0 : font / 2 + 8;
      const [nx, ny] = [Math.sin(turned) * aside, -Math.cos(turned) * aside];
      if (fits(0, 0) || (!number && (fits(nx, ny) || fits(-nx, -ny)))) others.push({ x, y });
    }
  }
  return found;
}

/** Never upside down. */
const upright = (angle: number): number => (Math.cos(angle) < 0 ? angle + Math.PI : angle);

const extents = new WeakMap<NamedRoad, readonly [number, number, number, number]>();

function inView(road: NamedRoad, view: View, size: Size): boolean {
  const known = extents.get(road);
  const box = known ?? ([minOf(road.x), minOf(road.y), maxOf(road.x), maxOf(road.y)] as const);
  if (!known) extents.set(road, box);
  const far = Math.hypot(size.width, size.height) / 2 / view.scale;
  const [west, south, east, north] = box;
  return west < view.x + far && east > view.x - far && south < view.y + far && north > view.y - far;
}

const minOf = (values: Float32Array): number => values.reduce((a, b) => Math.min(a, b), Infinity);
const maxOf = (values: Float32Array): number => values.reduce((a, b) => Math.max(a, b), -Infinity);

/**
 * Where along a line there is a stretch so long that hardly bends, one in each part of it.
 *
 * @param pixels the line
 * @param wide length of the stretch, in pixels; 0: anywhere
 */
function* stretches(
  pixels: readonly Point[],
  wide: number,
): Generator<{ readonly x: number; readonly y: number; readonly angle: number }> {
  const along = new Float64Array(pixels.length);
  for (let n = 1; n < pixels.length; n += 1)
    along[n] =
      (along[n - 1] ?? 0) +
      Math.hypot(
        (pixels[n]?.x ?? 0) - (pixels[n - 1]?.x ?? 0),
        (pixels[n]?.y ?? 0) - (pixels[n - 1]?.y ?? 0),
      );
  const total = along.at(-1) ?? 0;
  const need = wide * 1.05;
  if (total < need) return;
  const parts = Math.min(60, Math.max(1, Math.round(total / Math.max(NAME_EVERY * 0.6, need))));
  const at = (metres: number): Point => {
    let [low, high] = [0, pixels.length - 1];
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if ((along[middle] ?? 0) <= metres) low = middle;
      else high = middle;
    }
    const [a, b] = [pixels[low] ?? { x: 0, y: 0 }, pixels[high] ?? { x: 0, y: 0 }];
    const span = (along[high] ?? 0) - (along[low] ?? 0);
    const share = span > 0 ? Math.min(1, Math.max(0, (metres - (along[low] ?? 0)) / span)) : 0;
    return { x: a.x + share * (b.x - a.x), y: a.y + share * (b.y - a.y) };
  };
  for (let n = 0; n < parts; n += 1)
    for (const off of [0.5, 0.3, 0.7, 0.1, 0.9]) {
      const centre = Math.min(total - need / 2, Math.max(need / 2, ((n + off) / parts) * total));
      const [a, m, b] = [at(centre - need / 2), at(centre), at(centre + need / 2)];
      const chord = Math.hypot(b.x - a.x, b.y - a.y);
      const angle = need > 0 ? Math.atan2(b.y - a.y, b.x - a.x) : 0;
      // How far the middle of the stretch lies off its chord.
      const bend = chord > 0 ? Math.abs((m.x - a.x) * (b.y - a.y) - (m.y - a.y) * (b.x - a.x)) / chord : 0;
      if (need > 0 && (chord < 0.97 * need || bend > 5)) continue;
      yield { x: m.x, y: m.y, angle };
    }
}
