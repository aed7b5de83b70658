import { randomUUID } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { EventsView, ListedLearner, MockSummary, Page } from '../contract';
import { Client, startServer } from '../server/testing';
import { heavyPages } from './heavyPages';
import { figureOf, pathText, printTable, type Figure } from './table';

/** Made by `npm run jasperwren -- demo --large`. */
const FILE = join(import.meta.dirname, '..', 'var', 'large.db');
const RUNS = 3;
const BOUND = 'under 2 s';
const MEGABYTE = 1_048_576;

/**
 * The large school: every answer of the server, each time after one more mark on a mock of another day, and again
 * while nothing has changed; then its pages, and what server and page hold. `npm run bench -- large`.
 */
export async function large(): Promise<void> {
  if (!existsSync(FILE))
    throw new Error('There is no large school yet: run npm run jasperwren -- demo --large, and stop it');
  const server = await startServer('demo', FILE, ['--large']);
  try {
    const client = new Client(server.address);
    await client.post('/session/demo');
    const mocks = ((await client.get('/mocks?limit=50')).body as Page<MockSummary>).items.filter(
      ({ ended, beside }) => ended && beside === null,
    );
    const [mock] = mocks;
    if (!mock) throw new Error('the large school has no mock that has ended');
    const { id, learner } = mock;
    const [first] = ((await client.get('/learners?limit=1&sort=test')).body as Page<ListedLearner>).items;
    let most = memoryOf(server.pid);
    const figures: Figure[] = [];
    for (const path of [
      '/session',
      '/learners?limit=50',
      '/learners?limit=50&sort=test',
      '/learners?limit=50&sort=mock',
      '/learners?limit=50&search=ros',
      '/mocks?limit=50',
      '/mocks?limit=50&state=pass',
      '/mocks?limit=50&state=flags',
      '/mocks?limit=50&search=ada',
      `/mocks?learner=${learner.id}`,
      `/mocks/${id}`,
      `/mocks/${id}/events`,
      `/mocks/${id}/report.pdf`,
      `/learners/${learner.id}`,
      `/learners/${learner.id}/evidence`,
      `/learners/${learner.id}/past`,
      `/learners/${learner.id}/habits`,
      `/learners/${learner.id}/goals`,
      `/learners/${learner.id}/drill`,
      '/readiness',
      '/routes?sort=title&limit=50',
      '/routes',
      '/vehicles',
      '/hot-spots',
      '/hot-spots?gravity=1',
      '/trust',
      '/trust/strictness',
      '/changes?limit=50',
      '/people',
      '/school/unreadable',
    ]) {
      const [after, again]: [number[], number[]] = [[], []];
      for (let run = 0; run < RUNS; run += 1) {
        await oneMore(client, mocks[1 + run] ?? mock);
        after.push(await timed(client, path));
        again.push(await timed(client, path));
        most = Math.max(most, memoryOf(server.pid));
      }
      const what = pathText(path);
      figures.push(figureOf(`${what}, after a mark`, after, BOUND));
      figures.push(figureOf(`${what}, again`, again, BOUND));
    }
    printTable(figures);
    printTable([await rejudged(client)]);
    most = Math.max(most, memoryOf(server.pid));
    console.log(`Most memory of the server that was seen: ${most.toFixed(0)} MB (bound 500 MB)`);
    printTable(
      await heavyPages(server.address, [
        ['/', /Last mocks/],
        ['/learners', new RegExp(first?.name ?? 'nobody')],
        ['/mocks', new RegExp(learner.name)],
        [`/learners/${learner.id}`, /\d% chance of passing|Perhaps \d+%/],
        [`/mocks/${id}`, /All marks and events/],
        [`/mocks/${id}/debrief`, /Debrief with/],
        ['/routes', /Routes/],
        ['/routes/hot-spots', /places? (is|are) hot/],
        ['/setup', /Standard/],
      ]),
    );
  } finally {
    await server.end();
  }
}

/** One more mark of the kind that a mock already has, by a device that was away. */
async function oneMore(client: Client, mock: MockSummary): Promise<void> {
  const { events } = (await client.get(`/mocks/${mock.id}/events`)).body as EventsView;
  const like = events.find(({ kind }) => kind === 'fault');
  if (!like) throw new Error('the mock has no mark');
  const { status, body } = await client.post(`/mocks/${mock.id}/events`, {
    events: [{ ...like, id: randomUUID(), device: randomUUID(), seq: 1 }],
  });
  if (status !== 200) throw new Error(`the mark was answered with ${status}: ${JSON.stringify(body)}`);
}

async function timed(client: Client, path: string): Promise<number> {
  const began = performance.now();
  const { status } = await client.get(path);
  if (status !== 200) throw new Error(`${path} was answered with ${status}`);
  return performance.now() - began;
}

/** Every mock of a standard under another one: to the last line of the answer. */
async function rejudged(client: Client): Promise<Figure> {
  const took = await timed(client, '/standards/strikes/1.0.0/mocks');
  return figureOf('all mocks under another standard (with progress)', [took], 'none');
}

/** What a process holds in memory, in megabytes. Source: proc(5), VmRSS. */
function memoryOf(pid: number): number {
  const kilobytes = Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]);
  return (kilobytes * 1_024) / MEGABYTE;
}
