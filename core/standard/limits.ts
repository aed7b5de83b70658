import { compileStandard, type Compiled, type Rule } from './compile';
import { drivenSeconds } from '../time';
import type { Happening, Mark, RunStep, TestClock } from './happening';
import { stepRun, unstartedRun, type RunState } from './run';
import type { Standard } from './schema';

/** Where a total is kept: over the whole test, or apart for each section, item, run or attempt. */
export type Scope =
  | { readonly per: 'test' }
  | { readonly per: 'section' | 'item'; readonly id: string }
  | { readonly per: 'manoeuvre'; readonly run: string }
  | { readonly per: 'attempt'; readonly run: string; readonly attempt: number };

/** One limit in one scope: `left` = `max` - `total`; below zero it is breached. */
export interface Headroom {
  readonly limit: string;
  readonly scope: Scope;
  readonly total: number;
  readonly max: number;
  readonly left: number;
  /** How often something counted here: marks, steps, readings. */
  readonly times: number;
  /** The marks among them, in time order, each as its place among all marks: a sort makes several by one event. */
  readonly marks: readonly number[];
}

export interface Breach {
  readonly limit: string;
  readonly scope: Scope;
  readonly total: number;
  readonly max: number;
  readonly at: string;
  /** The event that went past the maximum. */
  readonly by: string;
}

/** A mark with whether it counts, and if not, why: a cap was full, or the test had ended. */
export interface JudgedMark extends Mark {
  readonly points: number;
  readonly uncounted: null | { readonly why: 'cap'; readonly cap: string } | { readonly why: 'ended' };
  /** How many limits it counts in; none for a mark that stands outside every scope. */
  readonly limits: number;
}

export interface LimitsResult {
  readonly headroom: readonly Headroom[];
  /** In the order in which they happened. */
  readonly breaches: readonly Breach[];
  readonly marks: readonly JudgedMark[];
  /** The breach that ended the test, if one did. */
  readonly ending: Breach | null;
}

interface Tally {
  readonly rule: Rule;
  readonly scope: Scope;
  total: number;
  read: boolean;
  breach: { at: string; by: string } | null;
  times: number;
  readonly marks: number[];
}

/** The runs of a drive as far as they have come; replaced at each of their steps. */
type Runs = Map<string, { readonly manoeuvre: string; readonly state: RunState }>;

/**
 * Works out every limit of a standard over happenings in time order: the one evaluator behind tally,
 * headroom, verdict, worked examples and readiness.
 *
 * A total above `max` breaches the limit; a breached limit with `ends` ends the test at that happening,
 * which itself still counts in every limit that it matches. Caps let marks count up to their `max`.
 *
 * @param happenings in time order, with items, severities, manoeuvres and measures of this standard
 * @param when.retest adds each manoeuvre's `retestExtraSeconds` to its own limits of seconds
 * @param when.startedAt ISO instant from which `elapsed` counts
 * @throws Error when a mark names an item that is not in the standard: inputs are checked before.
 */
export function workOutLimits(
  standard: Standard,
  happenings: readonly Happening[],
  { retest, startedAt }: { readonly retest: boolean; readonly startedAt: string },
): LimitsResult {
  const compiled = compileStandard(standard);
  const book = new TallyBook(compiled, retest);
  const last = happenings.findLast(({ kind }) => kind === 'end');
  const runs = runsOf(happenings);
  const capped = new Map<string, number>();
  const marks: JudgedMark[] = [];
  let ended = false;

  for (const happening of happenings) {
    if (happening.kind === 'mark') {
      const uncounted = ended ? ({ why: 'ended' } as const) : takeFromCaps(compiled, capped, happening, runs);
      const points = compiled.pointsOf(happening);
      // Written out, for copying by spread costs more here than all the rest.
      const { kind, by, at, item, severity, run } = happening;
      const limits = uncounted === null ? addMark(compiled, book, happening, marks.length, points, runs) : 0;
      marks.push({ kind, by, at, item, severity, run, points, uncounted, limits });
    } else if (!ended) {
      if (happening.kind === 'run') addRunStep(compiled, book, happening, runs);
      else if (happening.kind === 'measure') addReading(compiled, book, happening, runs);
      else if (happening === last) addEnd(compiled, book, last, { runs, happenings, startedAt });
    }
    ended ||= book.ended;
  }
  return { headroom: book.headroom(), breaches: book.breaches(), marks, ending: book.ending() };
}

