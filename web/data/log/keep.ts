import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { TestView } from '../../../contract';
import type { DriveEvent } from '../../../core/marking';
import type { Standard } from '../../../core/standard';

export interface KeptDrive {
  readonly test: TestView;
  readonly standard: Standard;
  /** Whether the server knows the test. */
  readonly onServer: boolean;
}

interface KeptEvent {
  readonly id: string;
  readonly test: string;
  readonly event: DriveEvent;
  /** 1 while the server has not acknowledged it; absent after, so that the index holds the waiting only. */
  readonly waiting?: 1;
  /** Why the server does not take it; then it is not sent again. */
  readonly refused?: string;
}

interface Schema extends DBSchema {
  drives: { key: string; value: KeptDrive };
  events: { key: string; value: KeptEvent; indexes: { test: string; waiting: number } };
}

/** What this browser keeps of drives, durable before it is called kept. */
export interface Keep {
  readonly drive: (test: string) => Promise<KeptDrive | undefined>;
  /** Drives that the server does not know yet, or not all of. */
  readonly unsent: () => Promise<readonly KeptDrive[]>;
  readonly putDrive: (drive: KeptDrive) => Promise<void>;
  readonly events: (test: string) => Promise<readonly { event: DriveEvent; onServer: boolean }[]>;
  /** All of them or none. */
  readonly putEvents: (test: string, events: readonly DriveEvent[]) => Promise<void>;
  readonly acknowledged: (ids: readonly string[]) => Promise<void>;
  /** Keeps an event that the server does not take, and why; it is not sent again. */
  readonly setAside: (id: string, reason: string) => Promise<void>;
  /** Everything that the server has not acknowledged, oldest first. */
  readonly waiting: () => Promise<readonly { test: string; event: DriveEvent }[]>;
}

let opened: Promise<Keep | null> | null = null;

/** The one store of this page, opened when it is first asked for; null where the browser refuses to store. */
export const browserKeep = (): Promise<Keep | null> => (opened ??= openKeep().catch(() => null));

export async function openKeep(name = 'jasperwren'): Promise<Keep> {
  const db: IDBPDatabase<Schema> = await openDB<Schema>(name, 1, {
    upgrade(made) {
      made.createObjectStore('drives', { keyPath: 'test.id' });
      const events = made.createObjectStore('events', { keyPath: 'id' });
      events.createIndex('test', 'test');
      events.createIndex('waiting', 'waiting');
    },
  });
  // "strict" asks the browser to flush to disk before it says done.
  const durably = { durability: 'strict' } as const;
  return {
    drive: (test) => db.get('drives', test),
    unsent: async () => {
      const waiting = new Set((await db.getAllFromIndex('events', 'waiting')).map(({ test }) => test));
      return (await db.getAll('drives')).filter(({ test, onServer }) => !onServer || waiting.has(test.id));
    },
    putDrive: async (drive) => {
      await db.put('drives', drive);
    },
    events: async (test) =>
      (await db.getAllFromIndex('events', 'test', test)).map(({ event, waiting, refused }) => ({
        event,
        onServer: waiting === undefined && refused === undefined,
      })),
    putEvents: async (test, events) => {
      const transaction = db.transaction('events', 'readwrite', durably);
      await Promise.all([
        ...events.map((event) => transaction.store.put({ id: event.id, test, event, waiting: 1 })),
        transaction.done,
      ]);
    },
    acknowledged: async (ids) => {
      const transaction = db.transaction('events', 'readwrite');
      for (const id of ids) {
        const kept = await transaction.store.get(id);
        if (kept) await transaction.store.put({ id, test: kept.test, event: kept.event });
      }
      await transaction.done;
    },
    setAside: async (id, reason) => {
      const transaction = db.transaction('events', 'readwrite', durably);
      const kept = await transaction.store.get(id);
      if (kept) await transaction.store.put({ id, test: kept.test, event: kept.event, refused: reason });
      await transaction.done;
    },
    waiting: async () => {
      const kept = await db.getAllFromIndex('events', 'waiting');
      return kept
        .map(({ test, event }) => ({ test, event }))
        .sort((a, b) => Date.parse(a.event.at) - Date.parse(b.event.at) || a.event.seq - b.event.seq);
    },
  };
}
