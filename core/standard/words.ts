import { allLimits, compileStandard } from './compile';
import type { Scope } from './limits';
import { quantityOf } from './quantities';
import type { Limit, Standard, Where } from './schema';

/** A limit as a short heading, such as "Driving faults" or "Grade 2 faults in one section". */
export function limitTitle(standard: Standard, limit: Limit): string {
  const scope = {
    test: '',
    section: ' in one section',
    item: ' on one item',
    manoeuvre: ' in one manoeuvre',
    attempt: ' in one attempt',
  }[limit.per];
  return capital(`${quantityWords(standard, limit)}${scope}`);
}

/** The same for one scope of it: "Grade 2 faults: Observation". */
export function scopedTitle(standard: Standard, limit: Limit, scope: Scope): string {
  const name = scopeName(standard, limit, scope);
  return name === '' ? limitTitle(standard, limit) : `${capital(quantityWords(standard, limit))}: ${name}`;
}

/** The same where it is plain which manoeuvre is meant: "Seconds"; "Movements, attempt 2". */
export function titleInRun(standard: Standard, limit: Limit, scope: Scope): string {
  const what = capital(quantityWords(standard, limit));
  return scope.per === 'attempt' ? `${what}, attempt ${scope.attempt}` : what;
}

/** A limit by its id, also of a manoeuvre. */
export const limitOf = (standard: Standard, id: string): Limit | undefined =>
  allLimits(standard).find(({ limit }) => limit.id === id)?.limit;

function scopeName(standard: Standard, limit: Limit, scope: Scope): string {
  switch (scope.per) {
    case 'test':
      // Of one manoeuvre, over all its runs.
      return allLimits(standard).find((entry) => entry.limit === limit)?.manoeuvre?.title ?? '';
    case 'section':
      return standard.sections.find(({ id }) => id === scope.id)?.title ?? scope.id;
    case 'item':
      return compileStandard(standard).itemOf(scope.id).item.label;
    case 'manoeuvre':
      return manoeuvreTitle(standard, limit);
    case 'attempt':
      return `${manoeuvreTitle(standard, limit)}, attempt ${scope.attempt}`;
  }
}

const manoeuvreTitle = (standard: Standard, limit: Limit): string =>
  allLimits(standard).find((entry) => entry.limit === limit)?.manoeuvre?.title ?? 'one manoeuvre';

function quantityWords(standard: Standard, limit: Limit): string {
  const about = whereWords(standard, limit.where);
  switch (limit.of) {
    case 'faults': {
      const severities = limit.where?.severities;
      if (!severities) return `faults${about}`;
      return `${severities.map((id) => plural(severityLabel(standard, id))).join(' and ')}${about}`;
    }
    default: {
      const quantity = quantityOf(limit.of);
      if (quantity) return `${quantity.many}${about}`;
      return `${measureWords(standard, limit.of)}${about}`;
    }
  }
}

/** "Roll-back (cm)". @param of `measure:<id>` */
export function measureWords(standard: Standard, of: string): string {
  const id = of.slice('measure:'.length);
  const measure = standard.measures.find((entry) => entry.id === id);
  const unit = measure?.unit ? ` (${unitText(measure.unit)})` : '';
  return `${measure?.label ?? id}${unit}`;
}

/** A unit of a reading as people say it. */
export const unitText = (unit: string): string => (unit === '1/min' ? 'rpm' : unit);

/** "driving fault": a severity's own label, small; its id where the standard does not know it. */
export const severityLabel = (standard: Standard, id: string): string =>
  (standard.severities.find((severity) => severity.id === id)?.label ?? id).toLowerCase();

/** "3 driving faults", "1 serious fault": so many of one severity. */
export function severityCount(standard: Standard, id: string, times: number): string {
  const label = severityLabel(standard, id);
  return `${times} ${times === 1 ? noun(label) : plural(label)}`;
}

/** "driving fault", "grade 2 fault": a severity's own word, with the noun that it may lack. */
const noun = (label: string): string =>
  /(fault|error|demerit|point|strike|mistake)$/.test(label) ? label : `${label} fault`;

const plural = (label: string): string => `${noun(label)}s`;

function whereWords(standard: Standard, where: Where | undefined): string {
  if (!where) return '';
  const title = (entries: readonly { id: string; title: string }[]) => (id: string) =>
    entries.find((entry) => entry.id === id)?.title.toLowerCase() ?? id;
  const items = standard.sections.flatMap((section) => section.items);
  const named = [
    ...(where.sections ?? []).map(title(standard.sections)),
    ...(where.items ?? []).map((id) => items.find((item) => item.id === id)?.label.toLowerCase() ?? id),
    ...(where.manoeuvres ?? []).map(title(standard.manoeuvres)),
    ...(where.tags ?? []),
    ...(where.skills ?? []),
  ];
  return named.length === 0 ? '' : ` (${named.join(', ')})`;
}

export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
