import {
  openDB,
  type DBSchema,
  type IDBPDatabase,
  type IDBPTransaction,
  type IndexNames,
  type StoreNames,
} from 'idb';
import type { MockView } from '../../../contract';
import type { DriveEvent } from '../../../core/marking';
import type { Standard } from '../../../core/standard';

export interface KeptDrive {
  readonly mock: MockView;
  readonly standard: Standard;
  /** Whether the server knows the mock. */
  readonly onServer: boolean;
}

interface KeptEvent {
  readonly id: string;
  readonly mock: string;
  readonly event: DriveEvent;
  /** 1 while the server has not acknowledged it; absent after, so that the index holds the waiting only. */
  readonly waiting?: 1;
  /** Why the server does not take it; then it is not sent again. */
  readonly refused?: string;
}

interface Schema extends DBSchema {
  mocks: { key: string; value: KeptDrive };
  events: { key: string; value: KeptEvent; indexes: { mock: string; waiting: number } };
}

/** What this browser keeps of drives, durable before it is called kept. */
export interface Keep {
  readonly drive: (mock: string) => Promise<KeptDrive | undefined>;
  /** Drives that the server does not know yet, or not all of. */
  readonly unsent: () => Promise<readonly KeptDrive[]>;
  readonly putDrive: (drive: KeptDrive) => Promise<void>;
  readonly events: (mock: string) => Promise<readonly { event: DriveEvent; onServer: boolean }[]>;
  /** All of them or none. */
  readonly putEvents: (mock: string, events: readonly DriveEvent[]) => Promise<void>;
  readonly acknowledged: (ids: readonly string[]) => Promise<void>;
  /** Keeps an event that the server does not take, and why; it is not sent again. */
  readonly setAside: (id: string, reason: string) => Promise<void>;
  /** Everything that the server has not acknowledged, oldest first. */
  readonly waiting: () => Promise<readonly { mock: string; event: DriveEvent }[]>;
}

/** What the first version of this store held: a mock was called a test. */
interface First extends DBSchema {
  drives: { key: string; value: Omit<KeptDrive, 'mock'> & { readonly test: MockView } };
  events: { key: string; value: Omit<KeptEvent, 'mock'> & { readonly test: string } };
}

/** Marks that wait to be sent wait on, under the words of now. */
async function fromFirst(
  made: IDBPDatabase<Schema>,
  transaction: IDBPTransaction<Schema, StoreNames<Schema>[], 'versionchange'>,
): Promise<void> {
  const old = transaction as unknown as IDBPTransaction<First, StoreNames<First>[], 'versionchange'>;
  const mocks = made.createObjectStore('mocks', { keyPath: 'mock.id' });
  for (const { test, ...drive } of await old.objectStore('drives').getAll())
    await mocks.put({ ...drive, mock: test });
  const events = transaction.objectStore('events');
  for (const { test, ...event } of await old.objectStore('events').getAll())
    await events.put({ ...event, mock: test });
  events.deleteIndex('test' as IndexNames<Schema, 'events'>);
  events.createIndex('mock', 'mock');
  (made as unknown as IDBPDatabase<First>).deleteObjectStore('drives');
}

let opened: Promise<Keep | null> | null = null;

/** The one store of this page, opened when it is first asked for; null where the browser refuses to store. */
export const browserKeep = (): Promise<Keep | null> => (opened ??= openKeep().catch(() => null));

/** The version of the store in this browser. */
const VERSION = 3;

/** Whether a store of an earlier version is here; where the browser won't tell, it may be. */
async function isOlder(name: string): Promise<boolean> {
  if (typeof indexedDB.databases !== 'function') return true;
  const here = (await indexedDB.databases()).find((one) => one.name === name);
  return here?.version !== undefined && here.version < VERSION;
}

export async function openKeep(name = 'jasperwren'): Promise<Keep> {
  // Only an earlier store has to be read event by event; what reads them is large, and can't be waited for meanwhile.
  const older = (await isOlder(name)) ? await import('./older') : null;
  const db: IDBPDatabase<Schema> = await openDB<Schema>(name, VERSION, {
    async upgrade(made, before, _, transaction) {
      if (before === 0) {
        made.createObjectStore('mocks', { keyPath: 'mock.id' });
        const events = made.createObjectStore('events', { keyPath: 'id' });
        events.createIndex('mock', 'mock');
        events.createIndex('waiting', 'waiting');
        return;
      }
      if (before === 1) await fromFirst(made, transaction);
      const events = transaction.objectStore('events');
      for (const kept of await events.getAll()) {
        const read = older?.parseEvent(kept.event);
        if (read?.ok) await events.put({ ...kept, event: read.value });
      }
    },
  });
  // "strict" asks the browser to flush to disk before it says done.
  const durably = { durability: 'strict' } as const;
  return {
    drive: (mock) => db.get('mocks', mock),
    unsent: async () => {
      const waiting = new Set((await db.getAllFromIndex('events', 'waiting')).map(({ mock }) => mock));
      return (await db.getAll('mocks')).filter(({ mock, onServer }) => !onServer || waiting.has(mock.id));
    },
    putDrive: async (drive) => {
      await db.put('mocks', drive);
    },
    events: async (mock) =>
      (await db.getAllFromIndex('events', 'mock', mock)).map(({ event, waiting, refused }) => ({
        event,
        onServer: waiting === undefined && refused === undefined,
      })),
    putEvents: async (mock, events) => {
      const transaction = db.transaction('events', 'readwrite', durably);
      const puts: Promise<string>[] = [];
      try {
        for (const event of events)
          puts.push(transaction.store.put({ id: event.id, mock, event, waiting: 1 }));
      } catch (error) {
        transaction.abort();
        await Promise.allSettled([...puts, transaction.done]);
        throw error;
      }
      await Promise.all([...puts, transaction.done]);
    },
    acknowledged: async (ids) => {
      const transaction = db.transaction('events', 'readwrite');
      for (const id of ids) {
        const kept = await transaction.store.get(id);
        if (kept) await transaction.store.put({ id, mock: kept.mock, event: kept.event });
      }
      await transaction.done;
    },
    setAside: async (id, reason) => {
      const transaction = db.transaction('events', 'readwrite', durably);
      const kept = await transaction.store.get(id);
      if (kept) await transaction.store.put({ id, mock: kept.mock, event: kept.event, refused: reason });
      await transaction.done;
    },
    waiting: async () => {
      const kept = await db.getAllFromIndex('events', 'waiting');
      return kept
        .map(({ mock, event }) => ({ mock, event }))
        .sort((a, b) => Date.parse(a.event.at) - Date.parse(b.event.at) || a.event.seq - b.event.seq);
    },
  };
}
