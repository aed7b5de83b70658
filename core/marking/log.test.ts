import { describe, expect, it } from '@jest/globals';
import { eventsOf, instant, standardWith } from '../testing';
import { eventChecker } from './check';
import { clockText, elapsedSeconds, isPaused } from './clock';
import { driveOf } from './drive';
import { readLog, readLogUnder, writeLog, type Log } from './log';

const header = {
  kind: 'header',
  format: 'jasperwren-log/1',
  test: 't1',
  standard: { id: 'small', version: '1.0.0' },
  learner: 'ines',
  retest: false,
  startedAt: '2026-09-14T08:02:11.000Z',
  zone: 'Europe/London',
} as const;
const events = eventsOf([
  { kind: 'fault', item: 'look', severity: 'minor', run: null, place: { lat: 51.5, lon: -0.1 } },
  { kind: 'note', text: 'mirror steamed up' },
]);
const lines = (...entries: readonly unknown[]) => entries.map((entry) => JSON.stringify(entry)).join('\n');
const problemsOf = (text: string) => {
  const result = readLogUnder(standardWith(), text);
  return result.ok ? [] : result.problems.map(({ path, message }) => `${path}: ${message}`);
};

describe('a log file', () => {
  it('is read as it was written', () => {
    const log: Log = { header, events };
    expect(readLog(writeLog(log))).toEqual({ ok: true, value: log });
  });

  it('lists every problem with its line', () => {
    const [fault] = events;
    const text = lines(
      { ...header, zone: undefined },
      { ...fault, place: { lat: 91, lon: 0 }, colour: 'red' },
      { ...fault, at: 'yesterday' },
      { ...fault, kind: 'applause' },
    ).concat('\n{"kind":');
    expect(problemsOf(text)).toEqual([
      'line 1.zone: is missing; it must be a string',
      'line 2.place.lat: is too large; at most 90',
      'line 2.colour: is not a property of this format',
      'line 3.at: must be an ISO instant in UTC, such as 2026-09-14T08:02:11.000Z',
      expect.stringMatching(/^line 4\.kind: is no known kind of event/),
      'line 5: is not JSON',
    ]);
  });

  it('names items, severities and manoeuvres that the standard does not know, at their lines', () => {
    const bad = eventsOf([
      { kind: 'fault', item: 'juggling', severity: 'minor' },
      { kind: 'fault', item: 'answer', severity: 'grave' },
      { kind: 'manoeuvre', run: 'r', manoeuvre: 'loop', phase: 'start' },
      { kind: 'measure', measure: 'noise', value: 1 },
      { kind: 'sort', of: 'p', faults: [{ item: 'look', severity: 'huge' }] },
    ]);
    const paths = problemsOf(`${lines(header)}\n\n${lines(...bad)}`).map((text) => text.split(': ')[0]);
    expect(paths).toEqual([
      'line 3.item',
      'line 4.severity',
      'line 5.manoeuvre',
      'line 6.measure',
      'line 7.faults[0].severity',
    ]);
  });

  it('is refused when it is empty, of another standard, of a newer format, or of two tests', () => {
    expect(problemsOf('')).toEqual([': is empty; the first line must be a header']);
    expect(problemsOf(lines({ ...header, standard: { id: 'other', version: '1.0.0' } }))[0]).toMatch(
      /^line 1\.standard\.id: was marked under other/,
    );
    expect(problemsOf(lines({ ...header, format: 'jasperwren-log/2' }))[0]).toMatch(
      /newer than this program/,
    );
    expect(problemsOf(lines(header, { ...events[0], test: 't2' }))[0]).toMatch(
      /^line 2\.test: is another test/,
    );
  });

  it('reads goals of earlier versions, which were notes that began so', () => {
    const read = readLog(lines(header, ...eventsOf([{ kind: 'note', text: 'Goal: Look in the mirrors' }])));
    expect(read.ok && driveOf(standardWith(), read.value.events)).toMatchObject({
      goals: [{ kind: 'goal', text: 'Look in the mirrors' }],
      notes: [],
    });
  });

  it('reads what the severity guide was told in earlier versions, and what of the route a mark belonged to', () => {
    const fault = { kind: 'fault', item: 'look', severity: 'minor' } as const;
    const guided = eventsOf([fault, { kind: 'note', of: 'e1', text: 'Severity guide: danger' }]);
    const written = guided.map((event) =>
      event.kind === 'fault' ? { ...event, feature: 'give-way@52.1,-2.3' } : event,
    );
    const read = readLog(lines(header, ...written));
    expect(read.ok && driveOf(standardWith(), read.value.events)).toMatchObject({
      marks: [{ feature: { kind: 'give-way', place: { lat: 52.1, lon: -2.3 } } }],
      notes: [{ text: 'danger', by: 'severity-guide' }],
    });
  });

  it('refuses a regrade to a severity that its mark cannot have', () => {
    const regrade = eventsOf([
      { kind: 'fault', item: 'answer', severity: 'minor' },
      { kind: 'regrade', of: 'e1', severity: 'grave' },
    ]);
    expect(regrade.map(eventChecker(standardWith(), regrade))).toMatchObject([
      [],
      [{ path: 'severity', message: 'grave cannot be given for answer; allowed: minor' }],
    ]);
  });
});

describe('the clock', () => {
  const seconds = (bodies: Parameters<typeof eventsOf>[0], now: number) =>
    elapsedSeconds(driveOf(standardWith(), eventsOf(bodies)), instant(0), instant(now));

  it('leaves pauses out and stops at the end', () => {
    const pause = { kind: 'pause', at: instant(10) } as const;
    const resume = { kind: 'resume', at: instant(25) } as const;
    expect(seconds([], 90)).toBe(90);
    expect(seconds([pause, resume], 60)).toBe(45);
    expect(seconds([pause], 60)).toBe(10);
    expect(seconds([pause, { kind: 'pause', at: instant(12) }, resume], 60)).toBe(45);
    expect(seconds([{ kind: 'end', how: 'finished', at: instant(30) }], 600)).toBe(30);
    expect(isPaused(driveOf(standardWith(), eventsOf([pause])))).toBe(true);
  });

  it('reads as hours, minutes and seconds', () => {
    expect(clockText(1300.9)).toBe('00:21:40');
    expect(clockText(3661)).toBe('01:01:01');
  });
});
