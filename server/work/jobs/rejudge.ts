import type { RejudgedMock, RejudgeLine } from '../../../contract';
import { judge, judgeUnder, resultOf } from '../../../core/marking';
import { seedOf } from '../../../core/random';
import type { Outcome, Standard, StandardRef } from '../../../core/standard';
import { drivesOfSchool, keptOutcomes, standardOf, type Database, type HeldDrive } from '../../store';
import type { Half } from '../job';

/** Judges one half of the school's drives under one standard, newest first, and tells what it has done as it goes. */
export async function rejudgeHalf(
  db: Database,
  ref: StandardRef,
  half: Half,
  say: (line: RejudgeLine) => void,
): Promise<void> {
  const to = await standardOf(db, ref);
  if (!to) throw new Error(`no standard ${ref.id} ${ref.version}`);
  const { total } = await db
    .selectFrom('mocks')
    .select((is) => is.fn.countAll<number>().as('total'))
    .where('removed_at', 'is', null)
    .where('beside', 'is', null)
    .executeTakeFirstOrThrow();
  say({ kind: 'total', total });
  let done = 0;
  for await (const { read, drives } of drivesOfSchool(db, null, ({ id }) => seedOf(id) % 2 === half)) {
    done += read;
    const kept = await keptOutcomes(
      db,
      drives.map(({ mock }) => mock.id),
    );
    say({
      kind: 'drives',
      done,
      drives: drives.map((drive) => rejudged(drive, to, kept.get(drive.mock.id) ?? null)),
    });
  }
}

/** @param kept how it ended under its own standard; null when that is not known yet */
function rejudged(
  { mock, standard: own, events }: HeldDrive,
  to: Standard,
  kept: Outcome | null,
): RejudgedMock {
  const { startedAt, zone } = mock;
  const judged = judgeUnder(own, to, events, mock);
  const { verdict, translation, enough } = judged;
  return {
    mock: mock.id,
    learner: mock.learner.name,
    startedAt,
    zone,
    own: { ...mock.standard, outcome: kept ?? resultOf(judge(own, events, mock)).outcome },
    result: enough ? resultOf(judged) : null,
    breaches: verdict.breaches.slice(0, 1),
    headroom: verdict.headroom.filter(({ scope }) => scope.per === 'test'),
    marks: translation.marks.length,
    lost: translation.marks.filter(({ how }) => how === 'lost').length,
  };
}
