import { bearing, distance, metresAlong, positionAlong, type Position } from '../geo';
import { randomFrom } from '../random';
import type { TrackPoint } from '../route';

/** A place as a receiver tells it, so many seconds after the start. */
export interface SimulatedFix extends Position {
  readonly accuracy: number;
  readonly speed: number;
  readonly heading: number | null;
}

/** How well a simulated receiver works. */
export interface Reception {
  /** Spread of its errors in metres. */
  readonly noise: number;
  /** Gaps without any place: how many an hour, and how long each lasts in seconds. */
  readonly gapsAnHour: number;
  readonly gapSeconds: number;
  readonly seed: number;
}

export const goodReception: Reception = { noise: 3, gapsAnHour: 0, gapSeconds: 0, seed: 1 };
export const poorReception: Reception = { noise: 9, gapsAnHour: 40, gapSeconds: 12, seed: 1 };

/** A drive that is replayed: where the car is at each second. */
export interface Replay {
  readonly seconds: number;
  readonly along: (second: number) => number;
  readonly line: readonly Position[];
  readonly metres: readonly number[];
}

/** A line driven as a timing says. */
export const replayOf = (
  line: readonly Position[],
  timing: { readonly seconds: number; readonly along: (second: number) => number },
): Replay => ({ line, metres: metresAlong(line), seconds: timing.seconds, along: timing.along });

/** Metres a second at which a track without times is replayed: thirty miles an hour. */
const STEADY = 13.4;

/** A track replayed by its own times, or at a steady pace where it has none. */
export function replayOfTrack(track: readonly TrackPoint[]): Replay {
  const metres = metresAlong(track);
  const length = metres.at(-1) ?? 0;
  const start = Date.parse(track[0]?.time ?? '');
  const times = track.map(({ time }) => (Date.parse(time ?? '') - start) / 1_000);
  const timed =
    times.every((time, n) => Number.isFinite(time) && time >= (times[n - 1] ?? 0)) && (times.at(-1) ?? 0) > 0;
  if (!timed)
    return {
      line: track,
      metres,
      seconds: length / STEADY,
      along: (second) => Math.min(length, second * STEADY),
    };
  return {
    line: track,
    metres,
    seconds: times.at(-1) ?? 0,
    along: (second) => {
      const n = times.findIndex((time) => time >= second);
      if (n < 0) return length;
      const [a, b] = [times[n - 1] ?? 0, times[n] ?? 0];
      const share = b > a ? (second - a) / (b - a) : 1;
      const from = metres[n - 1] ?? 0;
      return from + share * ((metres[n] ?? from) - from);
    },
  };
}

/** What a receiver of some quality tells at a second of a replay; null in a gap. The same for the same seed. */
export function simulatedFix(replay: Replay, second: number, reception: Reception): SimulatedFix | null {
  const { noise, gapsAnHour, gapSeconds, seed } = reception;
  if (gapsAnHour > 0) {
    // In each part of the hour one gap begins somewhere.
    const part = 3_600 / gapsAnHour;
    const begins = randomFrom(seed + 7_919 * Math.floor(second / part))() * Math.max(0, part - gapSeconds);
    const within = second % part;
    if (within >= begins && within < begins + gapSeconds) return null;
  }
  const along = replay.along(second);
  const position = positionAlong(replay.line, replay.metres, along);
  const before = positionAlong(replay.line, replay.metres, replay.along(Math.max(0, second - 1)));
  const speed = Math.max(0, along - before.along);
  const random = randomFrom(seed * 31 + Math.round(second * 10));
  // Sums of three are near enough to a bell curve.
  const error = () => (random() + random() + random() - 1.5) * 2 * noise;
  return {
    lat: position.lat + error() / 111_195,
    lon: position.lon + error() / (111_195 * Math.cos((position.lat * Math.PI) / 180)),
    accuracy: Math.max(3, 1.5 * noise),
    speed,
    heading:
      speed > 1.5 ? (distance(before, position) > 0.5 ? bearing(before, position) : position.heading) : null,
  };
}
