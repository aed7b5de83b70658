import { spawnSync } from 'node:child_process';
import { createWriteStream, existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { buffer } from 'node:stream/consumers';
import { pipeline } from 'node:stream/promises';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import SQLite from 'better-sqlite3';
import { openPromise } from 'yauzl';
import { ZipFile } from 'yazl';
import { openDatabase } from './store';
import { Client, scratchFolder, startServer } from './testing';
import { copySchool } from './testing/school';

const folder = scratchFolder();
afterAll(() => folder.remove());
const MAIN = join(import.meta.dirname, '..', 'dist', 'server', 'main.js');

function jasperwren(args: readonly string[], input = '') {
  const { status, stdout, stderr } = spawnSync(process.execPath, [MAIN, ...args], {
    encoding: 'utf8',
    timeout: 30_000,
    input,
  });
  return { status, told: stdout === '' ? null : (JSON.parse(stdout) as Record<string, unknown>), stderr };
}

const school = folder.path('school.db');
const exported = folder.path('school.zip');

async function contentsOf(zip: string): Promise<Map<string, Buffer>> {
  const opened = await openPromise(zip);
  const contents = new Map<string, Buffer>();
  for await (const entry of opened.eachEntry())
    contents.set(entry.fileName, await buffer(await opened.openReadStreamPromise(entry)));
  return contents;
}

async function zipOf(contents: ReadonlyMap<string, Buffer | string>, name: string): Promise<string> {
  const zip = new ZipFile();
  for (const [entry, content] of contents) zip.addBuffer(Buffer.from(content), entry);
  zip.end();
  const file = folder.path(name);
  await pipeline(zip.outputStream, createWriteStream(file));
  return file;
}

/** Every row of every table that is exported, in order. */
function rowsOf(file: string): Record<string, unknown[]> {
  const sqlite = new SQLite(file, { readonly: true });
  const tables = sqlite
    .prepare<[], string>(`select name from sqlite_master where type = 'table' order by name`)
    .pluck()
    .all()
    .filter(
      (name) =>
        !/^sqlite_|^kysely|^links$|^sessions$|^worked_out$|^evidence$|^forecasts$|^past_forecasts$|^rates$|^sites$|^ways$|^spots$|^placed$|^placed_marks$/.test(
          name,
        ),
    );
  const rows = tables.map((table) => [
    table,
    sqlite.prepare(`select * from "${table}" order by rowid`).all(),
  ]);
  sqlite.close();
  return Object.fromEntries(rows) as Record<string, unknown[]>;
}

beforeAll(() => {
  copySchool(school);
  const sqlite = new SQLite(school);
  const vehicle = sqlite.prepare('select id from vehicles').pluck().get();
  sqlite
    .prepare(`insert into photos values (?, 'horn', ?)`)
    .run(vehicle, Buffer.from([255, 216, 1, 2, 255, 217]));
  // Text that looks like JSON, and JSON that is not as we write it.
  sqlite.prepare(`update lessons set note = '[1, 2]' where id = (select min(id) from lessons)`).run();
  sqlite.prepare(`update lessons set note = '{"a":1}' where id = (select max(id) from lessons)`).run();
  sqlite.close();
}, 60_000);

describe('an export', () => {
  it('holds the whole school as plain files, without what lets people in', async () => {
    const made = jasperwren(['export', '--database', school, '--to', exported]);
    expect(made).toMatchObject({ status: 0, told: { learners: 26, mocks: 64 } });
    expect(statSync(exported).mode & 0o077).toBe(0);
    const contents = await contentsOf(exported);
    const all = [...contents.values()].map((content) => content.toString('latin1')).join('\n');
    expect(all).not.toMatch(/scrypt|token_hash|passphrase/);
    const learners = String(contents.get('learners.jsonl')).trim().split('\n');
    expect(learners).toHaveLength(26);
    expect(
      learners.map((line) => (JSON.parse(line) as { papers: unknown }).papers).every(Array.isArray),
    ).toBe(true);
    expect(contents.get('photos/1.jpg')).toEqual(Buffer.from([255, 216, 1, 2, 255, 217]));
    expect(jasperwren(['export', '--database', school, '--to', exported]).status).toBe(2);
  }, 30_000);

  it('makes the same school again, and its people sign in with new passphrases', async () => {
    const made = folder.path('made.db');
    const told = jasperwren(['import', '--from', exported, '--database', made]);
    expect(told).toMatchObject({ status: 0, told: { learners: 26, mocks: 64 } });
    expect(told.stderr).toMatch(/reset-passphrase/);
    const [before, after] = [rowsOf(school), rowsOf(made)];
    const { instructors: people, ...rest } = before;
    const { instructors: same, ...others } = after;
    expect(others).toEqual(rest);
    expect(same).toEqual(people?.map((person) => ({ ...(person as object), passphrase_hash: 'none' })));
    expect(jasperwren(['import', '--from', exported, '--database', made])).toMatchObject({
      status: 2,
      told: null,
    });

    const reset = (name: string, input: string) =>
      jasperwren(['reset-passphrase', '--name', name, '--database', made], input);
    expect(reset('Nobody Known', 'three wet crossings\n').stderr).toMatch(
      /no instructor called Nobody Known/,
    );
    expect(reset('maren holtby', 'short\n').stderr).toMatch(/10 to 200/);
    expect(reset('maren holtby', `${'x'.repeat(201)}\n`).status).toBe(2);
    const server = await startServer('demo', made);
    const client = new Client(server.address);
    const signIn = async (passphrase: string) =>
      (await client.post('/session', { name: 'Maren Holtby', passphrase })).status;
    expect(await signIn('none')).toBe(401);
    // Also while a server runs; and whoever was signed in by the old one is signed out.
    expect(reset('maren holtby', 'three wet crossings\n')).toMatchObject({
      status: 0,
      told: { signedOut: 0 },
    });
    expect(await signIn('three wet crossings')).toBe(200);
    expect((await client.get('/learners')).status).toBe(200);
    expect(reset('Maren Holtby', 'four wet crossings\n')).toMatchObject({ told: { signedOut: 1 } });
    expect((await client.get('/learners')).status).toBe(401);
    await server.kill();
  }, 60_000);

  it('of an earlier version is brought up to date', async () => {
    const early = folder.path('early.db');
    const db = await openDatabase(early, '006-readiness-and-diary');
    await db.destroy();
    const sqlite = new SQLite(early);
    sqlite.exec(`insert into instructors (id, name, name_key, passphrase_hash) values ('i', 'Ifor', 'Ifor', 'x');
      insert into learners (id, name) values ('l', 'Siân  Quist')`);
    sqlite.close();
    const zip = folder.path('early.zip');
    expect(jasperwren(['export', '--database', early, '--to', zip]).status).toBe(0);
    const made = folder.path('late.db');
    expect(jasperwren(['import', '--from', zip, '--database', made]).status).toBe(0);
    expect(readdirSync(folder.path('')).filter((name) => /^late\.db.*(making|before)/.test(name))).toEqual(
      [],
    );
    expect(rowsOf(made).learners).toMatchObject([{ id: 'l', name_key: 'sian quist', has_left: 0 }]);
  }, 30_000);
});

describe('what is no whole export is refused, and nothing is made', () => {
  const change = async (
    name: string,
    alter: (contents: Map<string, Buffer | string>) => void,
  ): Promise<string> => {
    const contents = new Map<string, Buffer | string>(await contentsOf(exported));
    alter(contents);
    return zipOf(contents, name);
  };
  const lines = (contents: Map<string, Buffer | string>, table: string) =>
    String(contents.get(`${table}.jsonl`))
      .trim()
      .split('\n');
  const manifest = (contents: Map<string, Buffer | string>, changes: object) =>
    contents.set(
      'school.json',
      JSON.stringify({ ...JSON.parse(String(contents.get('school.json'))), ...changes }),
    );

  it.each<[string, (contents: Map<string, Buffer | string>) => void, RegExp]>([
    ['a table is missing', (all) => all.delete('drill.jsonl'), /holds no drill\.jsonl/],
    ['it does not say what it is', (all) => all.delete('school.json'), /holds no school\.json/],
    ['it is of another format', (all) => manifest(all, { format: 'other/1' }), /school\.json: format/],
    ['it is from a newer program', (all) => manifest(all, { version: '999-later' }), /newer Jasperwren/],
    [
      'a line was lost',
      (all) => all.set('drill.jsonl', lines(all, 'drill').slice(1).join('\n')),
      /drill\.jsonl holds 1337 lines where school\.json says 1338/,
    ],
    [
      'a line is half',
      (all) => all.set('learners.jsonl', `${String(all.get('learners.jsonl')).slice(0, -20)}`),
      /learners\.jsonl, line 26 is no JSON/,
    ],
    [
      'a line has something unknown',
      (all) => all.set('vehicles.jsonl', lines(all, 'vehicles')[0]?.replace('{', '{"x":1,') ?? ''),
      /vehicles\.jsonl, line 1 has x, which is unknown/,
    ],
    [
      'a value is of the wrong kind',
      (all) =>
        all.set(
          'learners.jsonl',
          lines(all, 'learners')[0]?.replace(/"has_left":0/, '"has_left":"no"') ?? '',
        ),
      /learners\.jsonl, line 1 cannot be kept/,
    ],
    [
      'a mock of nobody',
      (all) => all.set('learners.jsonl', lines(all, 'learners').slice(1).join('\n')),
      /names what is not in learners/,
    ],
    ['a picture is missing', (all) => all.delete('photos/1.jpg'), /holds no photos\/1\.jpg/],
  ])('%s', async (what, alter, words) => {
    const zip = await change(`${what}.zip`, alter);
    const made = folder.path(`${what}.db`);
    const told = jasperwren(['import', '--from', zip, '--database', made]);
    expect(told.stderr).toMatch(words);
    expect(told).toMatchObject({ status: 2, told: null });
    expect(existsSync(made)).toBe(false);
    expect(readdirSync(folder.path('')).filter((name) => name.includes('.making'))).toEqual([]);
  });

  it('a zip that is cut off, or none', () => {
    const cut = folder.path('cut.zip');
    writeFileSync(cut, readFileSync(exported).subarray(0, 100_000));
    for (const [from, words] of [
      [cut, /cannot be read as a zip/],
      [school, /cannot be read as a zip/],
      [folder.path('none.zip'), /cannot be read as a zip/],
    ] as const) {
      const told = jasperwren(['import', '--from', from, '--database', folder.path('none.db')]);
      expect(told.stderr).toMatch(words);
      expect(told.status).toBe(2);
    }
  });
});
