import { spawnSync } from 'node:child_process';
import { existsSync, openSync, readdirSync, readFileSync, statSync, writeSync, closeSync } from 'node:fs';
import { connect } from 'node:net';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from '@jest/globals';
import SQLite from 'better-sqlite3';
import type { EventsView } from '../contract';
import { demoMock, faultEvent, scratchFolder, startServer } from './testing';
import { copySchool } from './testing/school';

const folder = scratchFolder();
afterAll(() => folder.remove());
const MAIN = join(import.meta.dirname, '..', 'dist', 'server', 'main.js');

function jasperwren(...args: string[]) {
  const { status, stdout, stderr } = spawnSync(process.execPath, [MAIN, ...args], {
    encoding: 'utf8',
    timeout: 30_000,
  });
  return { status, told: stdout === '' ? null : (JSON.parse(stdout) as Record<string, unknown>), stderr };
}

/** Writes rubbish into the middle of a file, as a failing disk does. */
function spoil(file: string): void {
  const opened = openSync(file, 'r+');
  const middle = Math.floor(statSync(file).size / 2 / 4_096) * 4_096;
  writeSync(opened, Buffer.alloc(8 * 4_096, 0x5a), 0, 8 * 4_096, middle);
  closeSync(opened);
}

describe('backup and restore', () => {
  it('copy a school while it is marked in, and bring it back', async () => {
    const file = folder.path('school.db');
    const server = await startServer('demo', file);
    const { client, mock } = await demoMock(server);
    for (let seq = 1; seq <= 20; seq += 1)
      expect((await client.post(`/mocks/${mock}/events`, { events: [faultEvent(seq)] })).status).toBe(200);
    const copy = folder.path('copy.db');
    const made = jasperwren('backup', '--database', file, '--to', copy);
    expect(made).toMatchObject({ status: 0, told: { mocks: 65 } });
    // One file, that nobody else reads.
    expect(readdirSync(folder.path('')).filter((name) => name.startsWith('copy.db'))).toEqual(['copy.db']);
    expect(statSync(copy).mode & 0o077).toBe(0);
    expect(jasperwren('backup', '--database', file, '--to', copy).status).toBe(2);

    // What came after the backup is in the school that is kept beside it.
    await client.post(`/mocks/${mock}/events`, { events: [faultEvent(21)] });
    const refused = jasperwren('restore', '--from', copy, '--database', file);
    expect(refused).toMatchObject({ status: 2, told: null });
    expect(refused.stderr).toMatch(/open in another Jasperwren/);
    await server.kill();
    const restored = jasperwren('restore', '--from', copy, '--database', file);
    expect(restored).toMatchObject({ status: 0, told: made.told });
    const kept = /kept as (\S+)\.\n/.exec(restored.stderr)?.[1] ?? '';
    const marks = (of: string) => {
      const sqlite = new SQLite(of, { readonly: true });
      const count = sqlite.prepare('select count(*) from events where mock = ?').pluck().get(mock);
      sqlite.close();
      return count;
    };
    expect(marks(kept)).toBe(21);

    const again = await startServer('demo', file);
    const { client: later } = await demoMock(again);
    const { events } = (await later.get(`/mocks/${mock}/events`)).body as EventsView;
    expect(events).toHaveLength(20);
    await again.kill();
  }, 60_000);

  it('refuse what is no school, or a damaged one, and change nothing', () => {
    const file = folder.path('mine.db');
    copySchool(file);
    const before = readFileSync(file);
    const damaged = folder.path('damaged.db');
    copySchool(damaged);
    spoil(damaged);
    for (const [from, why] of [
      [damaged, /is damaged/],
      [folder.path('nowhere.db'), /cannot be opened/],
      [MAIN, /cannot be opened/],
    ] as const) {
      const { status, stderr } = jasperwren('restore', '--from', from, '--database', file);
      expect([from, status]).toEqual([from, 2]);
      expect(stderr).toMatch(why);
    }
    expect(readFileSync(file).equals(before)).toBe(true);
    expect(
      jasperwren('backup', '--database', folder.path('nowhere.db'), '--to', folder.path('x')).status,
    ).toBe(2);
    expect(existsSync(folder.path('x'))).toBe(false);
  }, 60_000);
});

