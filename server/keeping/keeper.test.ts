import { copyFileSync, existsSync, mkdirSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { afterAll, beforeEach, describe, expect, it } from '@jest/globals';
import SQLite from 'better-sqlite3';
import { pino } from 'pino';
import { addInstructor, openDatabase, type Database } from '../store';
import { scratchFolder } from '../testing';
import { keeper } from '.';

const folder = scratchFolder();
afterAll(() => folder.remove());
const logger = pino({ level: 'silent' });

describe('a school that is looked after', () => {
  let n = 0;
  let file = '';
  let db: Database;
  let now = new Date();
  const kept: { stop: () => void }[] = [];

  function keeping(copyTo = (to: string) => Promise.resolve(copyFileSync(file, to))) {
    const one = keeper({ db, databaseFile: file, now: () => now, copyTo, logger });
    kept.push(one);
    return one;
  }
  const later = (hours: number) => (now = new Date(now.getTime() + hours * 3_600_000));
  const change = () =>
    addInstructor(db, { name: `Name ${Math.random()}`, passphrase: 'x', demo: false, role: 'owner' });

  beforeEach(async () => {
    file = folder.path(`school-${(n += 1)}.db`);
    db = await openDatabase(file);
    now = new Date('2026-11-18T10:00:00Z');
  });
  afterAll(() => kept.forEach(({ stop }) => stop()));

  it('is backed up at the first quiet minute, then once a day', async () => {
    const one = keeping();
    await one.look();
    expect(one.view().items).toEqual([]);
    await one.look();
    expect(one.view()).toMatchObject({
      items: [{ at: '2026-11-18T10:00:00Z', bytes: statSync(file).size }],
      failed: null,
      late: false,
    });
    later(23);
    await one.look();
    expect(one.view().items).toHaveLength(1);
    later(1);
    await one.look();
    expect(one.view().items.map(({ at }) => at)).toEqual(['2026-11-19T10:00:00Z', '2026-11-18T10:00:00Z']);
    await db.destroy();
  });

  it('is not disturbed while it is marked in, but for no longer than six hours', async () => {
    const one = keeping();
    await one.backUp();
    later(24);
    for (let hour = 0; hour < 6; hour += 1) {
      await change();
      await one.look();
      later(1);
    }
    expect(one.view().items).toHaveLength(1);
    await change();
    await one.look();
    expect(one.view().items).toHaveLength(2);
    await db.destroy();
  }, 20_000);

  it('has all in its file after a quiet minute', async () => {
    const one = keeping();
    await change();
    // The file alone, as somebody copies it who knows no better.
    const peopleInCopy = () => {
      copyFileSync(file, `${file}.copy`);
      const copy = new SQLite(`${file}.copy`);
      try {
        return copy.prepare('select count(*) from instructors').pluck().get();
      } catch (error) {
        return String(error);
      } finally {
        copy.close();
      }
    };
    await one.look();
    expect(peopleInCopy()).not.toBe(1);
    await one.look();
    expect(peopleInCopy()).toBe(1);
    await db.destroy();
  });

  it('says why a backup failed, keeps those that are there, and when there was none for two days', async () => {
    let broken = false;
    const one = keeping((to) =>
      broken ? Promise.reject(new Error('no room')) : Promise.resolve(copyFileSync(file, to)),
    );
    await one.backUp();
    broken = true;
    later(25);
    expect(await one.backUp()).toBe(false);
    expect(one.view()).toMatchObject({
      failed: 'no room',
      late: false,
      items: [{ at: '2026-11-18T10:00:00Z' }],
    });
    later(23);
    expect(one.view().late).toBe(true);
    broken = false;
    await one.backUp();
    expect(one.view()).toMatchObject({ failed: null, late: false });
    await db.destroy();
  });

  it('loses no file that is not a backup of its own', async () => {
    const own = `${file}.backups`;
    mkdirSync(own);
    for (const name of ['mine.db', '2026-11-18.db', 'notes.txt']) writeFileSync(`${own}/${name}`, 'x');
    const one = keeping();
    for (let day = 0; day < 60; day += 1) {
      await one.backUp();
      later(24);
    }
    const names = readdirSync(own);
    for (const name of ['mine.db', '2026-11-18.db', 'notes.txt']) expect(names).toContain(name);
    expect(names.length).toBeLessThanOrEqual(3 + 7 + 4 + 12);
    expect(existsSync(file)).toBe(true);
    await db.destroy();
  }, 20_000);
});
