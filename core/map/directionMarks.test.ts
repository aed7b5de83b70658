import { describe, expect, it } from '@jest/globals';
import { directionMarks } from './directionMarks';

describe('directionMarks', () => {
  it('keeps its distance round a corner', () => {
    const line = [
      { x: 0, y: 0 },
      { x: 25, y: 0 },
      { x: 25, y: 0 },
      { x: 25, y: 30 },
    ];
    const marks = [...directionMarks(line, 20)];
    expect(marks.map(({ x, y }) => [x, y])).toEqual([
      [10, 0],
      [25, 5],
      [25, 25],
    ]);
    expect(marks.at(-1)?.angle).toBeCloseTo(Math.PI / 2);
  });

  it('has no marks on a line that is shorter than half of the distance, or is none', () => {
    expect([...directionMarks([], 20)]).toEqual([]);
    expect([
      ...directionMarks(
        [
          { x: 0, y: 0 },
          { x: 9, y: 0 },
        ],
        20,
      ),
    ]).toEqual([]);
  });
});
