import type Router from '@koa/router';
import type { Context } from 'koa';
import type { HotSpotsView, HotSpotMark, Page, HotSpot } from '../../contract';
import { ratesOf, type PlacedMark } from '../../core/hotspot';
import { skillOf } from '../../core/standard';
import { badInput, notFound, seenBy, whenGone } from '../http';
import { learnersOf, stateOfDrives } from '../store';
import { placedSchool, type PlacedSchool, type PlacedMock } from '../work';
import type { Parts } from './parts';

/** What of the drives is asked for. */
interface Filter {
  readonly drives: (drive: PlacedMock) => boolean;
  readonly marks: (mark: PlacedMark) => boolean;
}

const MOST = 4;
const MARKS = 200;

export function hotSpotRoutes(router: Router, { db, databaseFile }: Parts): void {
  const school = async (ctx: Context): Promise<PlacedSchool> => {
    const of = seenBy(ctx);
    const own = of === null ? null : await learnersOf(db, of);
    const all = await placedSchool({ databaseFile, state: await stateOfDrives(db), signal: whenGone(ctx) });
    return own === null ? all : { ...all, drives: all.drives.filter(({ learner }) => own.has(learner.id)) };
  };

  router.get('/hot-spots', async (ctx) => {
    ctx.body = hotSpots(await school(ctx), filterOf(ctx)) satisfies HotSpotsView;
  });

  router.get('/hot-spots/:site/marks', async (ctx) => {
    const { sites, drives } = await school(ctx);
    const site = String(ctx.params.site);
    if (!sites.some(({ key }) => key === site)) throw notFound('such place');
    const filter = filterOf(ctx);
    const items = drives
      .filter(filter.drives)
      .flatMap(({ mock, learner, startedAt, zone, marks }) =>
        marks
          .filter((mark) => mark.site === site && filter.marks(mark))
          .map(({ by, at, item, label, skill, gravity }): HotSpotMark => ({
            by,
            at,
            item,
            label,
            skill,
            gravity,
            mock,
            learner: learner.name,
            startedAt,
            zone,
          })),
      )
      .sort((a, b) => b.at.localeCompare(a.at))
      .slice(0, MARKS);
    ctx.body = { items, next: null } satisfies Page<HotSpotMark>;
  });
}

function filterOf(ctx: Context): Filter {
  const text = (key: string) => {
    const value = ctx.query[key];
    return typeof value === 'string' && value !== '' ? value : null;
  };
  const [learner, route, mock, skill] = ['learner', 'route', 'mock', 'skill'].map(text);
  const hours = ['from', 'until'].map((key) => {
    const value = text(key);
    const hour = value === null ? null : Number(value);
    if (hour !== null && !(Number.isInteger(hour) && hour >= 0 && hour <= 24))
      throw badInput(`${key} must be a whole hour from 0 to 24.`, [
        { path: key, message: 'must be from 0 to 24' },
      ]);
    return hour;
  });
  const gravity = Number(text('gravity') ?? 0);
  if (![0, 1, 2, 3].includes(gravity))
    throw badInput('gravity must be from 0 to 3.', [{ path: 'gravity', message: 'must be 0, 1, 2 or 3' }]);
  const [from = null, until = null] = hours;
  return {
    drives: (drive) =>
      (!learner || drive.learner.id === learner) &&
      (!route || drive.route?.id === route) &&
      (!mock || drive.mock === mock) &&
      within(drive, from, until),
    marks: (mark) =>
      mark.gravity >= gravity && (!skill || mark.skill === skill || mark.skill.startsWith(`${skill}.`)),
  };
}

/** Whether a drive began within hours of the day where it was driven. */
function within({ startedAt, zone }: PlacedMock, from: number | null, until: number | null): boolean {
  if (from === null && until === null) return true;
  const hour = Number(
    new Intl.DateTimeFormat('en-GB', { hour: '2-digit', hourCycle: 'h23', timeZone: zone }).format(
      new Date(startedAt),
    ),
  );
  return hour >= (from ?? 0) && hour < (until ?? 24);
}

function hotSpots({ sites, drives }: PlacedSchool, filter: Filter): HotSpotsView {
  const chosen = drives.filter(filter.drives);
  const passes = new Map<string, number>();
  const marks = new Map<string, PlacedMark[]>();
  for (const drive of chosen) {
    for (const key of drive.passes) passes.set(key, (passes.get(key) ?? 0) + 1);
    for (const mark of drive.marks) {
      if (!filter.marks(mark)) continue;
      const kin = marks.get(mark.site);
      if (kin) kin.push(mark);
      else marks.set(mark.site, [mark]);
    }
  }
  const { mean, sites: rates } = ratesOf(
    [...passes].map(([key, times]) => ({ key, passes: times, marks: marks.get(key)?.length ?? 0 })),
  );
  const byKey = new Map(sites.map((site) => [site.key, site]));
  return {
    drives: chosen.length,
    marks: [...marks.values()].reduce((sum, kin) => sum + kin.length, 0),
    unplaced: chosen.reduce((sum, { unplaced }) => sum + unplaced, 0),
    mean,
    places: rates.flatMap(({ key, ...rate }): HotSpot[] => {
      const site = byKey.get(key);
      return site ? [{ ...rate, site, most: mostOf(marks.get(key) ?? []) }] : [];
    }),
  };
}

function mostOf(marks: readonly PlacedMark[]): HotSpot['most'] {
  const times = new Map<string, number>();
  for (const { skill } of marks) times.set(skill, (times.get(skill) ?? 0) + 1);
  return [...times]
    .map(([skill, count]) => ({ skill, label: skillOf(skill)?.title ?? skill, times: count }))
    .sort((a, b) => b.times - a.times || a.label.localeCompare(b.label))
    .slice(0, MOST);
}
