import type { DriveEvent } from '../marking';
import type { Scope, Standard, Verdict } from '../standard';

/**
 * A second evaluator, only for comparing with the real one: written from the meaning of the file formats,
 * knowing nothing of core's own, as lists made from lists. It works everything out anew for each event.
 */

type Limit = Standard['limits'][number];
type Where = NonNullable<Limit['where']>;
type Rule = Limit & { readonly only: string | null; readonly extra: number };

interface Entry {
  readonly event: DriveEvent;
  /** What of it can count: marks, each with its place in the log; a run's step or a reading has none. */
  readonly faults: readonly { readonly item: string; readonly severity: string }[];
  readonly by: string;
  readonly run: string | null;
}

/** The verdict, worked out the slow way; null for a log whose retracts go round in a ring. */
export function naiveVerdict(
  standard: Standard,
  log: readonly DriveEvent[],
  retest: boolean,
  startedAt: string,
): Verdict | null {
  const ordered = log
    .filter((event, n) => log.findIndex(({ id }) => id === event.id) === n)
    .sort((a, b) => keyOf(a).localeCompare(keyOf(b), 'en'));
  if (ordered.some(({ id }) => reaches(ordered, id, id, ordered.length))) return null;
  const valid = ordered.filter(({ id }) => !isRetracted(ordered, id));
  const entries = valid.flatMap((event) => entriesOf(standard, valid, event));

  const rules: Rule[] = [
    ...standard.limits.map((limit) => ({ ...limit, only: null, extra: 0 })),
    ...standard.manoeuvres.flatMap(({ id, clock, limits }) =>
      limits.map((limit) => ({
        ...limit,
        only: id,
        extra: retest && limit.of === 'seconds' ? (clock?.retestExtraSeconds ?? 0) : 0,
      })),
    ),
  ];
  const maxOf = (rule: Rule) => rule.max + rule.extra;

  const prefix = (n: number) => entries.slice(0, n);
  const breachedBy = (n: number, of: readonly Rule[]) =>
    of.flatMap((rule) =>
      totals(standard, rule, prefix(n), entries, startedAt)
        .filter(({ total }) => total > maxOf(rule))
        .map(({ scope, total }) => ({ rule, scope, total })),
    );
  const ending = entries.findIndex(
    (_, n) =>
      breachedBy(
        n + 1,
        rules.filter(({ ends }) => ends),
      ).length > 0,
  );
  const end = ending < 0 ? entries.length : ending + 1;

  const breaches = breachedBy(end, rules).map(({ rule, scope, total }) => {
    const first = entries.findIndex((_, n) =>
      totals(standard, rule, prefix(n + 1), entries, startedAt).some(
        (entry) => same(entry.scope, scope) && entry.total > maxOf(rule),
      ),
    );
    const { event, by } = entries[first] ?? { event: { at: '' }, by: '' };
    return { limit: rule.id, scope, total, max: maxOf(rule), at: event.at, by };
  });
  const counting = countingMarks(standard, prefix(end), entries);
  const last = valid.filter((event) => event.kind === 'end').at(-1);
  return {
    standard: { id: standard.id, version: standard.version },
    outcome:
      ending >= 0
        ? 'ended'
        : breaches.length > 0
          ? 'fail'
          : last?.kind === 'end' && last.how === 'finished'
            ? 'pass'
            : 'incomplete',
    breaches,
    headroom: rules.flatMap((rule) =>
      totals(standard, rule, prefix(end), entries, startedAt).map(({ scope, total }) => ({
        limit: rule.id,
        scope,
        total,
        max: maxOf(rule),
        left: maxOf(rule) - total,
      })),
    ),
    counts: Object.fromEntries(
      standard.severities.map(({ id }) => [id, counting.filter(({ severity }) => severity === id).length]),
    ),
    points: counting.map((mark) => pointsOf(standard, mark)).reduce((a, b) => a + b, 0),
    unsorted: valid.filter(
      ({ kind, id }) => kind === 'peg' && !valid.some((sort) => sort.kind === 'sort' && sort.of === id),
    ).length,
    plan: planOf(
      standard,
      valid,
      last?.kind === 'end' ? last : null,
      startedAt,
      last?.at ?? lastAt(valid, startedAt),
    ),
  };
}

const lastAt = (log: readonly DriveEvent[], startedAt: string): string =>
  [
    startedAt,
    ...log.flatMap(({ kind, at }) =>
      ['retract', 'regrade', 'sort', 'note', 'rating'].includes(kind) ? [] : [at],
    ),
  ]
    .sort()
    .at(-1) ?? startedAt;

