import {
  compileStandard,
  countedSteps,
  severityLabel,
  type CountedPhase,
  type Manoeuvre,
  type RunPhase,
  type Standard,
} from '../standard';

/** The order of a mock, as every school of testing keeps it; ids go into the log, words onto the screen. */
export const stages = [
  { id: 'papers', title: 'Documents' },
  { id: 'checks', title: 'Checks' },
  { id: 'question', title: 'Question' },
  { id: 'drive', title: 'Drive' },
  { id: 'independent', title: 'Independent' },
  { id: 'manoeuvre', title: 'Manoeuvre' },
  { id: 'return', title: 'Return' },
] as const;

export type StageId = (typeof stages)[number]['id'];

export const stageTitle = (id: string): string => stages.find((stage) => stage.id === id)?.title ?? id;

const steps = Object.fromEntries(
  countedSteps.map(({ phase, one }) => [phase, `${/^[aeiou]/.test(one) ? 'an' : 'a'} ${one}`]),
) as Readonly<Record<CountedPhase, string>>;

export const phaseWords: Readonly<Record<RunPhase, string>> = {
  ...steps,
  start: 'started',
  clock: 'clock started',
  stop: 'done',
  end: 'done',
};

/** "Giving way, driving fault". */
export function markWords(
  standard: Standard,
  { item, severity }: { readonly item: string; readonly severity: string },
): string {
  return `${compileStandard(standard).itemOf(item).item.label}, ${severityLabel(standard, severity)}`;
}

/** "Severity guide: danger" of what the guide was told; an instructor's own words as they are. */
export const noteWords = ({
  text,
  by,
}: {
  readonly text: string;
  readonly by?: string | undefined;
}): string => (by === 'severity-guide' ? `Severity guide: ${text}` : text);

/** A manoeuvre on one of its sides, unless its own title ends with it. */
export const sideTitle = ({ title }: Pick<Manoeuvre, 'title'>, side: 'left' | 'right' | null): string =>
  side && !title.toLowerCase().endsWith(` ${side}`) ? `${title}, ${side}` : title;

/** "Alley docking, left". */
export function runTitle(
  standard: Standard,
  { manoeuvre, side }: { readonly manoeuvre: string; readonly side: 'left' | 'right' | null },
): string {
  const found = standard.manoeuvres.find(({ id }) => id === manoeuvre);
  return found ? sideTitle(found, side) : manoeuvre;
}
