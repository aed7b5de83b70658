/**
 * Seconds from a start to an end, pauses left out. A pause within a pause changes nothing; one that isn't ended lasts to
 * the end.
 *
 * @param pauses in time order; @param startedAt @param until ISO instants
 */
export function drivenSeconds(
  pauses: readonly { readonly kind: 'pause' | 'resume'; readonly at: string }[],
  startedAt: string,
  until: string,
): number {
  const [start, end] = [Date.parse(startedAt), Date.parse(until)];
  let paused = 0;
  let pausedSince: number | null = null;
  for (const { kind, at } of pauses) {
    const time = Math.min(Math.max(start, Date.parse(at)), end);
    if (kind === 'pause') pausedSince ??= time;
    else if (pausedSince !== null) {
      paused += time - pausedSince;
      pausedSince = null;
    }
  }
  if (pausedSince !== null) paused += Math.max(0, end - pausedSince);
  return Math.max(0, end - start - paused) / 1000;
}
