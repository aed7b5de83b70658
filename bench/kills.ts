import { copyFileSync, readdirSync, rmSync } from 'node:fs';
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { basename, dirname, join } from 'node:path';
import SQLite from 'better-sqlite3';
import { sql } from 'kysely';
import { randomFrom, type Random } from '../core/random';
import { openDatabase } from '../server/store';
import { scratchFolder } from '../server/testing';

const UPGRADES = 150;
const FIRST_STARTS = 50;
const MAIN = join(import.meta.dirname, '..', 'dist', 'server', 'main.js');

/**
 * Kills the server at random moments of an upgrade and of the first start of the demo, and opens the school again:
 * `npm run bench -- kills`. Every one must open with all that was in it. Takes some ten minutes.
 */
export async function kills(): Promise<void> {
  const folder = scratchFolder();
  const random = randomFrom(20_261_125);
  try {
    const old = folder.path('old.db');
    await earlierSchool(old);
    const before = countsOf(old);
    const file = folder.path('upgraded.db');
    const upgrades = await killOften(UPGRADES, random, ['serve', '--database', file], {
      begin: () => {
        removeAll(file);
        copyFileSync(old, file);
      },
      check: () => JSON.stringify(countsOf(file)) === JSON.stringify(before),
    });
    const demo = folder.path('demo.db');
    const firsts = await killOften(FIRST_STARTS, random, ['demo', '--database', demo], {
      begin: () => removeAll(demo),
      check: () => countsOf(demo).tests === 60,
    });
    console.log(`upgrade of a school with ${JSON.stringify(before)}: ${upgrades}`);
    console.log(`first start of the demo: ${firsts}`);
  } finally {
    folder.remove();
  }
}

async function killOften(
  times: number,
  random: Random,
  args: readonly string[],
  school: { readonly begin: () => void; readonly check: () => boolean },
): Promise<string> {
  school.begin();
  const began = performance.now();
  const first = start(args);
  await first.answer();
  const whole = performance.now() - began;
  await first.kill();
  let [opened, whileWorking] = [0, 0];
  for (let n = 0; n < times; n += 1) {
    school.begin();
    const killed = start(args);
    // Up to a little after the answer: that moment is one of them.
    await new Promise((resolve) => setTimeout(resolve, random() * whole * 1.1));
    if (!killed.hasAnswered()) whileWorking += 1;
    await killed.kill();
    const again = start(args);
    await again.answer();
    await again.kill();
    if (school.check()) opened += 1;
  }
  return `${times} kills, ${whileWorking} of them before it answered; ${opened} opened afterwards with everything in them`;
}

function start(args: readonly string[]) {
  const child = spawn(process.execPath, [MAIN, ...args, '--port', '0', '--log-level', 'silent'], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  let answered = false;
  const exited = once(child, 'exit');
  const ready = once(child.stdout, 'data').then(() => {
    answered = true;
  });
  return {
    answer: () =>
      Promise.race([
        ready,
        exited.then(() => {
          if (!answered) throw new Error('the server ended instead of answering');
        }),
      ]),
    hasAnswered: () => answered,
    kill: async () => {
      child.kill('SIGKILL');
      await exited;
    },
  };
}

/** A school as the first version left it: positions still among the events. */
async function earlierSchool(file: string): Promise<void> {
  const db = await openDatabase(file, '001-first');
  await sql`insert into instructors values ('i', 'I', 'i', 'h', 0)`.execute(db);
  await sql`insert into standards values ('s', '1.0.0', 'S', '{}', '')`.execute(db);
  await db.transaction().execute(async (all) => {
    for (let n = 0; n < 300; n += 1) {
      await sql`insert into learners (id, name, test_date) values (${`l${n}`}, ${`Learner ${n}`}, '2026-12-04')`.execute(
        all,
      );
      await sql`insert into tests
        (id, learner, instructor, vehicle, standard, standard_version, retest, started_at, zone, ready)
        values (${`t${n}`}, ${`l${n}`}, 'i', null, 's', '1.0.0', 0, '2026-11-01T10:00:00.000Z', 'Europe/London', '[]')`.execute(
        all,
      );
      for (let event = 0; event < 100; event += 1)
        await sql`insert into events (test, id, device, seq, at, body) values
          (${`t${n}`}, ${`e${event}`}, 'd', ${event}, '', ${`{"kind":"${event % 2 ? 'fix' : 'fault'}"}`})`.execute(
          all,
        );
    }
  });
  await db.destroy();
}

function countsOf(file: string): Record<string, number> {
  const sqlite = new SQLite(file);
  const count = (from: string) => Number(sqlite.prepare(`select count(*) from ${from}`).pluck().get());
  const apart = sqlite.prepare(`select 1 from sqlite_master where name = 'fixes'`).get() !== undefined;
  const counts = {
    learners: count('learners'),
    tests: count('mocks'),
    events: count(`events where json_extract(body, '$.kind') <> 'fix'`),
    fixes: apart ? count('fixes') : count(`events where json_extract(body, '$.kind') = 'fix'`),
  };
  sqlite.close();
  return counts;
}

/** The school with all that was put beside it. */
function removeAll(file: string): void {
  for (const name of readdirSync(dirname(file)))
    if (name.startsWith(basename(file))) rmSync(join(dirname(file), name));
}
