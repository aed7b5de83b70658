import type Router from '@koa/router';
import { DrillBatch, type DrillView } from '../../contract';
import { driveOf } from '../../core/marking';
import { parseDrillEvent, recalledInTest, setKey, type DrillEvent } from '../../core/questions';
import type { Told } from '../../core/problems';
import { badInput, bodyAs } from '../http';
import { addDrill, drillOf, drivesBefore } from '../store';
import { learnerHeld } from './learnerHeld';
import type { Parts } from './parts';

/** So many mocks back questions tell of what is remembered. */
const MOCKS = 60;

export function drillRoutes(router: Router, { db, now }: Parts): void {
  router.get('/learners/:id/drill', async (ctx) => {
    const { id } = await learnerHeld(db, ctx);
    const drives = await drivesBefore(db, now().toISOString(), id, MOCKS);
    const asked = drives
      .map(({ standard, events }) => recalledInTest(driveOf(standard, events).questions))
      .filter((answers) => answers.length > 0)
      .sort((a, b) => (a[0]?.at ?? '').localeCompare(b[0]?.at ?? ''));
    ctx.body = {
      events: await drillOf(db, id),
      asked: asked.flat(),
      sets: asked.map((answers) => setKey(answers.map(({ question }) => question))),
    } satisfies DrillView;
  });

  router.post('/learners/:id/drill', async (ctx) => {
    const { id } = await learnerHeld(db, ctx);
    const { events: inputs } = bodyAs(ctx, DrillBatch);
    const problems: Told[] = [];
    const events: DrillEvent[] = [];
    inputs.forEach((input, n) => {
      const result = parseDrillEvent(input);
      if (result.ok) events.push(result.value);
      else
        problems.push(
          ...result.problems.map(({ path, message }) => ({ path: `events[${n}].${path}`, message })),
        );
    });
    if (problems.length > 0) throw badInput('The batch has problems; nothing of it was stored.', problems);
    ctx.body = { added: await addDrill(db, id, events) };
  });
}
