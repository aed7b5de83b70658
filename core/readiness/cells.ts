import { addsUpMarks, amountOfMark, compileStandard, manoeuvreOfSkill, type Standard } from '../standard';

/** A kind of mark: an item, how grave, and the manoeuvre in whose run it is made (null on the road). */
export interface Cell {
  readonly item: string;
  readonly severity: string;
  readonly gravity: number;
  readonly manoeuvre: string | null;
  /** Kind of manoeuvre without which it cannot be made; null for what can go wrong anywhere. */
  readonly needs: string | null;
}

/** A total that a limit holds, over one scope. */
interface Group {
  readonly limit: string;
  readonly max: number;
}

/** In place of a mark that is not made. */
export const NO_MARK = 65_535;

/** Where a test breaks first. */
export interface Breaking {
  /** Index of the mark, -1 when nothing breaks. */
  at: number;
  /** Index of the limit in `limits`. */
  limit: number;
}

/** The counting limits of a standard, made ready for many thousands of simulated tests. */
export interface FastLimits {
  readonly cells: readonly Cell[];
  readonly cellOf: (item: string, severity: string, manoeuvre: string | null) => number | null;
  /**
   * Works out one test: its marks as cells, in time order; what is no cell counts nowhere.
   *
   * @returns where it breaks first; the same object each time
   */
  readonly firstBreach: (marks: Uint16Array, count: number) => Breaking;
  /** Cells of one number count alike in every limit and cap. */
  readonly alike: readonly number[];
  /** Ids of the limits that marks can breach. */
  readonly limits: readonly string[];
  /** What each cell adds to the limit over the whole test that many small faults break, and its maximum. */
  readonly main: { readonly limit: string; readonly max: number; readonly adds: Float64Array } | null;
}

const cache = new WeakMap<Standard, FastLimits>();

/**
 * The limits of faults and points of a standard as tables. No rule is told anew: which mark counts in which
 * limit is asked of the standard's own compiled rules, cell by cell, and a test holds the outcome equal to that
 * of the one evaluator.
 */
export function fastLimits(standard: Standard): FastLimits {
  const known = cache.get(standard);
  if (known) return known;
  const fresh = build(standard);
  cache.set(standard, fresh);
  return fresh;
}

