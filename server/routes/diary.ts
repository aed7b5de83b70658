import type Router from '@koa/router';
import ical, { ICalCalendarMethod } from 'ical-generator';
import {
  API,
  CalendarToMake,
  LessonToChange,
  SeriesToAdd,
  type LessonToKeep,
  type LessonView,
  type Page,
} from '../../contract';
import { firstName } from '../../core/names';
import type { Told } from '../../core/problems';
import {
  askedOrigin,
  badInput,
  bodyAs,
  changedMeanwhile,
  etagOf,
  gone,
  notFound,
  seenBy,
  instructorOf,
  textOf,
  uuidOf,
  wantedRevision,
} from '../http';
import {
  endLinksOf,
  inTransaction,
  keepLesson,
  learnerById,
  laterThan,
  lessonById,
  linkOf,
  listLessons,
  listVehicles,
  makeLink,
  removeLesson,
  routeById,
  type Database,
} from '../store';
import type { Parts } from './parts';

const DAY = 86_400_000;
/** A calendar shows so much of what was, and all that comes within so much. */
const BACK_DAYS = 60;
const AHEAD_DAYS = 400;

export function diaryRoutes(router: Router, { db, now, publicOrigin }: Parts): void {
  router.get('/lessons', async (ctx) => {
    const at = (key: string, usual: number): string => {
      const given = ctx.query[key];
      const time = typeof given === 'string' ? Date.parse(given) : usual;
      if (Number.isNaN(time))
        throw badInput(`${key} must be an instant.`, [
          { path: key, message: 'must be an ISO instant in UTC, such as 2026-09-14T08:02:11.000Z' },
        ]);
      return new Date(time).toISOString();
    };
    const learner = textOf(ctx, 'learner');
    const series = textOf(ctx, 'series');
    const from = at('from', now().getTime() - DAY);
    const until = at('until', now().getTime() + 14 * DAY);
    ctx.body = {
      items: await listLessons(db, { from, until, learner, series, seenBy: seenBy(ctx) }),
      next: null,
    } satisfies Page<LessonView>;
  });

  router.post('/lessons', async (ctx) => {
    const instructor = instructorOf(ctx);
    const { days, ...lesson } = bodyAs(ctx, SeriesToAdd);
    const problems = await referenceProblems(db, lesson);
    if (problems.length > 0) throw badInput('The entry has problems; nothing was stored.', problems);
    const added = await inTransaction(db, async (all) => {
      let fresh = 0;
      // Asked again because no answer came, it adds none twice.
      for (const { id, startsAt } of days)
        if (await keepLesson(all, id, instructor.id, { ...lesson, startsAt }, null, now(), days[0]?.id))
          fresh += 1;
      return fresh;
    });
    ctx.status = 201;
    ctx.body = { added };
  });

  router.put('/lessons/:id', async (ctx) => {
    const instructor = instructorOf(ctx);
    const id = uuidOf(ctx);
    const { later = [], ...lesson } = bodyAs(ctx, LessonToChange);
    const series = later.length > 0 ? await laterThan(db, id) : [];
    const problems = [
      ...(await referenceProblems(db, lesson)),
      ...later.flatMap((one, n) =>
        series.some((entry) => entry.id === one.id)
          ? []
          : [{ path: `later[${n}].id`, message: 'is no later entry of this series' }],
      ),
    ];
    if (problems.length > 0) throw badInput('The entry has problems; nothing was stored.', problems);
    const revision = ctx.get('if-match') === '' ? null : wantedRevision(ctx);
    const held = await lessonById(db, id);
    const done = await inTransaction(db, async (all) => {
      const changed = await keepLesson(all, id, instructor.id, lesson, revision, now());
      for (const { id: other, startsAt, revision: seen } of changed ? later : [])
        // Another calendar knows each by a name of its own.
        if (!(await keepLesson(all, other, instructor.id, { ...lesson, startsAt, uid: null }, seen, now())))
          throw changedMeanwhile('entry');
      return changed;
    });
    if (!done) {
      // A browser that got no answer asks again: the same entry is no conflict.
      const same =
        held && held.startsAt === new Date(lesson.startsAt).toISOString() && held.kind === lesson.kind;
      if (revision !== null || !same) throw changedMeanwhile('entry');
    }
    const kept = await lessonById(db, id);
    if (!kept) throw notFound('such entry');
    ctx.status = revision === null ? 201 : 200;
    ctx.set('ETag', etagOf(kept.revision));
    ctx.body = kept;
  });

  router.delete('/lessons/:id', async (ctx) => {
    const id = String(ctx.params.id);
    const later = textOf(ctx, 'later') === '1' ? await laterThan(db, id) : [];
    await inTransaction(db, async (all) => {
      for (const one of [{ id, revision: wantedRevision(ctx) }, ...later])
        if (!(await removeLesson(all, one.id, one.revision, now()))) throw changedMeanwhile('entry');
    });
    ctx.status = 204;
  });

  router.post('/calendar', async (ctx) => {
    const { id } = instructorOf(ctx);
    const { days, fullNames } = bodyAs(ctx, CalendarToMake);
    await endLinksOf(db, 'calendar', id, now());
    ctx.status = 201;
    const link = await makeLink(db, 'calendar', id, id, { now: now(), days, fullName: fullNames });
    ctx.body = { ...link, url: `${publicOrigin ?? askedOrigin(ctx)}${API}/calendar/${link.token}.ics` };
  });

  router.delete('/calendar', async (ctx) => {
    const { id } = instructorOf(ctx);
    await endLinksOf(db, 'calendar', id, now());
    ctx.status = 204;
  });

  router.get('/calendar/:token', async (ctx) => {
    const link = await linkOf(db, 'calendar', String(ctx.params.token).replace(/\.ics$/, ''), now());
    if (!link) throw gone('calendar');
    const from = new Date(now().getTime() - BACK_DAYS * DAY).toISOString();
    const until = new Date(now().getTime() + AHEAD_DAYS * DAY).toISOString();
    const lessons = (await listLessons(db, { from, until, learner: null })).filter(
      ({ instructor }) => instructor.id === link.instructor,
    );
    ctx.type = 'text/calendar; charset=utf-8';
    ctx.set('Content-Disposition', 'inline; filename="jasperwren.ics"');
    ctx.body = calendarOf(lessons, link.fullName ? (name) => name : firstName);
  });
}

