import { randomUUID } from 'node:crypto';
import type { Page, RouteSummary, RouteView } from '../contract';
import {
  Client,
  demoMock,
  faultEvent,
  scratchFolder,
  startServer,
  type ServerProcess,
} from '../server/testing';
import { openDatabase } from '../server/store';
import { heavyPages } from './heavyPages';
import { figureOf, pathText, printTable, type Figure } from './table';

const MARKS = 10_000;
const MOCKS = 2_000;
const ROUTES = 60;
const POINTS = 2_000;
const RUNS = 3;

/**
 * A mock of ten thousand marks, a learner of two thousand mocks, and sixty routes of two thousand points: every page
 * of them is asked for, first after a change and then again. `npm run bench -- heavy`.
 */
export async function heavy(): Promise<void> {
  const folder = scratchFolder();
  const file = folder.path('heavy.db');
  await (await startServer('demo', file)).kill();
  const learner = await fill(file);
  const server = await startServer('demo', file);
  try {
    const { client, mock } = await longMock(server);
    const route = 'heavy-1';
    const figures: Figure[] = [];
    for (const path of [
      `/mocks?limit=50`,
      `/mocks/${mock}`,
      `/mocks/${mock}/events`,
      `/mocks/${mock}/verdict`,
      `/mocks/${mock}/marks.csv`,
      `/mocks/${mock}/marks.json`,
      `/mocks/${mock}/report.pdf`,
      `/mocks/${mock}/log`,
      `/learners?sort=test`,
      `/learners/${learner}`,
      `/mocks?learner=${learner}`,
      `/learners/${learner}/evidence`,
      `/learners/${learner}/habits`,
      `/learners/${learner}/drill`,
      '/readiness',
      '/trust',
      '/hot-spots',
      '/hot-spots?gravity=1',
      '/routes',
      `/routes/${route}`,
      '/standards',
      '/school/unreadable',
    ])
      figures.push(await timed(client, path, mock));
    figures.push(
      ...(await heavyPages(server.address, [
        [`/mocks/${mock}`, /Everything in order/],
        [`/mocks/${mock}/debrief`, /Goals for the next lesson/],
        [`/mocks/${mock}/marking`, /Driving faults/],
        [`/learners/${learner}`, /Mocks/],
        ['/mocks', /Tomas Wielgosz/],
        ['/routes', /Heavy 60/],
      ])),
    );
    printTable(figures);
  } finally {
    await server.kill();
    folder.remove();
  }
}

/** A finished mock with ten thousand marks at positions along its route. */
export async function longMock(
  server: ServerProcess,
): Promise<{ readonly client: Client; readonly mock: string }> {
  const first = new Client(server.address);
  await first.post('/session/demo');
  const [route] = ((await first.get('/routes')).body as Page<RouteSummary>).items;
  if (!route) throw new Error('the demo has no route');
  const { line } = ((await first.get(`/routes/${route.id}`)).body as RouteView).route;
  const { client, mock } = await demoMock(server, 'fault-ceiling', route.id);
  const at = (n: number) => new Date(Date.UTC(2026, 8, 14, 8) + n * 250).toISOString();
  const post = async (events: readonly object[]) => {
    const { status } = await client.post(`/mocks/${mock}/events`, { events });
    if (status !== 200) throw new Error(`marks were answered with ${status}`);
  };
  for (let seq = 1; seq <= MARKS; seq += 500)
    await post(
      Array.from({ length: 500 }, (_, n) => ({
        ...faultEvent(seq + n),
        at: at(seq + n),
        place: line[Math.floor((line.length * (seq + n - 1)) / MARKS)],
      })),
    );
  const stamped = (seq: number) => ({ id: randomUUID(), device: 'd1', seq, at: at(seq) });
  await post([
    { kind: 'end', how: 'finished', ...stamped(MARKS + 1) },
    // Who has rated it has seen its verdict, and is not asked first.
    { kind: 'rating', area: 'control', value: 5, by: 'instructor', ...stamped(MARKS + 2) },
  ]);
  return { client, mock };
}

async function timed(client: Client, path: string, mock: string): Promise<Figure> {
  const took: number[] = [];
  let bytes = 0;
  for (let n = 0; n < RUNS; n += 1) {
    // Whatever was worked out before is old.
    await client.post(`/mocks/${mock}/events`, {
      events: [
        {
          kind: 'note',
          id: randomUUID(),
          device: randomUUID(),
          seq: 1,
          at: '2026-09-14T08:00:00.000Z',
          text: 'x',
        },
      ],
    });
    const began = performance.now();
    const { status, body } = await client.get(path);
    took.push(performance.now() - began);
    if (status !== 200) throw new Error(`${path} was answered with ${status}`);
    bytes = (typeof body === 'string' ? body : JSON.stringify(body)).length;
  }
  return figureOf(`${pathText(path)}, ${Math.ceil(bytes / 1_000)} kB`, took, 'under 1 s');
}

export async function fill(file: string): Promise<string> {
  const db = await openDatabase(file);
  try {
    const { id: learner } = await db
      .selectFrom('learners')
      .select('id')
      .where('name', '=', 'Tomas Wielgosz')
      .executeTakeFirstOrThrow();
    const own = await db.selectFrom('mocks').selectAll().where('learner', '=', learner).execute();
    const events = await db.selectFrom('events').selectAll().execute();
    await db.transaction().execute(async (all) => {
      for (let n = 0; n < MOCKS; n += 1) {
        const from = own[n % own.length];
        if (!from) throw new Error('the learner has no mock');
        const id = randomUUID();
        const startedAt = new Date(Date.parse(from.started_at) - (n + 1) * 3_600_000).toISOString();
        await all
          .insertInto('mocks')
          .values({ ...from, id, started_at: startedAt })
          .execute();
        for (const { position: _, ...event } of events.filter(({ mock }) => mock === from.id))
          await all
            .insertInto('events')
            .values({ ...event, mock: id })
            .execute();
      }
      const model = await all.selectFrom('routes').selectAll().executeTakeFirstOrThrow();
      const route = JSON.parse(model.body) as { line: { lat: number; lon: number }[] };
      const line = Array.from({ length: POINTS }, (_, n) => ({
        ...route.line[0],
        lat: 52 + n * 1e-4,
        lon: -2 + (n % 7) * 1e-4,
      }));
      for (let n = 1; n <= ROUTES; n += 1) {
        const body = JSON.stringify({ ...route, id: `heavy-${n}`, title: `Heavy ${n}`, line });
        await all
          .insertInto('routes')
          .values({ ...model, id: `heavy-${n}`, title: `Heavy ${n}`, body })
          .execute();
      }
    });
    return learner;
  } finally {
    await db.destroy();
  }
}
