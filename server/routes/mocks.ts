import type Router from '@koa/router';
import {
  EventBatch,
  MockChange,
  MOST,
  NewMock,
  mockStates,
  type BesideView,
  type BinnedMock,
  type EventsAnswer,
  type EventsView,
  type RefusedEvent,
  type MockState,
  type MockSummary,
  type MockView,
  type Page,
} from '../../contract';
import { compareDrives, whyNotBeside } from '../../core/agreement';
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
import type { Told } from '../../core/problems';
import type { Standard } from '../../core/standard';
import {
  badInput,
  bodyAs,
  changedMeanwhile,
  conflict,
  flatBodyAs,
  cursorText,
  etagOf,
  notFound,
  pageOf,
  pagingOf,
  instructorOf,
  oneOf,
  seenBy,
  textOf,
  wantedRevision,
} from '../http';
import {
  addEvents,
  addMock,
  besideOf,
  binMock,
  changeMock,
  emptyBin,
  inTransaction,
  listBin,
  partsChanged,
  recordChange,
  eventsByMock,
  eventsOf,
  fixesOf,
  highestSeqs,
  lengthsOf,
  learnerById,
  listMocks,
  listVehicles,
  routeById,
  standardOf,
  mockById,
  forgetPlaced,
  renewWorkedOut,
  workedOutOf,
  mockOrBinned,
  type Database,
  type MockFilter,
} from '../store';
import type { Parts } from './parts';

