import { compileStandard, type RunPhase, type Standard } from '../standard';

/** The order of a mock, as every school of testing keeps it; ids go into the log, words onto the screen. */
export const stages = [
  { id: 'papers', title: 'Papers' },
  { id: 'checks', title: 'Checks' },
  { id: 'question', title: 'Question' },
  { id: 'drive', title: 'Drive' },
  { id: 'independent', title: 'Independent' },
  { id: 'manoeuvre', title: 'Manoeuvre' },
  { id: 'return', title: 'Return' },
] as const;

export type StageId = (typeof stages)[number]['id'];

export const stageTitle = (id: string): string => stages.find((stage) => stage.id === id)?.title ?? id;

export const phaseWords: Readonly<Record<RunPhase, string>> = {
  start: 'started',
  clock: 'clock started',
  movement: 'a movement',
  shunt: 'a shunt',
  attempt: 'an attempt',
  stop: 'done',
  end: 'done',
};

/** "Giving way, driving fault". */
export function markWords(
  standard: Standard,
  { item, severity }: { readonly item: string; readonly severity: string },
): string {
  const { itemOf, severities } = compileStandard(standard);
  return `${itemOf(item).item.label}, ${(severities.get(severity)?.label ?? severity).toLowerCase()}`;
}

/** "Alley docking, left". */
export function runTitle(
  standard: Standard,
  { manoeuvre, side }: { readonly manoeuvre: string; readonly side: 'left' | 'right' | null },
): string {
  const title = standard.manoeuvres.find(({ id }) => id === manoeuvre)?.title ?? manoeuvre;
  return side ? `${title}, ${side}` : title;
}
