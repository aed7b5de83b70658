import type Router from '@koa/router';
import {
  Erasure,
  GoalTick,
  LearnerChange,
  LearnersToImport,
  may,
  learnerSorts,
  NewLearner,
  type ErasureView,
  type GoalView,
  type HabitsView,
  type LearnerView,
  type ListedLearner,
  type Page,
} from '../../contract';
import { fileWord, nameKey, plainName } from '../../core/names';
import { habitsOf } from '../../core/marking';
import {
  badInput,
  bodyAs,
  changedMeanwhile,
  conflict,
  etagOf,
  notAllowed,
  notFound,
  oneOf,
  pageOf,
  pagingOf,
  seenBy,
  instructorOf,
  textOf,
  wantedRevision,
  whenGone,
} from '../http';
import {
  addLearner,
  bookTest,
  changeLearner,
  drivesBefore,
  erasureOf,
  eraseLearner,
  goalsOf,
  tickGoal,
  inTransaction,
  learnerById,
  listLearners,
  newestStandard,
  partsChanged,
  personById,
  recordChange,
  type Database,
  type Deed,
} from '../store';
import { work } from '../work';
import { learnerHeld } from './learnerHeld';
import type { Parts } from './parts';

/** So many drives back habits are counted: older ones tell of somebody who drove otherwise. */
const LEARNER_DRIVES = 12;
const SCHOOL_DRIVES = 200;

