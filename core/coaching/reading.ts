import type { Judgement } from '../marking';
import { compileStandard, type Standard } from '../standard';
import { adviceFor } from './coaching';
import { asksFor, type Ask } from './asks';
import type { Advice } from './shipped';

/** What the marks of one skill mean: for the talk after a sheet of paper, where nobody remembers the moment. */
export interface SkillReading {
  readonly skill: string;
  /** The items that were marked, each with its severity and how often; the gravest first. */
  readonly marks: readonly {
    readonly item: string;
    readonly label: string;
    readonly severity: string;
    readonly gravity: number;
    readonly times: number;
  }[];
  readonly advice: Advice | null;
  readonly asks: readonly Ask[];
}

/** Every marked skill, the gravest first, then the most often marked. */
export function sheetReading(
  standard: Standard,
  { marks }: Pick<Judgement, 'marks'>,
  advice: ReadonlyMap<string, Advice>,
): readonly SkillReading[] {
  const { itemOf, severities } = compileStandard(standard);
  const bySkill = new Map<string, Map<string, SkillReading['marks'][number]>>();
  for (const { item, severity } of marks) {
    const { label, skill } = itemOf(item).item;
    const own = bySkill.get(skill) ?? new Map<string, SkillReading['marks'][number]>();
    bySkill.set(skill, own);
    const key = `${item} ${severity}`;
    const gravity = severities.get(severity)?.gravity ?? 0;
    own.set(key, { item, label, severity, gravity, times: (own.get(key)?.times ?? 0) + 1 });
  }
  return [...bySkill]
    .map(([skill, own]): SkillReading => ({
      skill,
      marks: [...own.values()].sort((a, b) => b.gravity - a.gravity || b.times - a.times),
      advice: adviceFor(advice, skill),
      asks: asksFor(skill),
    }))
    .sort((a, b) => gravest(b) - gravest(a) || timesOf(b) - timesOf(a) || a.skill.localeCompare(b.skill));
}

const gravest = ({ marks }: SkillReading): number => marks[0]?.gravity ?? 0;
const timesOf = ({ marks }: SkillReading): number => marks.reduce((sum, { times }) => sum + times, 0);
