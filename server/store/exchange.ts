import { createWriteStream, existsSync, readdirSync, rmSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { pipeline } from 'node:stream/promises';
import SQLite from 'better-sqlite3';
import { openPromise, type Entry, type ZipFile as ZipToRead } from 'yauzl';
import { ZipFile } from 'yazl';
import * as z from 'zod';
import { checkShape, problemText } from '../../core/problems';
import { appear, integrityOf, OWNER_ONLY } from './backup';
import { openDatabase } from './database';
import { lockDatabase } from './lock';
import { appliedMigrations, isKnown } from './migrate';
import { DatabaseProblem } from './problem';
import { countsIn, openSchool, type Counts } from './safekeeping';

/**
 * A school as one zip of plain files that any program can read: `school.json` says what it is, each table is a file
 * of one JSON object a line, and pictures and networks are files of their own. Passphrases, sessions and secret
 * addresses are not in it. Format `jasperwren-school/1`, described in docs/safekeeping.md.
 */
const FORMAT = 'jasperwren-school/1';

const manifest = z.strictObject({
  format: z.literal(FORMAT),
  madeAt: z.string().max(40),
  /** The last migration of the database that it comes from: the columns are those of that version. */
  version: z.string().max(80),
  counts: z.record(z.string().max(40), z.int().min(0)),
});

/** What lets people in, and what SQLite and the migrations keep for themselves. */
const LEFT_OUT = [
  'sessions',
  'links',
  'invitations',
  'kysely_migration',
  // What follows from the logs is worked out again.
  'worked_out',
  'evidence',
  'forecasts',
  'past_forecasts',
  'rates',
  'sites',
  'ways',
  'spots',
  'placed',
  'placed_marks',
];
const SECRET = new Set(['passphrase_hash']);
/** Nobody's passphrase has this hash. */
const NOBODY = 'none';

/** Bounds of what is read, in bytes: a line, a picture or network, all of it. */
const MOST_LINE = 64_000_000;
const MOST_FILE = 200_000_000;
const MOST_IN_ALL = 20_000_000_000;

/**
 * Writes a school into a zip of plain files, also while a server runs on it.
 *
 * @param onRows told now and then how many records are written, and how many there are
 * @throws DatabaseProblem when there is no school, or the zip is there already
 */
export async function exportSchool(
  file: string,
  to: string,
  now: Date,
  onRows: (done: number, total: number) => void = () => undefined,
): Promise<Counts> {
  if (existsSync(to)) throw new DatabaseProblem(`${to} is there already; nothing was written.`);
  const sqlite = openSchool(file);
  const making = `${to}.making`;
  try {
    // One moment of the school, whatever is written meanwhile.
    sqlite.exec('begin');
    const counts = exportedCounts(sqlite);
    const zip = new ZipFile();
    zip.addBuffer(
      Buffer.from(
        `${JSON.stringify(
          { format: FORMAT, madeAt: now.toISOString(), version: appliedMigrations(sqlite).at(-1), counts },
          null,
          2,
        )}\n`,
      ),
      'school.json',
    );
    const total = Object.values(counts).reduce((sum, count) => sum + count, 0);
    let done = 0;
    onRows(done, total);
    const wrote = (rows: number) => onRows((done += rows), total);
    for (const table of tablesOf(sqlite)) addTable(zip, sqlite, table, wrote);
    zip.end();
    rmSync(making, { force: true });
    await pipeline(zip.outputStream, createWriteStream(making, { mode: OWNER_ONLY }));
    appear(making, to);
    return countsIn(file);
  } finally {
    sqlite.close();
    rmSync(making, { force: true });
  }
}

interface Column {
  readonly name: string;
  readonly isBlob: boolean;
}

const tablesOf = (sqlite: SQLite.Database): string[] =>
  sqlite
    .prepare<[], string>(
      `select name from sqlite_master where type = 'table' and name not like 'sqlite_%' order by name`,
    )
    .pluck()
    .all()
    .filter((name) => !LEFT_OUT.includes(name));

const columnsOf = (sqlite: SQLite.Database, table: string): Column[] =>
  sqlite
    .prepare<[string], { name: string; type: string }>('select name, type from pragma_table_info(?)')
    .all(table)
    .filter(({ name }) => !SECRET.has(name))
    .map(({ name, type }) => ({ name, isBlob: type.toLowerCase() === 'blob' }));

const exportedCounts = (sqlite: SQLite.Database): Counts =>
  Object.fromEntries(
    tablesOf(sqlite).map((table) => [
      table,
      Number(sqlite.prepare(`select count(*) from "${table}"`).pluck().get()),
    ]),
  );

function addTable(zip: ZipFile, sqlite: SQLite.Database, table: string, wrote: (rows: number) => void): void {
  const columns = columnsOf(sqlite, table);
  const rowids = `select rowid from "${table}" order by rowid`;
  const isPlain = columns.every(({ isBlob }) => !isBlob);
  const names = columns.map(({ name, isBlob }) => (isBlob ? `null as "${name}"` : `"${name}"`)).join(', ');
  zip.addReadStreamLazy(`${table}.jsonl`, (give) => {
    const rows = sqlite
      .prepare<[], Record<string, unknown>>(`select rowid as "#", ${names} from "${table}" order by rowid`)
      .iterate();
    give(null, Readable.from(inParts(linesOf(rows, table, columns), wrote)));
  });
  if (isPlain) return;
  for (const rowid of sqlite.prepare<[], number>(rowids).pluck().all())
    for (const { name, isBlob } of columns)
      if (isBlob)
        zip.addReadStreamLazy(fileOf(table, name, rowid), { compress: false }, (give) => {
          const read = sqlite.prepare<[number], Buffer>(`select "${name}" from "${table}" where rowid = ?`);
          give(null, Readable.from([read.pluck().get(rowid) ?? Buffer.alloc(0)]));
        });
}

/** So many lines are written at once: one by one, that would be most of the work. */
const LINES = 2_000;

function* inParts(lines: Iterable<string>, wrote: (rows: number) => void): Generator<string> {
  let [part, count] = ['', 0];
  for (const line of lines) {
    part += line;
    count += 1;
    if (count < LINES) continue;
    yield part;
    wrote(count);
    [part, count] = ['', 0];
  }
  if (count > 0) yield part;
  wrote(count);
}

/** Pictures and networks lie beside the lines that name them. */
const fileOf = (table: string, column: string, rowid: number): string =>
  `${table}/${rowid}.${column === 'jpeg' ? 'jpg' : 'json.gz'}`;

function* linesOf(
  rows: Iterable<Record<string, unknown>>,
  table: string,
  columns: readonly Column[],
): Generator<string> {
  for (const { '#': rowid, ...row } of rows) {
    const line = columns.map(({ name, isBlob }): [string, unknown] => [
      name,
      isBlob ? { file: fileOf(table, name, Number(rowid)) } : opened(row[name]),
    ]);
    yield `${JSON.stringify(Object.fromEntries(line))}\n`;
  }
}

/** Text that is JSON to the letter stands in the line as what it means; all other text as it is. */
function opened(value: unknown): unknown {
  if (typeof value !== 'string' || !/^[[{]/.test(value)) return value;
  try {
    const meant: unknown = JSON.parse(value);
    return JSON.stringify(meant) === value ? meant : value;
  } catch {
    return value;
  }
}

/**
 * Makes a school from an export, wholly or not at all.
 *
 * @param file a database that is not there, or has nobody in it
 * @throws DatabaseProblem when it is no export, is not whole, comes from a newer program, or the school is not empty
 */
export async function importSchool(from: string, file: string): Promise<Counts> {
  const release = lockDatabase(file);
  const making = `${file}.making`;
  const remove = () => {
    const folder = dirname(making);
    for (const name of readdirSync(folder))
      if (name.startsWith(basename(making))) rmSync(join(folder, name), { force: true });
  };
  try {
    checkEmpty(file);
    remove();
    const zip = await openZip(from);
    try {
      await fill(making, zip, from);
    } finally {
      zip.zip.close();
    }
    // What an older program exported is brought up to date as its database would have been.
    const db = await openDatabase(making);
    await db.destroy();
    for (const ending of ['', '-wal', '-shm']) rmSync(file + ending, { force: true });
    appear(making, file);
    return countsIn(file);
  } finally {
    remove();
    release();
  }
}

function checkEmpty(file: string): void {
  if (!existsSync(file)) return;
  const sqlite = openSchool(file);
  const people = Number(sqlite.prepare('select count(*) from instructors').pluck().get());
  sqlite.close();
  if (people > 0)
    throw new DatabaseProblem(
      `${file} is a school with ${people} instructors already; give the name of a file that is not there.`,
    );
}

interface OpenedZip {
  readonly zip: ZipToRead;
  readonly entries: ReadonlyMap<string, Entry>;
}

async function openZip(from: string): Promise<OpenedZip> {
  try {
    const zip = await openPromise(from, { autoClose: false, validateEntrySizes: true });
    const entries = new Map<string, Entry>();
    let sum = 0;
    for await (const entry of zip.eachEntry()) {
      entries.set(entry.fileName, entry);
      sum += entry.uncompressedSize;
    }
    if (sum > MOST_IN_ALL) throw new Error(`it grows to ${Math.round(sum / 1e9)} GB when it is unpacked`);
    return { zip, entries };
  } catch (error) {
    throw new DatabaseProblem(`${from} cannot be read as a zip: ${String(error)}; nothing was made.`);
  }
}

async function fill(making: string, opened: OpenedZip, from: string): Promise<void> {
  const wrong = (what: string) => new DatabaseProblem(`${from}: ${what}; nothing was made.`);
  const told = checkShape(manifest, await manifestIn(opened, wrong));
  if (!told.ok) throw wrong(`school.json: ${told.problems.map(problemText).join('; ')}`);
  const { version, counts } = told.value;
  if (!isKnown(version)) throw wrong(`it comes from a newer Jasperwren (${version}): update the program`);
  const empty = await openDatabase(making, version);
  await empty.destroy();
  const sqlite = new SQLite(making);
  try {
    sqlite.exec('begin');
    sqlite.pragma('defer_foreign_keys = on');
    const tables = tablesOf(sqlite);
    for (const table of tables) await fillTable(sqlite, table, opened, wrong);
    const broken = sqlite.pragma('foreign_key_check') as { table: string; parent: string }[];
    if (broken[0]) throw wrong(`${broken[0].table}.jsonl names what is not in ${broken[0].parent}.jsonl`);
    sqlite.exec('commit');
    const held = exportedCounts(sqlite);
    for (const table of tables)
      if (held[table] !== (counts[table] ?? 0))
        throw wrong(`${table}.jsonl holds ${held[table]} lines where school.json says ${counts[table] ?? 0}`);
    const damage = integrityOf(sqlite);
    if (damage !== null) throw wrong(damage);
  } finally {
    sqlite.close();
  }
}

async function manifestIn(opened: OpenedZip, wrong: (what: string) => Error): Promise<unknown> {
  const text = (await contentOf(opened, 'school.json', wrong)).toString('utf8');
  try {
    return JSON.parse(text) as unknown;
  } catch {
    throw wrong('school.json is no JSON');
  }
}

async function contentOf(
  { zip, entries }: OpenedZip,
  name: string,
  wrong: (what: string) => Error,
): Promise<Buffer> {
  const entry = entries.get(name);
  if (!entry) throw wrong(`it holds no ${name}`);
  if (entry.uncompressedSize > MOST_FILE) throw wrong(`${name} is larger than ${MOST_FILE / 1e6} MB`);
  try {
    return await buffer(await zip.openReadStreamPromise(entry));
  } catch (error) {
    throw wrong(`${name} cannot be read: ${String(error)}`);
  }
}

async function fillTable(
  sqlite: SQLite.Database,
  table: string,
  opened: OpenedZip,
  wrong: (what: string) => Error,
): Promise<void> {
  const name = `${table}.jsonl`;
  const entry = opened.entries.get(name);
  if (!entry) throw wrong(`it holds no ${name}`);
  const columns = columnsOf(sqlite, table);
  const own = table === 'instructors' ? ['passphrase_hash'] : [];
  const all = [...columns.map((column) => column.name), ...own];
  const insert = sqlite.prepare(
    `insert into "${table}" (${all.map((column) => `"${column}"`).join(', ')}) values (${all.map(() => '?').join(', ')})`,
  );
  let n = 0;
  for await (const line of linesIn(opened.zip, entry, wrong)) {
    n += 1;
    const at = `${name}, line ${n}`;
    const row = rowOf(line, columns, (what) => wrong(`${at} ${what}`));
    const values: unknown[] = [];
    for (const { name: column, isBlob } of columns)
      values.push(
        isBlob
          ? await contentOf(
              opened,
              fileNamed(row[column], (what) => wrong(`${at} ${what}`)),
              wrong,
            )
          : closed(row[column]),
      );
    try {
      insert.run(...values, ...own.map(() => NOBODY));
    } catch (error) {
      throw wrong(`${at} cannot be kept: ${String(error)}`);
    }
  }
}

async function* linesIn(
  zip: ZipToRead,
  entry: Entry,
  wrong: (what: string) => Error,
): AsyncGenerator<string> {
  let rest = '';
  try {
    const stream = (await zip.openReadStreamPromise(entry)).setEncoding('utf8');
    for await (const piece of stream as AsyncIterable<string>) {
      const lines = (rest + piece).split('\n');
      rest = lines.pop() ?? '';
      if (rest.length > MOST_LINE) throw new Error('it has a line that is far too long');
      yield* lines;
    }
  } catch (error) {
    if (error instanceof DatabaseProblem) throw error;
    throw wrong(`${entry.fileName} cannot be read: ${String(error)}`);
  }
  if (rest !== '') yield rest;
}

function rowOf(
  line: string,
  columns: readonly Column[],
  wrong: (what: string) => Error,
): Readonly<Record<string, unknown>> {
  let row: unknown;
  try {
    row = JSON.parse(line);
  } catch {
    throw wrong('is no JSON');
  }
  if (typeof row !== 'object' || row === null || Array.isArray(row)) throw wrong('is no object');
  const names = new Set(columns.map(({ name }) => name));
  const unknown = Object.keys(row).find((key) => !names.has(key));
  if (unknown !== undefined) throw wrong(`has ${unknown}, which is unknown here`);
  const missing = columns.find(({ name }) => !(name in row));
  if (missing) throw wrong(`lacks ${missing.name}`);
  return row as Readonly<Record<string, unknown>>;
}

function fileNamed(value: unknown, wrong: (what: string) => Error): string {
  if (typeof value === 'object' && value !== null && 'file' in value && typeof value.file === 'string')
    return value.file;
  throw wrong('names no file where one must be');
}

const closed = (value: unknown): unknown =>
  typeof value === 'object' && value !== null
    ? JSON.stringify(value)
    : typeof value === 'boolean'
      ? Number(value)
      : value;
