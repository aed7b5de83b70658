import { ratedAreas } from '../coaching';
import { positionsOf, type MarkedAt } from '../hotspot';
import {
  cleanSections,
  countsNowhere,
  elapsedSeconds,
  noteWords,
  outcomeWords,
  ratingsBy,
  remarksOn,
  resultOf,
  resultWords,
  secondsSince,
  stageAt,
  stageTitle,
  type Judgement,
  type Setting,
} from '../marking';
import type { Route } from '../route';
import {
  addsUpMarks,
  amountOfMark,
  compileStandard,
  limitOf,
  limitThatMatters,
  nearestFirst,
  scopedTitle,
  type Breach,
  type Gravity,
  type Headroom,
  type Outcome,
  type Standard,
} from '../standard';

/** Whether a mark counts in a limit, in none, or not at all: a cap was full, or the test had ended. */
export type Counting = 'in-limit' | 'in-none' | 'cap' | 'ended';

export const countingWords: Readonly<Record<Counting, string>> = {
  'in-limit': 'yes',
  'in-none': 'in no limit',
  cap: 'no: a cap was full',
  ended: 'no: the test had ended',
};

/** One mark with its history. */
export interface ReportMark {
  /** The event that it came from. */
  readonly by: string;
  /** ISO instant. */
  readonly at: string;
  /** Since the start of the mock. */
  readonly seconds: number;
  readonly stage: string;
  readonly item: string;
  readonly label: string;
  readonly section: string;
  readonly skill: string;
  readonly severity: string;
  readonly grade: string;
  readonly gravity: Gravity;
  readonly points: number;
  readonly counts: Counting;
  /** False where a cap was full or the test had ended. */
  readonly counted: boolean;
  readonly afterEnd: boolean;
  readonly from: Judgement['marks'][number]['source'];
  /** Whether the standard has another severity for it. */
  readonly gradable: boolean;
  /** How it came about and what it counts for, each in words. */
  readonly remarks: readonly string[];
  readonly position: MarkedAt | null;
}

/** One line of everything in order: a mark, a note, a goal, or the instructor stepping in. */
export interface ReportEntry {
  readonly at: string;
  readonly seconds: number;
  readonly stage: string;
  readonly what: string;
  readonly grade: string;
  readonly remarks: readonly string[];
  readonly mark: ReportMark | null;
}

/** A limit in one scope. */
export interface ReportLimit extends Omit<Headroom, 'limit'> {
  readonly id: string;
  readonly title: string;
  readonly because: string;
  /** The event that went past it, and when, in seconds since the start; null while it holds. */
  readonly exceeded: { readonly by: string; readonly seconds: number } | null;
}

/** How a limit filled up, from nothing at the start to the end of the time line. */
export interface Growth {
  readonly limit: ReportLimit;
  readonly steps: readonly { readonly seconds: number; readonly total: number }[];
}

/** Faults that count, by severity id. */
type Counts = Readonly<Record<string, number>>;

export interface ReportSection {
  readonly id: string;
  readonly title: string;
  readonly counts: Counts;
  readonly items: readonly { readonly id: string; readonly label: string; readonly counts: Counts }[];
}

/** Everything that is told of one mock, for screens, print, files and its learner. */
export interface Report {
  readonly outcome: Outcome;
  /** "Fail". */
  readonly title: string;
  /** The limit that decided it, or what is missing, each a sentence. */
  readonly why: readonly string[];
  /** What else has to be known: flags to sort, marks that count nowhere. */
  readonly remarks: readonly string[];
  /** Driven, without pauses. */
  readonly seconds: number;
  /** Length of the time line: at least a minute, and up to the last mark. */
  readonly span: number;
  readonly stages: readonly { readonly title: string; readonly from: number; readonly to: number }[];
  readonly marks: readonly ReportMark[];
  /** Seconds of flags that wait to be sorted. */
  readonly flags: readonly number[];
  readonly entries: readonly ReportEntry[];
  /** Nearest to its end first. */
  readonly limits: readonly ReportLimit[];
  /** The growth of the limit that matters, where it adds up marks; null when nothing adds up. */
  readonly growth: Growth | null;
  /** Sections with a fault, the one with most first. */
  readonly sections: readonly ReportSection[];
  /** Titles of sections that were driven without a mark. */
  readonly clean: readonly string[];
  readonly ratings: readonly {
    readonly title: string;
    readonly learner: number | null;
    readonly instructor: number | null;
  }[];
  readonly goals: readonly { readonly id: string; readonly text: string }[];
}

