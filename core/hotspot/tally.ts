import { skillOf, type Gravity } from '../standard';
import { ratesOf, type SiteRate } from './rates';
import type { Site } from './sites';

/** What of a mark a tally looks at. */
export interface TalliedMark {
  readonly site: string;
  readonly skill: string;
  readonly gravity: Gravity;
}

export interface MarksAsked {
  /** Only marks so grave, or graver. */
  readonly gravity: number;
  /** Only marks of this skill, or of an aspect of it; null for all. */
  readonly skill: string | null;
}

export const isAsked = ({ gravity, skill }: MarksAsked, mark: Omit<TalliedMark, 'site'>): boolean =>
  mark.gravity >= gravity && (skill === null || mark.skill === skill || mark.skill.startsWith(`${skill}.`));

/** A place with how often something goes wrong there, and what most. */
export interface TalliedSite extends Omit<SiteRate, 'key'> {
  readonly site: Site;
  /** What is marked there most, the most frequent first. */
  readonly most: readonly { readonly label: string; readonly skill: string; readonly times: number }[];
}

export interface Tallied {
  readonly drives: number;
  readonly marks: number;
  readonly unplaced: number;
  /** Faults per pass over all places. */
  readonly mean: number;
  readonly places: readonly TalliedSite[];
}

/** So many skills of a place are named. */
const MOST = 4;

/** Counts drives past places, and marks at them. */
export function tallyOf(asked: MarksAsked) {
  const passed = new Map<string, number>();
  const marked = new Map<string, Map<string, number>>();
  let [drives, marks, unplaced] = [0, 0, 0];
  return {
    /** Places that so many drives have passed. */
    pass(keys: readonly string[], times: number): void {
      for (const key of keys) passed.set(key, (passed.get(key) ?? 0) + times);
    },
    /** One drive more, with so many marks of which nobody knows where they were made. */
    drive(without: number): void {
      drives += 1;
      unplaced += without;
    },
    /** A mark that was made so many times at its place. */
    mark(mark: TalliedMark, times: number): void {
      if (!isAsked(asked, mark)) return;
      marks += times;
      const skills = marked.get(mark.site) ?? new Map<string, number>();
      marked.set(mark.site, skills);
      skills.set(mark.skill, (skills.get(mark.skill) ?? 0) + times);
    },
    /** @param sites by key; what is none of them is left out */
    told(sites: ReadonlyMap<string, Site>): Tallied {
      const timesAt = (key: string) =>
        [...(marked.get(key)?.values() ?? [])].reduce((sum, one) => sum + one, 0);
      const { mean, sites: rates } = ratesOf(
        [...passed].map(([key, passes]) => ({ key, passes, marks: timesAt(key) })),
      );
      return {
        drives,
        marks,
        unplaced,
        mean,
        places: rates.flatMap(({ key, ...rate }): readonly TalliedSite[] => {
          const site = sites.get(key);
          return site ? [{ ...rate, site, most: mostOf(marked.get(key) ?? new Map()) }] : [];
        }),
      };
    },
  };
}

const mostOf = (times: ReadonlyMap<string, number>): TalliedSite['most'] =>
  [...times]
    .map(([skill, count]) => ({ skill, label: skillOf(skill)?.title ?? skill, times: count }))
    .sort((a, b) => b.times - a.times || a.label.localeCompare(b.label))
    .slice(0, MOST);
