import { compileStandard, type Standard } from '../standard';
import type { Drive } from './drive';
import { isFixedCourse } from './due';
import type { Judgement } from './judge';
import { isMissing, questionsDue, type PlanEntry } from './plan';
import { stages, stageTitle, type StageId } from './titles';

/** Skills that are seen to before anybody gets in. */
const PAPERS: ReadonlySet<string> = new Set(['papers', 'eyesight']);

const isPaper = (standard: Standard, item: string): boolean =>
  PAPERS.has(compileStandard(standard).itemOf(item).item.skill);

/** The stages that a standard has, in their order: a yard has no road to drive, and not every test asks questions. */
export function stagesOf(standard: Standard): readonly (typeof stages)[number][] {
  const road = !isFixedCourse(standard);
  const has: Readonly<Record<StageId, boolean>> = {
    papers: standard.checks.some(({ item }) => isPaper(standard, item)),
    checks: standard.checks.some(({ item }) => !isPaper(standard, item)),
    question: (standard.questions?.explain ?? 0) > 0,
    drive: road,
    independent: (standard.drive?.independentMinutes ?? 0) > 0,
    manoeuvre: standard.manoeuvres.length > 0,
    return: road,
  };
  return stages.filter(({ id }) => has[id]);
}

/** Where a drive begins once its checks are over. */
export function firstStage(standard: Standard): string {
  const all = stagesOf(standard).filter(({ id }) => id !== 'papers' && id !== 'checks');
  return all[0]?.id ?? 'drive';
}

/** The stage that a drive is in now. */
export const stageNow = (standard: Standard, { stages: entered }: Pick<Drive, 'stages'>): string =>
  entered.at(-1)?.stage ?? firstStage(standard);

/**
 * The stages that are done: what they ask for was seen to, not merely left behind.
 *
 * @param ready ids of the checks that were in order at set-up
 */
export function stagesDone(
  standard: Standard,
  { drive, plan }: Pick<Judgement, 'drive' | 'plan'>,
  ready: readonly string[],
): ReadonlySet<string> {
  const now = stageNow(standard, drive);
  const seen = (papers: boolean) =>
    standard.checks
      .filter(({ item }) => isPaper(standard, item) === papers)
      .every(({ id, item }) => ready.includes(id) || drive.marks.some((mark) => mark.item === item));
  const met = (id: PlanEntry['id']) => {
    const entry = plan.find((one) => one.id === id);
    return entry !== undefined && !isMissing(entry);
  };
  const left = (stage: StageId) => now !== stage && drive.stages.some((event) => event.stage === stage);
  const done: Readonly<Record<StageId, () => boolean>> = {
    papers: () => seen(true),
    checks: () => seen(false),
    question: () =>
      questionsDue(standard, drive).every(({ part, attempt }) => part !== 'explain' || attempt === null),
    drive: () => left('drive'),
    independent: () => met('independent'),
    manoeuvre: () => met('manoeuvres'),
    return: () => false,
  };
  return new Set(stagesOf(standard).flatMap(({ id }) => (done[id]() ? [id] : [])));
}

/** The stage that a moment of a drive fell into, in words. */
export function stageAt(drive: Pick<Drive, 'end' | 'stages'>, at: string): string {
  const time = Date.parse(at);
  if (drive.end !== null && time > Date.parse(drive.end.at)) return 'After the end';
  const stage = drive.stages.findLast((event) => Date.parse(event.at) <= time);
  return stage ? stageTitle(stage.stage) : 'Before the first stage';
}
