import { typedNumber } from '../../core/numbers';
import { failed, parsed, type Parsed, type Problem } from '../../core/problems';
import {
  amber,
  CAUTION,
  constantIds,
  constantsOf,
  cue,
  emerging,
  figureProblem,
  figures,
  followingGap,
  mirrorInterval,
  readSpeed,
  stopping,
  stoppingByRule,
  turns,
  turnSide,
  withValues,
  type ConstantId,
  type FigureId,
  type RoadState,
  type Values,
} from '../../core/roadcraft';
import { done, refused, type Outcome } from './io';

/** Steepest slope that a road has, up or down. */
const STEEPEST = 0.4;

/** What every figure can be told. */
export interface AboutFigure {
  /** Constants by their ids, as they were typed. */
  readonly set: Readonly<Record<string, string>>;
  readonly text: boolean;
}

interface Given extends AboutFigure {
  /** Constants with options of their own. */
  readonly own?: Readonly<Partial<Record<ConstantId, string | undefined>>>;
}

/** The constants as an invocation wants them, or everything that is wrong with them. */
function valuesOf({ set, own = {} }: Given, optionOf: (id: string) => string): Parsed<Values> {
  const changes: Partial<Record<ConstantId, number>> = {};
  const problems: Problem[] = [];
  for (const [id, text] of Object.entries({ ...set, ...own })) {
    if (text === undefined) continue;
    if (!constantIds.includes(id as ConstantId)) {
      problems.push(figureProblem('--set', 'no-constant', { id, allowed: constantIds }));
      continue;
    }
    const value = typedNumber(text) ?? NaN;
    if (Number.isNaN(value)) problems.push(figureProblem(optionOf(id), 'no-number', { found: text }));
    else changes[id as ConstantId] = value;
  }
  const values = withValues(changes);
  const beyond = values.ok ? [] : values.problems.map((one) => ({ ...one, path: optionOf(one.path) }));
  return problems.length + beyond.length > 0 ? failed([...problems, ...beyond]) : values;
}

function gradeOf(text: string): Parsed<number> {
  const value = typedNumber(text) ?? NaN;
  if (Number.isNaN(value)) return failed([figureProblem('--grade', 'no-number', { found: text })]);
  return Math.abs(value) <= STEEPEST
    ? parsed(value)
    : failed([
        figureProblem('--grade', 'out-of-range', {
          found: value,
          least: -STEEPEST,
          most: STEEPEST,
          unit: '',
        }),
      ]);
}

interface Answer {
  readonly inputs: Readonly<Record<string, unknown>>;
  readonly results: Readonly<Record<string, unknown>>;
  readonly lines: readonly string[];
}

/** Prints a figure: its inputs, how it is worked out, what comes out, and where each constant is from. */
function printed(figure: FigureId, { text }: AboutFigure, values: Values, answer: Answer): Outcome {
  const used = constantsOf(figure, values);
  const { formula, where } = figures[figure];
  if (!text) {
    const { inputs, results } = answer;
    return done(
      `${JSON.stringify({ figure, inputs, formula, where, results, constants: used, caution: CAUTION })}\n`,
    );
  }
  return done(
    [
      ...answer.lines,
      `Formula: ${formula}`,
      `  ${where}`,
      ...used.map(
        ({ title, value, unit, source, changed }) =>
          `  ${title}: ${value}${unit ? ` ${unit}` : ''} (${changed ? 'yours' : `${source.kind}: ${source.note}`})`,
      ),
      CAUTION,
      '',
    ].join('\n'),
  );
}

const problemsOfAll = (figure: FigureId, read: readonly Parsed<unknown>[]): Outcome =>
  refused(
    read.flatMap((one) =>
      one.ok ? [] : one.problems.map((problem) => ({ file: `figures ${figure}`, problem })),
    ),
  );

const metresText = (metres: number): string => `${metres.toFixed(1)} m`;
const secondsText = (seconds: number): string => `${seconds.toFixed(1)} s`;

export interface StoppingAsked extends AboutFigure {
  readonly speed: string;
  readonly road: RoadState;
  readonly grade: string;
  readonly reaction?: string;
}

export function stoppingFigure(how: StoppingAsked): Outcome {
  const speed = readSpeed(how.speed, '--speed');
  const grade = gradeOf(how.grade);
  const values = valuesOf({ ...how, own: { reaction: how.reaction } }, (id) =>
    id === 'reaction' ? '--reaction' : `--set ${id}`,
  );
  if (!speed.ok || !grade.ok || !values.ok) return problemsOfAll('stopping', [speed, grade, values]);
  const found = stopping(speed.value, { road: how.road, grade: grade.value }, values.value);
  const rule = stoppingByRule(speed.value, how.road, values.value);
  const { reaction } = values.value;
  return printed('stopping', how, values.value, {
    inputs: { speed: speed.value, road: how.road, grade: grade.value },
    results: {
      stops: found !== null,
      thinking: { metres: speed.value * reaction, seconds: reaction },
      braking: found && { metres: found.braking, seconds: found.seconds - reaction },
      total: found && { metres: found.total, seconds: found.seconds },
      rule: {
        thinking: { metres: rule.thinking },
        braking: { metres: rule.braking },
        total: { metres: rule.total },
      },
    },
    lines: found
      ? [
          `Stops after ${metresText(found.total)} and ${secondsText(found.seconds)}: ${metresText(found.thinking)} thinking, ${metresText(found.braking)} braking.`,
          `By the rule of the Highway Code: ${metresText(rule.total)}.`,
        ]
      : ['The car doesn’t stop: the slope is too steep for the brakes on this road.'],
  });
}