/** All totals, keyed by rule and scope, and the breaches in the order in which they came. */
class TallyBook {
  private readonly tallies = new Map<Rule, Map<string, Tally>>();
  private readonly breached: Tally[] = [];
  ended = false;

  constructor(
    compiled: Compiled,
    private readonly retest: boolean,
  ) {
    for (const rule of compiled.rules) {
      this.tallies.set(rule, new Map());
      if (rule.limit.per === 'test') this.open(rule, { per: 'test' });
    }
  }

  open(rule: Rule, scope: Scope): Tally {
    const scopes = this.tallies.get(rule) ?? new Map<string, Tally>();
    const key = scopeKey(scope);
    const known = scopes.get(key);
    if (known) return known;
    const tally: Tally = { rule, scope, total: 0, read: false, breach: null, times: 0, marks: [] };
    scopes.set(key, tally);
    return tally;
  }

  /** @param mark the place among all marks of what counts, when it is one */
  add(rule: Rule, scope: Scope, amount: number, by: Happening, mark?: number): void {
    const tally = this.open(rule, scope);
    const greatest = rule.combine === 'max';
    tally.total = greatest && tally.read ? Math.max(tally.total, amount) : sum(tally.total, amount);
    tally.read = true;
    tally.times += 1;
    if (mark !== undefined) tally.marks.push(mark);
    if (tally.breach === null && tally.total > this.maxOf(rule)) {
      tally.breach = { at: by.at, by: by.by };
      this.breached.push(tally);
      if (rule.limit.ends) this.ended = true;
    }
  }

  headroom(): Headroom[] {
    return [...this.tallies.values()].flatMap((scopes) =>
      [...scopes.values()].map(({ rule, scope, total, times, marks }) => {
        const max = this.maxOf(rule);
        return { limit: rule.limit.id, scope, total, max, left: sum(max, -total), times, marks };
      }),
    );
  }

  breaches(): Breach[] {
    return this.breached.flatMap((tally) => this.breachOf(tally));
  }

  ending(): Breach | null {
    const tally = this.breached.find(({ rule }) => rule.limit.ends);
    return tally ? (this.breachOf(tally)[0] ?? null) : null;
  }

  private breachOf({ rule, scope, total, breach }: Tally): Breach[] {
    return breach === null ? [] : [{ limit: rule.limit.id, scope, total, max: this.maxOf(rule), ...breach }];
  }

  private maxOf(rule: Rule): number {
    return this.retest ? rule.retestMax : rule.limit.max;
  }
}

/** Sums to the millionth, so that thirty times 0.1 is 3 and not a breach of 3. */
const sum = (a: number, b: number): number => Math.round((a + b) * 1e6) / 1e6;

function scopeKey(scope: Scope): string {
  switch (scope.per) {
    case 'test':
      return '';
    case 'section':
    case 'item':
      return scope.id;
    case 'manoeuvre':
      return scope.run;
    case 'attempt':
      return `${scope.attempt} ${scope.run}`;
  }
}

function runsOf(happenings: readonly Happening[]): Runs {
  const runs: Runs = new Map();
  for (const happening of happenings)
    if (happening.kind === 'run' && !runs.has(happening.run))
      runs.set(happening.run, { manoeuvre: happening.manoeuvre, state: unstartedRun });
  return runs;
}

const manoeuvreOf = (runs: Runs, run: string | null): string | null =>
  run === null ? null : (runs.get(run)?.manoeuvre ?? null);

function runScope(per: 'manoeuvre' | 'attempt', run: string, runs: Runs): Scope {
  return per === 'manoeuvre' ? { per, run } : { per, run, attempt: attemptOf(runs.get(run)?.state) };
}

const attemptOf = (run: RunState | undefined): number => Math.max(1, run?.counts.attempt ?? 1);

/** Null when the mark counts, and its place in every cap that it matches is taken; else the cap that is full. */
function takeFromCaps(compiled: Compiled, taken: Map<string, number>, mark: Mark, runs: Runs) {
  const manoeuvre = manoeuvreOf(runs, mark.run);
  const caps = compiled.caps.filter((rule) => rule.matchesMark(mark, manoeuvre));
  const full = caps.find(({ cap }) => (taken.get(cap.id) ?? 0) >= cap.max);
  if (full) return { why: 'cap', cap: full.cap.id } as const;
  for (const { cap } of caps) taken.set(cap.id, (taken.get(cap.id) ?? 0) + 1);
  return null;
}

