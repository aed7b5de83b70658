import ICAL from 'ical.js';
import type { LessonToKeep } from '../../../contract';

/** An event of another calendar, ready to be kept. */
export interface Brought {
  readonly uid: string;
  readonly summary: string;
  readonly lesson: LessonToKeep;
}

export interface CalendarRead {
  readonly events: readonly Brought[];
  /** What could not be brought, and why. */
  readonly problems: readonly string[];
}

export const MOST_CALENDAR = 2_000_000;
const DAY = 86_400_000;
const LONGEST_MINUTES = 720;
const SHORTEST_MINUTES = 5;
/** Of an event that repeats, so many are brought at most. */
const MOST_REPEATS = 120;

/**
 * Reads an iCalendar file (RFC 5545). Events that repeat are brought one by one within the span; whole days and what
 * is too long are told and left out.
 *
 * @param learners by whom an event is known: their name stands in its title
 */
export function readCalendar(
  text: string,
  learners: readonly { readonly id: string; readonly name: string }[],
  { from, until, zone }: { readonly from: Date; readonly until: Date; readonly zone: string },
): CalendarRead {
  if (text.length > MOST_CALENDAR)
    return { events: [], problems: ['The file is larger than 2 MB: save a shorter span of your calendar.'] };
  let calendar;
  try {
    if (text.trim() === '') throw new Error('it is empty');
    calendar = new ICAL.Component(ICAL.parse(text) as unknown[] as string[]);
  } catch (error) {
    return {
      events: [],
      problems: [`This isn’t an iCalendar file (${error instanceof Error ? error.message : 'unreadable'}).`],
    };
  }
  const events: Brought[] = [];
  const problems: string[] = [];
  for (const component of calendar.getAllSubcomponents('vtimezone'))
    ICAL.TimezoneService.register(new ICAL.Timezone(component));
  for (const component of calendar.getAllSubcomponents('vevent')) {
    const event = new ICAL.Event(component);
    const title = event.summary || 'an event without a title';
    const start = event.startDate as ICAL.Time | null;
    if (!start) {
      problems.push(`${title}: has no start.`);
      continue;
    }
    if (start.isDate) {
      problems.push(`${title}: lasts whole days; lessons have an hour.`);
      continue;
    }
    const minutes = Math.round(event.duration.toSeconds() / 60);
    if (minutes > LONGEST_MINUTES || minutes < SHORTEST_MINUTES) {
      problems.push(
        `${title}: lasts ${minutes} min; from ${SHORTEST_MINUTES} to ${LONGEST_MINUTES} can be imported.`,
      );
      continue;
    }
    for (const at of startsOf(event, start, from, until)) {
      const repeated = event.isRecurring();
      const uid = repeated ? `${event.uid} ${at.toISOString()}` : event.uid;
      const learner = learners.find(({ name }) => title.toLowerCase().includes(name.toLowerCase()));
      events.push({
        uid,
        summary: title,
        lesson: {
          kind: /test|examin/i.test(title) ? 'test' : learner ? 'lesson' : 'other',
          learner: learner?.id ?? null,
          vehicle: null,
          route: null,
          startsAt: at.toISOString(),
          minutes,
          zone,
          place: (event.location || '').slice(0, 120),
          lat: null,
          lon: null,
          note: learner ? '' : title.slice(0, 400),
          uid: uid.slice(0, 255),
        },
      });
    }
  }
  if (events.length === 0 && problems.length === 0)
    problems.push(
      'The file has no event between ' +
        from.toISOString().slice(0, 10) +
        ' and ' +
        until.toISOString().slice(0, 10) +
        '.',
    );
  return { events, problems };
}

function startsOf(event: ICAL.Event, start: ICAL.Time, from: Date, until: Date): Date[] {
  const within = (at: Date) => at >= from && at < until;
  if (!event.isRecurring()) return [start.toJSDate()].filter(within);
  const starts: Date[] = [];
  const steps = event.iterator();
  for (let n = 0; n < 10_000 && starts.length < MOST_REPEATS; n += 1) {
    const next = steps.next() as ICAL.Time | undefined;
    if (!next) break;
    const at = next.toJSDate();
    if (at >= until) break;
    if (within(at)) starts.push(at);
  }
  return starts;
}

/** The span that is brought: from yesterday, a little more than a year on. */
export const calendarSpan = (now: Date) => ({
  from: new Date(now.getTime() - DAY),
  until: new Date(now.getTime() + 400 * DAY),
});
