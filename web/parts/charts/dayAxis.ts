const DAY = 86_400_000;

/**
 * An axis of days: labels are days, however near to each other what is shown lies, and never times of day.
 *
 * @param instants of what is shown, ISO
 */
export function dayAxis(instants: readonly string[], title: string) {
  const times = instants.map((at) => Date.parse(at)).filter((time) => !Number.isNaN(time));
  const [first, last] = [Math.min(...times), Math.max(...times)];
  const spare = Math.max(3 * DAY, 0.04 * (last - first));
  // From four days a label each would crowd a short span.
  const days = (last - first + 2 * spare) / DAY;
  return {
    title: { text: title },
    type: 'date' as const,
    tickformat: '%-d %b',
    ...(times.length > 0
      ? { range: [first - spare, last + spare].map((time) => new Date(time).toISOString()) }
      : {}),
    ...(days < 14 ? { dtick: 2 * DAY } : {}),
  };
}
