import { drivenSeconds } from '../time';
import type { Drive } from './drive';

/**
 * Seconds of a mock so far, pauses left out.
 *
 * @param startedAt ISO instant
 * @param now ISO instant; a mock that has ended stops there instead
 */
export const elapsedSeconds = (
  drive: Pick<Drive, 'pauses' | 'end'>,
  startedAt: string,
  now: string,
): number => drivenSeconds(drive.pauses, startedAt, drive.end?.at ?? now);

/**
 * The instant from which the seconds of a mock would have run without any pause: what is left of them is counted
 * from it. Null while paused and after the end.
 */
export function runningSince(drive: Pick<Drive, 'pauses' | 'end'>, startedAt: string): string | null {
  if (drive.end || isPaused(drive)) return null;
  const last = drive.pauses.at(-1)?.at ?? startedAt;
  return new Date(Date.parse(last) - 1000 * drivenSeconds(drive.pauses, startedAt, last)).toISOString();
}

export const isPaused = (drive: Pick<Drive, 'pauses'>): boolean => drive.pauses.at(-1)?.kind === 'pause';

/** Seconds from the start of a drive to a moment of it; never below zero. Both are ISO instants. */
export const secondsSince = (startedAt: string, at: string): number =>
  Math.max(0, Date.parse(at) - Date.parse(startedAt)) / 1000;

/** 1300 seconds as `00:21:40`. */
export function clockText(seconds: number): string {
  const whole = Math.floor(seconds);
  return [Math.floor(whole / 3600), Math.floor(whole / 60) % 60, whole % 60]
    .map((part) => String(part).padStart(2, '0'))
    .join(':');
}

/** 85 seconds as `1:25`: the time of one manoeuvre. */
export const runClockText = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds) % 60).padStart(2, '0')}`;

/** Seconds of the time of one manoeuvre as people type it: `1:25`, or `85` for seconds; null for what is no time. */
export const typedRunSeconds = (text: string): number | null =>
  /^\s*\d+([.,]\d+)?\s*$/.test(text) ? Number(text.replace(',', '.')) : typedSeconds(text);

/** Seconds of a time as people type it: `1:02:30`, `12:30`, or `12` for minutes; null for what is no time. */
export function typedSeconds(text: string): number | null {
  const parts = text.trim().split(/[:.]/);
  if (parts.length > 3 || !parts.every((part) => /^\d{1,3}$/.test(part))) return null;
  const numbers = parts.map(Number);
  if (numbers.slice(1).some((part) => part > 59)) return null;
  const [hours = 0, minutes = 0, seconds = 0] =
    numbers.length === 3 ? numbers : numbers.length === 2 ? [0, ...numbers] : [0, ...numbers, 0];
  return hours * 3600 + minutes * 60 + seconds;
}
