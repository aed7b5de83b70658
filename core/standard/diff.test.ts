import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import { often, standardWith } from '../testing';
import { changeSentences, diffStandards } from './diff';
import { readStandard } from './parse';
import type { Standard } from './schema';
import { compareVersions, nextVersion } from './version';

const folder = new URL('../../data/standards/', import.meta.url);
const shipped = readdirSync(folder)
  .filter((name) => name.endsWith('.json'))
  .map((file) => {
    const result = readStandard(readFileSync(new URL(file, folder), 'utf8'));
    if (!result.ok) throw new Error(file);
    return result.value;
  });

const said = (before: Standard, after: Standard) => diffStandards(before, after).flatMap(changeSentences);

/** Every copy of a value that has one leaf of it changed, with the path of that leaf. A cap is of faults only. */
function* withOneLeafChanged(value: unknown, path: readonly string[] = []): Generator<[string, unknown]> {
  if (typeof value === 'number') yield [path.join('.'), value === 2 ? 3 : 2];
  else if (typeof value === 'boolean') yield [path.join('.'), !value];
  else if (typeof value === 'string') yield [path.join('.'), value === 'sum' ? 'max' : `${value}x`];
  else if (Array.isArray(value)) {
    for (const [n, entry] of value.entries())
      for (const [leaf, other] of withOneLeafChanged(entry, [...path, String(n)]))
        yield [leaf, value.map((old: unknown, at) => (at === n ? other : old))];
  } else if (typeof value === 'object' && value !== null) {
    for (const [key, entry] of Object.entries(value))
      for (const [leaf, other] of withOneLeafChanged(entry, [...path, key]))
        yield [leaf, { ...value, [key]: other }];
  }
}

describe('the difference between two versions', () => {
  it.each(shipped.map((standard, n) => ({ ...standard, n })))(
    '$id: no leaf can change without being told, and equal contents tell nothing',
    ({ n, ...standard }) => {
      expect(diffStandards(standard, { ...structuredClone(standard), version: '9.0.0' })).toEqual([]);
      const untold = [...withOneLeafChanged(standard)]
        // Every fourth leaf of each, in each of them others; all of them in the night.
        .filter((_leaf, at) => (at + n) % often(4, 1) === 0)
        .filter(([leaf]) => !/^(version|format|caps\.\d+\.of)$/.test(leaf))
        .filter(([, other]) => diffStandards(standard, other as Standard).length === 0)
        .map(([leaf]) => leaf);
      expect(untold).toEqual([]);
    },
  );

  it('tells the least share of the plan, which no shipped standard sets', () => {
    const before = standardWith({ drive: { minutes: 40 } });
    const after = standardWith({ drive: { minutes: 40, leastShare: 0.9 } });
    expect(said(before, after).join()).toMatch(/least share of the plan for a verdict.*0\.9/);
    expect(said(after, before)).toHaveLength(1);
  });

  it('speaks in the words of the standard', () => {
    const before = standardWith();
    const [grave] = before.limits;
    const after = standardWith({
      limits: [{ ...grave, max: 1, ends: true }],
      manoeuvres: before.manoeuvres.filter(({ id }) => id !== 'kerb'),
      measures: [...before.measures].reverse(),
      severities: [...before.severities, { id: 'worst', label: 'Worst', short: 'W', gravity: 3 }],
    });
    expect(said(before, after)).toEqual([
      'Grave faults: maximum was 0, now 1.',
      'Grave faults: ends the test was no, now yes.',
      '“Worst” is new.',
      '“Kerb” is no longer there.',
      'The order was Roll-back, Stalls, now Stalls, Roll-back.',
    ]);
  });

  it('tells an item that went to another section, and the part of every change', () => {
    const before = standardWith();
    const [looking, control] = before.sections;
    const [look, mirror] = looking?.items ?? [];
    const after = standardWith({
      sections: [
        { ...looking, items: [look] },
        { ...control, items: [...(control?.items ?? []), mirror] },
      ],
    });
    expect(said(before, after)).toContain('Mirror: section was Looking, now Control.');
    expect(new Set(diffStandards(before, after).map(({ part }) => part))).toEqual(
      new Set(['Sections and items']),
    );
  });
});

describe('versions', () => {
  it('compare by number, not by letter', () => {
    expect(['1.10.0', '1.2.0', '2.0.0', '1.2.1'].sort(compareVersions)).toEqual([
      '1.2.0',
      '1.2.1',
      '1.10.0',
      '2.0.0',
    ]);
  });

  it('go on after the newest', () => {
    expect(nextVersion([])).toBe('1.0.0');
    expect(nextVersion(['1.9.3', '1.10.0', '1.2.0'])).toBe('1.11.0');
  });
});