/** @returns in how many limits it counted */
function addMark(
  compiled: Compiled,
  book: TallyBook,
  mark: Mark,
  place: number,
  points: number,
  runs: Runs,
): number {
  const manoeuvre = manoeuvreOf(runs, mark.run);
  let limits = 0;
  for (const rule of compiled.rules) {
    if (rule.from.what !== 'mark') continue;
    const amount = rule.from.amount(points);
    if (amount === 0) continue;
    if (!rule.matchesMark(mark, manoeuvre)) continue;
    const scope = markScope(compiled, rule, mark, runs);
    if (!scope) continue;
    book.add(rule, scope, amount, mark, place);
    limits += 1;
  }
  return limits;
}

function markScope(compiled: Compiled, rule: Rule, mark: Mark, runs: Runs): Scope | null {
  const { per } = rule.limit;
  switch (per) {
    case 'test':
      return { per };
    case 'section':
      return { per, id: compiled.itemOf(mark.item).section.id };
    case 'item':
      return { per, id: mark.item };
    case 'manoeuvre':
    case 'attempt':
      return mark.run === null ? null : runScope(per, mark.run, runs);
  }
}

function addReading(
  compiled: Compiled,
  book: TallyBook,
  reading: Happening & { kind: 'measure' },
  runs: Runs,
) {
  const manoeuvre = manoeuvreOf(runs, reading.run);
  for (const rule of compiled.rules) {
    if (rule.of !== 'measure' || rule.measure !== reading.measure || !rule.matchesRun(manoeuvre)) continue;
    const { per } = rule.limit;
    if (per === 'test') book.add(rule, { per }, reading.value, reading);
    else if ((per === 'manoeuvre' || per === 'attempt') && reading.run !== null)
      book.add(rule, runScope(per, reading.run, runs), reading.value, reading);
  }
}

function addRunStep(compiled: Compiled, book: TallyBook, step: RunStep, runs: Runs): void {
  const run = runs.get(step.run);
  if (!run) return;
  const before = run.state;
  const now = stepRun(before, step.phase, step.at);
  runs.set(step.run, { manoeuvre: run.manoeuvre, state: now });
  for (const rule of compiled.rules) {
    if (!rule.matchesRun(run.manoeuvre)) continue;
    const { per } = rule.limit;
    if (per === 'section' || per === 'item') continue;
    const scope: Scope = per === 'test' ? { per } : runScope(per, step.run, runs);
    book.open(rule, scope);
    if (rule.from.what === 'clock') addSeconds(book, rule, scope, step, before, now);
    else if (rule.from.what === 'step' && rule.from.phase === step.phase) book.add(rule, scope, 1, step);
  }
}

/** Seconds are known when a run stops; those of an attempt also when the next attempt begins. */
function addSeconds(
  book: TallyBook,
  rule: Rule,
  scope: Scope,
  step: RunStep,
  before: RunState,
  now: RunState,
): void {
  if (before.stoppedAt !== null) return;
  const secondsSince = (since: string) => Math.max(0, Date.parse(step.at) - Date.parse(since)) / 1000;
  if (scope.per === 'attempt') {
    const nextAttempt = step.phase === 'attempt' && now.counts.attempt > 1;
    if (now.stoppedAt === null && !nextAttempt) return;
    if (before.attemptSince === null) return;
    book.add(rule, { ...scope, attempt: attemptOf(before) }, secondsSince(before.attemptSince), step);
  } else if (now.stoppedAt !== null && before.since !== null) {
    book.add(rule, scope, secondsSince(before.since), step);
  }
}

/** A test ends: runs that were not stopped end with it, and its own time is known. */
function addEnd(
  compiled: Compiled,
  book: TallyBook,
  end: TestClock,
  {
    runs,
    happenings,
    startedAt,
  }: { readonly runs: Runs; readonly happenings: readonly Happening[]; readonly startedAt: string },
): void {
  const { by, at } = end;
  for (const [run, { manoeuvre, state }] of runs)
    if (state.stoppedAt === null && state !== unstartedRun)
      addRunStep(compiled, book, { kind: 'run', by, at, run, manoeuvre, phase: 'end' }, runs);
  const seconds = drivenSeconds(happenings.filter(isPauseOrResume), startedAt, at);
  for (const rule of compiled.rules)
    if (rule.from.what === 'test') book.add(rule, { per: 'test' }, seconds, end);
}

const isPauseOrResume = (one: Happening): one is TestClock & { readonly kind: 'pause' | 'resume' } =>
  one.kind === 'pause' || one.kind === 'resume';
