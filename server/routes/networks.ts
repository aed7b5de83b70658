import type Router from '@koa/router';
import rawBody from 'raw-body';
import { MOST, type NetworkSummary, type Page } from '../../contract';
import { nameKey } from '../../core/names';
import { badInput, conflict, notFound, pageOfList, tooLarge, whenGone } from '../http';
import { keepNetwork, listNetworks, networkById, networkFile } from '../store';
import { work } from '../work';
import type { Parts } from './parts';

const MOST_BYTES = 60_000_000;

export function networkRoutes(router: Router, { db, databaseFile, now }: Parts): void {
  router.get('/networks', async (ctx) => {
    ctx.body = pageOfList(ctx, await listNetworks(db), {
      id: ({ id }) => id,
      words: ({ title }) => title,
      sorts: ['title'],
      key: ({ title }) => nameKey(title),
    }) satisfies Page<NetworkSummary>;
  });

  router.put('/networks/:id', async (ctx) => {
    const id = String(ctx.params.id);
    if (!/^[\w-]{1,80}$/.test(id)) throw badInput('The id of a network is letters, digits and dashes.');
    if (!ctx.is('application/gzip'))
      throw badInput('The body must be a network file compressed by gzip; nothing was stored.');
    const networks = await listNetworks(db);
    if (networks.length >= MOST.networks && networks.every((network) => network.id !== id))
      throw conflict(`The school has ${MOST.networks} road networks already: replace one of them.`);
    const bytes = await rawBody(ctx.req, { limit: MOST_BYTES, length: ctx.request.length }).catch(() => {
      throw tooLarge(`A network may have ${MOST_BYTES / 1e6} MB, compressed; nothing was stored.`);
    });
    const result = await work(
      'read network',
      databaseFile,
      { bytes },
      { signal: whenGone(ctx), seconds: 60 },
    );
    if (!result.ok) throw badInput('The network has problems; nothing was stored.', result.problems);
    const known = await networkById(db, id);
    await keepNetwork(db, id, result.value, now());
    ctx.status = known ? 200 : 201;
    ctx.body = await networkById(db, id);
  });

  router.get('/networks/:id/:version', async (ctx) => {
    const { id = '', version = '' } = ctx.params;
    const file = await networkFile(db, id, Number(version));
    if (!file) throw notFound(`network ${id} of version ${version}`);
    // A version never changes; it is kept compressed, and sent so.
    ctx.set('Cache-Control', 'private, max-age=31536000, immutable');
    ctx.set('Content-Encoding', 'gzip');
    ctx.compress = false;
    ctx.type = 'application/json';
    ctx.body = file;
  });
}