export function mockRoutes(router: Router, { db, now }: Parts): void {
  router.get('/mocks', async (ctx) => {
    const { limit, after } = pagingOf(ctx);
    const [learner, from, search] = [textOf(ctx, 'learner'), textOf(ctx, 'from'), textOf(ctx, 'search')];
    const [standard, state] = [textOf(ctx, 'standard'), oneOf(ctx, 'state', mockStates)];
    const filter = { learner, from, search, standard, seenBy: seenBy(ctx), beside: true };
    ctx.body = await summariesOf(db, filter, { limit, after, state });
  });

  router.post('/mocks', async (ctx) => {
    const instructor = instructorOf(ctx);
    const asked = bodyAs(ctx, NewMock);
    await checkReferences(db, asked);
    // A device may have been without the server for long: its marks are taken also when the other mock has gone since.
    const other = asked.beside ? await mockOrBinned(db, asked.beside) : null;
    const mock = { ...asked, beside: other?.learner.id === asked.learner ? other.id : null };
    await checkBeside(db, mock);
    const added = await addMock(db, mock, instructor.id);
    const kept = await mockOrBinned(db, mock.id);
    if (kept?.learner.id !== mock.learner) throw conflict('Another test has this id.');
    ctx.status = added === 'added' ? 201 : 200;
    ctx.body = kept;
  });

  // Before the one mock, whose id could else be "bin".
  router.get('/mocks/bin', async (ctx) => {
    await emptyBin(db, now());
    ctx.body = { items: await listBin(db, seenBy(ctx)), next: null } satisfies Page<BinnedMock>;
  });

  router.get('/mocks/:id', async (ctx) => {
    const mock = await mockHeld(db, ctx.params.id);
    ctx.set('ETag', etagOf(mock.revision));
    ctx.body = mock;
  });

  router.patch('/mocks/:id', async (ctx) => {
    const change = bodyAs(ctx, MockChange);
    const revision = wantedRevision(ctx);
    const held = await mockHeld(db, ctx.params.id);
    const before = {
      learner: held.learner.id,
      vehicle: held.vehicle?.id ?? null,
      route: held.route?.id ?? null,
      startedAt: held.startedAt,
      note: held.note,
      beside: held.beside,
    };
    const after = {
      ...before,
      ...change,
      startedAt: new Date(change.startedAt ?? held.startedAt).toISOString(),
    };
    await checkReferences(db, { ...after, standard: held.standard, ready: [] });
    await checkStart(db, held, after.startedAt);
    await checkBeside(db, { ...after, id: held.id, standard: held.standard });
    const deed = { by: instructorOf(ctx), at: now() };
    const subject = { kind: 'mock', id: held.id } as const;
    const view = await inTransaction(db, async (all) => {
      if (!(await changeMock(all, held.id, revision, after))) throw changedMeanwhile('mock');
      await renewWorkedOut(all, held.id);
      await forgetPlaced(all, held.id);
      const to = await mockHeld(all, held.id);
      if (to.learner.id !== held.learner.id)
        await recordChange(all, deed, 'mock moved', {
          name: held.learner.name,
          subject,
          parts: [{ part: 'learner', from: held.learner.name, to: to.learner.name }],
        });
      const parts = partsChanged(namesIn(held), namesIn(to));
      if (parts.length > 0)
        await recordChange(all, deed, 'mock changed', { name: to.learner.name, subject, parts });
      return to;
    });
    ctx.set('ETag', etagOf(view.revision));
    ctx.body = view;
  });

  router.delete('/mocks/:id', async (ctx) => {
    const { id, learner } = await mockHeld(db, ctx.params.id);
    await inTransaction(db, async (all) => {
      await binMock(all, id, now());
      const deed = { by: instructorOf(ctx), at: now() };
      await recordChange(all, deed, 'mock deleted', {
        name: learner.name,
        subject: { kind: 'mock', id },
      });
    });
    ctx.status = 204;
  });

  router.post('/mocks/:id/back', async (ctx) => {
    const id = String(ctx.params.id);
    await inTransaction(db, async (all) => {
      if (!(await binMock(all, id, null))) throw notFound('such mock in the bin');
      const { learner } = await mockHeld(all, id);
      const deed = { by: instructorOf(ctx), at: now() };
      await recordChange(all, deed, 'mock back', { name: learner.name, subject: { kind: 'mock', id } });
    });
    ctx.body = await mockHeld(db, id);
  });

  router.get('/mocks/:id/beside', async (ctx) => {
    ctx.body = {
      items: await besideViews(db, await mockHeld(db, ctx.params.id)),
      next: null,
    } satisfies Page<BesideView>;
  });

  router.get('/mocks/:id/events', async (ctx) => {
    const { id } = await mockHeld(db, ctx.params.id);
    const after = Number(ctx.query.after ?? 0);
    if (!Number.isSafeInteger(after) || after < 0)
      throw badInput('after must be a position that this server gave.', [
        { path: 'after', message: 'is broken' },
      ]);
    ctx.body = (await eventsOf(db, id, after)) satisfies EventsView;
  });

  router.post('/mocks/:id/events', async (ctx) => {
    const mock = await mockOrBinned(db, String(ctx.params.id));
    if (!mock) throw notFound('such mock test');
    const { events } = flatBodyAs(ctx, EventBatch);
    const { taken, refused } = await checkEvents(db, mock, events);
    // Who sent it is who recorded it, whatever it says.
    const { id: person } = instructorOf(ctx);
    const added = await addEvents(
      db,
      mock.id,
      taken.map((event) => ({ ...event, person })),
    );
    ctx.body = { added, refused, highest: await highestSeqs(db, mock.id) } satisfies EventsAnswer;
  });

  router.get('/mocks/:id/verdict', async (ctx) => {
    const mock = await mockHeld(db, ctx.params.id);
    const { events } = await eventsOf(db, mock.id);
    ctx.body = judge(await standardHeld(db, mock), events, mock).verdict;
  });

  router.get('/mocks/:id/track', async (ctx) => {
    const mock = await mockHeld(db, ctx.params.id);
    const items = (await fixesOf(db, mock.id))
      .flatMap((fix) => (fix.kind === 'fix' ? [{ lat: fix.lat, lon: fix.lon, at: fix.at }] : []))
      .sort((a, b) => a.at.localeCompare(b.at));
    ctx.body = { items, next: null };
  });

  router.get('/mocks/:id/log', async (ctx) => {
    const mock = await mockHeld(db, ctx.params.id);
    const { events } = await eventsOf(db, mock.id);
    ctx.attachment(logFileName(mock));
    ctx.type = 'application/x-ndjson';
    ctx.body = writeLog({ header: headerOf(mock), events: [...events, ...(await fixesOf(db, mock.id))] });
  });
}

