import { readdirSync, rmSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import SQLite from 'better-sqlite3';
import { sql } from 'kysely';
import type { RestoreView } from '../../contract';
import { copyDatabase, integrityOf } from './backup';
import { recordChange, type Deed } from './changes';
import { openDatabase, type Database } from './database';
import { DatabaseProblem } from './problem';
import { countsIn, openSchool } from './safekeeping';

/** So many of what would be gone are named. */
const NAMED = 12;

/**
 * Copies a backup into a file of its own and brings it to this version, so that the backup itself stays as it is.
 *
 * @throws DatabaseProblem when it is damaged, or from a newer program
 */
export async function readyCopy(backup: string, to: string): Promise<void> {
  const sqlite = openSchool(backup);
  try {
    const wrong = integrityOf(sqlite);
    if (wrong !== null) throw new DatabaseProblem(`This backup is damaged (${wrong}); nothing was changed.`);
    await copyDatabase(sqlite, to);
  } finally {
    sqlite.close();
  }
  const db = await openDatabase(to);
  await sql`pragma journal_mode = delete`.execute(db);
  await db.destroy();
}

/** Removes such a copy, with what may lie beside it. */
export function removeCopy(file: string): void {
  for (const name of readdirSync(dirname(file)))
    if (name.startsWith(basename(file))) rmSync(join(dirname(file), name), { force: true });
}

/** What a school would have less of, and more of, with a backup in its place. */
export function previewRestore(live: string, ready: string): RestoreView {
  const sqlite = new SQLite(live, { readonly: true, fileMustExist: true });
  try {
    sqlite.prepare('attach ? as backup').run(ready);
    const gone = (table: string, name: string) =>
      sqlite
        .prepare<[], string>(
          `select ${name} from main.${table} as one where id not in (select id from backup.${table}) order by 1`,
        )
        .pluck()
        .all();
    const learners = gone('learners', 'one.name');
    const mocks = gone(
      'mocks',
      `(select name from main.learners where id = one.learner) || ', ' || substr(one.started_at, 1, 10)`,
    );
    return {
      now: countsIn(live),
      then: countsIn(ready),
      gone: {
        learners: learners.slice(0, NAMED),
        moreLearners: Math.max(0, learners.length - NAMED),
        mocks: mocks.slice(0, NAMED),
        moreMocks: Math.max(0, mocks.length - NAMED),
      },
    };
  } finally {
    sqlite.close();
  }
}

/** What is not taken from a backup: who is signed in, and who changed what, which only ever grows. */
const KEPT = new Set(['sessions', 'changes', 'kysely_migration']);

/**
 * Puts all that a backup holds in the place of what a running school holds, wholly or not at all. Whoever is signed in
 * stays so, as far as they were in the school then; the record of changes goes on.
 *
 * @param ready made by `readyCopy`
 */
export async function restoreInto(db: Database, ready: string, deed: Deed, backup: string): Promise<void> {
  await db.connection().execute(async (one) => {
    await sql`attach ${ready} as backup`.execute(one);
    // Rows name one another, and go with one another: only when all are there must each be found.
    await sql`pragma foreign_keys = off`.execute(one);
    try {
      await one.transaction().execute(async (all) => {
        const { rows } = await sql<{ name: string }>`
          select name from main.sqlite_master where type = 'table' and name not like 'sqlite_%'
            and name in (select name from backup.sqlite_master where type = 'table')`.execute(all);
        const tables = rows.map(({ name }) => name).filter((name) => !KEPT.has(name));
        for (const table of tables) await sql`delete from main.${sql.table(table)}`.execute(all);
        for (const table of tables) {
          const columns = await sql<{ name: string }>`
            select name from pragma_table_info(${table}, 'main')`.execute(all);
          const names = sql.join(columns.rows.map(({ name }) => sql.ref(name)));
          await sql`insert into main.${sql.table(table)} (${names}) select ${names} from backup.${sql.table(table)}`.execute(
            all,
          );
        }
        await sql`delete from sessions where instructor not in (select id from main.instructors)`.execute(
          all,
        );
        await sql`update changes set instructor = null
          where instructor not in (select id from main.instructors)`.execute(all);
        const broken = await sql`pragma main.foreign_key_check`.execute(all);
        if (broken.rows.length > 0)
          throw new DatabaseProblem('This backup names what is not in it; nothing was changed.');
        const { rows: here } =
          await sql`select 1 from main.instructors where id = ${deed.by?.id ?? ''}`.execute(all);
        await recordChange(all, here.length > 0 ? deed : { ...deed, by: null }, 'school restored', {
          name: backup,
        });
      });
    } finally {
      await sql`pragma foreign_keys = on`.execute(one);
      await sql`detach backup`.execute(one);
    }
  });
}
