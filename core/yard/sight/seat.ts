import type { Point } from './space';

/** Where the middle of a door mirror is turned to, in degrees from straight back: outwards, and down. */
export interface Turn {
  readonly out: number;
  readonly down: number;
}

/** As shipped: for manoeuvring, a little outwards and down (from memory). */
export const USUAL_TURN: Turn = { out: 7, down: 7 };

/** Where a driver sits, and how the mirrors are turned, where that differs from the vehicle's file. */
export interface Seat {
  /** Null: as in the file. */
  readonly eye: Point | null;
  /** By mirror. */
  readonly turns: Readonly<Record<string, Turn>>;
}

/** As the vehicle's file has it. */
export const FILE_SEAT: Seat = { eye: null, turns: {} };

const numbers = (text: string): readonly number[] => text.split(',').map(Number);

/** `1.15,-0.36,1.2;left:7,7`, as it stands in addresses, as a seat; what can't be read is as in the file. */
export function readSeat(text: string): Seat {
  let eye: Point | null = null;
  const turns: Record<string, Turn> = {};
  for (const part of text.split(';')) {
    const [name, values] = part.includes(':') ? part.split(':') : ['', part];
    const [a = NaN, b = NaN, c = NaN] = numbers(values ?? '');
    if (name === '' && [a, b, c].every(Number.isFinite)) eye = [a, b, c];
    else if (name && [a, b].every(Number.isFinite)) turns[name] = { out: a, down: b };
  }
  return { eye, turns };
}

/** A seat as it stands in addresses; empty: as in the file. */
export const seatText = ({ eye, turns }: Seat): string =>
  [
    ...(eye ? [eye.map((value) => Number(value.toFixed(3))).join(',')] : []),
    ...Object.entries(turns).map(
      ([id, { out, down }]) => `${id}:${Number(out.toFixed(1))},${Number(down.toFixed(1))}`,
    ),
  ].join(';');
