import { v4 as newId } from 'uuid';
import { openDB, type DBSchema } from 'idb';
import { MAX_BATCH } from '../../../contract';
import type { DrillEvent } from '../../../core/questions';
import { createPusher, type Sent, type Answer } from '../log';

export interface KeptDrill {
  readonly id: string;
  readonly learner: string;
  readonly event: DrillEvent;
}

interface Schema extends DBSchema {
  waiting: { key: string; value: KeptDrill };
}

/** What this browser keeps of drills until the server has it. */
export interface DrillKeep {
  readonly all: () => Promise<readonly KeptDrill[]>;
  readonly put: (entry: KeptDrill) => Promise<void>;
  readonly remove: (ids: readonly string[]) => Promise<void>;
}

export async function openDrillKeep(name = 'jasperwren-drill'): Promise<DrillKeep> {
  const db = await openDB<Schema>(name, 1, {
    upgrade: (made) => void made.createObjectStore('waiting', { keyPath: 'id' }),
  });
  return {
    all: () => db.getAll('waiting'),
    put: async (entry) => {
      const transaction = db.transaction('waiting', 'readwrite', { durability: 'strict' });
      await Promise.all([transaction.store.put(entry), transaction.done]);
    },
    remove: async (ids) => {
      const transaction = db.transaction('waiting', 'readwrite');
      await Promise.all([...ids.map((id) => transaction.store.delete(id)), transaction.done]);
    },
  };
}

export interface DrillState {
  /** What was answered in this page or waits in this browser, by learner; the server may have it too. */
  readonly events: Readonly<Record<string, readonly DrillEvent[]>>;
  readonly waiting: number;
  /** The server would not take something, in its own words. */
  readonly refusal: string | null;
  readonly stores: boolean;
}

type Body =
  | Omit<Extract<DrillEvent, { kind: 'answer' }>, 'id' | 'device' | 'seq' | 'at'>
  | Omit<Extract<DrillEvent, { kind: 'retract' }>, 'id' | 'device' | 'seq' | 'at'>;

export interface DrillLog {
  readonly state: () => DrillState;
  readonly subscribe: (listener: () => void) => () => void;
  /** Adds an entry, shown at once, kept in the browser, and sent. @returns its id */
  readonly record: (learner: string, body: Body) => string;
  readonly push: () => Promise<void>;
}

/** The drill log of this page: each entry goes to the browser's store first, then to the server, until it is there. */
export function createDrillLog({
  keep,
  send,
  later,
  now,
}: {
  /** Null where the browser refuses to store. */
  readonly keep: Promise<DrillKeep | null>;
  readonly send: (learner: string, events: readonly DrillEvent[]) => Promise<Answer<unknown>>;
  readonly later: (wait: number, run: () => void) => void;
  readonly now: () => Date;
}): DrillLog {
  const device = `page-${newId()}`;
  let seq = 0;
  const queue = new Map<string, KeptDrill>();
  let state: DrillState = { events: {}, waiting: 0, refusal: null, stores: true };
  const listeners = new Set<() => void>();
  const change = (next: Partial<DrillState>) => {
    state = { ...state, ...next, waiting: queue.size };
    for (const listener of listeners) listener();
  };
  const show = ({ learner, event }: KeptDrill) => {
    const before = state.events[learner] ?? [];
    if (!before.some(({ id }) => id === event.id))
      change({ events: { ...state.events, [learner]: [...before, event] } });
  };

  const restored = keep
    .then(async (kept) => {
      for (const entry of (await kept?.all()) ?? []) {
        queue.set(entry.id, entry);
        show(entry);
      }
      if (!kept) change({ stores: false });
    })
    .catch(() => change({ stores: false }));

  async function sendAll(): Promise<Sent> {
    await restored;
    const learners = new Set([...queue.values()].map(({ learner }) => learner));
    for (const learner of learners) {
      const events = [...queue.values()].flatMap((entry) => (entry.learner === learner ? [entry.event] : []));
      for (let n = 0; n < events.length; n += MAX_BATCH) {
        const batch = events.slice(n, n + MAX_BATCH);
        const answer = await send(learner, batch);
        if (answer.ok) {
          const ids = batch.map(({ id }) => id);
          for (const id of ids) queue.delete(id);
          change({});
          await (await keep)?.remove(ids).catch(() => change({ stores: false }));
        } else if (answer.why === 'silent') return 'retry';
        else if (answer.why === 'refused') change({ refusal: answer.detail });
        else return 'stop';
      }
    }
    return 'done';
  }
  const push = createPusher(sendAll, later);

  return {
    push,
    state: () => state,
    subscribe: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    record: (learner, body) => {
      seq += 1;
      const own = { id: newId(), device, seq, at: now().toISOString() };
      const entry: KeptDrill = { id: own.id, learner, event: { ...body, ...own } };
      queue.set(entry.id, entry);
      show(entry);
      void keep
        .then((kept) => kept?.put(entry))
        .catch(() => change({ stores: false }))
        .then(push);
      return own.id;
    },
  };
}