/** Second by second: whether the drive is paused then, and in which stage it is. Times are whole seconds here. */
function planOf(
  standard: Standard,
  valid: readonly DriveEvent[],
  end: (DriveEvent & { kind: 'end' }) | null,
  startedAt: string,
  until: string,
): Verdict['plan'] {
  const { drive, questions } = standard;
  const before = (second: number, ...kinds: readonly string[]) =>
    valid.filter(({ kind, at }) => kinds.includes(kind) && Date.parse(at) <= second).at(-1);
  const seconds: number[] = [];
  for (let second = Date.parse(startedAt); second < Date.parse(until); second += 1_000) seconds.push(second);
  const driven = seconds.filter((second) => before(second, 'pause', 'resume')?.kind !== 'pause');
  const alone = driven.filter((second) => {
    const stage = before(second, 'stage');
    return stage?.kind === 'stage' && stage.stage === 'independent';
  });
  const share = drive?.leastShare ?? 0.75;
  const asked = (part: 'explain' | 'demonstrate') => {
    const answers = valid.flatMap((event) =>
      event.kind === 'question' && event.part === part ? [event] : [],
    );
    const named = [...new Set(answers.map(({ question }) => question))];
    return named
      .slice(0, questions?.[part] ?? 0)
      .filter((name) =>
        answers.some(
          ({ question, right, attempt }) =>
            question === name && (right || attempt > (questions?.retries ?? 0)),
        ),
      ).length;
  };
  const steps = valid.flatMap((event) => (event.kind === 'manoeuvre' ? [event] : []));
  const over = [...new Set(steps.map(({ run }) => run))].filter(
    (run) => end !== null || steps.some((step) => step.run === run && ['stop', 'end'].includes(step.phase)),
  );
  const sideOf = (run: string) => steps.find((step) => step.run === run && step.side)?.side ?? null;
  const driverOf = (run: string) => steps.find((step) => step.run === run)?.manoeuvre;
  const course =
    !drive?.manoeuvres && standard.manoeuvres.some(({ clock, limits }) => clock || limits.length > 0);
  const due = standard.manoeuvres.flatMap(({ id, sides }) =>
    (sides?.length ? sides : [null]).map((side) => ({ id, side })),
  );
  const notDriven = course
    ? due.some(({ id, side }) => !over.some((run) => driverOf(run) === id && sideOf(run) === side))
    : (drive?.manoeuvres?.from ?? []).filter((name) =>
        over.some((run) =>
          standard.manoeuvres.some(({ id, kind }) => id === driverOf(run) && [id, kind].includes(name)),
        ),
      ).length < (drive?.manoeuvres?.draw ?? 0);
  const missing = [
    ...(driven.length < 60 * (drive?.minutes ?? 0) * share ? ['minutes'] : []),
    ...(alone.length < 60 * (drive?.independentMinutes ?? 0) * share ? ['independent'] : []),
    ...(valid.filter((event) => event.kind === 'said' && event.feature.kind === 'pull-up').length <
    (drive?.pullUps ?? 0)
      ? ['pull-ups']
      : []),
    ...(notDriven ? ['manoeuvre'] : []),
    ...(asked('explain') < (questions?.explain ?? 0) ? ['explain question'] : []),
    ...(asked('demonstrate') < (questions?.demonstrate ?? 0) ? ['demonstrate question'] : []),
  ];
  return {
    complete: missing.length === 0,
    missing,
    ...(missing.length > 0 && end?.counts && end.reason ? { countedBecause: end.reason } : {}),
  };
}

const keyOf = ({ at, device, seq }: DriveEvent): string => `${at} ${device} ${String(seq).padStart(10, '0')}`;

const same = (a: Scope, b: Scope): boolean => JSON.stringify(a) === JSON.stringify(b);

function reaches(log: readonly DriveEvent[], from: string, to: string, steps: number): boolean {
  const next = log.find(({ id }) => id === from);
  if (next?.kind !== 'retract' || steps === 0) return false;
  return next.of === to || reaches(log, next.of, to, steps - 1);
}

const isRetracted = (log: readonly DriveEvent[], target: string): boolean =>
  log.some((event) => event.kind === 'retract' && event.of === target && !isRetracted(log, event.id));

