import { setTimeout as pause } from 'node:timers/promises';
import { afterAll, describe, expect, it } from '@jest/globals';
import SQLite from 'better-sqlite3';
import type { HotSpotsView, Page, ReadinessRow } from '../contract';
import { openDatabase } from './store';
import { Client, scratchFolder, startServer } from './testing';
import { addCopies, copySchool } from './testing/school';

const folder = scratchFolder();
afterAll(() => folder.remove());

/** The demo's mocks so often again, without their marks: more than any school has that works nothing out ahead. */
const TIMES = 40;

describe('a school of many mocks', () => {
  it('has places and forecasts ready before anybody asks, also while others do', async () => {
    const path = folder.path('many.db');
    copySchool(path);
    const db = await openDatabase(path);
    const held = await addCopies(db, TIMES);
    await db.deleteFrom('forecasts').execute();
    await db.destroy();
    const file = new SQLite(path, { readonly: true });
    const count = (what: string): number =>
      (file.prepare(`select count(*) as n from ${what}`).get() as { n: number }).n;
    const mocks = count('mocks where removed_at is null and beside is null');
    expect(mocks).toBe(held * (TIMES + 1));

    const server = await startServer('demo', path);
    try {
      const client = new Client(server.address);
      await client.post('/session/demo');
      // Whoever asks is answered meanwhile, and holds it up only as long as that takes.
      const { body } = await client.get('/hot-spots');
      expect((body as HotSpotsView).pending).toBeGreaterThan(0);
      while (count('placed') < mocks) await pause(200);
      const learners = ((await client.get('/readiness')).body as Page<ReadinessRow>).items.length;
      expect(learners).toBeGreaterThan(10);
      expect(count('forecasts')).toBe(learners);
      expect((await client.get('/hot-spots')).body).toMatchObject({ pending: 0 });
    } finally {
      await server.end();
      file.close();
    }
  }, 120_000);
});
