import { skillAreas } from '../standard';
import type { WrittenCase } from './cases';
import { kappaOf, type Grade, type Kappa } from './kappa';

/** What somebody graded at one time, by the id of the case. */
export type Grades = ReadonlyMap<string, Grade>;

/** The cases that both have graded. */
const both = (cases: readonly WrittenCase[], a: Grades, b: Grades): (readonly [Grade, Grade])[] =>
  cases.flatMap(({ id }) => {
    const [one, other] = [a.get(id), b.get(id)];
    return one === undefined || other === undefined ? [] : [[one, other] as const];
  });

/** Agreement of two who graded, over all cases. */
export const agreementOf = (cases: readonly WrittenCase[], a: Grades, b: Grades): Kappa | null =>
  kappaOf(both(cases, a, b));

/** The guide's own grades. */
export const guideOf = (cases: readonly WrittenCase[]): Grades =>
  new Map(cases.map(({ id, grade }) => [id, grade]));

/** By how much somebody grades above another on average, in steps: above 0 is stricter. */
export function leaning(cases: readonly WrittenCase[], a: Grades, b: Grades): number | null {
  const pairs = both(cases, a, b);
  return pairs.length === 0 ? null : pairs.reduce((sum, [one, other]) => sum + one - other, 0) / pairs.length;
}

export interface AreaAgreement {
  readonly area: string;
  readonly title: string;
  readonly cases: number;
  readonly same: number;
  readonly leaning: number;
  /** Null where there are too few cases to say anything beyond chance. */
  readonly kappa: Kappa | null;
}

/** Fewer cases of an area tell nothing beyond chance (ours). */
const AREA_CASES = 4;

/** Where two who graded are apart: by area of skills, in the areas' order. */
export const byArea = (cases: readonly WrittenCase[], a: Grades, b: Grades): readonly AreaAgreement[] =>
  skillAreas.flatMap(({ id, title }) => {
    const own = cases.filter(({ area }) => area === id);
    const pairs = both(own, a, b);
    const lean = leaning(own, a, b);
    return lean === null
      ? []
      : [
          {
            area: id,
            title,
            cases: pairs.length,
            same: pairs.filter(([x, y]) => x === y).length,
            leaning: lean,
            kappa: pairs.length < AREA_CASES ? null : kappaOf(pairs),
          },
        ];
  });

/** The area in which two who graded are furthest apart; null where they are nowhere. */
export function furthestApart(areas: readonly AreaAgreement[]): AreaAgreement | null {
  const [first] = areas
    .filter(({ cases, same }) => same < cases)
    .sort((a, b) => a.same / a.cases - b.same / b.cases || b.cases - a.cases);
  return first ?? null;
}

/** A case on which those who graded it, or they and the guide, are apart. */
export interface DividedCase {
  readonly of: WrittenCase;
  /** Steps between the mildest and the strictest grade, the guide's among them. */
  readonly apart: number;
}

/** The cases that divide, the widest first; of those as wide, the ones on which most are away from the guide. */
export function divided(cases: readonly WrittenCase[], people: readonly Grades[]): readonly DividedCase[] {
  return cases
    .map((of) => {
      const given = people.flatMap((grades) => grades.get(of.id) ?? []);
      const all = [...given, of.grade];
      const away = given.filter((grade) => grade !== of.grade).length;
      return { of, apart: Math.max(...all) - Math.min(...all), away };
    })
    .filter(({ apart }) => apart > 0)
    .sort((a, b) => b.apart - a.apart || b.away - a.away)
    .map(({ of, apart }) => ({ of, apart }));
}
