import { describe, expect, it } from '@jest/globals';
import { readCalendar } from './readCalendar';

const learners = [{ id: 'l1', name: 'Ines Tavarro' }];
const span = {
  from: new Date('2026-11-01T00:00:00Z'),
  until: new Date('2027-01-01T00:00:00Z'),
  zone: 'Europe/London',
};
const calendar = (...events: readonly string[]) =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//test//', ...events, 'END:VCALENDAR'].join('\r\n');
const event = (...lines: readonly string[]) => ['BEGIN:VEVENT', ...lines, 'END:VEVENT'].join('\r\n');

describe('a calendar from elsewhere', () => {
  it('brings a lesson with its learner, its place and its length', () => {
    const { events, problems } = readCalendar(
      calendar(
        event(
          'UID:a',
          'DTSTART:20261126T090000Z',
          'DTEND:20261126T103000Z',
          'SUMMARY:Lesson: Ines Tavarro',
          'LOCATION:Market place',
        ),
      ),
      learners,
      span,
    );
    expect(problems).toEqual([]);
    expect(events).toHaveLength(1);
    expect(events[0]?.lesson).toMatchObject({
      kind: 'lesson',
      learner: 'l1',
      startsAt: '2026-11-26T09:00:00.000Z',
      minutes: 90,
      place: 'Market place',
      uid: 'a',
    });
  });

  it('brings an event that repeats one by one, within the span only', () => {
    const { events } = readCalendar(
      calendar(
        event(
          'UID:b',
          'DTSTART:20261020T150000Z',
          'DURATION:PT1H',
          'RRULE:FREQ=WEEKLY;COUNT=40',
          'SUMMARY:Team',
        ),
      ),
      learners,
      span,
    );
    expect(events.map(({ lesson }) => lesson.startsAt.slice(0, 10))).toEqual([
      '2026-11-03',
      '2026-11-10',
      '2026-11-17',
      '2026-11-24',
      '2026-12-01',
      '2026-12-08',
      '2026-12-15',
      '2026-12-22',
      '2026-12-29',
    ]);
    expect(new Set(events.map(({ uid }) => uid)).size).toBe(9);
    expect(events[0]?.lesson).toMatchObject({ kind: 'other', note: 'Team', learner: null });
  });

  it('tells what it leaves out, and why', () => {
    const { events, problems } = readCalendar(
      calendar(
        event('UID:c', 'DTSTART;VALUE=DATE:20261126', 'SUMMARY:Holiday'),
        event('UID:d', 'DTSTART:20261126T000000Z', 'DTEND:20261128T000000Z', 'SUMMARY:Long thing'),
        event('UID:e', 'SUMMARY:No hour'),
      ),
      learners,
      span,
    );
    expect(events).toEqual([]);
    expect(problems.join(' ')).toMatch(
      /Holiday: lasts whole days.*Long thing: lasts 2880 min.*No hour: has no start/,
    );
  });

  it.each([['BEGIN:VCALENDAR\r\nnonsense'], ['hello'], ['']])('says that %j is no calendar', (text) => {
    const { events, problems } = readCalendar(text, learners, span);
    expect(events).toEqual([]);
    expect(problems).toHaveLength(1);
  });
});