async function mockHeld(db: Database, id: string | undefined): Promise<MockView> {
  const mock = await mockById(db, id ?? '');
  if (!mock) throw notFound('such mock test');
  return mock;
}

async function standardHeld(db: Database, { standard }: MockView): Promise<Standard> {
  const held = await standardOf(db, standard);
  if (!held) throw notFound(`standard ${standard.id} ${standard.version}`);
  return held;
}

/** A mock can't begin after its first mark, nor a day before it. */
async function checkStart(db: Database, { id, startedAt }: MockView, wanted: string): Promise<void> {
  if (wanted === startedAt) return;
  const { events } = await eventsOf(db, id);
  const first = events.map(({ at }) => at).sort()[0];
  if (first === undefined) return;
  const early = Date.parse(first) - Date.parse(wanted);
  if (early < 0 || early > 86_400_000)
    throw badInput('The mock can’t begin then; nothing was changed.', [
      { path: 'startedAt', message: `must be before its first mark (${first}), and at most a day` },
    ]);
}

/** A mock is marked beside one of the same drive, which counts and isn't itself beside another. */
async function checkBeside(
  db: Database,
  mock: Pick<NewMock, 'id' | 'beside' | 'learner' | 'standard' | 'startedAt'>,
): Promise<void> {
  if (!mock.beside) return;
  const other = await mockOrBinned(db, mock.beside);
  const why = async (): Promise<string | null> => {
    if (!other) return 'is no mock here';
    const not = whyNotBeside(mock, { ...other, learner: other.learner.id });
    if (not !== null) return not;
    const compared = (await besideOf(db, { id: mock.id, beside: null })).length > 0;
    return compared ? 'can’t be named: other mocks are compared with this one' : null;
  };
  const message = await why();
  if (message !== null)
    throw badInput('This mock can’t be compared with that one; nothing was changed.', [
      { path: 'beside', message },
    ]);
}

/** What the others made of a drive, against one mock of it; while somebody still marks, nobody is told. */
async function besideViews(db: Database, mock: MockView): Promise<readonly BesideView[]> {
  const others = await besideOf(db, mock);
  if (others.length === 0) return [];
  const standard = await standardHeld(db, mock);
  const logs = await eventsByMock(db, [mock.id, ...others.map(({ id }) => id)]);
  const judged = (one: MockView) => judge(standard, logs.get(one.id) ?? [], one);
  const own = judged(mock);
  return others.map((other): BesideView => {
    const theirs = judged(other);
    const ended = own.drive.end !== null && theirs.drive.end !== null;
    return {
      mock: other,
      result: ended ? resultOf(theirs) : null,
      agreement: ended ? compareDrives(standard, own, theirs) : null,
    };
  });
}

/** What of a mock is shown in the record of changes, by its names. */
const namesIn = ({ vehicle, route, startedAt, note, beside }: MockView) => ({
  vehicle: vehicle?.name ?? '',
  route: route?.title ?? '',
  startedAt,
  note,
  counts: beside === null ? 'yes' : 'no, only to compare',
});

