import { existsSync, mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { statfs } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { keptTimes } from './retention';

export interface Backup {
  /** When it was made, to the second. */
  readonly at: string;
  readonly file: string;
  readonly bytes: number;
}

/** Where the backups of a school are that its server makes by itself. */
export const backupFolder = (databaseFile: string): string => `${databaseFile}.backups`;

const NAME = /^(\d{4}-\d{2}-\d{2})T(\d{2})-(\d{2})-(\d{2})Z\.db$/;

/** The name of a backup says when it was made; no file system minds it. */
export const nameAt = (now: Date): string => `${now.toISOString().slice(0, 19).replaceAll(':', '-')}Z.db`;

/** The backups in a folder, newest first. Files of other names are somebody else's. */
export function backupsIn(folder: string): readonly Backup[] {
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .flatMap((name) => {
      const [, day, ...clock] = NAME.exec(name) ?? [];
      const file = join(folder, name);
      return day === undefined
        ? []
        : [{ at: `${day}T${clock.join(':')}Z`, file, bytes: statSync(file).size }];
    })
    .sort((a, b) => b.at.localeCompare(a.at));
}

/** Takes away those that are wanted no more. */
export function thin(folder: string): void {
  const all = backupsIn(folder);
  const kept = keptTimes(all.map(({ at }) => at));
  for (const { at, file } of all) if (!kept.has(at)) rmSync(file, { force: true });
}

/** How many bytes are free where a file is. */
export async function freeBeside(file: string): Promise<number> {
  const { bavail, bsize } = await statfs(dirname(file));
  return Number(bavail) * Number(bsize);
}

/**
 * Makes the folder, and sees that a backup has room in it beside as much again.
 *
 * @throws Error that says how much is free
 */
export async function makeRoom(folder: string, databaseFile: string): Promise<void> {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const wanted = 2 * statSync(databaseFile).size;
  const free = await freeBeside(databaseFile);
  if (free < wanted)
    throw new Error(`the disk is almost full: ${megabytes(free)} free, ${megabytes(wanted)} needed`);
}

const megabytes = (bytes: number): string => `${Math.round(bytes / 1e6)} MB`;
