import type Router from '@koa/router';
import {
  EventBatch,
  MOST,
  NewTest,
  type EventsAnswer,
  type EventsView,
  type RefusedEvent,
  type TestSummary,
  type TestView,
} from '../../contract';
import {
  eventChecker,
  headerOf,
  judge,
  logFileName,
  parseEvent,
  resultOf,
  writeLog,
  type DriveEvent,
} from '../../core/marking';
import type { Problem } from '../../core/problems';
import type { Standard } from '../../core/standard';
import { badInput, bodyAs, conflict, notFound, pageOf, pagingOf, instructorOf, textOf } from '../http';
import {
  addEvents,
  addTest,
  eventsByTest,
  eventsOf,
  fixesOf,
  highestSeqs,
  lengthsOf,
  learnerById,
  listTests,
  listVehicles,
  routeById,
  standardOf,
  testById,
  type Database,
} from '../store';
import type { Parts } from './parts';

export function testRoutes(router: Router, { db }: Parts): void {
  router.get('/tests', async (ctx) => {
    const { limit, after } = pagingOf(ctx);
    const [learner, from, search] = [textOf(ctx, 'learner'), textOf(ctx, 'from'), textOf(ctx, 'search')];
    const tests = await listTests(db, { limit: limit + 1, after, learner, from, search });
    const page = pageOf(tests, limit, ({ startedAt, id }) => [startedAt, id]);
    ctx.body = { items: await summarise(db, page.items), next: page.next };
  });

  router.post('/tests', async (ctx) => {
    const instructor = instructorOf(ctx);
    const test = bodyAs(ctx, NewTest);
    await checkReferences(db, test);
    const added = await addTest(db, test, instructor.id);
    const kept = await testHeld(db, test.id);
    if (kept.learner.id !== test.learner) throw conflict('Another test has this id.');
    ctx.status = added === 'added' ? 201 : 200;
    ctx.body = kept;
  });

  router.get('/tests/:id', async (ctx) => {
    ctx.body = await testHeld(db, ctx.params.id);
  });

  router.get('/tests/:id/events', async (ctx) => {
    const { id } = await testHeld(db, ctx.params.id);
    const after = Number(ctx.query.after ?? 0);
    if (!Number.isSafeInteger(after) || after < 0)
      throw badInput('after must be a position that this server gave.', [
        { path: 'after', message: 'is broken' },
      ]);
    ctx.body = (await eventsOf(db, id, after)) satisfies EventsView;
  });

  router.post('/tests/:id/events', async (ctx) => {
    const test = await testHeld(db, ctx.params.id);
    const { events } = bodyAs(ctx, EventBatch);
    const { taken, refused } = await checkEvents(db, test, events);
    const added = await addEvents(db, test.id, taken);
    ctx.body = { added, refused, highest: await highestSeqs(db, test.id) } satisfies EventsAnswer;
  });

  router.get('/tests/:id/verdict', async (ctx) => {
    const test = await testHeld(db, ctx.params.id);
    const { events } = await eventsOf(db, test.id);
    ctx.body = judge(await standardHeld(db, test), events, test).verdict;
  });

  router.get('/tests/:id/track', async (ctx) => {
    const test = await testHeld(db, ctx.params.id);
    const items = (await fixesOf(db, test.id))
      .flatMap((fix) => (fix.kind === 'fix' ? [{ lat: fix.lat, lon: fix.lon, at: fix.at }] : []))
      .sort((a, b) => a.at.localeCompare(b.at));
    ctx.body = { items, next: null };
  });

  router.get('/tests/:id/log', async (ctx) => {
    const test = await testHeld(db, ctx.params.id);
    const { events } = await eventsOf(db, test.id);
    ctx.attachment(logFileName(test));
    ctx.type = 'application/x-ndjson';
    ctx.body = writeLog({ header: headerOf(test), events: [...events, ...(await fixesOf(db, test.id))] });
  });
}

async function testHeld(db: Database, id: string | undefined): Promise<TestView> {
  const test = await testById(db, id ?? '');
  if (!test) throw notFound('such mock test');
  return test;
}

