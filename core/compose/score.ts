import { edgeOf, lengthOfArc, turnSeconds, type Traffic } from '../network';
import { featureKindIds, featureKindOf, type FeatureKindId } from '../route';
import { kindIndex, runningKinds, type KindTable } from './kinds';

/** What a loop should be like. */
export interface Wish {
  readonly minutes: number;
  /** Kinds that must come, and how often at least. */
  readonly wants: Readonly<Partial<Record<FeatureKindId, number>>>;
  /** How much each skill is wanted, one for a skill like any other; skills that are not named count as one. */
  readonly skills: Readonly<Record<string, number>>;
  /** Edges of routes that were driven lately: another way is wanted. */
  readonly lately: ReadonlySet<number>;
}

/** The parts of a score, each in points, with what they were worked out from. */
export interface ScoreParts {
  readonly total: number;
  readonly skills: number;
  readonly minutes: number;
  readonly missing: number;
  readonly repeats: number;
  readonly turnsRound: number;
  readonly lately: number;
}

/** Constants of the score (all ours; told where the score is opened). */
export const weights = {
  /** Points that one skill of weight one brings at most, and how many times it takes to get near to it. */
  skill: 2,
  often: 3,
  /** Points lost for each minute beyond so many from the wish, squared. */
  minute: 1.5,
  slack: 2,
  /** For each time that a wanted kind is missing. */
  missing: 14,
  /** For each kilometre driven twice, each turning round, and a way that is wholly known from lately. */
  repeat: 6,
  turnRound: 8,
  lately: 18,
} as const;

export interface Scorer {
  /** The score of a way over arcs, and the seconds it takes. */
  readonly score: (arcs: readonly number[]) => ScoreParts & { readonly seconds: number };
  readonly counts: (arcs: readonly number[]) => Float64Array;
}

const skillsOfKind = featureKindIds.map((id) => featureKindOf(id)?.skills ?? []);
const skillIds = [...new Set(skillsOfKind.flat())];
const skillIndexes = skillsOfKind.map((skills) => skills.map((skill) => skillIds.indexOf(skill)));

export function createScorer(traffic: Traffic, table: KindTable, wish: Wish): Scorer {
  const { graph, seconds } = traffic;
  const skillWeights = skillIds.map((skill) => wish.skills[skill] ?? 1);
  const wants = Object.entries(wish.wants).map(
    ([kind, times]) => [kindIndex[kind as FeatureKindId], times] as const,
  );
  const passed = new Uint32Array(graph.edges);
  let run = 0;

  const counts = (arcs: readonly number[]): Float64Array => {
    const found = new Float64Array(featureKindIds.length);
    let bits = 0;
    arcs.forEach((arc, n) => {
      for (const kind of table.ofArc(arc)) found[kind] = (found[kind] ?? 0) + 1;
      const now = table.running(arc);
      const begun = now & ~bits;
      if (begun !== 0)
        runningKinds.forEach((kind, bit) => {
          if (begun & (1 << bit)) found[kind] = (found[kind] ?? 0) + 1;
        });
      bits = now;
      const next = arcs[n + 1];
      if (next !== undefined)
        for (const kind of table.ofTurn(arc, next)) found[kind] = (found[kind] ?? 0) + 1;
    });
    return found;
  };

  return {
    counts,
    score: (arcs) => {
      run += 1;
      let [time, metres, twice, known] = [0, 0, 0, 0];
      arcs.forEach((arc, n) => {
        const next = arcs[n + 1];
        time += (seconds[arc] ?? 0) + (next === undefined ? 0 : turnSeconds(traffic, arc, next));
        const length = lengthOfArc(graph, arc);
        metres += length;
        const edge = edgeOf(arc);
        if (passed[edge] === run) twice += length;
        passed[edge] = run;
        if (wish.lately.has(edge)) known += length;
      });
      const found = counts(arcs);
      const times = new Float64Array(skillIds.length);
      found.forEach((count, kind) => {
        if (count > 0)
          for (const skill of skillIndexes[kind] ?? []) times[skill] = (times[skill] ?? 0) + count;
      });
      const skills = times.reduce(
        (sum, count, skill) =>
          sum + weights.skill * (skillWeights[skill] ?? 1) * (1 - Math.exp(-count / weights.often)),
        0,
      );
      const off = Math.max(0, Math.abs(time / 60 - wish.minutes) - weights.slack);
      const missing = wants.reduce(
        (sum, [kind, wanted]) => sum + Math.max(0, wanted - (found[kind] ?? 0)),
        0,
      );
      const parts = {
        skills,
        minutes: -weights.minute * off * off,
        missing: -weights.missing * missing,
        repeats: (-weights.repeat * twice) / 1_000,
        turnsRound: -weights.turnRound * (found[kindIndex['turn-round']] ?? 0),
        lately: metres > 0 ? (-weights.lately * known) / metres : 0,
      };
      return { ...parts, seconds: time, total: Object.values(parts).reduce((sum, part) => sum + part, 0) };
    },
  };
}
