import type { Spot } from './model';

/** How numbers stand beside points of a drawing, in its own units. */
export interface NumberRoom {
  /** Of a number with its free edge. */
  readonly width: number;
  readonly height: number;
  /** From a point to the middle of its number. */
  readonly away: number;
  /** Where the numbers would rather stand towards. */
  readonly middle: Spot;
}

const AROUND = [0, 1, -1, 2, -2, 3, -3, 4] as const;
const FURTHER = [1, 1.7, 2.5, 3.4] as const;

/**
 * Where the middle of each point's number stands: beside its point, over no other number and no point where that can
 * be had; towards the middle of the drawing where there is a choice.
 */
export function numberPlaces(points: readonly Spot[], room: NumberRoom): readonly Spot[] {
  const taken: Spot[] = [];
  for (const point of points) {
    const towards = Math.atan2(room.middle[1] - point[1], room.middle[0] - point[0]);
    let best: { readonly spot: Spot; readonly over: number } | null = null;
    for (const far of FURTHER)
      for (const eighth of AROUND) {
        const turned = towards + (eighth * Math.PI) / 4;
        const spot: Spot = [
          point[0] + room.away * far * Math.cos(turned),
          point[1] + room.away * far * Math.sin(turned),
        ];
        const over =
          taken.filter((one) => overlaps(one, spot, room.width, room.height)).length +
          points.filter((one) => overlaps(one, spot, room.width * 0.6, room.height * 0.6)).length;
        if (!best || over < best.over) best = { spot, over };
      }
    taken.push(best?.spot ?? point);
  }
  return taken;
}

/** Whether two numbers of one size, or a number and a point, lie over each other. */
const overlaps = (a: Spot, b: Spot, width: number, height: number): boolean =>
  Math.abs(a[0] - b[0]) < width && Math.abs(a[1] - b[1]) < height;