function entriesOf(standard: Standard, valid: readonly DriveEvent[], event: DriveEvent): Entry[] {
  const graded = (by: string, item: string, severity: string) => ({
    item,
    severity: valid
      .flatMap((other) => (other.kind === 'regrade' && other.of === by ? [other.severity] : []))
      .reduce((_, later) => later, severity),
  });
  const entry = (by: string, faults: Entry['faults'], run: string | null | undefined): Entry => ({
    event,
    by,
    faults,
    run: run ?? null,
  });
  switch (event.kind) {
    case 'fault':
      return [entry(event.id, [graded(event.id, event.item, event.severity)], event.run)];
    case 'peg': {
      const sort = valid.filter((other) => other.kind === 'sort' && other.of === event.id).at(-1);
      if (sort?.kind !== 'sort') return [];
      return sort.faults.map(({ item, severity }) =>
        entry(sort.id, [graded(sort.id, item, severity)], event.run),
      );
    }
    case 'question': {
      const rule = standard.questions;
      if (!rule || event.right || event.attempt <= rule.retries) return [];
      return [entry(event.id, [graded(event.id, rule.item[event.part], rule.severity)], null)];
    }
    case 'manoeuvre':
    case 'measure':
      return [
        entry(event.id, [], event.run),
        // A fault of its own: the step or reading itself counts once.
        ...convertedOf(standard, valid, event).map((own): Entry => {
          const { item, severity } = graded(event.id, own.item, own.severity);
          const { id, device, seq, at, run = null } = event;
          const made: DriveEvent = { kind: 'fault', id, device, seq, at, run, item, severity };
          return { event: made, by: id, run, faults: [{ item, severity }] };
        }),
      ];
    case 'end':
    case 'pause':
    case 'resume':
      return [entry(event.id, [], null)];
    default:
      return [];
  }
}

/** The marks that a step or reading is made into: by which it is of its run, or by its value. */
function convertedOf(
  standard: Standard,
  valid: readonly DriveEvent[],
  event: DriveEvent & { kind: 'manoeuvre' | 'measure' },
): Entry['faults'] {
  const of =
    event.kind === 'measure'
      ? `measure:${event.measure}`
      : { attempt: 'attempts', movement: 'movements', shunt: 'shunts' }[event.phase as string];
  const value =
    event.kind === 'measure'
      ? event.value
      : valid
          .slice(0, valid.indexOf(event) + 1)
          .filter(
            (other) => other.kind === 'manoeuvre' && other.run === event.run && other.phase === event.phase,
          ).length;
  const step = valid.find((other) => other.kind === 'manoeuvre' && other.run === event.run);
  const manoeuvre = step?.kind === 'manoeuvre' ? step.manoeuvre : null;
  return standard.conversions.filter(
    (one) =>
      one.of === of &&
      (one.from === undefined || value >= one.from) &&
      (one.below === undefined || value < one.below) &&
      namesManoeuvre(standard, one, manoeuvre),
  );
}

interface Placed {
  readonly item: string;
  readonly severity: string;
  readonly run: string | null;
  readonly manoeuvre: string | null;
  readonly attempt: number;
}

/** The manoeuvre of a run is known from its first step, also to marks made before that. */
function manoeuvreOf(all: readonly Entry[], run: string | null): string | null {
  const step = all.find(({ event }) => event.kind === 'manoeuvre' && event.run === run)?.event;
  return step?.kind === 'manoeuvre' ? step.manoeuvre : null;
}

const steps = (entries: readonly Entry[], run: string | null, ...phases: readonly string[]) =>
  entries.filter(
    ({ event }) => event.kind === 'manoeuvre' && event.run === run && phases.includes(event.phase),
  );

const attemptAt = (before: readonly Entry[], run: string | null): number =>
  Math.max(1, steps(before, run, 'attempt').length);

function countingMarks(standard: Standard, entries: readonly Entry[], all: readonly Entry[]): Placed[] {
  const marks = entries.flatMap(({ faults, run }, n) =>
    faults.map((fault) => ({
      ...fault,
      run,
      manoeuvre: manoeuvreOf(all, run),
      attempt: attemptAt(entries.slice(0, n), run),
    })),
  );
  return marks.reduce<Placed[]>((counted, mark) => {
    const full = standard.caps.some(
      ({ where, max }) =>
        matches(standard, mark, where, null) &&
        counted.filter((earlier) => matches(standard, earlier, where, null)).length >= max,
    );
    return full ? counted : [...counted, mark];
  }, []);
}

