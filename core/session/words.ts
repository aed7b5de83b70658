import { stageTitle, type DriveEvent, type Run } from '../marking';
import { compileStandard, type RunPhase, type Standard } from '../standard';

const phaseWords: Readonly<Record<RunPhase, string>> = {
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
export function runTitle(standard: Standard, { manoeuvre, side }: Pick<Run, 'manoeuvre' | 'side'>): string {
  const title = standard.manoeuvres.find(({ id }) => id === manoeuvre)?.title ?? manoeuvre;
  return side ? `${title}, ${side}` : title;
}

/**
 * One entry of a log in words, such as "Giving way, driving fault" or "Garage bay: a movement".
 *
 * @param log the others, for what an entry is about
 */
export function eventWords(standard: Standard, event: DriveEvent, log: readonly DriveEvent[]): string {
  const severityWord = (id: string) =>
    (compileStandard(standard).severities.get(id)?.label ?? id).toLowerCase();
  const about = (id: string | undefined) => {
    const other = log.find((one) => one.id === id);
    // What names another entry in turn could name this one.
    return other && !('of' in other && other.of !== undefined)
      ? eventWords(standard, other, log)
      : 'an entry';
  };
  switch (event.kind) {
    case 'stage':
      return `stage ${stageTitle(event.stage)}`;
    case 'fault':
      return markWords(standard, event);
    case 'retract':
      return `taking back ${about(event.of)}`;
    case 'regrade':
      return `graded as ${severityWord(event.severity)}: ${about(event.of)}`;
    case 'peg':
      return 'flag';
    case 'sort':
      return event.faults.length === 0
        ? 'flag dismissed'
        : `flag sorted as ${event.faults.map((fault) => markWords(standard, fault)).join('; ')}`;
    case 'question':
      return `${event.part} question, ${event.right ? 'right' : 'wrong'}`;
    case 'manoeuvre':
      return `${runTitle(standard, { manoeuvre: event.manoeuvre, side: null })}: ${phaseWords[event.phase]}`;
    case 'measure': {
      const measure = standard.measures.find(({ id }) => id === event.measure);
      return `${measure?.label ?? event.measure} ${event.value}${measure?.unit ? ` ${measure.unit}` : ''}`;
    }
    case 'fix':
      return 'position';
    case 'said':
      return `“${event.text}”`;
    case 'intervention':
      return `stepped in: ${event.by}`;
    case 'note':
      return 'note';
    case 'rating':
      return 'rating';
    case 'pause':
    case 'resume':
      return 'pause';
    case 'end':
      return 'end of the drive';
  }
}
