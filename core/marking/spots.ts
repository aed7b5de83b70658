/** A drive has a hundred marks at most; of very many this many are shown or printed at a time. */
export const MANY_MARKS = 250;

/**
 * Tells whether a spot of a drawing still shows no mark of a gravity. Of very many marks, those that lie on others are
 * left out; of fewer, none.
 *
 * @param marks how many there are
 * @param grain size of a spot, in units of the drawing
 */
export function freeSpots(marks: number, grain: number): (x: number, y: number, gravity: number) => boolean {
  const taken = new Set<string>();
  return (x, y, gravity) => {
    if (marks <= MANY_MARKS) return true;
    const spot = `${Math.round(x / grain)} ${Math.round(y / grain)} ${gravity}`;
    const free = !taken.has(spot);
    taken.add(spot);
    return free;
  };
}
