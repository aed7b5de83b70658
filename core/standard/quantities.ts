/** What a limit can total besides the readings of measures. */
interface Quantity {
  /** As a choice in the editor. */
  readonly label: string;
  /** "attempt", "attempts". */
  readonly one: string;
  readonly many: string;
  /**
   * Where it comes from: each `mark` adds an amount, each `step` of a run of this phase adds one, or the `clock` of
   * a run is read when it stops, or that of the whole `test` when it ends. Only what comes from marks can be totalled by section and item.
   */
  readonly from:
    | { readonly what: 'mark'; readonly amount: (points: number) => number }
    | { readonly what: 'step'; readonly phase: string }
    | { readonly what: 'clock' }
    | { readonly what: 'test' };
}

const mark = (amount: (points: number) => number) => ({ what: 'mark', amount }) as const;
const step = <P extends string>(phase: P) => ({ what: 'step', phase }) as const;

/** Every quantity that a limit can total: the one list that schema, evaluator, sentences and editor read. */
export const quantities = {
  faults: { label: 'Faults, counted', one: 'fault', many: 'faults', from: mark(() => 1) },
  points: { label: 'Points', one: 'point', many: 'points', from: mark((points) => points) },
  seconds: { label: 'Seconds', one: 'second', many: 'seconds', from: { what: 'clock' } },
  elapsed: {
    label: 'Seconds of the whole test, without pauses',
    one: 'second of the whole test',
    many: 'seconds of the whole test',
    from: { what: 'test' },
  },
  attempts: { label: 'Attempts', one: 'attempt', many: 'attempts', from: step('attempt') },
  movements: { label: 'Movements', one: 'movement', many: 'movements', from: step('movement') },
  shunts: { label: 'Shunts', one: 'shunt', many: 'shunts', from: step('shunt') },
} as const satisfies Readonly<Record<string, Quantity>>;

export type QuantityId = keyof typeof quantities;

/** Ids in the order of the list. */
export const quantityIds = Object.keys(quantities) as [QuantityId, ...QuantityId[]];

type From = (typeof quantities)[QuantityId]['from'];

/** Steps of a run that are counted, such as an attempt. */
export type CountedPhase = Extract<From, { readonly what: 'step' }>['phase'];

/** Quantities that count steps of a run. */
export type CountedId = {
  [K in QuantityId]: (typeof quantities)[K]['from'] extends { readonly what: 'step' } ? K : never;
}[QuantityId];

/** Quantities that count steps of a run, each with its phase. */
export const countedSteps: readonly {
  readonly id: CountedId;
  readonly phase: CountedPhase;
  readonly one: string;
  readonly many: string;
  readonly label: string;
}[] = quantityIds.flatMap((id) => {
  const { from, one, many, label } = quantities[id];
  return from.what === 'step' ? [{ id: id as CountedId, phase: from.phase, one, many, label }] : [];
});

/** The quantity of a limit; null for one of a measure, `measure:<id>`. */
export const quantityOf = (of: string | undefined): Quantity | null =>
  of !== undefined && Object.hasOwn(quantities, of) ? quantities[of as QuantityId] : null;

/** What one mark adds to a limit of this quantity; null where marks add nothing. */
export function amountOfMark(of: string | undefined, points: number): number | null {
  const from = quantityOf(of)?.from;
  return from?.what === 'mark' ? from.amount(points) : null;
}

/** Whether marks add up in a limit of this quantity. */
export const addsUpMarks = (of: string | undefined): boolean => quantityOf(of)?.from.what === 'mark';

/** Whether a limit of this quantity is the time of the whole test. */
export const isElapsed = (of: string | undefined): boolean => quantityOf(of)?.from.what === 'test';

/** Whether a limit of this quantity is a time, read from the clock of a run. */
export const isTimed = (of: string | undefined): boolean => quantityOf(of)?.from.what === 'clock';