const KIND = { lesson: 'Lesson', test: 'Licence test', other: 'Appointment' } as const;

function calendarOf(lessons: readonly LessonView[], shown: (name: string) => string): string {
  const calendar = ical({
    name: 'Jasperwren',
    method: ICalCalendarMethod.PUBLISH,
    prodId: '//Jasperwren//Diary//EN',
  });
  for (const {
    id,
    uid,
    kind,
    learner,
    startsAt,
    minutes,
    place,
    note,
    vehicle,
    route,
    revision,
  } of lessons) {
    const about = [vehicle?.name, route?.title, note].filter((text) => text !== undefined && text !== '');
    calendar.createEvent({
      // A line break in it would begin a line of the calendar's own.
      id: uid?.replaceAll(/\p{Cc}+/gu, ' ') ?? id,
      start: new Date(startsAt),
      end: new Date(Date.parse(startsAt) + minutes * 60_000),
      summary: learner ? `${KIND[kind]}: ${shown(learner.name)}` : note || KIND[kind],
      description: about.length > 0 ? about.join('\n') : null,
      location: place === '' ? null : place,
      sequence: revision,
    });
  }
  return calendar.toString();
}

async function referenceProblems(db: Database, { learner, vehicle, route }: LessonToKeep): Promise<Told[]> {
  const vehicles = vehicle ? await listVehicles(db) : [];
  return [
    ...(!learner || (await learnerById(db, learner))
      ? []
      : [{ path: 'learner', message: 'is no learner here' }]),
    ...(!vehicle || vehicles.some(({ id }) => id === vehicle)
      ? []
      : [{ path: 'vehicle', message: 'is no vehicle here' }]),
    ...(!route || (await routeById(db, route)) ? [] : [{ path: 'route', message: 'is no route here' }]),
  ];
}
