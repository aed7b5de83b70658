interface Retract {
  readonly id: string;
  readonly kind: 'retract';
  readonly of: string;
}

type Entry = Retract | { readonly id: string; readonly kind: string };

const isRetract = (entry: Entry): entry is Retract => entry.kind === 'retract';

/**
 * The ids that no longer count. A retract may itself be retracted, which brings its target back, however
 * the clocks of the devices stood.
 *
 * @param events in order, each id once
 */
export function retractedIds(events: readonly Entry[]): ReadonlySet<string> {
  const retracts = events.filter(isRetract);
  const known = new Set(retracts.map(({ id }) => id));
  const undecidedOn = new Map<string, number>();
  for (const { of } of retracts) if (known.has(of)) undecidedOn.set(of, (undecidedOn.get(of) ?? 0) + 1);

  const gone = new Set<string>();
  const decided = new Set<string>();
  const byId = new Map(retracts.map((retract) => [retract.id, retract]));
  const decide = (first: Retract): void => {
    const queue = [first];
    for (let next = queue.pop(); next; next = queue.pop()) {
      if (decided.has(next.id)) continue;
      decided.add(next.id);
      if (!gone.has(next.id)) gone.add(next.of);
      const left = (undecidedOn.get(next.of) ?? 0) - 1;
      undecidedOn.set(next.of, left);
      const target = byId.get(next.of);
      if (target && left === 0) queue.push(target);
    }
  };
  for (const retract of retracts) if ((undecidedOn.get(retract.id) ?? 0) === 0) decide(retract);
  // Retracts that retract each other in a ring: only a broken writer makes them; the first in order wins.
  for (const retract of retracts) decide(retract);
  return gone;
}