function build(standard: Standard): FastLimits {
  const { rules, caps, severities, placed, pointsOf, itemOf } = compileStandard(standard);
  const counting = rules.filter(({ of }) => addsUpMarks(of));
  const contexts: readonly (string | null)[] = [null, ...standard.manoeuvres.map(({ id }) => id)];
  const kinds = new Map(standard.manoeuvres.map(({ id, kind }) => [id, kind]));
  const all = placed.flatMap(({ item }) =>
    item.severities
      .map((id) => severities.get(id))
      .filter((severity) => severity !== undefined)
      .flatMap((severity) => contexts.map((manoeuvre) => ({ item, severity, manoeuvre }))),
  );
  const markOf = (item: string, severity: string) =>
    ({ kind: 'mark', by: '', at: '', item, severity, run: null }) as const;
  // A run makes a difference only where some limit asks for it.
  const matters = all.some(({ item, severity, manoeuvre }) =>
    counting.some(
      ({ limit, matchesMark }) =>
        limit.per === 'manoeuvre' ||
        limit.per === 'attempt' ||
        matchesMark(markOf(item.id, severity.id), manoeuvre) !==
          matchesMark(markOf(item.id, severity.id), null),
    ),
  );
  const cells: Cell[] = [];
  const index = new Map<string, number>();
  const groups: Group[] = [];
  const groupIndex = new Map<string, number>();
  /** For each cell: groups and what a mark adds to them, two by two. */
  const adds: number[][] = [];
  const capsOf: number[][] = [];
  for (const { item, severity, manoeuvre } of all) {
    if (manoeuvre !== null && !matters) continue;
    const mark = markOf(item.id, severity.id);
    const own: number[] = [];
    counting.forEach((rule, r) => {
      if (!rule.matchesMark(mark, manoeuvre)) return;
      const amount = amountOfMark(rule.of, pointsOf(mark));
      if (!amount) return;
      const { per } = rule.limit;
      if ((per === 'manoeuvre' || per === 'attempt') && manoeuvre === null) return;
      const scope =
        per === 'test'
          ? ''
          : per === 'section'
            ? itemOf(item.id).section.id
            : per === 'item'
              ? item.id
              : (manoeuvre ?? '');
      const key = `${r} ${scope}`;
      const group = groupIndex.get(key) ?? groups.push({ limit: rule.limit.id, max: rule.limit.max }) - 1;
      groupIndex.set(key, group);
      own.push(group, amount);
    });
    if (own.length === 0 && severity.gravity === 0) continue;
    index.set(`${item.id} ${severity.id} ${manoeuvre ?? ''}`, cells.length);
    const needs = manoeuvre === null ? manoeuvreOfSkill(item.skill) : (kinds.get(manoeuvre) ?? null);
    cells.push({ item: item.id, severity: severity.id, gravity: severity.gravity, manoeuvre, needs });
    adds.push(own);
    capsOf.push(caps.flatMap(({ matchesMark }, n) => (matchesMark(mark, manoeuvre) ? [n] : [])));
  }

  const totals = new Float64Array(groups.length);
  const taken = new Int32Array(caps.length);
  const limits = [...new Set(groups.map(({ limit }) => limit))];
  const limitOfGroup = groups.map(({ limit }) => limits.indexOf(limit));
  const maxOf = Float64Array.from(groups, ({ max }) => max + 1e-7);
  const hasCaps = caps.length > 0;
  // Laid flat, one cell after another, for this is gone through millions of times.
  const addStart = new Int32Array(cells.length + 1);
  adds.forEach((own, cell) => (addStart[cell + 1] = (addStart[cell] ?? 0) + own.length / 2));
  const flat = adds.flat();
  const addGroup = Int32Array.from(flat.filter((_, k) => k % 2 === 0));
  const addAmount = Float64Array.from(flat.filter((_, k) => k % 2 === 1));
  const breaking: Breaking = { at: -1, limit: 0 };

  const main = counting
    .filter(({ limit }) => limit.per === 'test' && limit.max > 0)
    .reduce<(typeof counting)[number] | null>(
      (best, rule) => (best && best.limit.max >= rule.limit.max ? best : rule),
      null,
    );
  const mainGroup = main ? groups.findIndex(({ limit }) => limit === main.limit.id) : -1;

  const signatures = adds.map((own, cell) => `${own.join(' ')} | ${(capsOf[cell] ?? []).join(' ')}`);
  const firstOf = new Map<string, number>();
  const alike = signatures.map((signature, cell) => {
    const first = firstOf.get(signature) ?? cell;
    firstOf.set(signature, first);
    return first;
  });

  return {
    cells,
    alike,
    limits,
    main:
      main && mainGroup >= 0
        ? {
            limit: main.limit.id,
            max: main.limit.max,
            adds: Float64Array.from(adds, (own) => {
              const at = own.findIndex((group, k) => k % 2 === 0 && group === mainGroup);
              return at < 0 ? 0 : (own[at + 1] ?? 0);
            }),
          }
        : null,
    cellOf: (item, severity, manoeuvre) =>
      index.get(`${item} ${severity} ${matters ? (manoeuvre ?? '') : ''}`) ??
      index.get(`${item} ${severity} `) ??
      null,
    firstBreach: (marks, count) => {
      totals.fill(0);
      if (hasCaps) taken.fill(0);
      breaking.at = -1;
      for (let n = 0; n < count; n += 1) {
        const cell = marks[n] ?? NO_MARK;
        if (cell === NO_MARK) continue;
        if (hasCaps && isFull(cell)) continue;
        const end = addStart[cell + 1] ?? 0;
        for (let k = addStart[cell] ?? 0; k < end; k += 1) {
          const group = addGroup[k] ?? 0;
          const total = (totals[group] ?? 0) + (addAmount[k] ?? 0);
          totals[group] = total;
          if (total <= (maxOf[group] ?? 0)) continue;
          breaking.at = n;
          breaking.limit = limitOfGroup[group] ?? 0;
          return breaking;
        }
      }
      return breaking;
    },
  };

  /** Whether a cap of a mark is full; if not, the mark takes its place in each. */
  function isFull(cell: number): boolean {
    const own = capsOf[cell];
    if (own === undefined || own.length === 0) return false;
    for (const cap of own) if ((taken[cap] ?? 0) >= (caps[cap]?.cap.max ?? 0)) return true;
    for (const cap of own) taken[cap] = (taken[cap] ?? 0) + 1;
    return false;
  }
}
