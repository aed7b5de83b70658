import { randomUUID } from 'node:crypto';
import type Router from '@koa/router';
import { PracticeToKeep, type Page, type PracticeRunView, type PracticeView } from '../../contract';
import { headerOf, logFileName, writeLog } from '../../core/marking';
import { judgeRun, parseRun } from '../../core/yard';
import { badInput, bodyAs, conflict, instructorOf, notFound, seenBy, uuidOf } from '../http';
import {
  keepPractice,
  learnerById,
  listPractice,
  practiceById,
  practiceEvents,
  removePractice,
  standardOf,
} from '../store';
import type { Parts } from './parts';

/** Runs in the yard on a screen, kept with a learner. */
export function practiceRoutes(router: Router, { db }: Parts): void {
  router.get('/practice', async (ctx) => {
    const learner = typeof ctx.query.learner === 'string' ? ctx.query.learner : null;
    ctx.body = {
      items: await listPractice(db, learner, seenBy(ctx)),
      next: null,
    } satisfies Page<PracticeView>;
  });

  router.put('/practice/:id', async (ctx) => {
    const id = uuidOf(ctx);
    const body = bodyAs(ctx, PracticeToKeep);
    if (!(await learnerById(db, body.learner)))
      throw badInput('There is no such learner.', [{ path: 'learner', message: 'is no learner here' }]);
    const standard = await standardOf(db, body.standard);
    if (!standard)
      throw badInput('There is no such standard.', [{ path: 'standard', message: 'is no standard here' }]);
    const run = parseRun(body);
    if (!run.ok) throw badInput('The run has problems; nothing was stored.', run.problems);
    const judged = judgeRun(standard, run.value, {
      startedAt: body.startedAt,
      device: 'yard',
      newId: randomUUID,
    });
    if (!judged.ok) throw badInput('The run can’t be marked; nothing was stored.', judged.problems);
    const by = instructorOf(ctx).id;
    const added = await keepPractice(db, id, by, body, run.value, judged.value, standard.title);
    const kept = await practiceById(db, id);
    if (kept?.learner.id !== body.learner) throw conflict('Another run has this id.');
    ctx.status = added ? 201 : 200;
    ctx.body = kept satisfies PracticeRunView;
  });

  router.get('/practice/:id', async (ctx) => {
    ctx.body = await held(String(ctx.params.id));
  });

  router.get('/practice/:id/log', async (ctx) => {
    const practice = await held(String(ctx.params.id));
    const header = headerOf({ ...practice, retest: false });
    ctx.attachment(logFileName(practice));
    ctx.type = 'application/x-ndjson';
    ctx.body = writeLog({ header, events: await practiceEvents(db, practice.id) });
  });

  router.delete('/practice/:id', async (ctx) => {
    if (!(await removePractice(db, String(ctx.params.id)))) throw notFound('such run');
    ctx.status = 204;
  });

  const held = async (id: string): Promise<PracticeRunView> => {
    const practice = await practiceById(db, id);
    if (!practice) throw notFound('such run');
    return practice;
  };
}
