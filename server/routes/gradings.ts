import type Router from '@koa/router';
import { GradingToKeep, type ComparedDrive, type GradingView, type Page } from '../../contract';
import { compareDrives, writtenCases } from '../../core/agreement';
import { judge } from '../../core/marking';
import { badInput, bodyAs, conflict, instructorOf, seenBy, uuidOf } from '../http';
import { drivesOf, keepGrading, listBeside, listGradings, mockById, type Database } from '../store';
import type { Parts } from './parts';

/** Written cases, graded by those who mark: what they make of them is compared on the screen. */
export function gradingRoutes(router: Router, { db, now }: Parts): void {
  router.get('/gradings', async (ctx) => {
    ctx.body = { items: await listGradings(db, seenBy(ctx)), next: null } satisfies Page<GradingView>;
  });

  router.get('/gradings/drives', async (ctx) => {
    ctx.body = { items: await comparedDrives(db, seenBy(ctx)), next: null } satisfies Page<ComparedDrive>;
  });

  router.put('/gradings/:id', async (ctx) => {
    const id = uuidOf(ctx);
    const { grades } = bodyAs(ctx, GradingToKeep);
    const known = new Set(writtenCases.map((one) => one.id));
    const problems = grades.flatMap((one, n) =>
      known.has(one.case) ? [] : [{ path: `grades[${n}].case`, message: 'is no written case' }],
    );
    if (problems.length > 0) throw badInput('The grades have problems; nothing was stored.', problems);
    const by = instructorOf(ctx).id;
    const added = await keepGrading(db, {
      id,
      at: now().toISOString(),
      by,
      grades: grades.map((one) => ({ case: one.case, grade: one.grade })),
    });
    const kept = (await listGradings(db, by)).find((one) => one.id === id);
    // A browser that got no answer asks again.
    if (!kept) throw conflict('Somebody else’s grades have this id.');
    ctx.status = added ? 201 : 200;
    ctx.body = kept;
  });
}

/** So many drives that were marked twice are told of, the newest. */
const MOST_DRIVES = 100;

/** Drives that two people marked and both have ended, the newest first. */
async function comparedDrives(db: Database, by: string | null): Promise<readonly ComparedDrive[]> {
  const seconds = await listBeside(db, by, MOST_DRIVES);
  const firsts = await Promise.all(
    [...new Set(seconds.map(({ beside }) => beside))].map((id) => mockById(db, id ?? '')),
  );
  const drives = await drivesOf(db, [...seconds, ...firsts.flatMap((mock) => mock ?? [])]);
  const judged = new Map(
    drives.map(({ mock, standard, events }) => [
      mock.id,
      { mock, standard, judgement: judge(standard, events, mock) },
    ]),
  );
  return seconds.flatMap(({ id, beside }): readonly ComparedDrive[] => {
    const [one, other] = [judged.get(beside ?? ''), judged.get(id)];
    if (!one?.judgement.drive.end || !other?.judgement.drive.end) return [];
    const { moments: _moments, ...agreement } = compareDrives(one.standard, one.judgement, other.judgement);
    const who = ({ mock }: typeof one) => ({
      mock: mock.id,
      by: { id: mock.instructor.id, name: mock.instructor.name },
    });
    const { learner, startedAt, zone } = one.mock;
    return [{ learner, startedAt, zone, first: who(one), second: who(other), agreement }];
  });
}
