import type Router from '@koa/router';
import type { Page, StandardSummary } from '../../contract';
import { badInput, conflict, instructorOf, notFound, seenBy, whenGone } from '../http';
import { addStandard, inTransaction, listStandards, recordChange, standardOf } from '../store';
import { rejudging, work } from '../work';
import type { Parts } from './parts';

export function standardRoutes(router: Router, { db, databaseFile, now }: Parts): void {
  router.get('/standards', async (ctx) => {
    ctx.body = { items: await listStandards(db, seenBy(ctx)), next: null } satisfies Page<StandardSummary>;
  });

  router.post('/standards', async (ctx) => {
    const result = await work(
      'read standard',
      databaseFile,
      { input: ctx.request.body },
      { signal: whenGone(ctx), seconds: 20 },
    );
    if (!result.ok) throw badInput('The standard has problems; nothing was stored.', result.problems);
    const { id, version } = result.value;
    const { title } = result.value;
    const kept = await inTransaction(db, async (all) => {
      const told = await addStandard(all, result.value, now());
      if (told === 'added')
        await recordChange(all, { by: instructorOf(ctx), at: now() }, 'standard added', {
          name: `${title} ${version}`,
          subject: { kind: 'standard', id: `${id}/${version}` },
        });
      return told;
    });
    if (kept === 'differs')
      throw conflict(`${id} ${version} is already here with other content. Give the file the next version.`);
    ctx.status = kept === 'added' ? 201 : 200;
    ctx.body = { id, version };
  });

  router.get('/standards/:id/:version/mocks', async (ctx) => {
    const { id = '', version = '' } = ctx.params;
    if (!(await standardOf(db, { id, version }))) throw notFound(`standard ${id} ${version}`);
    ctx.type = 'application/x-ndjson';
    // Lines must arrive as they come, not when a compressor has enough of them.
    ctx.compress = false;
    // Nor when a server in front has.
    ctx.set('X-Accel-Buffering', 'no');
    ctx.body = rejudging(databaseFile, { id, version });
  });

  router.get('/standards/:id/:version', async (ctx) => {
    const { id = '', version = '' } = ctx.params;
    const standard = await standardOf(db, { id, version });
    if (!standard) throw notFound(`standard ${id} ${version}`);
    // A version never changes once it is kept.
    ctx.set('Cache-Control', 'private, max-age=31536000, immutable');
    ctx.body = standard;
  });
}