const namesManoeuvre = (
  standard: Standard,
  where: Pick<Where, 'manoeuvres'> | undefined,
  id: string | null,
): boolean =>
  !where?.manoeuvres ||
  standard.manoeuvres.some(
    (manoeuvre) =>
      manoeuvre.id === id && where.manoeuvres?.some((name) => [manoeuvre.id, manoeuvre.kind].includes(name)),
  );

function matches(standard: Standard, mark: Placed, where: Where | undefined, only: string | null): boolean {
  const [section] = standard.sections.filter(({ items }) => items.some(({ id }) => id === mark.item));
  const [item] = section?.items.filter(({ id }) => id === mark.item) ?? [];
  const [severity] = standard.severities.filter(({ id }) => id === mark.severity);
  if (!section || !item || !severity) throw new Error('not of this standard');
  return (
    (only === null || mark.manoeuvre === only) &&
    (where?.severities ? where.severities.includes(severity.id) : severity.gravity > 0) &&
    (where?.sections ?? [section.id]).includes(section.id) &&
    (where?.items ?? [item.id]).includes(item.id) &&
    (where?.skills ?? [item.skill]).includes(item.skill) &&
    (!where?.tags || where.tags.some((tag) => item.tags.includes(tag))) &&
    namesManoeuvre(standard, where, mark.manoeuvre)
  );
}

function pointsOf(standard: Standard, { item, severity }: { item: string; severity: string }): number {
  const own = standard.sections.flatMap(({ items }) => items).find(({ id }) => id === item)?.points?.[
    severity
  ];
  return own ?? standard.severities.find(({ id }) => id === severity)?.points ?? 0;
}

interface Amount {
  readonly scope: Scope;
  readonly amount: number;
}

function totals(
  standard: Standard,
  rule: Rule,
  entries: readonly Entry[],
  all: readonly Entry[],
  startedAt: string,
): { readonly scope: Scope; readonly total: number }[] {
  const amounts: Amount[] = [
    ...(rule.per === 'test' ? [{ scope: { per: 'test' } as const, amount: 0 }] : []),
    ...stepScopes(standard, rule, entries, all),
    ...markAmounts(standard, rule, entries, all),
    ...readings(standard, rule, entries, all),
    ...secondsOf(standard, rule, entries, all),
    ...elapsedOf(rule, entries, all, startedAt),
  ];
  const scopes = amounts
    .map(({ scope }) => scope)
    .filter((scope, n, every) => every.findIndex((other) => same(other, scope)) === n);
  const greatest = standard.measures.some(
    ({ id, combine }) => rule.of === `measure:${id}` && combine === 'max',
  );
  return scopes.map((scope) => {
    const own = amounts.filter((entry) => same(entry.scope, scope)).map(({ amount }) => amount);
    return { scope, total: greatest ? Math.max(...own) : own.reduce((a, b) => a + b, 0) };
  });
}

const concerns = (standard: Standard, rule: Rule, manoeuvre: string | null): boolean =>
  (rule.only === null || rule.only === manoeuvre) && namesManoeuvre(standard, rule.where, manoeuvre);

const runScope = (rule: Rule, run: string, attempt: number): Scope[] => {
  if (rule.per === 'test') return [{ per: 'test' }];
  if (rule.per === 'manoeuvre') return [{ per: 'manoeuvre', run }];
  return rule.per === 'attempt' ? [{ per: 'attempt', run, attempt }] : [];
};

/** Every step of a run shows its scope, with nothing or, for what is counted by steps, with one. */
function stepScopes(
  standard: Standard,
  rule: Rule,
  entries: readonly Entry[],
  all: readonly Entry[],
): Amount[] {
  const phase = { attempts: 'attempt', movements: 'movement', shunts: 'shunt' }[rule.of as string];
  return entries.flatMap(({ event }, n) => {
    if (event.kind !== 'manoeuvre' || !concerns(standard, rule, manoeuvreOf(all, event.run))) return [];
    return runScope(rule, event.run, attemptAt(entries.slice(0, n + 1), event.run)).map((scope) => ({
      scope,
      amount: event.phase === phase ? 1 : 0,
    }));
  });
}