/**
 * The report of a mock, worked out once for whoever shows it.
 *
 * @param route that was driven, as it is known now; null without one
 */
export function reportOf(
  standard: Standard,
  judgement: Judgement,
  setting: Setting,
  route: Route | null = null,
): Report {
  const { drive, verdict } = judgement;
  const since = (at: string) => secondsSince(setting.startedAt, at);
  const result = resultOf(judgement);
  const marks = marksOf(standard, judgement, setting.startedAt, route);
  const seconds = elapsedSeconds(
    drive,
    setting.startedAt,
    drive.end?.at ?? drive.lastAt ?? setting.startedAt,
  );
  const span = marks.reduce((most, mark) => Math.max(most, mark.seconds), Math.max(60, seconds));
  const limits = limitsOf(standard, judgement, since);
  return {
    outcome: result.outcome,
    title: outcomeWords[result.outcome],
    why: resultWords(standard, result, verdict),
    remarks: remarksOn(standard, judgement, setting.source),
    seconds,
    span,
    stages: drive.stages.map(({ stage, at }, n) => ({
      title: stageTitle(stage),
      from: Math.min(span, since(at)),
      to: Math.min(span, drive.stages[n + 1] ? since(drive.stages[n + 1]?.at ?? at) : span),
    })),
    marks,
    flags: drive.flags.filter(({ state }) => state === 'unsorted').map(({ at }) => since(at)),
    entries: entriesOf(judgement, marks, since),
    limits,
    growth: growthOf(standard, judgement, limits, { marks, span }),
    sections: sectionsOf(standard, marks),
    clean: cleanSections(standard, judgement, setting).map(({ title }) => title),
    ratings: ratingsOf(standard, judgement),
    goals: drive.goals.map(({ id, text }) => ({ id, text })),
  };
}

function marksOf(
  standard: Standard,
  { marks, drive }: Judgement,
  startedAt: string,
  route: Route | null,
): readonly ReportMark[] {
  const { itemOf, severities } = compileStandard(standard);
  const positions = positionsOf(marks, drive, route);
  const notes = new Map<string, string[]>();
  for (const note of drive.notes)
    if (note.of !== undefined) notes.set(note.of, [...(notes.get(note.of) ?? []), noteWords(note)]);
  return marks.map((mark, n): ReportMark => {
    const { by, at, uncounted } = mark;
    const { item, section } = itemOf(mark.item);
    const severity = severities.get(mark.severity);
    const first = mark.regradedFrom ? severities.get(mark.regradedFrom)?.label.toLowerCase() : null;
    const outside = countsNowhere(standard, mark);
    const remarks = [
      mark.source === 'sort' ? 'sorted from a flag' : null,
      mark.source === 'question' ? 'question' : null,
      mark.source === 'conversion' ? 'by the count or reading' : null,
      first ? `first marked ${first}` : null,
      uncountedWords(standard, uncounted),
      outside ? 'counts in no limit' : null,
      ...(notes.get(by) ?? []),
    ];
    return {
      by,
      at,
      seconds: secondsSince(startedAt, at),
      stage: stageAt(drive, at),
      item: item.id,
      label: item.label,
      section: section.title,
      skill: item.skill,
      severity: mark.severity,
      grade: severity?.label ?? mark.severity,
      gravity: severity?.gravity ?? 1,
      points: mark.points,
      counts: uncounted === null ? (mark.limits > 0 ? 'in-limit' : 'in-none') : uncounted.why,
      counted: uncounted === null,
      afterEnd: mark.afterEnd,
      from: mark.source,
      gradable: item.severities.length > 1,
      remarks: remarks.filter((words) => words !== null),
      position: positions[n] ?? null,
    };
  });
}

function uncountedWords(
  standard: Standard,
  uncounted: Judgement['marks'][number]['uncounted'],
): string | null {
  if (uncounted === null) return null;
  if (uncounted.why === 'ended') return 'after the test had ended: not counted';
  const cap = standard.caps.find(({ id }) => id === uncounted.cap);
  return `not counted: ${cap?.because ?? uncounted.cap}`;
}

