import { countsNowhere, type Judgement, type Run } from '../marking';
import { amountOfMark, compileStandard, type Standard } from '../standard';
import { runsBeside } from './runs';
import type { Timed } from './timed';

type JudgedDriveMark = Judgement['marks'][number];

/** A mark that counts in no limit where it stands, and the runs beside it in which it would. */
export interface OutsideMark {
  readonly mark: JudgedDriveMark;
  readonly runs: readonly Run[];
}

/** Marks that no limit counts although their severity is one that counts, such as a demerit outside a run. */
export function outsideMarks(standard: Standard, { marks, drive }: Judgement): readonly OutsideMark[] {
  const { rules, pointsOf } = compileStandard(standard);
  return marks.flatMap((mark): OutsideMark[] => {
    if (!countsNowhere(standard, mark)) return [];
    const { before, after } = runsBeside(drive, mark.at);
    const wouldCount = (run: Run) =>
      rules.some(
        ({ of, matchesMark }) =>
          (amountOfMark(of, pointsOf(mark)) ?? 0) > 0 &&
          matchesMark({ ...mark, run: run.run }, run.manoeuvre),
      );
    const movable = mark.run === null && mark.source !== 'question';
    const runs = movable ? [before, after].filter((run) => run !== null).filter(wouldCount) : [];
    return [{ mark, runs }];
  });
}

/** Puts another mark in the place of one, at its own time: in a run, as another item, or of another severity. */
export function replaceMark(
  { marks }: Judgement,
  { by, at, item, severity, run, source, flag, place, feature }: JudgedDriveMark,
  change: Partial<Pick<JudgedDriveMark, 'item' | 'severity' | 'run'>>,
): readonly Timed[] {
  const replaced: Timed = {
    kind: 'fault',
    item,
    severity,
    run,
    ...change,
    ...(place ? { place } : {}),
    ...(feature ? { feature } : {}),
    at,
  };
  if (source !== 'sort' || flag === null) return [{ kind: 'retract', of: by }, replaced];
  // One fault of several that a flag was sorted as: the others stay.
  const own = marks.filter((mark) => mark.by === by);
  const gone = own.findIndex((mark) => mark.item === item && mark.severity === severity);
  const faults = own.flatMap((mark, n) => (n === gone ? [] : [{ item: mark.item, severity: mark.severity }]));
  return [{ kind: 'sort', of: flag, faults }, replaced];
}
