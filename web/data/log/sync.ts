import type { Dispatch } from '@reduxjs/toolkit';
import { MAX_BATCH, type NewMock, type MockView } from '../../../contract';
import type { DriveEvent } from '../../../core/marking';
import type { Keep, KeptDrive } from './keep';
import { createPusher, type Sent } from './pusher';
import type { Answer, LogServer } from './server';
import { logSlice, type LogState } from './slice';

const {
  driveFailed,
  driveHeld,
  mockChanged,
  eventsHeld,
  linkChanged,
  placed,
  serverRefused,
  storageRefused,
  waitingChanged,
} = logSlice.actions;

export interface SyncParts {
  /** Null where the browser refuses to store. */
  readonly keep: Promise<Keep | null>;
  readonly server: LogServer;
  readonly dispatch: Dispatch;
  readonly state: () => LogState;
  readonly now: () => Date;
  readonly later: (wait: number, run: () => void) => void;
}

export interface Sync {
  readonly began: (mock: MockView) => Promise<void>;
  readonly recorded: (mock: string, events: readonly DriveEvent[]) => Promise<void>;
  readonly open: (mock: string) => Promise<void>;
  /** Reads what others added to a drive. */
  readonly pull: (mock: string) => Promise<void>;
  /** The server has put a mock right. */
  readonly changed: (mock: MockView) => Promise<void>;
  /** Sends what waits, now. */
  readonly push: () => Promise<void>;
}

/**
 * Keeps the logs of this page: each event goes to the browser's own store first, then to the server, as
 * often as it takes. Repeats do no harm, for the server ignores ids that it has.
 */
