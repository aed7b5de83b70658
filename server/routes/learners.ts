import type Router from '@koa/router';
import { LearnerChange, NewLearner, type Page, type VehicleView } from '../../contract';
import {
  bodyAs,
  changedMeanwhile,
  conflict,
  etagOf,
  notFound,
  pageOf,
  pagingOf,
  signedIn,
  wantedRevision,
} from '../http';
import { addLearner, changeLearner, learnerById, listLearners, listVehicles } from '../store';
import type { Parts } from './parts';

export function learnerRoutes(router: Router, { db }: Parts): void {
  router.get('/learners', async (ctx) => {
    signedIn(ctx);
    const { limit, after } = pagingOf(ctx);
    const learners = await listLearners(db, { limit: limit + 1, after });
    ctx.body = pageOf(learners, limit, ({ name, id }) => [name, id]);
  });

  router.post('/learners', async (ctx) => {
    signedIn(ctx);
    const learner = bodyAs(ctx, NewLearner);
    const added = await addLearner(db, learner);
    const held = await learnerById(db, learner.id);
    if (!held || (!added && held.name !== learner.name.trim()))
      throw conflict('Another learner has this id.');
    ctx.status = added ? 201 : 200;
    ctx.set('ETag', etagOf(held.revision));
    ctx.body = held;
  });

  router.get('/learners/:id', async (ctx) => {
    signedIn(ctx);
    const learner = await learnerById(db, String(ctx.params.id));
    if (!learner) throw notFound('such learner');
    ctx.set('ETag', etagOf(learner.revision));
    ctx.body = learner;
  });

  router.patch('/learners/:id', async (ctx) => {
    signedIn(ctx);
    const change = bodyAs(ctx, LearnerChange);
    const revision = wantedRevision(ctx);
    const held = await learnerById(db, String(ctx.params.id));
    if (!held) throw notFound('such learner');
    const { name = held.name, testDate = held.testDate } = change;
    if (!(await changeLearner(db, held.id, revision, { name, testDate }))) throw changedMeanwhile('learner');
    const changed = await learnerById(db, held.id);
    ctx.set('ETag', etagOf(revision + 1));
    ctx.body = changed;
  });

  router.get('/vehicles', async (ctx) => {
    signedIn(ctx);
    ctx.body = { items: await listVehicles(db), next: null } satisfies Page<VehicleView>;
  });
}