function markAmounts(
  standard: Standard,
  rule: Rule,
  entries: readonly Entry[],
  all: readonly Entry[],
): Amount[] {
  if (rule.of !== 'faults' && rule.of !== 'points') return [];
  return countingMarks(standard, entries, all)
    .filter((mark) => matches(standard, mark, rule.where, rule.only))
    .map((mark) => ({ mark, amount: rule.of === 'faults' ? 1 : pointsOf(standard, mark) }))
    .filter(({ amount }) => amount > 0)
    .flatMap(({ mark, amount }) => {
      const section = standard.sections.find(({ items }) => items.some(({ id }) => id === mark.item));
      const scopes: Scope[] =
        rule.per === 'item'
          ? [{ per: 'item', id: mark.item }]
          : rule.per === 'section'
            ? [{ per: 'section', id: section?.id ?? '' }]
            : rule.per === 'test'
              ? [{ per: 'test' }]
              : mark.run === null
                ? []
                : runScope(rule, mark.run, mark.attempt);
      return scopes.map((scope) => ({ scope, amount }));
    });
}

function readings(
  standard: Standard,
  rule: Rule,
  entries: readonly Entry[],
  all: readonly Entry[],
): Amount[] {
  return entries.flatMap(({ event, run }, n) => {
    if (event.kind !== 'measure' || rule.of !== `measure:${event.measure}`) return [];
    if (!concerns(standard, rule, manoeuvreOf(all, run))) return [];
    const scopes: Scope[] =
      rule.per === 'test'
        ? [{ per: 'test' }]
        : run === null
          ? []
          : runScope(rule, run, attemptAt(entries.slice(0, n), run));
    return scopes.map((scope) => ({ scope, amount: event.value }));
  });
}

const time = (entry: Entry | undefined): number | null => (entry ? Date.parse(entry.event.at) : null);

/** From the clock, else the start, to the first stop; an attempt ends also where the next begins. */
function secondsOf(
  standard: Standard,
  rule: Rule,
  entries: readonly Entry[],
  all: readonly Entry[],
): Amount[] {
  if (rule.of !== 'seconds') return [];
  const runs = [
    ...new Set(entries.flatMap(({ event }) => (event.kind === 'manoeuvre' ? [event.run] : []))),
  ].filter((run) => concerns(standard, rule, manoeuvreOf(all, run)));
  return runs.flatMap((run) => {
    const [own] = steps(entries, run, 'stop', 'end');
    // The last end of the test ends every run that has begun and isn't stopped by then.
    const last = lastEnd(all);
    const over = last && entries.includes(last) ? last : undefined;
    const begun = over && steps(entries.slice(0, entries.indexOf(over)), run, ...phases).length > 0;
    const stop = begun && (!own || entries.indexOf(over) < entries.indexOf(own)) ? over : own;
    const driven = stop ? entries.slice(0, entries.indexOf(stop)) : entries;
    const began = (part: readonly Entry[]) =>
      time(steps(part, run, 'clock')[0] ?? steps(part, run, 'start')[0]);
    if (rule.per !== 'attempt') {
      const [from, to] = [began(driven), time(stop)];
      if (from === null || to === null) return [];
      return runScope(rule, run, 1).map((scope) => ({ scope, amount: (to - from) / 1000 }));
    }
    const attempts = steps(driven, run, 'attempt');
    const second = attempts[1];
    const first = began(second ? driven.slice(0, driven.indexOf(second)) : driven);
    const starts = [first, ...attempts.slice(1).map(time)];
    const ends = [...attempts.slice(1).map(time), time(stop)];
    return starts.flatMap((from, n) => {
      const to = ends[n] ?? null;
      if (from === null || to === null) return [];
      return runScope(rule, run, n + 1).map((scope) => ({ scope, amount: (to - from) / 1000 }));
    });
  });
}

const phases = ['start', 'clock', 'movement', 'shunt', 'attempt', 'stop', 'end'];

const lastEnd = (all: readonly Entry[]): Entry | undefined =>
  all.findLast(({ event }) => event.kind === 'end');

/** Second by second from the start of the test to its last end, those within a pause left out. */
function elapsedOf(
  rule: Rule,
  entries: readonly Entry[],
  all: readonly Entry[],
  startedAt: string,
): Amount[] {
  const last = lastEnd(all);
  if (rule.of !== 'elapsed' || !last || !entries.includes(last)) return [];
  const clock = all
    .slice(0, all.indexOf(last))
    .filter(({ event }) => ['pause', 'resume'].includes(event.kind));
  let driven = 0;
  for (let second = Date.parse(startedAt); second < Date.parse(last.event.at); second += 1_000) {
    const before = clock.filter(({ event }) => Date.parse(event.at) <= second).at(-1);
    if (before?.event.kind !== 'pause') driven += 1;
  }
  return [{ scope: { per: 'test' }, amount: driven }];
}
