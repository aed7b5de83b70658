import type { Problem } from '../problems';
import { markProblems, type Standard } from '../standard';
import type { DriveEvent } from './event';

/**
 * Everything in events that this standard does not know: items, severities, manoeuvres, measures.
 *
 * @param pathOf how to name the place of event n, such as `events[3]` or `line 4`
 * @param earlier events already held, which a regrade among `events` may name
 */
export function eventProblems(
  standard: Standard,
  events: readonly DriveEvent[],
  pathOf: (index: number) => string,
  earlier: readonly DriveEvent[] = [],
): readonly Problem[] {
  const byId = new Map([...earlier, ...events].map((event) => [event.id, event]));
  return events.flatMap((event, n) => problemsOf(standard, event, pathOf(n), byId));
}

function problemsOf(
  standard: Standard,
  event: DriveEvent,
  path: string,
  byId: ReadonlyMap<string, DriveEvent>,
): readonly Problem[] {
  switch (event.kind) {
    case 'fault':
      return markProblems(standard, event, `${path}.item`, `${path}.severity`);
    case 'sort':
      return event.faults.flatMap((fault, f) =>
        markProblems(standard, fault, `${path}.faults[${f}].item`, `${path}.faults[${f}].severity`),
      );
    case 'regrade':
      return regradeProblems(standard, event.severity, path, itemsOf(standard, byId.get(event.of)));
    case 'manoeuvre':
      return named(`${path}.manoeuvre`, event.manoeuvre, 'manoeuvre', standard.manoeuvres);
    case 'measure':
      return named(`${path}.measure`, event.measure, 'measure', standard.measures);
    default:
      return [];
  }
}

function itemsOf(standard: Standard, target: DriveEvent | undefined): readonly string[] {
  if (target?.kind === 'fault') return [target.item];
  if (target?.kind === 'sort') return target.faults.map(({ item }) => item);
  if (target?.kind === 'question' && standard.questions) return [standard.questions.item[target.part]];
  return [];
}

function regradeProblems(
  standard: Standard,
  severity: string,
  path: string,
  items: readonly string[],
): readonly Problem[] {
  if (items.length === 0) return named(`${path}.severity`, severity, 'severity', standard.severities);
  return items.flatMap((item) =>
    markProblems(standard, { item, severity }, `${path}.of`, `${path}.severity`),
  );
}

function named(
  path: string,
  id: string,
  what: string,
  entries: readonly { readonly id: string }[],
): readonly Problem[] {
  if (entries.some((entry) => entry.id === id)) return [];
  const allowed = entries.map((entry) => entry.id).join(', ') || 'none';
  return [{ path, message: `${id} is no ${what} of this standard; known: ${allowed}` }];
}