export interface AmberAsked extends AboutFigure {
  readonly speed: string;
  readonly grade: string;
  readonly amber?: string;
  readonly length?: string;
  readonly crossing?: string;
}

export function amberFigure(how: AmberAsked): Outcome {
  const options: Readonly<Record<string, string>> = {
    amber: '--amber',
    carLength: '--length',
    crossing: '--crossing',
  };
  const speed = readSpeed(how.speed, '--speed');
  const grade = gradeOf(how.grade);
  const values = valuesOf(
    { ...how, own: { amber: how.amber, carLength: how.length, crossing: how.crossing } },
    (id) => options[id] ?? `--set ${id}`,
  );
  if (!speed.ok || !grade.ok || !values.ok) return problemsOfAll('amber', [speed, grade, values]);
  const zones = amber(speed.value, { grade: grade.value }, values.value);
  const at = (metres: number) => ({ metres, seconds: speed.value > 0 ? metres / speed.value : null });
  const zone = (of: { readonly from: number; readonly to: number } | null | undefined) =>
    of ? { from: at(of.from), to: at(of.to) } : null;
  return printed('amber', how, values.value, {
    inputs: { speed: speed.value, grade: grade.value },
    results: {
      stops: zones !== null,
      stopFrom: zones && at(zones.stopFrom),
      goUpTo: zones && at(zones.goUpTo),
      dilemma: zone(zones?.dilemma),
      option: zone(zones?.option),
      neededAmber: zones && { seconds: zones.neededAmber },
      neededToClear: zones && {
        seconds: Number.isFinite(zones.neededToClear) ? zones.neededToClear : null,
      },
    },
    lines: zones
      ? [
          `Stop from ${metresText(zones.stopFrom)} before the line on.`,
          zones.goUpTo > 0
            ? `Go on up to ${metresText(zones.goUpTo)} before it: the car is across before red.`
            : 'At this speed the car is not across before red from anywhere.',
          zones.dilemma
            ? `Between ${metresText(zones.dilemma.from)} and ${metresText(zones.dilemma.to)} neither works.`
            : zones.option
              ? `Between ${metresText(zones.option.from)} and ${metresText(zones.option.to)} either works.`
              : '',
          `Amber needed: ${secondsText(zones.neededAmber)}.`,
        ].filter((line) => line !== '')
      : ['Nobody can stop comfortably on such a slope.'],
  });
}

export interface GapAsked extends AboutFigure {
  readonly speed: string;
  readonly road: RoadState;
}

export function gapFigure(how: GapAsked): Outcome {
  const speed = readSpeed(how.speed, '--speed');
  const values = valuesOf(how, (id) => `--set ${id}`);
  if (!speed.ok || !values.ok) return problemsOfAll('gap', [speed, values]);
  const following = followingGap(speed.value, how.road, values.value);
  const mirror = mirrorInterval(speed.value, values.value);
  return printed('gap', how, values.value, {
    inputs: { speed: speed.value, road: how.road },
    results: { following, mirror },
    lines: [
      `Keep ${metresText(following.metres)} behind the vehicle ahead: ${secondsText(following.seconds)}.`,
      `From glance to glance into the mirror one drives ${metresText(mirror.from.metres)} to ${metresText(mirror.to.metres)}.`,
    ],
  });
}

export interface CueAsked extends AboutFigure {
  readonly speed: string;
  readonly units: 'imperial' | 'metric';
}

export function cueFigure(how: CueAsked): Outcome {
  const speed = readSpeed(how.speed, '--speed');
  const values = valuesOf(how, (id) => `--set ${id}`);
  if (!speed.ok || !values.ok) return problemsOfAll('cue', [speed, values]);
  const { metres, main, early } = cue(speed.value, how.units, values.value);
  const at = (distance: number) => ({
    metres: distance,
    seconds: speed.value > 0 ? distance / speed.value : null,
  });
  return printed('cue', how, values.value, {
    inputs: { speed: speed.value, units: how.units },
    results: {
      unrounded: at(metres),
      main: { ...at(main.metres), spoken: main.text },
      early: early && { ...at(early.metres), spoken: early.text },
    },
    lines: [
      `Say it ${main.text} before (${metresText(main.metres)}).`,
      ...(early ? [`Say it early too, ${early.text} before.`] : []),
    ],
  });
}

export interface EmergeAsked extends AboutFigure {
  readonly flow: string;
  readonly acceleration?: string;
  readonly side: 'left' | 'right';
}

export function emergeFigure(how: EmergeAsked): Outcome {
  const read = readSpeed(how.flow, '--flow');
  const flow: Parsed<number> =
    read.ok && read.value <= 0 ? failed([figureProblem('--flow', 'not-positive')]) : read;
  const values = valuesOf({ ...how, own: { acceleration: how.acceleration } }, (id) =>
    id === 'acceleration' ? '--acceleration' : `--set ${id}`,
  );
  if (!flow.ok || !values.ok) return problemsOfAll('emerge', [flow, values]);
  const found = turns.map((turn) => ({
    side: turnSide(turn, how.side),
    turn,
    ...emerging(flow.value, turn, values.value),
  }));
  return printed('emerge', how, values.value, {
    inputs: { flow: flow.value, drivingSide: how.side },
    results: Object.fromEntries(
      found.map(({ side, upToSpeed, ...rest }) => [side, { upToSpeed: { seconds: upToSpeed }, ...rest }]),
    ),
    lines: found.map(
      ({ side, needed }) =>
        `To turn ${side}: a gap of ${secondsText(needed.seconds)}, ${metresText(needed.metres)}.`,
    ),
  });
}
