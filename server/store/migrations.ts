import { sql, type Kysely, type Migration } from 'kysely';

/** Forward only. A migration that has been released is never changed; what it got wrong, the next one mends. */
export const migrations: Readonly<Record<string, Migration>> = {
  '001-first': { up: first },
  '002-fixes-apart': { up: fixesApart },
};

async function first(db: Kysely<unknown>): Promise<void> {
  await sql`create table instructors (
    id text primary key, name text not null, name_key text not null unique,
    passphrase_hash text not null, demo integer not null default 0) strict`.execute(db);
  await sql`create table sessions (
    token_hash text primary key, instructor text not null references instructors(id) on delete cascade,
    expires_at text not null) strict`.execute(db);
  await sql`create table learners (
    id text primary key, name text not null, test_date text, revision integer not null default 1) strict`.execute(
    db,
  );
  await sql`create index learners_by_name on learners(name, id)`.execute(db);
  await sql`create table vehicles (id text primary key, name text not null, plate text not null) strict`.execute(
    db,
  );
  await sql`create table standards (
    id text not null, version text not null, title text not null, body text not null, added_at text not null,
    primary key (id, version)) strict`.execute(db);
  await sql`create table tests (
    id text primary key, learner text not null references learners(id),
    instructor text not null references instructors(id), vehicle text references vehicles(id),
    standard text not null, standard_version text not null, retest integer not null,
    started_at text not null, zone text not null, ready text not null,
    foreign key (standard, standard_version) references standards(id, version)) strict`.execute(db);
  await sql`create index tests_by_start on tests(started_at desc, id)`.execute(db);
  await sql`create index tests_by_learner on tests(learner, started_at desc)`.execute(db);
  await createEvents(db, 'events');
}

async function fixesApart(db: Kysely<unknown>): Promise<void> {
  await createEvents(db, 'fixes');
  await sql`insert into fixes (test, id, device, seq, at, body)
    select test, id, device, seq, at, body from events where json_extract(body, '$.kind') = 'fix'
    order by position`.execute(db);
  await sql`delete from events where json_extract(body, '$.kind') = 'fix'`.execute(db);
}

async function createEvents(db: Kysely<unknown>, table: 'events' | 'fixes'): Promise<void> {
  await sql`create table ${sql.table(table)} (
    position integer primary key autoincrement, test text not null references tests(id), id text not null,
    device text not null, seq integer not null, at text not null, body text not null,
    unique (test, id)) strict`.execute(db);
  await sql`create index ${sql.ref(`${table}_by_device`)} on ${sql.table(table)}(test, device, seq)`.execute(
    db,
  );
}
