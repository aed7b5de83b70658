import { readFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import { readStandard, type Standard } from '../standard';
import { LEGAL_TREAD } from '../vehicle';
import { constants } from '.';

const data = new URL('../../data/', import.meta.url);

function standard(id: string): Standard {
  const read = readStandard(readFileSync(new URL(`standards/${id}.standard.json`, data), 'utf8'));
  if (!read.ok) throw new Error(id);
  return read.value;
}

// The figures of the trade that are no formula stand where they are used; here they are held against their sources.
// The shortest parallel gap (S. R. Blackburn, 2009) is tested with the plans of the yard.
describe('figures that stand elsewhere in the program', () => {
  it('eyesight: 20 m, 20.5 m for older plates (published: GB eyesight rule)', () => {
    const { checks, variants } = standard('fault-ceiling');
    expect(checks.find(({ id }) => id === 'eyesight')?.at?.metres).toBe(20);
    expect(variants.find(({ at }) => at === 'checks.eyesight.at.metres')?.other).toBe(20.5);
  });

  it('tyre tread: 1.6 mm (published: GB construction and use rules; EU directive 89/459/EEC, from memory)', () => {
    expect(LEGAL_TREAD).toBe(1.6);
  });

  it('rear fog lamps: when one sees less than 100 m (published: The Highway Code, rule 226)', () => {
    expect(readFileSync(new URL('questions/vale-of-ostrey.questions.json', data), 'utf8')).toContain(
      'Only when one sees less than 100 m',
    );
  });

  it('main beam: nobody within 150 m (common practice)', () => {
    const labels = standard('small-fault-count').sections.flatMap(({ items }) =>
      items.map(({ label }) => label),
    );
    expect(labels.some((label) => /Main beam.*150 m/.test(label))).toBe(true);
  });

  it('independent drive: 15 to 20 minutes (common practice)', () => {
    const { drive, variants } = standard('fault-ceiling');
    expect(drive?.independentMinutes).toBe(20);
    expect(variants.find(({ at }) => at === 'drive.independentMinutes')?.other).toBe(15);
  });

  it('a full stop is counted to 3 or to 5, a signal lasts 5 s before moving off (common practice)', () => {
    const { variants } = standard('hundred-points');
    const stop = variants.find(({ id }) => id === 'full-stop');
    expect([stop?.default, stop?.other]).toEqual([5, 3]);
    expect(
      standard('strikes')
        .sections.flatMap(({ items }) => items)
        .some(({ label }) => label.includes('5 s')),
    ).toBe(true);
  });

  it('clearance from parked cars: 1 m (common practice); mirrors every 8 to 10 s (common practice)', () => {
    expect(constants.clearance).toMatchObject({ value: 1, source: { kind: 'practice' } });
    expect([constants.mirrorLeast.value, constants.mirrorMost.value]).toEqual([8, 10]);
  });
});
