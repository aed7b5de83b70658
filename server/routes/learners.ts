import type Router from '@koa/router';
import {
  LearnerChange,
  learnerSorts,
  NewLearner,
  type HabitsView,
  type ListedLearner,
  type Page,
} from '../../contract';
import { plainName } from '../../core/names';
import { habitsOf } from '../../core/marking';
import {
  badInput,
  bodyAs,
  changedMeanwhile,
  conflict,
  etagOf,
  notFound,
  oneOf,
  pageOf,
  pagingOf,
  instructorOf,
  textOf,
  wantedRevision,
} from '../http';
import {
  addLearner,
  bookTest,
  changeLearner,
  drivesBefore,
  inTransaction,
  learnerById,
  listLearners,
  newestStandard,
} from '../store';
import type { Parts } from './parts';

/** So many drives back habits are counted: older ones tell of somebody who drove otherwise. */
const LEARNER_DRIVES = 12;
const SCHOOL_DRIVES = 200;

export function learnerRoutes(router: Router, { db, now }: Parts): void {
  router.get('/learners', async (ctx) => {
    const { limit, after } = pagingOf(ctx);
    const sort = oneOf(ctx, 'sort', learnerSorts);
    const search = textOf(ctx, 'search');
    const today = now().toISOString().slice(0, 10);
    const left = ctx.query.left === '1';
    const found = await listLearners(db, { limit: limit + 1, after, search, sort, today, left });
    const { items, next } = pageOf(found, limit, ({ key, learner }) => [key, learner.id]);
    ctx.body = { items: items.map(({ learner }) => learner), next } satisfies Page<ListedLearner>;
  });

  router.post('/learners', async (ctx) => {
    const instructor = instructorOf(ctx);
    const learner = bodyAs(ctx, NewLearner);
    const { testDate = null, zone = 'UTC' } = learner;
    const added = await inTransaction(db, async (all) => {
      const fresh = await addLearner(all, learner);
      if (fresh && testDate !== null)
        await bookTest(all, learner.id, testDate, { instructor: instructor.id, zone, now: now() });
      return fresh;
    });
    const held = await learnerById(db, learner.id);
    if (!held || (!added && held.name !== plainName(learner.name)))
      throw conflict('Another learner has this id.');
    ctx.status = added ? 201 : 200;
    ctx.set('ETag', etagOf(held.revision));
    ctx.body = held;
  });

  router.get('/learners/:id', async (ctx) => {
    const learner = await learnerById(db, String(ctx.params.id));
    if (!learner) throw notFound('such learner');
    ctx.set('ETag', etagOf(learner.revision));
    ctx.body = learner;
  });

  router.get('/learners/:id/habits', async (ctx) => {
    const learner = await learnerById(db, String(ctx.params.id));
    if (!learner) throw notFound('such learner');
    const before = typeof ctx.query.before === 'string' ? ctx.query.before : now().toISOString();
    if (Number.isNaN(Date.parse(before)))
      throw badInput('before must be an instant.', [
        { path: 'before', message: 'must be an ISO instant in UTC, such as 2026-09-14T08:02:11.000Z' },
      ]);
    const drives = async (of: string | null, most: number) =>
      habitsOf(await drivesBefore(db, new Date(before).toISOString(), of, most));
    ctx.body = {
      learner: await drives(learner.id, LEARNER_DRIVES),
      school: await drives(null, SCHOOL_DRIVES),
    } satisfies HabitsView;
  });

  router.patch('/learners/:id', async (ctx) => {
    const instructor = instructorOf(ctx);
    const change = bodyAs(ctx, LearnerChange);
    const revision = wantedRevision(ctx);
    const held = await learnerById(db, String(ctx.params.id));
    if (!held) throw notFound('such learner');
    const {
      name = held.name,
      testDate,
      zone = 'UTC',
      standard = held.standard,
      papers = held.papers,
      details = held.details,
      left = held.left,
    } = change;
    if (standard !== held.standard && standard !== null && !(await newestStandard(db, standard)))
      throw badInput('The standard isn’t here.', [{ path: 'standard', message: 'is no standard here' }]);
    const overrule =
      change.overrule === undefined
        ? held.overrule
        : change.overrule && { ...change.overrule, by: instructor.name, at: now().toISOString() };
    await inTransaction(db, async (all) => {
      const changed = { name, standard, papers, overrule, details, left };
      if (!(await changeLearner(all, held.id, revision, changed))) throw changedMeanwhile('learner');
      if (testDate !== undefined)
        await bookTest(all, held.id, testDate, { instructor: instructor.id, zone, now: now() });
    });
    const view = await learnerById(db, held.id);
    ctx.set('ETag', etagOf(view?.revision ?? revision + 1));
    ctx.body = view;
  });
}