async function standardHeld(db: Database, { standard }: TestView): Promise<Standard> {
  const held = await standardOf(db, standard);
  if (!held) throw notFound(`standard ${standard.id} ${standard.version}`);
  return held;
}

async function checkReferences(db: Database, test: NewTest): Promise<void> {
  const standard = await standardOf(db, test.standard);
  const vehicles = test.vehicle ? await listVehicles(db) : [];
  const checks = new Set(standard?.checks.map(({ id }) => id));
  const problems: Problem[] = [
    ...((await learnerById(db, test.learner)) ? [] : [{ path: 'learner', message: 'is no learner here' }]),
    ...(standard ? [] : [{ path: 'standard', message: 'is no standard here' }]),
    ...(!test.vehicle || vehicles.some(({ id }) => id === test.vehicle)
      ? []
      : [{ path: 'vehicle', message: 'is no vehicle here' }]),
    ...(!test.route || (await routeById(db, test.route))
      ? []
      : [{ path: 'route', message: 'is no route here' }]),
    ...(standard
      ? test.ready.flatMap((id, n) =>
          checks.has(id) ? [] : [{ path: `ready[${n}]`, message: `${id} is no check of this standard` }],
        )
      : []),
  ];
  if (problems.length > 0)
    throw badInput('The mock test names what is not here; nothing was stored.', problems);
}

/** Each event is taken or refused by itself. */
async function checkEvents(
  db: Database,
  test: TestView,
  inputs: readonly unknown[],
): Promise<{ readonly taken: readonly DriveEvent[]; readonly refused: readonly RefusedEvent[] }> {
  const problems: Problem[][] = inputs.map(() => []);
  const parsed = inputs.map((input, n) => {
    const result = parseEvent(input);
    if (!result.ok) problems[n]?.push(...result.problems);
    else if (result.value.test !== undefined && result.value.test !== test.id)
      problems[n]?.push({ path: 'test', message: 'is another test than the one in the address' });
    return result.ok ? result.value : null;
  });
  const sound = () =>
    parsed.flatMap((event, n) => (event && problems[n]?.length === 0 ? [{ event, n }] : []));
  const wellFormed = sound();
  // What a regrade may say depends on its mark, which may have come in an earlier batch.
  const regrades = wellFormed.some(({ event }) => event.kind === 'regrade');
  const earlier = regrades ? (await eventsOf(db, test.id)).events : [];
  const check = eventChecker(await standardHeld(db, test), [
    ...earlier,
    ...wellFormed.map(({ event }) => event),
  ]);
  for (const { event, n } of wellFormed) problems[n]?.push(...check(event));
  const held = { ...(await lengthsOf(db, test.id)) };
  for (const { event, n } of sound()) {
    const kind = event.kind === 'fix' ? 'fixes' : 'events';
    held[kind] += 1;
    if (held[kind] > MOST[kind])
      problems[n]?.push({
        path: '',
        message: `can’t be added: this mock already has ${MOST[kind]} ${kind === 'fixes' ? 'positions' : 'marks and steps'}. End it and start another`,
      });
  }
  return {
    taken: sound().map(({ event }) => event),
    refused: problems.flatMap((own, index) => (own.length > 0 ? [{ index, problems: own }] : [])),
  };
}

async function summarise(db: Database, tests: readonly TestView[]): Promise<TestSummary[]> {
  const logs = await eventsByTest(
    db,
    tests.map(({ id }) => id),
  );
  const summaries: TestSummary[] = [];
  for (const test of tests) {
    const standard = await standardOf(db, test.standard);
    // One that cannot be read is told on the school's page; it takes no other with it.
    if (!standard) continue;
    const judgement = judge(standard, logs.get(test.id) ?? [], test);
    const { verdict, drive } = judgement;
    const { counts, points, unsorted, breaches } = verdict;
    summaries.push({
      ...test,
      result: resultOf(judgement),
      counts,
      points,
      unsorted,
      ended: drive.end !== null,
      firstBreach: breaches[0] ?? null,
    });
  }
  return summaries;
}
