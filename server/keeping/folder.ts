import { existsSync, mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { statfs } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { fileWord } from '../../core/names';
import { keptTimes } from './retention';

export interface Backup {
  /** When it was made, to the second; of a file from elsewhere, when it was last written. */
  readonly at: string;
  /** The file's own name where somebody put it there; null for one that the server made by itself. */
  readonly name: string | null;
  readonly file: string;
  readonly bytes: number;
}

/** Where the backups of a school are that its server makes by itself. */
export const backupFolder = (databaseFile: string): string => `${databaseFile}.backups`;

const NAME = /^(\d{4}-\d{2}-\d{2})T(\d{2})-(\d{2})-(\d{2})Z\.db$/;

/** The name of a backup says when it was made; no file system minds it. */
export const nameAt = (now: Date): string => `${now.toISOString().slice(0, 19).replaceAll(':', '-')}Z.db`;

/** Names of files that somebody may put beside the server's own. */
const ELSEWHERE = /^[^./\\][^/\\]{0,119}\.db$/;

/** The backups in a folder, newest first: those of the server, and what somebody put beside them. */
export function backupsIn(folder: string): readonly Backup[] {
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .flatMap((name): Backup[] => {
      if (!ELSEWHERE.test(name)) return [];
      const file = join(folder, name);
      const { size: bytes, mtime } = statSync(file);
      const [, day, ...clock] = NAME.exec(name) ?? [];
      return day === undefined
        ? [{ at: `${mtime.toISOString().slice(0, 19)}Z`, name, file, bytes }]
        : [{ at: `${day}T${clock.join(':')}Z`, name: null, file, bytes }];
    })
    .sort((a, b) => b.at.localeCompare(a.at));
}

/** Those that the server made by itself. */
export const ownIn = (folder: string): readonly Backup[] =>
  backupsIn(folder).filter(({ name }) => name === null);

/** A name for a file from elsewhere that no other in the folder has. */
export function freeName(folder: string, wanted: string): string {
  const word = fileWord(wanted.replace(/\.[^.]*$/, '')) || 'backup';
  for (let n = 1; ; n += 1) {
    const name = `${word}${n === 1 ? '' : `-${n}`}.db`;
    if (!existsSync(join(folder, name))) return name;
  }
}

/** Takes away those of the server that are wanted no more. */
export function thin(folder: string): void {
  const all = ownIn(folder);
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
 * @throws NoRoom that says how much is free
 */
export async function makeRoom(folder: string, databaseFile: string): Promise<void> {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const wanted = 2 * statSync(databaseFile).size;
  const free = await freeBeside(databaseFile);
  if (free < wanted) throw new NoRoom(free, wanted);
}

/** Bytes that are free, and that are needed. */
export class NoRoom extends Error {
  constructor(free: number, wanted: number) {
    super(`the disk is almost full: ${megabytes(free)} free, ${megabytes(wanted)} needed`);
  }
}

const megabytes = (bytes: number): string => `${Math.round(bytes / 1e6)} MB`;
