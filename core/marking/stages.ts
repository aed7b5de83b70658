import type { Drive } from './drive';

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

export const stageTitle = (id: string): string => stages.find((stage) => stage.id === id)?.title ?? id;

/** The stage that a moment of a drive fell into, in words. */
export function stageAt(drive: Pick<Drive, 'stages'>, at: string): string {
  const time = Date.parse(at);
  const stage = drive.stages.findLast((event) => Date.parse(event.at) <= time);
  return stage ? stageTitle(stage.stage) : 'Before the first stage';
}