function entriesOf(
  { drive }: Judgement,
  marks: readonly ReportMark[],
  since: (at: string) => number,
): readonly ReportEntry[] {
  const marked = new Set(marks.map(({ by }) => by));
  const entry = (at: string, what: string, grade: string): ReportEntry => ({
    at,
    seconds: since(at),
    stage: stageAt(drive, at),
    what,
    grade,
    remarks: [],
    mark: null,
  });
  return [
    ...marks.map((mark): ReportEntry => {
      const { at, seconds, stage, label, grade, remarks } = mark;
      return { at, seconds, stage, what: label, grade, remarks, mark };
    }),
    ...drive.interventions.map(({ at, by }) => entry(at, 'The instructor stepped in', by)),
    // A note of a mark stands with its mark.
    ...drive.notes
      .filter(({ of }) => of === undefined || !marked.has(of))
      .map((note) => entry(note.at, noteWords(note), 'note')),
    ...drive.goals.map(({ at, text }) => entry(at, text, 'goal')),
  ]
    .map((one) => ({ one, time: Date.parse(one.at) }))
    .sort((a, b) => a.time - b.time)
    .map(({ one }) => one);
}

const sameScope = (a: Pick<Headroom, 'scope'>, b: Pick<Headroom, 'scope'>): boolean =>
  JSON.stringify(a.scope) === JSON.stringify(b.scope);

function limitsOf(
  standard: Standard,
  { headroom, verdict }: Judgement,
  since: (at: string) => number,
): readonly ReportLimit[] {
  const breaches = new Map<string, Breach[]>();
  for (const breach of verdict.breaches)
    breaches.set(breach.limit, [...(breaches.get(breach.limit) ?? []), breach]);
  return nearestFirst(headroom).flatMap((row): ReportLimit[] => {
    const limit = limitOf(standard, row.limit);
    if (!limit) return [];
    const breach = breaches.get(row.limit)?.find((one) => sameScope(one, row));
    const { limit: id, scope, total, max, left, times, marks } = row;
    return [
      {
        id,
        title: scopedTitle(standard, limit, scope),
        because: limit.because,
        scope,
        total,
        max,
        left,
        times,
        marks,
        exceeded: breach ? { by: breach.by, seconds: since(breach.at) } : null,
      },
    ];
  });
}

/** Of the limit that matters, where marks add up in it over the test; else of the nearest such limit. */
function growthOf(
  standard: Standard,
  { verdict }: Judgement,
  limits: readonly ReportLimit[],
  { marks, span }: { readonly marks: readonly ReportMark[]; readonly span: number },
): Growth | null {
  const addsUp = limits.filter(({ id, scope, max, total }) => {
    return addsUpMarks(limitOf(standard, id)?.of) && scope.per === 'test' && max > 0 && total > 0;
  });
  const matters = limitThatMatters(standard, verdict);
  const decisive = matters?.how === 'exceeded' ? matters.breach : matters?.row;
  const limit = addsUp.find((row) => decisive?.limit === row.id && sameScope(decisive, row)) ?? addsUp[0];
  if (!limit) return null;
  const of = limitOf(standard, limit.id)?.of;
  let total = 0;
  const steps = limit.marks.map((place) => {
    const { points = 0, seconds = 0 } = marks[place] ?? {};
    total = Math.round((total + (amountOfMark(of, points) ?? 0)) * 1e6) / 1e6;
    return { seconds, total };
  });
  return { limit, steps: [{ seconds: 0, total: 0 }, ...steps, { seconds: span, total }] };
}

function sectionsOf(standard: Standard, marks: readonly ReportMark[]): readonly ReportSection[] {
  const counting = marks.filter(({ counted }) => counted);
  const counts = (of: (mark: ReportMark) => boolean): Counts =>
    Object.fromEntries(
      standard.severities.map(({ id }) => [
        id,
        counting.filter((mark) => mark.severity === id && of(mark)).length,
      ]),
    );
  const marked = new Set(counting.map(({ item }) => item));
  const sum = (all: Counts) => Object.values(all).reduce((a, b) => a + b, 0);
  return standard.sections
    .map(({ id, title, items }): ReportSection => {
      const own = items.filter((item) => marked.has(item.id));
      const ids = new Set(own.map((item) => item.id));
      return {
        id,
        title,
        counts: counts(({ item }) => ids.has(item)),
        items: own.map((item) => ({
          id: item.id,
          label: item.label,
          counts: counts((mark) => mark.item === item.id),
        })),
      };
    })
    .filter(({ items }) => items.length > 0)
    .sort((a, b) => sum(b.counts) - sum(a.counts));
}

function ratingsOf(standard: Standard, { drive }: Judgement): Report['ratings'] {
  const [learner, instructor] = [ratingsBy(drive, 'learner'), ratingsBy(drive, 'instructor')];
  return ratedAreas(standard).flatMap(({ id, title }) => {
    const [own, other] = [learner.get(id) ?? null, instructor.get(id) ?? null];
    return own === null && other === null ? [] : [{ title, learner: own, instructor: other }];
  });
}
