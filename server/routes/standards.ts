import { group } from 'd3-array';
import type Router from '@koa/router';
import { standardSorts, type Page, type StandardSort, type StandardSummary } from '../../contract';
import { nameKey } from '../../core/names';
import { badInput, conflict, instructorOf, notFound, pageOfList, seenBy, whenGone } from '../http';
import { addStandard, inTransaction, listStandards, recordChange, standardOf } from '../store';
import { rejudging, work } from '../work';
import { asLines } from './asLines';
import type { Parts } from './parts';

export function standardRoutes(router: Router, { db, databaseFile, now }: Parts): void {
  router.get('/standards', async (ctx) => {
    const standards = await listStandards(db, seenBy(ctx));
    const key = standardKey(standards);
    ctx.body = pageOfList(ctx, standards, {
      id: ({ version }) => version,
      words: ({ title, summary }) => `${title} ${summary ?? ''}`,
      sorts: standardSorts,
      key,
    }) satisfies Page<StandardSummary>;
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
    asLines(ctx);
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

/** More mocks than any school has. */
const MOST_MOCKS = 999_999_999;

/** Where a version stands in a list: with the others of its standard, as the newest of them would. */
function standardKey(standards: readonly StandardSummary[]) {
  const versions = group(standards, ({ id }) => id);
  return (standard: StandardSummary, sort: StandardSort): string => {
    const own = versions.get(standard.id) ?? [standard];
    const mocks = own.reduce((sum, version) => sum + version.mocks, 0);
    // The more mocks, the smaller.
    const rank = sort === 'used' ? String(MOST_MOCKS - mocks).padStart(9, '0') : '';
    const place = String(own.indexOf(standard)).padStart(4, '0');
    return `${rank} ${nameKey(own[0]?.title ?? standard.title)} ${standard.id} ${place}`;
  };
}
