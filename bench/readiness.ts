import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import type { ReadinessList } from '../contract';
import { forecast, posteriorOf, usualSettings } from '../core/readiness';
import { readStandard, type Standard } from '../core/standard';
import { openDatabase } from '../server/store';
import { Client, scratchFolder, startServer } from '../server/testing';
import { figureOf, type Figure } from './table';

const RUNS = 15;
const LIST_RUNS = 5;
const LEARNERS = 200;
const DAY = '2026-11-25T09:00:00.000Z';

/** Simulated tests of one learner, and the list of a large school. */
export async function readiness(): Promise<Figure[]> {
  return [...simulating(), ...(await listing())];
}

function simulating(): Figure[] {
  const read = readStandard(readFileSync('data/standards/fault-ceiling.standard.json', 'utf8'));
  if (!read.ok) throw new Error('the shipped standard is broken');
  const standard: Standard = read.value;
  const posterior = posteriorOf(standard, [], { tests: 0, marks: [], exposures: [] }, usualSettings, DAY);
  const times = (hours: number) =>
    Array.from({ length: RUNS }, (_, seed) => {
      const began = performance.now();
      const { tests } = forecast({
        standard,
        posterior,
        settings: usualSettings,
        wrong: [0.8, 0.15, 0.05],
        hours,
        seed,
      });
      if (tests < 20_000) throw new Error('too few tests');
      return performance.now() - began;
    });
  // The first runs are those of a cold engine, which a worker is only once.
  times(0);
  return [
    figureOf('20 000 simulated tests, 67 items, with gains', times(0), 'under 300 ms'),
    figureOf('the same with ten lesson hours planned', times(10), 'no bound'),
  ];
}

async function listing(): Promise<Figure[]> {
  const folder = scratchFolder();
  const file = folder.path('bench.db');
  await (await startServer('demo', file)).kill();
  await moreLearners(file);
  const server = await startServer('demo', file);
  try {
    const client = new Client(server.address);
    await client.post('/session/demo');
    const [anew, again]: [number[], number[]] = [[], []];
    // What follows from the logs that were copied is worked out once.
    await wholeList(client);
    for (let n = 0; n < LIST_RUNS; n += 1) {
      // Other rules make every forecast old.
      const put = { settings: { halfLife: 50 + n } };
      const { status } = await client.ask('PUT', '/readiness/settings', put, { 'if-match': `"${n}"` });
      if (status !== 200) throw new Error(`the rules were answered with ${status}`);
      let began = performance.now();
      const listed = await wholeList(client);
      anew.push(performance.now() - began);
      if (listed < LEARNERS) throw new Error(`${listed} of ${LEARNERS} learners were listed`);
      began = performance.now();
      await client.get('/readiness');
      again.push(performance.now() - began);
    }
    return [
      figureOf(`readiness of ${LEARNERS} learners, until all are worked out again`, anew, 'under 5 s'),
      figureOf('the same while nothing has changed', again, 'no bound'),
    ];
  } finally {
    await server.kill();
    folder.remove();
  }
}

/** Asks until everybody is in the list, as a page does while some are still being worked out. @returns how many */
async function wholeList(client: Client): Promise<number> {
  for (;;) {
    const { items, pending } = (await client.get('/readiness')).body as ReadinessList;
    if (pending === 0) return items.length;
  }
}

/** Copies the demo's learners with all their mocks, until there are enough. */
async function moreLearners(file: string): Promise<void> {
  const db = await openDatabase(file);
  try {
    const learners = await db.selectFrom('learners').selectAll().where('has_left', '=', 0).execute();
    const mocks = await db.selectFrom('mocks').selectAll().execute();
    const events = await db
      .selectFrom('events')
      .select(['mock', 'id', 'device', 'seq', 'at', 'body'])
      .execute();
    for (let held = learners.length; held < LEARNERS; held += 1) {
      const like = learners[held % learners.length];
      if (!like) return;
      const id = randomUUID();
      await db.transaction().execute(async (transaction) => {
        await transaction
          .insertInto('learners')
          .values({ ...like, id, name: `${like.name} ${held}` })
          .execute();
        for (const mock of mocks.filter(({ learner }) => learner === like.id)) {
          const copy = randomUUID();
          await transaction
            .insertInto('mocks')
            .values({ ...mock, id: copy, learner: id })
            .execute();
          for (const event of events.filter((one) => one.mock === mock.id))
            await transaction
              .insertInto('events')
              .values({ ...event, mock: copy })
              .execute();
        }
      });
    }
  } finally {
    await db.destroy();
  }
}
