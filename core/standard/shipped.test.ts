import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import { Ajv2020 } from 'ajv/dist/2020.js';
import formats from 'ajv-formats';
import { manoeuvreKinds, skillAreas } from './skills';
import { limitsOfExample, runExamples } from './examples';
import { readStandard } from './parse';
import type { Standard } from './schema';
import { heldValue, withVariant } from './variants';

const folder = new URL('../../data/standards/', import.meta.url);
const files = readdirSync(folder).filter((name) => name.endsWith('.standard.json'));

function shipped(file: string): Standard {
  const result = readStandard(readFileSync(new URL(file, folder), 'utf8'));
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  return result.value;
}
const byId = (id: string) => shipped(`${id}.standard.json`);

describe.each(files)('%s', (file) => {
  it('holds all its worked examples', () => {
    const results = runExamples(shipped(file));
    expect(results.length).toBeGreaterThanOrEqual(10);
    expect(results.filter(({ holds }) => !holds)).toEqual([]);
  });

  it('holds those for either value of each variant, with nothing to mend after switching', () => {
    const standard = shipped(file);
    for (const variant of standard.variants) {
      const other = withVariant(standard, variant, variant.other);
      expect(heldValue(other, variant)).toBe(variant.other);
      expect(runExamples(other).filter(({ holds }) => !holds)).toEqual([]);
      const asked = (results: ReturnType<typeof runExamples>) =>
        results.filter(({ applies }) => applies).map(({ title }) => title);
      // Of these no verdict depends.
      if (/^(drive|checks)|\.clock\./.test(variant.at)) continue;
      expect(asked(runExamples(other))).not.toEqual(asked(runExamples(standard)));
    }
  });

  it('has examples on both sides of every limit, as near to it as its points go', () => {
    const standard = shipped(file);
    const points = standard.sections
      .flatMap(({ items }) => items.flatMap((item) => Object.values(item.points ?? {})))
      .concat(standard.severities.flatMap((severity) => severity.points ?? []))
      .filter((one) => one > 0);
    const step = Math.min(2, ...points);
    // A limit that only the other value of a variant sets is looked at under that value.
    const forms = [standard, ...standard.variants.map((one) => withVariant(standard, one, one.other))];
    const totals = forms.flatMap((form) =>
      form.examples.flatMap((example) => {
        const result = limitsOfExample(form, example);
        const over = new Map(result?.breaches.map(({ limit, total }) => [limit, total]));
        return (result?.headroom ?? []).map(({ limit, total, max }) => ({
          limit,
          max,
          side: over.has(limit) ? ('over' as const) : ('within' as const),
          off: Math.abs(total - max),
        }));
      }),
    );
    const near = (id: string, of: string, side: 'over' | 'within') =>
      totals.some(
        (one) =>
          one.limit === id &&
          one.side === side &&
          (side === 'over' || one.off < (of === 'points' ? step : 1)),
      );
    const limits = [...standard.limits, ...standard.manoeuvres.flatMap((manoeuvre) => manoeuvre.limits)];
    expect(
      limits.filter(({ id, of }) => !near(id, of, 'over') || !near(id, of, 'within')).map(({ id }) => id),
    ).toEqual([]);
  });

  it('has an item to mark each manoeuvre by that its plan or its course can ask for', () => {
    const { drive, manoeuvres, sections } = shipped(file);
    const skills = sections.flatMap(({ items }) => items.map(({ skill }) => skill));
    const kinds = new Set([
      ...manoeuvres.map(({ kind }) => kind),
      ...(drive?.manoeuvres?.from ?? []).map((id) => manoeuvres.find((one) => one.id === id)?.kind ?? id),
    ]);
    // An inspection or a plain turn is no manoeuvre of the shared list.
    const asked = [...kinds].filter((kind) => manoeuvreKinds.includes(kind));
    expect(
      asked.filter((kind) => !skills.some((skill) => skill === kind || skill.startsWith(`${kind}.`))),
    ).toEqual([]);
  });

  it('is named by its id and says where its limits come from', () => {
    const standard = shipped(file);
    expect(`${standard.id}.standard.json`).toBe(file);
    const sourced = standard.basis.map(({ of }) => of);
    expect(standard.limits.filter(({ id }) => !sourced.includes(`limits.${id}`))).toEqual([]);
  });

  it('meets the published JSON Schema, by a general-purpose validator', () => {
    const schema = JSON.parse(readFileSync(new URL('../schema/standard.schema.json', folder), 'utf8'));
    const ajv = new Ajv2020({ strict: false, allErrors: true });
    formats.default(ajv);
    const validate = ajv.compile(schema);
    const input: unknown = JSON.parse(readFileSync(new URL(file, folder), 'utf8'));
    expect({ valid: validate(input), errors: validate.errors }).toEqual({ valid: true, errors: null });
    expect(validate({ ...(input as object), surplus: 1 })).toBe(false);
  });
});

// Worked examples of the two schools, by title, so that none can quietly leave the files.
describe('the worked examples', () => {
  const verdicts = (id: string) =>
    Object.fromEntries(byId(id).examples.map(({ title, verdict }) => [title, verdict]));

  it('of Fault ceiling are there (published: the public pass rule of the British car test)', () => {
    expect(verdicts('fault-ceiling')).toMatchObject({
      'Fifteen driving faults, nothing else': 'pass',
      'Sixteen driving faults': 'fail',
      'No driving faults and one serious': 'fail',
      'Fourteen driving faults and both questions wrong': 'pass',
    });
  });

  it("of Graded faults are there (memory of Ireland's public rule)", () => {
    expect(verdicts('graded-faults')).toMatchObject({
      'Thirteen grade 2 spread about, no grade 3': 'fail',
      'Eight grade 2 spread about': 'pass',
      'Four grade 2 on one item': 'fail',
      'Six grade 2 in one section': 'fail',
      'Twenty grade 1': 'pass',
    });
  });
});

it('names every skill once', () => {
  const ids = skillAreas.flatMap(({ skills }) => skills.map(({ id }) => id));
  expect(new Set(ids).size).toBe(ids.length);
});