export async function checkReferences(
  db: Database,
  mock: Pick<NewMock, 'learner' | 'standard' | 'vehicle' | 'route' | 'ready'>,
): Promise<void> {
  const standard = await standardOf(db, mock.standard);
  const vehicles = mock.vehicle ? await listVehicles(db) : [];
  const checks = new Set(standard?.checks.map(({ id }) => id));
  const problems: Told[] = [
    ...((await learnerById(db, mock.learner)) ? [] : [{ path: 'learner', message: 'is no learner here' }]),
    ...(standard ? [] : [{ path: 'standard', message: 'is no standard here' }]),
    ...(!mock.vehicle || vehicles.some(({ id }) => id === mock.vehicle)
      ? []
      : [{ path: 'vehicle', message: 'is no vehicle here' }]),
    ...(!mock.route || (await routeById(db, mock.route))
      ? []
      : [{ path: 'route', message: 'is no route here' }]),
    ...(standard
      ? mock.ready.flatMap((id, n) =>
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
  mock: MockView,
  inputs: readonly unknown[],
): Promise<{ readonly taken: readonly DriveEvent[]; readonly refused: readonly RefusedEvent[] }> {
  const problems: Told[][] = inputs.map(() => []);
  const parsed = inputs.map((input, n) => {
    const result = parseEvent(input);
    if (!result.ok) problems[n]?.push(...result.problems);
    else if (result.value.test !== undefined && result.value.test !== mock.id)
      problems[n]?.push({ path: 'test', message: 'is another test than the one in the address' });
    return result.ok ? result.value : null;
  });
  const sound = () =>
    parsed.flatMap((event, n) => (event && problems[n]?.length === 0 ? [{ event, n }] : []));
  const wellFormed = sound();
  // What a regrade may say depends on its mark, which may have come in an earlier batch.
  const regrades = wellFormed.some(({ event }) => event.kind === 'regrade');
  const earlier = regrades ? (await eventsOf(db, mock.id)).events : [];
  const check = eventChecker(await standardHeld(db, mock), [
    ...earlier,
    ...wellFormed.map(({ event }) => event),
  ]);
  for (const { event, n } of wellFormed) problems[n]?.push(...check(event));
  const held = { ...(await lengthsOf(db, mock.id)) };
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

/** Mocks that are read for one page at most, when most of them are in another state than the wanted one. */
const MOST_READ = 1_000;

const isIn = (state: MockState, { ended, unsorted, result }: MockSummary): boolean => {
  switch (state) {
    case 'any':
      return true;
    case 'running':
      return !ended;
    case 'flags':
      return ended && unsorted > 0;
    case 'pass':
      return ended && result.outcome === 'pass';
    case 'fail':
      return ended && (result.outcome === 'fail' || result.outcome === 'ended');
  }
};

/**
 * A page of mocks in a state. Of mocks that aren't worked out yet the state comes from the log, so mocks are read until
 * the page is full; after very many of them a page can be short, and the next one goes on from there.
 */
async function summariesOf(
  db: Database,
  filter: Pick<MockFilter, 'learner' | 'from' | 'search' | 'standard' | 'seenBy' | 'beside'>,
  { limit, after, state }: Pick<MockFilter, 'limit' | 'after'> & { readonly state: MockState },
): Promise<Page<MockSummary>> {
  const found: MockSummary[] = [];
  let [from, read] = [after, 0];
  for (;;) {
    const mocks = await listMocks(db, { ...filter, state, limit: limit + 1, after: from });
    found.push(...(await summarise(db, mocks)).filter((mock) => isIn(state, mock)));
    read += mocks.length;
    const last = mocks.at(-1);
    if (!last || mocks.length <= limit || found.length > limit) return pageOf(found, limit, placeOf);
    if (read >= MOST_READ) return { items: found, next: cursorText(placeOf(last)) };
    from = placeOf(last);
  }
}

const placeOf = ({ startedAt, id }: MockView) => [startedAt, id] as const;

/** One whose standard can't be read is told on the school's page; it takes no other with it. */
async function summarise(db: Database, mocks: readonly MockView[]): Promise<MockSummary[]> {
  const stand = await workedOutOf(db, mocks, true);
  return mocks.flatMap((mock): readonly MockSummary[] => {
    const own = stand.get(mock.id);
    if (!own) return [];
    const { answers: _answers, ...summary } = own;
    return [{ ...mock, ...summary }];
  });
}