export function createSync({ keep, server, dispatch, state, now, later }: SyncParts): Sync {
  const queue = new Map<string, { readonly mock: string; readonly event: DriveEvent }>();
  const unknownToServer = new Map<string, MockView>();

  const told = (answer: Answer<unknown>) => {
    const link = answer.ok || answer.why === 'missing' || answer.why === 'refused' ? 'answers' : answer.why;
    dispatch(linkChanged({ link, at: now().toISOString() }));
  };
  const isPractice = (id: string): boolean => state().drives[id]?.practice ?? false;
  const counted = () => {
    if (state().waiting !== queue.size) dispatch(waitingChanged(queue.size));
  };

  const restored = keep.then(async (kept) => {
    for (const entry of (await kept?.waiting()) ?? []) queue.set(entry.event.id, entry);
    counted();
  });

  async function store(work: (kept: Keep) => Promise<void>): Promise<boolean> {
    const kept = await keep;
    try {
      if (!kept) throw new Error('no store');
      await work(kept);
      return true;
    } catch {
      dispatch(storageRefused());
      return false;
    }
  }

  const push = createPusher(async () => {
    await restored;
    return pushAll();
  }, later);

  /** What the server does not take of one drive holds back none of the others. */
  async function pushAll(): Promise<Sent> {
    let all: Sent = 'done';
    const lost = (sent: Sent): boolean => {
      if (sent !== 'done') all = sent;
      // A server that is away or wants a sign-in takes nothing of the rest either.
      return sent === 'stop' || (sent === 'retry' && state().link !== 'answers');
    };
    for (const mock of [...unknownToServer.values()]) if (lost(await pushMock(mock))) return all;
    const mocks = new Set([...queue.values()].map(({ mock }) => mock));
    for (const mock of mocks) {
      const events = [...queue.values()].flatMap((entry) => (entry.mock === mock ? [entry.event] : []));
      for (let n = 0; n < events.length; n += MAX_BATCH)
        if (lost(await pushBatch(mock, events.slice(n, n + MAX_BATCH)))) return all;
    }
    return all;
  }

  async function pushMock(mock: MockView): Promise<Sent> {
    const answer = await server.start(newMockOf(mock));
    told(answer);
    if (answer.ok) {
      unknownToServer.delete(mock.id);
      const drive = state().drives[mock.id];
      if (drive) await store((kept) => kept.putDrive({ mock, standard: drive.standard, onServer: true }));
      dispatch(placed({ mock: mock.id, ids: [], place: 'server' }));
      return 'done';
    }
    return notTaken(answer);
  }

  async function pushBatch(mock: string, events: readonly DriveEvent[], begunAnew = false): Promise<Sent> {
    const answer = await server.send(mock, events);
    told(answer);
    if (answer.ok) {
      const refused = new Map(
        answer.value.refused.flatMap(({ index, problems }) => {
          const event = events[index];
          return event ? [[event.id, reasonOf(event, problems)] as const] : [];
        }),
      );
      const ids = events.flatMap(({ id }) => (refused.has(id) ? [] : [id]));
      for (const { id } of events) queue.delete(id);
      await store(async (kept) => {
        await kept.acknowledged(ids);
        for (const [id, reason] of refused) await kept.setAside(id, reason);
      });
      for (const reason of refused.values()) dispatch(serverRefused(reason));
      dispatch(placed({ mock, ids, place: 'server' }));
      counted();
      return 'done';
    }
    if (answer.why !== 'missing') return notTaken(answer);
    const begun = begunAnew ? 'retry' : await restart(mock);
    return begun === 'done' ? pushBatch(mock, events, true) : begun;
  }

  /** The server has lost or never had this test: tell it anew, from what is kept here. */
  async function restart(mock: string): Promise<Sent> {
    const kept = (await keptDrive(mock)) ?? state().drives[mock];
    if (!kept) {
      dispatch(serverRefused('The server doesn’t know a mock whose marks wait here.'));
      return 'retry';
    }
    unknownToServer.set(mock, kept.mock);
    return pushMock(kept.mock);
  }

  /** Whatever it is, it is asked for again only after a pause. */
  function notTaken(answer: Exclude<Answer<unknown>, { ok: true }>): Sent {
    if (answer.why === 'signed out') return 'stop';
    if (answer.why === 'refused') dispatch(serverRefused(answer.detail));
    return 'retry';
  }

  async function keptDrive(id: string): Promise<KeptDrive | undefined> {
    try {
      return await (await keep)?.drive(id);
    } catch {
      dispatch(storageRefused());
      return undefined;
    }
  }

  async function open(id: string): Promise<void> {
    if (isPractice(id)) return;
    const kept = await keptDrive(id);
    if (kept) {
      dispatch(driveHeld(kept));
      if (!kept.onServer) unknownToServer.set(id, kept.mock);
      const held = (await (await keep)?.events(id)) ?? [];
      for (const place of ['server', 'here'] as const) {
        const events = held.flatMap(({ event, onServer }) =>
          onServer === (place === 'server') ? [event] : [],
        );
        dispatch(eventsHeld({ mock: id, events, place }));
      }
    } else if (!state().drives[id]) {
      const mock = await server.mock(id);
      told(mock);
      const standard = mock.ok ? await server.standard(mock.value.standard) : null;
      if (!mock.ok || !standard?.ok) {
        dispatch(driveFailed({ mock: id, why: failureOf(mock.ok && standard ? standard : mock) }));
        return;
      }
      dispatch(driveHeld({ mock: mock.value, standard: standard.value }));
      await store((to) => to.putDrive({ mock: mock.value, standard: standard.value, onServer: true }));
    }
    void push();
    await Promise.all([pull(id), kept?.onServer ? reread(id) : null]);
  }

  /** Whose mock it is, its start and the like can have been put right elsewhere. */
  async function reread(id: string): Promise<void> {
    const answer = await server.mock(id);
    const drive = state().drives[id];
    if (!answer.ok || !drive || drive.mock.revision === answer.value.revision) return;
    await changed(answer.value);
  }

  async function changed(mock: MockView): Promise<void> {
    dispatch(mockChanged(mock));
    const drive = state().drives[mock.id];
    if (drive) await store((kept) => kept.putDrive({ mock, standard: drive.standard, onServer: true }));
  }

  async function pull(id: string): Promise<void> {
    if (isPractice(id)) return;
    const answer = await server.events(id, state().keeping[id]?.position ?? 0);
    if (!answer.ok && answer.why === 'missing' && unknownToServer.has(id)) return;
    told(answer);
    if (answer.ok) dispatch(eventsHeld({ mock: id, place: 'server', ...answer.value }));
  }

  return {
    push,
    pull,
    open,
    changed,
    began: async (mock) => {
      if (isPractice(mock.id)) return;
      unknownToServer.set(mock.id, mock);
      const drive = state().drives[mock.id];
      if (drive) await store((kept) => kept.putDrive({ mock, standard: drive.standard, onServer: false }));
      await push();
    },
    recorded: async (mock, events) => {
      if (isPractice(mock)) return;
      for (const event of events) queue.set(event.id, { mock, event });
      counted();
      if (await store((kept) => kept.putEvents(mock, events)))
        dispatch(placed({ mock, ids: events.map(({ id }) => id), place: 'here' }));
      await push();
    },
  };
}

function failureOf(answer: Answer<unknown>): LogState['failures'][string] {
  if (!answer.ok && answer.why === 'signed out') return 'signed out';
  return !answer.ok && answer.why === 'missing' ? 'missing' : 'unreachable';
}

const reasonOf = (
  { kind }: DriveEvent,
  problems: readonly { readonly path: string; readonly message: string }[],
): string =>
  `One entry (${kind}) was not taken: ${problems.map(({ path, message }) => (path ? `${path} ${message}` : message)).join('; ')}.`;

const newMockOf = (mock: MockView): NewMock => ({
  id: mock.id,
  learner: mock.learner.id,
  standard: { id: mock.standard.id, version: mock.standard.version },
  vehicle: mock.vehicle?.id ?? null,
  // Drives that were kept before there were routes have none.
  route: mock.route?.id ?? null,
  retest: mock.retest,
  startedAt: mock.startedAt,
  zone: mock.zone,
  ready: [...mock.ready],
  // Mocks that were kept before there was this have none.
  beside: mock.beside ?? null,
});
