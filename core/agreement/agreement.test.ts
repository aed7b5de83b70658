import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { skillAreas } from '../standard';
import {
  agreementOf,
  byArea,
  divided,
  furthestApart,
  guideOf,
  kappaOf,
  leaning,
  writtenCases,
  type Grade,
} from './index';

/** Pairs of a table: `rows[a][b]` cases were graded a by one and b by the other. */
const tabled = (rows: readonly (readonly number[])[]): (readonly [Grade, Grade])[] =>
  rows.flatMap((row, a) =>
    row.flatMap((times, b) => Array.from({ length: times }, () => [a as Grade, b as Grade] as const)),
  );
const grade = fc.constantFrom<Grade>(0, 1, 2, 3);
const pairs = fc.array(fc.tuple(grade, grade), { minLength: 2, maxLength: 60 });

describe('weighted kappa', () => {
  it('is 0.348 for two grades of Artstein and Poesio (2008), table 1', () => {
    // With grades at both ends the weights are those of agreeing or not.
    expect(kappaOf(tabled([[20, 0, 0, 20], [], [], [10, 0, 0, 50]]))?.kappa).toBeCloseTo(0.348, 3);
  });

  it('is what its definition says for four grades, worked out by hand', () => {
    // Seen: 1 - (2 of 10 apart by one third + 1 of 10 apart by two thirds); chance from the sums of rows and columns.
    const told = kappaOf(
      tabled([
        [2, 1, 0, 0],
        [0, 3, 1, 0],
        [1, 0, 1, 0],
        [0, 0, 0, 1],
      ]),
    );
    const seen = 1 - (2 * (1 / 3) + 1 * (2 / 3)) / 10;
    const [rows, columns] = [
      [0.3, 0.4, 0.2, 0.1],
      [0.3, 0.4, 0.2, 0.1],
    ];
    let chance = 0;
    for (let a = 0; a < 4; a += 1)
      for (let b = 0; b < 4; b += 1)
        chance += (rows?.[a] ?? 0) * (columns?.[b] ?? 0) * (1 - Math.abs(a - b) / 3);
    expect(told?.kappa).toBeCloseTo((seen - chance) / (1 - chance), 12);
    expect(told?.same).toBe(7);
  });

  it('is 1 for who always agrees, about nought for who grades by chance, and the same from both sides', () => {
    expect(kappaOf(tabled([[5], [0, 5], [0, 0, 5], [0, 0, 0, 5]]))?.kappa).toBe(1);
    expect(
      kappaOf(
        tabled([
          [4, 4, 4, 4],
          [4, 4, 4, 4],
          [4, 4, 4, 4],
          [4, 4, 4, 4],
        ]),
      )?.kappa,
    ).toBeCloseTo(0, 12);
    fc.assert(
      fc.property(pairs, (list) => {
        const [one, other] = [kappaOf(list), kappaOf(list.map(([a, b]) => [b, a] as const))];
        expect(other?.kappa).toBeCloseTo(one?.kappa ?? 9, 9);
        expect(one?.low).toBeLessThanOrEqual((one?.kappa ?? -9) + 1e-12);
        expect(one?.high).toBeGreaterThanOrEqual((one?.kappa ?? 9) - 1e-12);
      }),
    );
    expect(kappaOf([])).toBeNull();
  });

  it('costs less for grades that are near', () => {
    const apart = (by: Grade) =>
      kappaOf([...tabled([[10], [0, 10], [0, 0, 10], [0, 0, 0, 10]]), [0, by] as const])?.kappa ?? 0;
    expect(apart(1)).toBeGreaterThan(apart(2));
    expect(apart(2)).toBeGreaterThan(apart(3));
  });

  it('has the standard error that a thousand redrawn lists show', () => {
    const list = tabled([
      [12, 3, 0, 0],
      [2, 14, 4, 0],
      [0, 3, 10, 2],
      [0, 0, 1, 6],
    ]);
    const told = kappaOf(list);
    let seed = 7;
    const random = () => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;
    const drawn = Array.from({ length: 1_000 }, () => {
      const again = list.map(() => list[Math.floor(random() * list.length)] ?? ([0, 0] as const));
      return kappaOf(again)?.kappa ?? 0;
    });
    const mean = drawn.reduce((sum, kappa) => sum + kappa, 0) / drawn.length;
    const spread = Math.sqrt(drawn.reduce((sum, kappa) => sum + (kappa - mean) ** 2, 0) / drawn.length);
    const error = ((told?.high ?? 0) - (told?.low ?? 0)) / 2 / 1.96;
    expect(error / spread).toBeGreaterThan(0.85);
    expect(error / spread).toBeLessThan(1.15);
  });
});

describe('the written cases', () => {
  it('are at least forty, each once, in areas that there are, and of every grade', () => {
    expect(writtenCases.length).toBeGreaterThanOrEqual(40);
    expect(new Set(writtenCases.map(({ id }) => id)).size).toBe(writtenCases.length);
    const areas = new Set(skillAreas.map(({ id }) => id));
    for (const { id, area, text, why } of writtenCases) {
      expect([id, areas.has(area)]).toEqual([id, true]);
      expect(text.length).toBeGreaterThan(30);
      expect(why.length).toBeGreaterThan(10);
    }
    expect(new Set(writtenCases.map(({ grade: of }) => of)).size).toBe(4);
  });
});

describe('agreement', () => {
  const guide = guideOf(writtenCases);
  const milder = new Map([...guide].map(([id, of]) => [id, Math.max(0, of - 1) as Grade] as const));

  it('with the guide is whole for the guide, and who is milder leans below it', () => {
    expect(agreementOf(writtenCases, guide, guide)?.kappa).toBeCloseTo(1, 12);
    expect(leaning(writtenCases, milder, guide)).toBeLessThan(-0.5);
    expect(agreementOf(writtenCases, milder, guide)?.kappa).toBeLessThan(0.7);
  });

  it('counts only what both have graded', () => {
    const few = new Map([...guide].slice(0, 5));
    expect(agreementOf(writtenCases, few, guide)).toMatchObject({ cases: 5, same: 5 });
    expect(agreementOf(writtenCases, new Map(), guide)).toBeNull();
    expect(byArea(writtenCases, few, guide).reduce((sum, { cases }) => sum + cases, 0)).toBe(5);
  });

  it('have a kappa of their own in areas with enough cases, and tell where two are furthest apart', () => {
    const [most] = [...byArea(writtenCases, guide, guide)].sort((x, y) => y.cases - x.cases);
    const inArea = writtenCases.filter(({ area }) => area === most?.area);
    const mild = new Map(
      [...guide].map(([id, given]) => [id, inArea.some((one) => one.id === id) ? 0 : given] as const),
    );
    const areas = byArea(writtenCases, mild, guide);
    const own = areas.find(({ area }) => area === most?.area);
    expect(own?.kappa).toEqual(kappaOf(inArea.map((one) => [0, one.grade] as const)));
    expect(furthestApart(areas)?.area).toBe(most?.area);
    expect(furthestApart(byArea(writtenCases, guide, guide))).toBeNull();
    for (const { cases, kappa } of byArea(writtenCases, guide, guide)) expect(kappa === null).toBe(cases < 4);
  });

  it('names the cases that divide, the widest first', () => {
    const own = new Map<string, Grade>([...guide, ['ball', 0], ['stall-quiet', 0]]);
    expect(divided(writtenCases, [own, guide]).map(({ of, apart }) => [of.id, apart])).toEqual([
      ['ball', 3],
      ['stall-quiet', 1],
    ]);
    expect(divided(writtenCases, [guide])).toEqual([]);
  });
});
