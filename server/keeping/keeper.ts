import { randomUUID } from 'node:crypto';
import { createWriteStream, renameSync, rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Logger } from 'pino';
import type { BackupsView } from '../../contract';
import { changesOf, checkpoint, OWNER_ONLY, type Database } from '../store';
import {
  backupFolder,
  backupsIn,
  freeBeside,
  freeName,
  makeRoom,
  nameAt,
  NoRoom,
  ownIn,
  thin,
} from './folder';

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
/** A backup is due after so long, then at the next quiet minute, and at the latest after so much longer. */
const DUE = 24 * HOUR;
const LATEST = 6 * HOUR;
/** After so long without one, the school is told. */
const LATE = 48 * HOUR;

export interface Keeper {
  /** Looks whether something is to be done now; called every minute. */
  readonly look: () => Promise<void>;
  /** Makes a backup whatever the time; false when that failed, and the view says why. */
  readonly backUp: () => Promise<boolean>;
  readonly view: () => BackupsView;
  /** The file of a backup, by the time at which the server made it, or by its name; null when there is none. */
  readonly fileOf: (backup: string) => string | null;
  /**
   * Keeps a file from elsewhere beside the backups, once `check` has nothing against it.
   *
   * @throws NoRoom when there is no room for it, with how much is free
   */
  readonly takeIn: (
    wanted: string,
    bytes: Readable,
    check: (file: string) => Promise<void>,
  ) => Promise<string>;
  /** Removes a file from elsewhere; the server's own are kept as long as they are wanted. False when there is none. */
  readonly remove: (name: string) => boolean;
  /** How many bytes are free on the disk of the school. */
  readonly free: () => Promise<number>;
  readonly stop: () => void;
}

interface Parts {
  readonly db: Database;
  readonly databaseFile: string;
  readonly now: () => Date;
  /** Copies the school into a file that is not there yet. */
  readonly copyTo: (file: string) => Promise<unknown>;
  readonly logger: Logger;
}

/**
 * Keeps a school safe while its server runs: backs it up every day, takes away the backups that are wanted no more,
 * and at quiet minutes puts what was written beside the database into its file.
 */
export function keeper({ db, databaseFile, now, copyTo, logger }: Parts): Keeper {
  const folder = backupFolder(databaseFile);
  const begun = now();
  let failed: string | null = null;
  let running: Promise<boolean> | null = null;
  let changes: number | null = null;
  let written = -1;

  const ageOf = (at: string | undefined) => now().getTime() - (at ? Date.parse(at) : begun.getTime());

  async function make(): Promise<boolean> {
    const to = join(folder, nameAt(now()));
    try {
      await makeRoom(folder, databaseFile);
      // What a power cut left half made.
      rmSync(`${to}.making`, { force: true });
      const counts = await copyTo(to);
      thin(folder);
      failed = null;
      logger.info({ to, counts }, 'backed up');
      return true;
    } catch (error) {
      failed = error instanceof Error ? error.message : String(error);
      logger.error({ err: error }, 'the backup failed');
      return false;
    }
  }

  function backUp(): Promise<boolean> {
    running ??= make().finally(() => (running = null));
    return running;
  }

  async function look(): Promise<void> {
    const before = changes;
    changes = await changesOf(db);
    const quiet = changes === before;
    if (quiet && written !== changes) {
      await checkpoint(db);
      written = changes;
    }
    const at = ownIn(folder)[0]?.at;
    // Without any, one is due from the beginning.
    const age = ageOf(at) + (at === undefined ? DUE : 0);
    if (age >= DUE && (quiet || age >= DUE + LATEST)) await backUp();
  }

  const timer = setInterval(() => {
    look().catch((error: unknown) => logger.error({ err: error }, 'the school could not be looked after'));
  }, MINUTE);
  timer.unref();

  return {
    look,
    backUp,
    view: () => {
      const backups = backupsIn(folder);
      return {
        folder: resolve(folder),
        items: backups.map(({ at, name, bytes }) => ({ at, name, bytes })),
        failed,
        late: ageOf(backups.find(({ name }) => name === null)?.at) >= LATE,
      };
    },
    fileOf: (backup) => backupsIn(folder).find(({ at, name }) => (name ?? at) === backup)?.file ?? null,
    takeIn: async (wanted, bytes, check) => {
      await makeRoom(folder, databaseFile);
      const arriving = join(folder, `.arriving-${randomUUID()}`);
      try {
        const room = (await freeBeside(databaseFile)) / 2;
        await pipeline(bytes, atMost(room), createWriteStream(arriving, { mode: OWNER_ONLY }));
        await check(arriving);
        const name = freeName(folder, wanted);
        renameSync(arriving, join(folder, name));
        return name;
      } finally {
        rmSync(arriving, { force: true });
      }
    },
    remove: (name) => {
      const held = backupsIn(folder).find((one) => one.name === name);
      if (held) rmSync(held.file, { force: true });
      return held !== undefined;
    },
    free: () => freeBeside(databaseFile),
    stop: () => clearInterval(timer),
  };
}

/** Lets so many bytes through; more end it. */
function atMost(most: number): Transform {
  let sum = 0;
  return new Transform({
    transform: (chunk: Buffer, _encoding, done) => {
      sum += chunk.length;
      if (sum > most) done(new NoRoom(most, sum));
      else done(null, chunk);
    },
  });
}
