import { constants, usual, type Constant, type ConstantId, type Values } from './constants';

/** A figure that explains something at the roadside: how it is worked out, and from which constants. */
export interface FigureAbout {
  readonly formula: string;
  readonly where: string;
  readonly uses: readonly ConstantId[];
}

export const figures = {
  stopping: {
    formula: 'v × t + v² ÷ (2 × (a + g × slope))',
    where:
      'v speed, t time to react, a deceleration (divided by 2 when wet, by 10 on ice), g gravity, slope above zero uphill',
    uses: ['reaction', 'braking', 'wet', 'ice', 'gravity'],
  },
  amber: {
    formula:
      'stop if distance ≥ v × t + v² ÷ (2 × (a + g × slope)); go if distance ≤ v × amber − (crossing + length)',
    where:
      'v speed, t time to decide, a comfortable deceleration, g gravity, slope above zero uphill; distance to the line',
    uses: ['amber', 'amberReaction', 'amberBraking', 'gravity', 'crossing', 'carLength'],
  },
  gap: {
    formula: 'v × seconds; doubled when wet, up to ten times on ice',
    where: 'v speed; count from when the vehicle ahead passes a mark',
    uses: ['gapDry', 'gapWet', 'ice', 'mirrorLeast', 'mirrorMost'],
  },
  cue: {
    formula:
      'v × t, between the shortest and the longest, rounded to what is spoken; on fast roads also at twice that',
    where: 'v speed, t time before the junction',
    uses: ['cueSeconds', 'cueLeast', 'cueMost', 'cueEarlyAbove'],
  },
  emerge: {
    formula:
      'v × (t + v ÷ a + behind) − (v² ÷ 2a − way) + length; to cross a lane: t + √(2 × (lane + length) ÷ a) + margin',
    where:
      'v speed of the traffic, t time until the car moves, a acceleration, way from the line into the lane, behind the time to the vehicle behind at the closest',
    uses: [
      'startReaction',
      'acceleration',
      'nearTurn',
      'farTurn',
      'laneCrossed',
      'carLength',
      'emergeBehind',
      'crossMargin',
    ],
  },
  delay: {
    formula: '(v − u)² ÷ 2v × (1 ÷ b + 1 ÷ a) + wait × (1 − u ÷ v)',
    where: 'v speed before and after, u speed in between, b deceleration, a acceleration',
    uses: ['slowing', 'acceleration'],
  },
  room: {
    formula: 'own width + clearance for each parked row (+ oncoming width + clearance)',
    where: 'widths over the mirrors',
    uses: ['clearance', 'oncomingClearance'],
  },
} as const satisfies Readonly<Record<string, FigureAbout>>;

/** Goes with every figure. */
export const CAUTION =
  'These figures explain; they don’t replace looking. Tyres, brakes, road, weather and driver differ, and your local rules come first.';

export type FigureId = keyof typeof figures;

export interface UsedConstant extends Omit<Constant, 'least' | 'most'> {
  readonly id: ConstantId;
  /** Whether it is as it ships. */
  readonly changed: boolean;
}

/** The constants of a figure with their values and sources. A value that somebody changed is theirs. */
export const constantsOf = (figure: FigureId, values: Values = usual): readonly UsedConstant[] =>
  figures[figure].uses.map((id) => {
    const { title, unit, source } = constants[id];
    return { id, title, unit, value: values[id], source, changed: values[id] !== usual[id] };
  });
