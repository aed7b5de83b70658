import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import { standardWith } from '../testing';
import { readStandard } from './parse';
import { usualItems } from './usual';

const folder = new URL('../../data/standards/', import.meta.url);
const shipped = readdirSync(folder)
  .filter((name) => name.endsWith('.json'))
  .map((file) => {
    const result = readStandard(readFileSync(new URL(file, folder), 'utf8'));
    if (!result.ok) throw new Error(file);
    return result.value;
  });

describe('the usual faults of a manoeuvre', () => {
  it.each(shipped)('$id: every manoeuvre has some, each once, not more than a hand can find', (standard) => {
    for (const manoeuvre of standard.manoeuvres) {
      const ids = usualItems(standard, manoeuvre).map(({ item }) => item.id);
      expect({ manoeuvre: manoeuvre.id, few: ids.length < 1, many: ids.length > 8 }).toEqual({
        manoeuvre: manoeuvre.id,
        few: false,
        many: false,
      });
      expect(new Set(ids).size).toBe(ids.length);
    }
  });

  it('are of its own kind first, then of its worked examples, then of the skills that usually go wrong', () => {
    const small = standardWith();
    const item = (id: string, skill: string) => ({ id, label: id, skill, tags: [], severities: ['minor'] });
    const standard = standardWith({
      sections: [
        {
          id: 'all',
          title: 'All',
          items: [
            item('brake', 'parking-brake'),
            item('round', 'reversing-check'),
            item('shown', 'signs'),
            item('answer', 'vehicle-safety'),
            item('lines', 'bay-park.accuracy'),
          ],
        },
      ],
      examples: [
        {
          title: 'Shown',
          marks: [{ item: 'shown', severity: 'minor', run: 'garage' }],
          runs: [{ manoeuvre: 'garage' }],
          verdict: 'pass',
        },
      ],
    });
    const [garage] = small.manoeuvres;
    if (!garage) throw new Error('no garage');
    expect(usualItems(standard, garage).map(({ item: { id } }) => id)).toEqual([
      'lines',
      'shown',
      'round',
      'brake',
    ]);
  });
});
