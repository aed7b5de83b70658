import type { Route } from '../../../core/route';

/** What a ribbon may show, in metres: always one of these, so that its scale changes seldom. */
const LENGTHS = [200, 300, 500, 800, 1_200, 2_000, 3_200, 5_000, 8_000, 13_000] as const;
const YARD = 0.9144;
/** So many things ahead are always on it. */
const LEAST = 4;

interface RoadLayout {
  /** Metres from foot to top. */
  readonly metres: number;
  /** Metres from one tick to the next. */
  readonly step: number;
  /** The things that have room: metres ahead, and the middle of their words in pixels above the foot. */
  readonly rows: readonly { readonly at: number; readonly middle: number }[];
}

/**
 * Where things ahead stand on a ribbon that is to scale.
 *
 * @param ahead metres to each, the nearest first
 * @param room height in pixels, and that of the words of one thing
 */
export function roadLayout(
  ahead: readonly number[],
  { room, row, units }: { readonly room: number; readonly row: number; readonly units: Route['units'] },
): RoadLayout {
  const fits = Math.max(1, Math.floor(room / row));
  const last = ahead[Math.min(LEAST, fits, ahead.length) - 1] ?? 0;
  const metres = LENGTHS.find((length) => length >= last) ?? last;
  const unit = units === 'imperial' ? YARD : 1;
  const step = (metres <= 500 ? 50 : metres <= 2_000 ? 200 : 1_000) * unit;
  const shown = ahead.filter((at) => at <= metres).slice(0, fits);
  const scale = room / metres;
  // Upwards each keeps clear of the one below; what then stands too high is let down again from the top.
  const middles = shown.reduce<number[]>(
    (all, at) => [...all, Math.max(row / 2, at * scale, (all.at(-1) ?? -row) + row)],
    [],
  );
  for (let n = middles.length - 1, top = room - row / 2; n >= 0; n -= 1, top -= row)
    middles[n] = Math.min(middles[n] ?? 0, top);
  return { metres, step, rows: shown.map((at, n) => ({ at, middle: middles[n] ?? 0 })) };
}