describe('check', () => {
  it('finds nothing in a whole school, and says what is wrong in a spoiled one', () => {
    const file = folder.path('checked.db');
    copySchool(file);
    expect(jasperwren('check', '--database', file)).toMatchObject({
      status: 0,
      told: { mocks: 64, integrity: 'ok', unreadable: [], differences: [] },
      stderr: '',
    });
    const sqlite = new SQLite(file);
    sqlite.exec(`update learners set name_key = 'x', papers = 'null' where name = 'Amara Okonwe'`);
    sqlite.close();
    const { status, stderr } = jasperwren('check', '--database', file);
    expect(status).toBe(2);
    expect(stderr).toMatch(/learner Amara Okonwe: The documents; none are shown\./);
    expect(stderr).toMatch(/Amara Okonwe would not be found by name/);
  }, 60_000);
});

describe('a server', () => {
  it('is the only one on its file', async () => {
    const file = folder.path('one.db');
    const server = await startServer('demo', file);
    const second = jasperwren('serve', '--database', file, '--port', '0');
    expect(second.status).toBe(2);
    expect(second.stderr).toMatch(/open in another Jasperwren/);
    expect(jasperwren('demo', '--fresh', '--database', file, '--port', '0').status).toBe(2);
    await server.kill();
    // A killed server holds nothing.
    await (await startServer('demo', file)).kill();
  }, 60_000);

  it('does not start on a damaged file, and says how to go on', () => {
    const file = folder.path('broken.db');
    copySchool(file);
    spoil(file);
    const { status, stderr } = jasperwren('serve', '--database', file, '--port', '0');
    expect(status).toBe(2);
    expect(stderr).toMatch(/is damaged .* nothing was changed\. Bring back a backup: jasperwren restore/);
  }, 30_000);

  it('ends within ten seconds of being told to, whatever is in flight, and keeps what it acknowledged', async () => {
    const file = folder.path('ended.db');
    const server = await startServer('demo', file);
    const { client, mock } = await demoMock(server);
    // A request that never ends, and a connection that never asks.
    const { port } = new URL(server.address);
    const stuck = connect(Number(port), '127.0.0.1', () => {
      stuck.write(
        'POST /api/v1/session HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\nContent-Length: 9000\r\n\r\n{"name":',
      );
    });
    stuck.on('error', () => undefined);
    const silent = connect(Number(port), '127.0.0.1');
    silent.on('error', () => undefined);
    let acknowledged = 0;
    const marking = (async () => {
      for (let seq = 1; ; seq += 1) {
        const answer = await client
          .post(`/mocks/${mock}/events`, { events: [faultEvent(seq)] })
          .catch(() => null);
        if (answer?.status !== 200) return;
        acknowledged = seq;
      }
    })();
    await new Promise((resolve) => setTimeout(resolve, 500));
    const took = await server.end();
    await marking;
    expect(took).toBeLessThan(10_000);
    expect(acknowledged).toBeGreaterThan(0);
    const sqlite = new SQLite(file, { readonly: true });
    expect(
      sqlite.prepare('select count(*) from events where mock = ?').pluck().get(mock),
    ).toBeGreaterThanOrEqual(acknowledged);
    sqlite.close();
  }, 60_000);

  it('says that it cannot write instead of that all is well', async () => {
    const file = folder.path('stuck.db');
    const server = await startServer('demo', file);
    const { client } = await demoMock(server);
    const other = new SQLite(file);
    other.exec('begin immediate');
    const answer = await client.get('/health');
    expect(answer.status).toBe(503);
    expect(answer.body).toMatchObject({ title: 'Busy' });
    other.exec('rollback');
    other.close();
    expect((await client.get('/health')).status).toBe(200);
    await server.kill();
  }, 60_000);
});
