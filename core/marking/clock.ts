import type { Drive } from './drive';

/**
 * Seconds of a mock so far, pauses left out.
 *
 * @param startedAt ISO instant
 * @param now ISO instant; a mock that has ended stops there instead
 */
export function elapsedSeconds(drive: Pick<Drive, 'pauses' | 'end'>, startedAt: string, now: string): number {
  const until = Date.parse(drive.end?.at ?? now);
  const start = Date.parse(startedAt);
  let paused = 0;
  let pausedSince: number | null = null;
  for (const { kind, at } of drive.pauses) {
    const time = Math.min(Math.max(start, Date.parse(at)), until);
    if (kind === 'pause') pausedSince ??= time;
    else if (pausedSince !== null) {
      paused += time - pausedSince;
      pausedSince = null;
    }
  }
  if (pausedSince !== null) paused += Math.max(0, until - pausedSince);
  return Math.max(0, until - start - paused) / 1000;
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
