import type { Mark } from './happening';
import { quantityOf, type QuantityId } from './quantities';
import type { Cap, Conversion, Item, Limit, Manoeuvre, Section, Severity, Standard, Where } from './schema';

/** A limit made ready for working out: its filters as sets, its quantity taken apart. */
export interface Rule {
  readonly limit: Limit;
  readonly of: QuantityId | 'measure';
  readonly from: NonNullable<ReturnType<typeof quantityOf>>['from'] | { readonly what: 'measure' };
  readonly measure: string | null;
  readonly combine: 'max' | 'sum';
  /** `max` on a re-test. */
  readonly retestMax: number;
  readonly matchesMark: (mark: Mark, manoeuvre: string | null) => boolean;
  readonly matchesRun: (manoeuvre: string | null) => boolean;
}

export interface CapRule {
  readonly cap: Cap;
  readonly matchesMark: Rule['matchesMark'];
}

export interface ConversionRule {
  readonly conversion: Conversion;
  readonly matchesRun: Rule['matchesRun'];
}

export interface PlacedItem {
  readonly item: Item;
  readonly section: Section;
}

export interface Compiled {
  readonly rules: readonly Rule[];
  readonly caps: readonly CapRule[];
  readonly severities: ReadonlyMap<string, Severity>;
  /** Every item with its section, in the order of the standard. */
  readonly placed: readonly PlacedItem[];
  readonly itemOf: (id: string) => PlacedItem;
  readonly hasItem: (id: string) => boolean;
  readonly conversions: readonly ConversionRule[];
  readonly pointsOf: (mark: Mark) => number;
}

const cache = new WeakMap<Standard, Compiled>();

/** Looks up and filters of a standard, made once per standard object. */
export function compileStandard(standard: Standard): Compiled {
  const known = cache.get(standard);
  if (known) return known;
  const compiled = compile(standard);
  cache.set(standard, compiled);
  return compiled;
}

/** Every limit of a standard with the manoeuvre it belongs to, those of the whole test first. */
export function allLimits(
  standard: Standard,
): readonly { readonly limit: Limit; readonly manoeuvre: Manoeuvre | null }[] {
  return [
    ...standard.limits.map((limit) => ({ limit, manoeuvre: null })),
    ...standard.manoeuvres.flatMap((manoeuvre) => manoeuvre.limits.map((limit) => ({ limit, manoeuvre }))),
  ];
}

function compile(standard: Standard): Compiled {
  const placed = standard.sections.flatMap((section) => section.items.map((item) => ({ item, section })));
  const items = new Map<string, PlacedItem>(placed.map((entry) => [entry.item.id, entry]));
  const severities = new Map(standard.severities.map((severity) => [severity.id, severity]));
  const kinds = new Map(standard.manoeuvres.map(({ id, kind }) => [id, kind]));
  const itemOf = (id: string): PlacedItem => {
    const placed = items.get(id);
    if (!placed) throw new Error(`no item ${id} in ${standard.id} ${standard.version}`);
    return placed;
  };

  const runMatcher = (where: Pick<Where, 'manoeuvres'> | undefined, only: Manoeuvre | null) => {
    const wanted = where?.manoeuvres ? new Set(where.manoeuvres) : null;
    return (manoeuvre: string | null): boolean => {
      if (only && manoeuvre !== only.id) return false;
      if (!wanted) return true;
      return manoeuvre !== null && (wanted.has(manoeuvre) || wanted.has(kinds.get(manoeuvre) ?? ''));
    };
  };

  const markMatcher = (where: Where | undefined, only: Manoeuvre | null): Rule['matchesMark'] => {
    const matchesRun = runMatcher(where, only);
    const among = (wanted: readonly string[] | undefined) => (wanted ? new Set(wanted) : null);
    const [bySeverity, bySection, byItem] = [
      among(where?.severities),
      among(where?.sections),
      among(where?.items),
    ];
    const [byTag, bySkill] = [among(where?.tags), among(where?.skills)];
    return (mark, manoeuvre) => {
      if (bySeverity ? !bySeverity.has(mark.severity) : severities.get(mark.severity)?.gravity === 0)
        return false;
      const { item, section } = itemOf(mark.item);
      return (
        (!bySection || bySection.has(section.id)) &&
        (!byItem || byItem.has(item.id)) &&
        (!bySkill || bySkill.has(item.skill)) &&
        (!byTag || item.tags.some((tag) => byTag.has(tag))) &&
        matchesRun(manoeuvre)
      );
    };
  };

  const combines = new Map(standard.measures.map(({ id, combine }) => [id, combine]));
  const rules = allLimits(standard).map(({ limit, manoeuvre }): Rule => {
    const measure = limit.of.startsWith('measure:') ? limit.of.slice('measure:'.length) : null;
    const of = measure === null ? (limit.of as Exclude<Rule['of'], 'measure'>) : 'measure';
    const from = quantityOf(of)?.from ?? ({ what: 'measure' } as const);
    const extra = from.what === 'clock' ? (manoeuvre?.clock?.retestExtraSeconds ?? 0) : 0;
    return {
      limit,
      of,
      from,
      measure,
      combine: measure === null ? 'sum' : (combines.get(measure) ?? 'sum'),
      retestMax: limit.max + extra,
      matchesMark: markMatcher(limit.where, manoeuvre),
      matchesRun: runMatcher(limit.where, manoeuvre),
    };
  });

  return {
    rules,
    caps: standard.caps.map((cap) => ({ cap, matchesMark: markMatcher(cap.where, null) })),
    severities,
    placed,
    itemOf,
    hasItem: (id) => items.has(id),
    conversions: standard.conversions.map((conversion) => ({
      conversion,
      matchesRun: runMatcher(conversion, null),
    })),
    pointsOf: ({ item, severity }) =>
      itemOf(item).item.points?.[severity] ?? severities.get(severity)?.points ?? 0,
  };
}