export function learnerRoutes(router: Router, { db, databaseFile, now }: Parts): void {
  router.get('/learners', async (ctx) => {
    const { limit, after } = pagingOf(ctx);
    const sort = oneOf(ctx, 'sort', learnerSorts);
    const search = textOf(ctx, 'search');
    const today = now().toISOString().slice(0, 10);
    const left = ctx.query.left === '1';
    const own = textOf(ctx, 'taught') === 'me' ? instructorOf(ctx).id : null;
    const taughtBy = seenBy(ctx) ?? own;
    const found = await listLearners(db, { limit: limit + 1, after, search, sort, today, left, taughtBy });
    const { items, next } = pageOf(found, limit, ({ key, learner }) => [key, learner.id]);
    ctx.body = { items: items.map(({ learner }) => learner), next } satisfies Page<ListedLearner>;
  });

  router.post('/learners', async (ctx) => {
    const instructor = instructorOf(ctx);
    const learner = bodyAs(ctx, NewLearner);
    const { testDate = null, zone = 'UTC' } = learner;
    const teacher = learner.instructor ?? instructor.id;
    await checkTeacher(db, teacher);
    const added = await inTransaction(db, async (all) => {
      const fresh = await addLearner(all, learner, teacher);
      if (fresh)
        await recordChange(all, { by: instructor, at: now() }, 'learner added', {
          name: plainName(learner.name),
          subject: { kind: 'learner', id: learner.id },
        });
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

  router.post('/learners/import', async (ctx) => {
    const instructor = instructorOf(ctx);
    const { learners, file } = bodyAs(ctx, LearnersToImport);
    const teachers = new Set(learners.map((one) => one.instructor ?? instructor.id));
    for (const teacher of teachers) await checkTeacher(db, teacher);
    const added = await inTransaction(db, async (all) => {
      let fresh = 0;
      for (const { details, testDate = null, zone = 'UTC', ...one } of learners) {
        const teacher = one.instructor ?? instructor.id;
        // Asked again because no answer came, it adds nobody twice.
        if (!(await addLearner(all, one, teacher))) continue;
        fresh += 1;
        const held = await learnerById(all, one.id);
        if (!held) throw new Error('a learner was not added');
        await changeLearner(all, one.id, held.revision, { ...held, details, instructor: teacher });
        if (testDate !== null)
          await bookTest(all, one.id, testDate, { instructor: teacher, zone, now: now() });
      }
      if (fresh > 0)
        await recordChange(all, { by: instructor, at: now() }, 'learners imported', {
          name: file,
          parts: [{ part: 'count', to: String(fresh) }],
        });
      return fresh;
    });
    ctx.status = 201;
    ctx.body = { added };
  });

  router.get('/learners/:id', async (ctx) => {
    const learner = await learnerHeld(db, ctx);
    ctx.set('ETag', etagOf(learner.revision));
    ctx.body = learner;
  });

  router.get('/learners/:id/habits', async (ctx) => {
    const learner = await learnerHeld(db, ctx);
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

  router.get('/learners/:id/record.zip', async (ctx) => {
    const held = await learnerHeld(db, ctx);
    const at = now();
    const asked = { learner: held.id, now: at.toISOString() };
    const zip = await work('learner record', databaseFile, asked, { signal: whenGone(ctx), seconds: 120 });
    if (!zip) throw notFound('such learner');
    await recordChange(db, { by: instructorOf(ctx), at }, 'learner exported', {
      name: held.name,
      subject: { kind: 'learner', id: held.id },
    });
    ctx.type = 'application/zip';
    ctx.attachment(`${at.toISOString().slice(0, 10)}-${fileWord(held.name) || 'learner'}.zip`);
    ctx.body = Buffer.from(zip);
  });

  router.get('/learners/:id/erasure', async (ctx) => {
    const held = await learnerHeld(db, ctx);
    ctx.body = (await erasureOf(db, held.id)) satisfies ErasureView;
  });

  router.post('/learners/:id/erasure', async (ctx) => {
    const held = await learnerHeld(db, ctx);
    if (nameKey(bodyAs(ctx, Erasure).name) !== nameKey(held.name))
      throw badInput('That isn’t the name of this learner; nothing was erased.', [
        { path: 'name', message: `must be ${held.name}` },
      ]);
    await eraseLearner(db, held.id, { by: instructorOf(ctx), at: now() });
    ctx.status = 204;
  });

  router.get('/learners/:id/goals', async (ctx) => {
    const learner = await learnerHeld(db, ctx);
    ctx.body = { items: await goalsOf(db, learner.id), next: null } satisfies Page<GoalView>;
  });

  router.put('/learners/:id/goals/:goal', async (ctx) => {
    const { mock, reached } = bodyAs(ctx, GoalTick);
    const learner = String(ctx.params.id);
    const goal = (await goalsOf(db, learner)).find(
      ({ id, mock: of }) => id === ctx.params.goal && of === mock,
    );
    if (!goal) throw notFound('such goal of this learner');
    const by = instructorOf(ctx);
    const at = reached ? now() : null;
    await tickGoal(db, { mock, goal: goal.id, by: by.id, at });
    ctx.body = {
      ...goal,
      reached: at && { at: at.toISOString(), by: by.name },
    } satisfies GoalView;
  });

  router.patch('/learners/:id', async (ctx) => {
    const instructor = instructorOf(ctx);
    const change = bodyAs(ctx, LearnerChange);
    const revision = wantedRevision(ctx);
    const held = await learnerHeld(db, ctx);
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
    const teacher = change.instructor === undefined ? (held.instructor?.id ?? null) : change.instructor;
    if (teacher !== (held.instructor?.id ?? null)) {
      if (!may(instructor.role, 'manage learners')) throw notAllowed();
      await checkTeacher(db, teacher);
    }
    await inTransaction(db, async (all) => {
      const changed = { name, standard, papers, overrule, details, left, instructor: teacher };
      if (!(await changeLearner(all, held.id, revision, changed))) throw changedMeanwhile('learner');
      await recordLearnerChanges(all, { by: instructor, at: now() }, held, change);
      if (testDate !== undefined)
        await bookTest(all, held.id, testDate, { instructor: instructor.id, zone, now: now() });
    });
    const view = await learnerById(db, held.id);
    ctx.set('ETag', etagOf(view?.revision ?? revision + 1));
    ctx.body = view;
  });
}

/** Learners are taught by somebody who works here. */
async function checkTeacher(db: Database, id: string | null): Promise<void> {
  if (id !== null && !(await personById(db, id))?.active)
    throw badInput('There is no such instructor; nothing was stored.', [
      { path: 'instructor', message: 'is no instructor here' },
    ]);
}

/** What was changed, in one line; handing over, archiving and bringing back are lines of their own. */
async function recordLearnerChanges(
  db: Database,
  deed: Deed,
  held: LearnerView,
  { overrule, instructor, left, zone: _, ...change }: LearnerChange,
): Promise<void> {
  const about = { name: held.name, subject: { kind: 'learner', id: held.id } } as const;
  if (instructor !== undefined && instructor !== (held.instructor?.id ?? null)) {
    const to = instructor === null ? null : await personById(db, instructor);
    const parts = [{ part: 'instructor', from: held.instructor?.name ?? '', to: to?.name ?? '' }];
    await recordChange(db, deed, 'learner handed over', { ...about, parts });
  }
  if (left !== undefined && left !== held.left)
    await recordChange(db, deed, left ? 'learner archived' : 'learner back', about);
  const parts = [
    ...partsChanged<object>(held, { ...held, ...change }),
    ...(overrule === undefined || JSON.stringify(overrule) === JSON.stringify(held.overrule)
      ? []
      : [{ part: 'overrule', from: held.overrule?.word ?? '', to: overrule?.word ?? '' }]),
  ];
  if (parts.length > 0) await recordChange(db, deed, 'learner changed', { ...about, parts });
}
