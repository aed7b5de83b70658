import { fileWord } from '../names';
import { checkShape, failed, newerFormat, parsed, type Parsed, within } from '../problems';
import type { Standard } from '../standard';
import { eventChecker } from './check';
import { headerSchema, parseEvent, type DriveEvent, type LogHeader, type Source } from './event';
import { inOrder } from '../log';
import { problem } from './problems';

export const LOG_FORMAT = 'jasperwren-log/1';
/** Largest log file that is read, in characters. */
export const MAX_LOG_LENGTH = 50_000_000;

export interface Log {
  readonly header: LogHeader;
  readonly events: readonly DriveEvent[];
}

/** Reads a log file (JSON Lines: a header, then events) and lists every problem with its line. */
export function readLog(text: string): Parsed<Log> {
  if (text.length > MAX_LOG_LENGTH) return failed([problem('', 'too-long', { most: MAX_LOG_LENGTH })]);
  const lines = text
    .split(/\r?\n/)
    .map((line, n) => ({ line, path: `line ${n + 1}` }))
    .filter(({ line }) => line.trim() !== '');
  const [first, ...rest] = lines;
  if (!first) return failed([problem('', 'empty')]);

  const header = readHeader(first.line, first.path);
  const events = rest.map(({ line, path }) => atLine(path, readJson(line, parseEvent)));
  const foreign = rest.flatMap(({ path }, n) => {
    const event = events[n];
    if (!header.ok || !event?.ok || event.value.test === undefined) return [];
    if (event.value.test === header.value.test) return [];
    return [problem(`${path}.test`, 'another-test', { of: header.value.test })];
  });
  const problems = [
    ...(header.ok ? [] : header.problems),
    ...events.flatMap((event) => (event.ok ? [] : event.problems)),
    ...foreign,
  ];
  if (!header.ok || problems.length > 0) return failed(problems);
  return parsed({
    header: header.value,
    events: events.flatMap((event) => (event.ok ? [event.value] : [])),
  });
}

/** Reads a log file and checks it against the standard that it is to be judged under. */
export function readLogUnder(standard: Standard, text: string): Parsed<Log> {
  const log = readLog(text);
  if (!log.ok) return log;
  const { header, events } = log.value;
  if (header.standard.id !== standard.id)
    return failed([
      problem('line 1.standard.id', 'other-standard', { marked: header.standard.id, wanted: standard.id }),
    ]);
  const eventLines = text
    .split(/\r?\n/)
    .flatMap((line, n) => (line.trim() === '' ? [] : [n + 1]))
    .slice(1);
  const check = eventChecker(standard, events);
  const problems = events.flatMap((event, n) =>
    check(event).map((one) => within(`line ${eventLines[n] ?? n + 2}`, one)),
  );
  return problems.length > 0 ? failed(problems) : log;
}

/** Writes a log file, in the order for computing. */
/** What a drive is known by: enough for the first line of its log. */
interface DriveKnownBy extends Pick<LogHeader, 'retest' | 'startedAt' | 'zone'> {
  readonly source?: Source;
  readonly id: string;
  readonly standard: { readonly id: string; readonly version: string };
  readonly learner: { readonly id: string };
}

/** The first line of a drive's log file. */
export const headerOf = ({
  id,
  standard,
  learner,
  retest,
  startedAt,
  zone,
  source,
}: DriveKnownBy): LogHeader => ({
  kind: 'header',
  format: LOG_FORMAT,
  test: id,
  standard: { id: standard.id, version: standard.version },
  learner: learner.id,
  retest,
  startedAt,
  zone,
  ...(source === 'paper' ? { source } : {}),
});

/** A name for a drive's log file: its day, its learner where they are named, and the beginning of its id. */
export function logFileName({
  id,
  startedAt,
  learner,
}: Pick<DriveKnownBy, 'id' | 'startedAt'> & { readonly learner?: { readonly name?: string } }): string {
  const who = fileWord(learner?.name ?? '');
  return `${startedAt.slice(0, 10)}${who === '' ? '' : `-${who}`}-${id.slice(0, 8)}.jwlog.jsonl`;
}

export function writeLog({ header, events }: Log): string {
  return [header, ...inOrder(events)].map((line) => `${JSON.stringify(line)}\n`).join('');
}

function readHeader(line: string, path: string): Parsed<LogHeader> {
  return atLine(
    path,
    readJson(line, (input) => {
      const format = typeof input === 'object' && input !== null && 'format' in input ? input.format : null;
      const newer = newerFormat(format, LOG_FORMAT);
      return newer ? failed([newer]) : checkShape(headerSchema, input);
    }),
  );
}

function readJson<T>(line: string, parse: (input: unknown) => Parsed<T>): Parsed<T> {
  let input: unknown;
  try {
    input = JSON.parse(line);
  } catch {
    return failed([problem('', 'no-json', { why: '' })]);
  }
  if (typeof input !== 'object' || input === null || Array.isArray(input))
    return failed([problem('', 'no-object')]);
  return parse(input);
}

function atLine<T>(path: string, result: Parsed<T>): Parsed<T> {
  return result.ok ? result : failed(result.problems.map((one) => within(path, one)));
}
