import type Router from '@koa/router';
import {
  ResultToKeep,
  type Page,
  type RatingPair,
  type ResultView,
  type StrictnessView,
  type TrustView,
} from '../../contract';
import { driveOf, ratingsBy } from '../../core/marking';
import { trustOf } from '../../core/readiness';
import { badInput, bodyAs, instructorOf, notFound, pageOfList, seenBy, uuidOf, whenGone } from '../http';
import {
  eventsByMock,
  inTransaction,
  recordChange,
  keepResult,
  learnerById,
  listResults,
  listMocks,
  newestStandard,
  removeResult,
  resultById,
  standardOf,
  stateOfEvidence,
  stateOfResults,
  type Database,
} from '../store';
import { foretold, keepFound, strictnessOfTests } from '../work';
import type { Parts } from './parts';

/** Later than any day, written without its hyphens. */
const LATEST = 99_999_999;

/** So many mocks back ratings are compared. */
const RATED_MOCKS = 400;

export function resultRoutes(router: Router, { db, databaseFile, now }: Parts): void {
  router.get('/results', async (ctx) => {
    const learner = typeof ctx.query.learner === 'string' ? ctx.query.learner : null;
    ctx.body = pageOfList(ctx, await listResults(db, learner, seenBy(ctx)), {
      id: ({ id }) => id,
      words: ({ learner: { name } }) => name,
      sorts: ['day'],
      // The newest first.
      key: ({ day }) => String(LATEST - Number(day.replaceAll('-', ''))),
    }) satisfies Page<ResultView>;
  });

  router.put('/results/:id', async (ctx) => {
    const id = uuidOf(ctx);
    const result = bodyAs(ctx, ResultToKeep);
    const held = await learnerById(db, result.learner);
    if (!held)
      throw badInput('There is no such learner.', [{ path: 'learner', message: 'is no learner here' }]);
    if (!(await newestStandard(db, result.standard)))
      throw badInput('There is no such standard.', [{ path: 'standard', message: 'is no standard here' }]);
    // The day where the server stands may already be tomorrow's elsewhere: half a day is granted.
    if (Date.parse(`${result.day}T00:00:00Z`) > now().getTime() + 12 * 3_600_000)
      throw badInput('This day has not come: a test that was not taken has no result.', [
        { path: 'day', message: 'must not be in the future' },
      ]);
    const { learner, standard, day } = result;
    const said = await foretold(
      { databaseFile, state: await stateOfEvidence(db), signal: whenGone(ctx) },
      { learner, standard, day },
    );
    await inTransaction(db, async (all) => {
      await keepResult(all, id, result, said, now());
      await recordChange(all, { by: instructorOf(ctx), at: now() }, 'result entered', {
        name: held.name,
        subject: { kind: 'learner', id: learner },
        parts: [
          { part: 'day', to: day },
          { part: 'passed', to: String(result.passed) },
        ],
      });
    });
    ctx.body = await resultById(db, id);
  });

  router.delete('/results/:id', async (ctx) => {
    await inTransaction(db, async (all) => {
      const held = await resultById(all, String(ctx.params.id));
      if (!held || !(await removeResult(all, held.id))) throw notFound('such result');
      await recordChange(all, { by: instructorOf(ctx), at: now() }, 'result removed', {
        name: held.learner.name,
        subject: { kind: 'learner', id: held.learner.id },
        parts: [
          { part: 'day', from: held.day },
          { part: 'passed', from: String(held.passed) },
        ],
      });
    });
    ctx.status = 204;
  });

  router.get('/trust/strictness', async (ctx) => {
    const asking = { databaseFile, state: await stateOfResults(db), signal: whenGone(ctx) };
    ctx.body = (await strictnessOfTests(asking, keepFound(db))) satisfies StrictnessView;
  });

  router.get('/trust', async (ctx) => {
    const results = await listResults(db, null, seenBy(ctx));
    const said = results.flatMap((one) =>
      one.foretold ? [{ pass: one.foretold.pass, passed: one.passed }] : [],
    );
    ctx.body = {
      trust: trustOf(said),
      unforetold: results.length - said.length,
      ratings: await ratingPairs(db, seenBy(ctx)),
    } satisfies TrustView;
  });
}

/** Areas that both have rated, drive by drive; the last word of each counts. */
async function ratingPairs(db: Database, seenBy: string | null): Promise<RatingPair[]> {
  const mocks = await listMocks(db, { limit: RATED_MOCKS, after: null, learner: null, from: null, seenBy });
  const logs = await eventsByMock(
    db,
    mocks.map(({ id }) => id),
    // What a rating needs of its log; all of four hundred logs would hold up whoever sends marks.
    ['rating', 'retract'],
  );
  const pairs: RatingPair[] = [];
  for (const { id, learner, startedAt, standard: ref } of mocks) {
    const standard = await standardOf(db, ref);
    if (!standard) continue;
    const drive = driveOf(standard, logs.get(id) ?? []);
    const instructor = ratingsBy(drive, 'instructor');
    for (const [area, own] of ratingsBy(drive, 'learner')) {
      const other = instructor.get(area);
      if (other !== undefined) pairs.push({ learner, mock: id, at: startedAt, area, own, instructor: other });
    }
  }
  return pairs;
}
