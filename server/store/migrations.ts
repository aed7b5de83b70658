import { randomUUID } from 'node:crypto';
import dayjs from 'dayjs';
import timezone from 'dayjs/plugin/timezone.js';
import utc from 'dayjs/plugin/utc.js';
import { sql, type Kysely, type Migration } from 'kysely';
import { nameKey } from '../../core/names';
import { referenceOfEarlier } from '../../core/route';

dayjs.extend(utc);
dayjs.extend(timezone);

/** Forward only. A migration that has been released is never changed; what it got wrong, the next one mends. */
export const migrations: Readonly<Record<string, Migration>> = {
  '001-first': { up: first },
  '002-fixes-apart': { up: fixesApart },
  '003-questions': { up: questions },
  '004-vehicles-and-drill': { up: vehiclesAndDrill },
  '005-routes': { up: routes },
  '006-readiness-and-diary': { up: readinessAndDiary },
  '007-names-on-links': { up: namesOnLinks },
  '008-names-and-licence-tests': { up: namesAndLicenceTests },
  '009-names-in-calendars': { up: namesInCalendars },
  '010-goals-as-events': { up: goalsAsEvents },
  '011-mocks': { up: mocksByName },
  '012-features-in-fields': { up: featuresInFields },
  '013-yard': { up: yard },
  '014-learner-details': { up: learnerDetails },
  '015-vehicles-retired': { up: vehiclesRetired },
  '016-people': { up: people },
  '017-goals-and-paper': { up: goalsAndPaper },
  '018-series': { up: series },
  '019-gradings': { up: gradings },
  '020-beside': { up: beside },
  '021-worked-out': { up: workedOut },
  '022-placed': { up: placed },
  '023-made-once': { up: madeOnce },
  '024-counted-quickly': { up: countedQuickly },
  '025-counted-by-what': { up: countedByWhat },
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

async function questions(db: Kysely<unknown>): Promise<void> {
  await sql`create table questions (
    id text primary key, body text not null, shipped text, enabled integer not null default 1,
    revision integer not null default 1) strict`.execute(db);
}

async function vehiclesAndDrill(db: Kysely<unknown>): Promise<void> {
  await sql`alter table vehicles add column card text not null default '{}'`.execute(db);
  await sql`alter table vehicles add column record text not null default '{"placard":null,"papers":[]}'`.execute(
    db,
  );
  await sql`alter table vehicles add column revision integer not null default 1`.execute(db);
  await sql`create table checkups (
    id text primary key, vehicle text not null references vehicles(id), at text not null,
    body text not null) strict`.execute(db);
  await sql`create index checkups_by_vehicle on checkups(vehicle, at desc)`.execute(db);
  await sql`create table photos (
    vehicle text not null references vehicles(id), control text not null, jpeg blob not null,
    primary key (vehicle, control)) strict`.execute(db);
  await sql`create table drill (
    position integer primary key autoincrement, learner text not null references learners(id),
    id text not null, device text not null, seq integer not null, at text not null, body text not null,
    unique (learner, id)) strict`.execute(db);
}

async function routes(db: Kysely<unknown>): Promise<void> {
  await sql`create table networks (
    id text primary key, title text not null, source text not null, driving_side text not null,
    version integer not null default 1, edges integer not null, points integer not null,
    kilometres real not null, added_at text not null, gzipped blob not null) strict`.execute(db);
  await sql`create table routes (
    id text primary key, title text not null, body text not null, removed integer not null default 0,
    revision integer not null default 1) strict`.execute(db);
  await sql`create table route_photos (
    route text not null references routes(id), feature text not null, jpeg blob not null,
    primary key (route, feature)) strict`.execute(db);
  await sql`alter table tests add column route text references routes(id)`.execute(db);
  await sql`create index tests_by_route on tests(route) where route is not null`.execute(db);
}

async function readinessAndDiary(db: Kysely<unknown>): Promise<void> {
  await sql`create table settings (key text primary key, body text not null, revision integer not null default 1) strict`.execute(
    db,
  );
  await sql`alter table learners add column standard text`.execute(db);
  await sql`alter table learners add column papers text not null default '[]'`.execute(db);
  await sql`alter table learners add column overrule text`.execute(db);
  await sql`alter table learners add column has_left integer not null default 0`.execute(db);
  await sql`create table results (
    id text primary key, learner text not null references learners(id), day text not null,
    standard text not null, passed integer not null, note text not null default '',
    foretold text, entered_at text not null, removed integer not null default 0) strict`.execute(db);
  await sql`create index results_by_learner on results(learner, day)`.execute(db);
  await sql`create table lessons (
    id text primary key, kind text not null, learner text references learners(id),
    instructor text not null references instructors(id), vehicle text references vehicles(id),
    route text references routes(id), starts_at text not null, minutes integer not null,
    zone text not null, place text not null default '', lat real, lon real, note text not null default '',
    uid text, removed integer not null default 0, revision integer not null default 1) strict`.execute(db);
  await sql`create index lessons_by_start on lessons(starts_at)`.execute(db);
  await sql`create table links (
    id text primary key, kind text not null, token_hash text not null unique, subject text not null,
    instructor text not null references instructors(id), created_at text not null, expires_at text,
    revoked_at text) strict`.execute(db);
  await sql`create index links_by_subject on links(kind, subject)`.execute(db);
}

async function namesOnLinks(db: Kysely<unknown>): Promise<void> {
  await sql`alter table links add column full_name integer not null default 0`.execute(db);
}

/** Nine in the morning of a day, where that day is. */
const nineOn = (day: string, zone: string): string => dayjs.tz(`${day} 09:00`, zone).toISOString();

/** Names get the key by which they are found, and every booked licence test stands in the diary. */
async function namesAndLicenceTests(db: Kysely<unknown>): Promise<void> {
  await sql`alter table learners add column name_key text not null default ''`.execute(db);
  await sql`create index learners_by_key on learners(name_key, id)`.execute(db);
  const named = async (table: string) =>
    (
      await sql<{ id: string; name: string }>`select id, name from ${sql.table(table)} order by id`.execute(
        db,
      )
    ).rows;
  for (const { id, name } of await named('learners'))
    await sql`update learners set name_key = ${nameKey(name)} where id = ${id}`.execute(db);
  // First to what no name has: two names may change places.
  await sql`update instructors set name_key = '#' || id`.execute(db);
  const taken = new Set<string>();
  for (const { id, name } of await named('instructors')) {
    let own = name;
    for (let n = 2; taken.has(nameKey(own)); n += 1) own = `${name} (${n})`;
    taken.add(nameKey(own));
    await sql`update instructors set name = ${own}, name_key = ${nameKey(own)} where id = ${id}`.execute(db);
  }
  const { rows: booked } = await sql<{ id: string; day: string; instructor: string; zone: string }>`
    select learners.id, learners.test_date as day,
      coalesce((select instructor from tests where learner = learners.id order by started_at desc limit 1),
        (select id from instructors order by id limit 1)) as instructor,
      coalesce((select zone from tests where learner = learners.id order by started_at desc limit 1), 'UTC') as zone
    from learners where test_date is not null and has_left = 0 and not exists (
      select 1 from lessons where lessons.learner = learners.id and kind = 'test' and removed = 0
        and substr(starts_at, 1, 10) = test_date)`.execute(db);
  for (const { id, day, instructor, zone } of booked)
    if (instructor)
      await sql`insert into lessons (id, kind, learner, instructor, starts_at, minutes, zone, note)
        values (${randomUUID()}, 'test', ${id}, ${instructor}, ${nineOn(day, zone)}, 60, ${zone},
          'The hour was not known.')`.execute(db);
}

/** Calendars had full names always; from now on their makers choose. */
async function namesInCalendars(db: Kysely<unknown>): Promise<void> {
  await sql`update links set full_name = 1 where kind = 'calendar'`.execute(db);
}

/** Goals for the next lesson were notes that began with a word; each of their events is the same as before. */
async function goalsAsEvents(db: Kysely<unknown>): Promise<void> {
  await sql`update events set body = json_set(json_remove(body, '$.of'), '$.kind', 'goal',
      '$.text', substr(json_extract(body, '$.text'), 7, 200))
    where json_valid(body) and json_extract(body, '$.kind') = 'note'
      and substr(json_extract(body, '$.text'), 1, 6) = 'Goal: '`.execute(db);
}

/** A mock was called a test. The indexes get the name too. */
async function mocksByName(db: Kysely<unknown>): Promise<void> {
  await sql`alter table tests rename to mocks`.execute(db);
  for (const table of ['events', 'fixes'])
    await sql`alter table ${sql.table(table)} rename column test to mock`.execute(db);
  for (const index of ['tests_by_start', 'tests_by_learner', 'tests_by_route'])
    await sql`drop index ${sql.ref(index)}`.execute(db);
  await sql`create index mocks_by_start on mocks(started_at desc, id)`.execute(db);
  await sql`create index mocks_by_learner on mocks(learner, started_at desc)`.execute(db);
  await sql`create index mocks_by_route on mocks(route) where route is not null`.execute(db);
}

/**
 * What of the route an event belongs to was one word, made of kind and place, and what the severity guide was told
 * was a note that began with its name; each of the events is the same as before.
 */
async function featuresInFields(db: Kysely<unknown>): Promise<void> {
  const word = sql`json_extract(body, '$.feature')`;
  const held = sql`json_valid(body) and json_type(body, '$.feature') = 'text'`;
  await sql`create temp table meanings (word text primary key, meaning text not null)`.execute(db);
  const { rows } = await sql<{ word: string }>`
    select distinct ${word} as word from events where ${held}`.execute(db);
  for (const { word: of } of rows)
    await sql`insert into meanings values (${of}, ${JSON.stringify(referenceOfEarlier(of))})`.execute(db);
  await sql`update events set body = json_set(body, '$.feature',
      json((select meaning from meanings where word = ${word}))) where ${held}`.execute(db);
  await sql`drop table meanings`.execute(db);
  await sql`update events set body = json_set(body, '$.by', 'severity-guide',
      '$.text', substr(json_extract(body, '$.text'), 17))
    where json_valid(body) and json_extract(body, '$.kind') = 'note'
      and json_extract(body, '$.of') is not null
      and substr(json_extract(body, '$.text'), 1, 16) = 'Severity guide: '
      and length(json_extract(body, '$.text')) > 16`.execute(db);
}

/** Courses and vehicles of the school's own, and runs that were kept with a learner. */
async function yard(db: Kysely<unknown>): Promise<void> {
  await sql`create table yard_files (
    id text primary key, kind text not null, title text not null, vehicle text references vehicles(id), body text not null,
    revision integer not null default 1) strict`.execute(db);
  await sql`create table practice (
    id text primary key, learner text not null references learners(id),
    instructor text not null references instructors(id), standard text not null, standard_version text not null,
    started_at text not null, zone text not null, told text not null, run text not null, events text not null,
    foreign key (standard, standard_version) references standards(id, version)) strict`.execute(db);
  await sql`create index practice_by_learner on practice(learner, started_at desc)`.execute(db);
}

/** How a learner is reached, what they are taught in, and notes. */
async function learnerDetails(db: Kysely<unknown>): Promise<void> {
  await sql`alter table learners add column details text not null default '{}'`.execute(db);
}

/** Vehicles that the school no longer uses stay for what was driven. */
async function vehiclesRetired(db: Kysely<unknown>): Promise<void> {
  await sql`alter table vehicles add column retired integer not null default 0`.execute(db);
}

/**
 * Roles, one-time links, devices by name, and a record of changes; learners belong to who teaches them; mocks can be
 * changed, and lie in a bin before they are gone. Whoever was there first is the owner.
 */
async function people(db: Kysely<unknown>): Promise<void> {
  await sql`alter table instructors add column role text not null default 'instructor'`.execute(db);
  await sql`alter table instructors add column active integer not null default 1`.execute(db);
  await sql`update instructors set role = 'owner' where rowid = (select min(rowid) from instructors)`.execute(
    db,
  );
  await sql`alter table learners add column instructor text references instructors(id)`.execute(db);
  await sql`update learners set instructor = coalesce(
      (select instructor from mocks where learner = learners.id order by started_at desc limit 1),
      (select instructor from lessons where learner = learners.id and removed = 0 order by starts_at desc limit 1),
      (select id from instructors where role = 'owner'))`.execute(db);
  await sql`create index learners_by_instructor on learners(instructor)`.execute(db);
  await sql`alter table sessions rename to sessions_before`.execute(db);
  await sql`create table sessions (
    token_hash text primary key, id text not null unique,
    instructor text not null references instructors(id) on delete cascade,
    device text not null, started_at text not null, seen_at text not null, expires_at text not null) strict`.execute(
    db,
  );
  await sql`insert into sessions
    select token_hash, lower(hex(randomblob(16))), instructor, 'A device',
      strftime('%Y-%m-%dT%H:%M:00.000Z', expires_at, '-30 days'),
      strftime('%Y-%m-%dT%H:%M:00.000Z', expires_at, '-30 days'), expires_at from sessions_before`.execute(
    db,
  );
  await sql`drop table sessions_before`.execute(db);
  await sql`create index sessions_by_instructor on sessions(instructor)`.execute(db);
  await sql`create table invitations (
    id text primary key, kind text not null, token_hash text not null unique, name text not null,
    role text not null, instructor text references instructors(id), created_at text not null,
    expires_at text not null, used_at text) strict`.execute(db);
  await sql`create table changes (
    position integer primary key autoincrement, at text not null,
    instructor text references instructors(id), kind text not null, name text not null,
    subject_kind text, subject text, parts text not null default '[]') strict`.execute(db);
  await sql`alter table mocks add column note text not null default ''`.execute(db);
  await sql`alter table mocks add column removed_at text`.execute(db);
  await sql`alter table mocks add column revision integer not null default 1`.execute(db);
}

/** Goals are ticked off after the mock that set them; and mocks can come from a sheet of paper. */
async function goalsAndPaper(db: Kysely<unknown>): Promise<void> {
  await sql`create table goal_ticks (
    mock text not null references mocks(id) on delete cascade, goal text not null, at text not null,
    instructor text not null references instructors(id), primary key (mock, goal)) strict`.execute(db);
  await sql`alter table mocks add column source text not null default 'car'`.execute(db);
}

/** Entries of the diary that were added as one repeated lesson know of one another. */
async function series(db: Kysely<unknown>): Promise<void> {
  await sql`alter table lessons add column series text`.execute(db);
  await sql`create index lessons_by_series on lessons(series, starts_at) where series is not null`.execute(
    db,
  );
}

/** Written cases, graded by those who mark. */
async function gradings(db: Kysely<unknown>): Promise<void> {
  await sql`create table gradings (
    id text primary key, instructor text not null references instructors(id), at text not null,
    grades text not null) strict`.execute(db);
}

/** Mocks that somebody marked beside another one of the same drive, only to compare. */
async function beside(db: Kysely<unknown>): Promise<void> {
  await sql`alter table mocks add column beside text references mocks(id)`.execute(db);
  await sql`create index mocks_beside on mocks(beside) where beside is not null`.execute(db);
}

/** What follows from the log of each mock, beside it, for lists and forecasts. */
async function workedOut(db: Kysely<unknown>): Promise<void> {
  await sql`create table worked_out (
    mock text primary key references mocks(id) on delete cascade, version integer not null,
    position integer not null, ended integer not null, outcome text not null,
    unsorted integer not null, body text not null) strict`.execute(db);
  await sql`create table evidence (
    mock text not null references mocks(id) on delete cascade, standard text not null,
    standard_version text not null, version integer not null, body text not null,
    primary key (mock, standard)) strict`.execute(db);
  await sql`create table forecasts (
    learner text primary key references learners(id) on delete cascade, made_from text not null,
    body text not null) strict`.execute(db);
}

/** Where the marks of each mock were made, and which places it passed. */
async function placed(db: Kysely<unknown>): Promise<void> {
  await sql`create table sites (id integer primary key, key text not null unique, body text not null) strict`.execute(
    db,
  );
  await sql`create table placed (
    mock text primary key references mocks(id) on delete cascade, made_from text not null,
    passes text not null, tally text not null, marks text not null, unplaced integer) strict`.execute(db);
}

async function madeOnce(db: Kysely<unknown>): Promise<void> {
  await sql`create table past_forecasts (
    learner text not null references learners(id) on delete cascade, what text not null,
    made_from text not null, body text not null, primary key (learner, what)) strict`.execute(db);
  await sql`create table rates (made_from text primary key, body text not null) strict`.execute(db);
  await sql`alter table routes add column summary text`.execute(db);
}

/** Narrow rows for what is counted over a whole school, and what cannot be read found without reading all. */
async function countedQuickly(db: Kysely<unknown>): Promise<void> {
  // What many mocks share is kept once, and has a short number.
  await sql`create table ways (id integer primary key, passes text not null unique) strict`.execute(db);
  await sql`create table spots (id integer primary key, mark text not null unique) strict`.execute(db);
  await sql`alter table placed rename to placed_wide`.execute(db);
  await sql`create table placed (
    mock text primary key references mocks(id) on delete cascade, made_from text not null,
    way integer references ways(id), tally text not null, unplaced integer) strict, without rowid`.execute(
    db,
  );
  await sql`create table placed_marks (
    mock text primary key references placed(mock) on delete cascade, marks text not null) strict`.execute(db);
  const tallied = sql`select mock, value as mark from placed_wide, json_each('["' || replace(tally, ' ', '","') || '"]')
    where tally <> ''`;
  await sql`insert into ways(passes) select distinct passes from placed_wide where unplaced is not null`.execute(
    db,
  );
  await sql`insert into spots(mark) select distinct mark from (${tallied})`.execute(db);
  await sql`insert into placed
    select placed_wide.mock, made_from, ways.id, coalesce(numbers, ''), unplaced from placed_wide
    left join ways on ways.passes = placed_wide.passes and unplaced is not null
    left join (select mock, group_concat(spots.id, ' ') as numbers from (${tallied}) as own
      join spots on spots.mark = own.mark group by mock) as short on short.mock = placed_wide.mock
    order by placed_wide.mock`.execute(db);
  await sql`insert into placed_marks select mock, marks from placed_wide`.execute(db);
  await sql`drop table placed_wide`.execute(db);
  await sql`create index mocks_counted on mocks(id, removed_at, beside, learner, route, started_at, zone, instructor)`.execute(
    db,
  );
  for (const table of ['events', 'fixes'])
    await sql`create index ${sql.ref(`${table}_unreadable`)} on ${sql.table(table)}(mock) where json_valid(body) = 0`.execute(
      db,
    );
}

/** Mocks of a route, and of a standard by learner, counted from an index alone. */
async function countedByWhat(db: Kysely<unknown>): Promise<void> {
  await sql`create index mocks_driven on mocks(route, removed_at, beside)`.execute(db);
  // By both texts as one: where mocks are looked for in another way, SQLite would take an index by standard alone first.
  await sql`create index mocks_by_standard
    on mocks(standard || ' ' || standard_version, learner, removed_at, beside, started_at, standard, standard_version)`.execute(
    db,
  );
  await sql`drop index mocks_by_route`.execute(db);
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
