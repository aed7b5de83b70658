import { readFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import { readStandard, type Standard } from '../standard';
import { eventsOf } from '../testing';
import { driveOf } from './drive';
import { isFixedCourse, manoeuvresDue } from './due';
import { runsOf } from './run';

function shipped(id: string): Standard {
  const file = new URL(`../../data/standards/${id}.standard.json`, import.meta.url);
  const result = readStandard(readFileSync(file, 'utf8'));
  if (!result.ok) throw new Error(id);
  return result.value;
}

describe('the manoeuvres that are due', () => {
  it('are those of the standard in its order, each side apart, with how often they were begun', () => {
    const yard = shipped('attempts-yard');
    const run = (id: string, side: 'left' | 'right') =>
      ({ kind: 'manoeuvre', run: id, manoeuvre: `alley-${side}`, phase: 'start', side }) as const;
    const drive = driveOf(yard, eventsOf([run('a', 'left'), run('b', 'left')]));
    const due = manoeuvresDue(yard, runsOf(drive));
    expect(due.slice(0, 4).map(({ manoeuvre, side, done }) => [manoeuvre.id, side, done])).toEqual([
      ['outside', null, 0],
      ['inside', null, 0],
      ['alley-left', 'left', 2],
      ['alley-right', 'right', 0],
    ]);
  });

  it('are a fixed course in the closed-course schools only', () => {
    const ids = ['hundred-points', 'timed-yard', 'attempts-yard', 'reversing-exercise'];
    const roads = ['fault-ceiling', 'graded-faults', 'small-fault-count', 'strikes', 'check-list'];
    expect(ids.filter((id) => !isFixedCourse(shipped(id)))).toEqual([]);
    expect(roads.filter((id) => isFixedCourse(shipped(id)))).toEqual([]);
  });
});
