import { spawn } from 'node:child_process';
import { createHash, randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { copyFileSync, existsSync, mkdirSync, readFileSync, renameSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import type { Database } from '../store';
import { TEST_NOW } from './now';

const ROOT = join(import.meta.dirname, '..', '..');
const MAIN = join(ROOT, 'dist', 'server', 'main.js');

const FOLDER = join(ROOT, 'var', 'test');

/** One name for each build and each beginning of the tests. */
function schoolName(): string {
  const stamp = readFileSync(join(ROOT, 'dist', '.jasperwren'), 'utf8') + TEST_NOW;
  return `school-${createHash('sha256').update(stamp).digest('hex').slice(0, 16)}`;
}

/** As it was just made, or after a first visit (e2e/warmSchool.ts). */
export type Which = 'new' | 'warm';

export const schoolFile = (which: Which): string => join(FOLDER, `${schoolName()}-${which}.db`);

/** Makes the demo school that every test gets a copy of; once before the tests. */
export async function makeSchool(): Promise<void> {
  const file = schoolFile('new');
  if (existsSync(file)) return;
  const making = `${file}.making`;
  // Those of earlier builds are not used again.
  rmSync(FOLDER, { recursive: true, force: true });
  mkdirSync(FOLDER, { recursive: true });
  const args = [
    MAIN,
    'demo',
    '--port',
    '0',
    '--database',
    making,
    '--log-level',
    'silent',
    '--now',
    TEST_NOW,
  ];
  const child = spawn(process.execPath, args, { stdio: ['ignore', 'pipe', 'inherit'] });
  await Promise.race([
    once(child.stdout, 'data'),
    once(child, 'exit').then(() => Promise.reject(new Error('the school was not made'))),
  ]);
  child.kill('SIGTERM');
  await once(child, 'exit');
  if (existsSync(`${making}-wal`)) throw new Error('the school was not closed');
  renameSync(making, file);
}

/** A copy of the school of the tests' own, to be changed at will. */
export function copySchool(to: string, which: Which = 'new'): void {
  mkdirSync(dirname(to), { recursive: true });
  removeDatabase(to);
  copyFileSync(schoolFile(which), to);
}

/**
 * Adds the school's mocks again and again, without their marks.
 *
 * @returns how many there were
 */
export async function addCopies(db: Database, times: number): Promise<number> {
  const held = await db.selectFrom('mocks').selectAll().where('beside', 'is', null).execute();
  for (let copy = 0; copy < times; copy += 1)
    await db
      .insertInto('mocks')
      .values(held.map((mock) => ({ ...mock, id: randomUUID() })))
      .execute();
  return held.length;
}

function removeDatabase(file: string): void {
  for (const ending of ['', '-wal', '-shm']) rmSync(file + ending, { force: true });
}

export default makeSchool;
