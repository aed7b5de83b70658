import { PULL_UP, type DriveEvent } from '../../core/marking';
import { pickWeighted, randomFrom, seedOf, type Random } from '../../core/random';
import { ratedAreas } from '../../core/coaching';
import { logOf, type Action } from '../../core/session';
import { areaOf, compileStandard, manoeuvreOfSkill, type Item, type Standard } from '../../core/standard';
import type { DemoLearner } from './people';
import { between, pick, poisson, uuidFrom } from './random';

/** How often skills go wrong at this stage of learning, against 1 for the rest (invented, for the demo only). */
const COMMON: Readonly<Record<string, number>> = {
  'approach-speed': 2.5,
  'mirrors-before-speed': 2,
  'mirrors-before-direction': 2,
  'mirrors-before-signal': 1.6,
  'moving-off-check': 2,
  'signal-timing': 2,
  'signal-cancel': 1.4,
  clearance: 1.8,
  'junction-check': 1.6,
  gears: 1.6,
  hesitation: 1.5,
  'road-position': 1.5,
  'speed-limit': 1.3,
  papers: 0,
  eyesight: 0,
  'cockpit-drill': 0.3,
  'vehicle-safety': 0,
};

/** Ids of the shipped bank, as often as the demo's instructors like to ask them. */
export const EXPLAIN = [
  'brakes',
  'tyre-pressures',
  'tread',
  'oil',
  'rear-fog',
  'coolant',
  'headlamps',
  'main-beam',
] as const;
export const DEMONSTRATE = [
  'rear-demister',
  'horn',
  'wash-wipe-front',
  'demist-screen',
  'dipped-headlamps',
] as const;

const NOTES = [
  'Mirror check was there but too quick to see anything.',
  'Sun low on the way back; slowed well.',
  'Asked for the next turn twice, rightly.',
  'Van hid the sign; read it late.',
  'Kept calm at the blocked lane by the market.',
] as const;

/** The log of one mock: stages, questions, faults where this learner makes them, an end. */
export function demoDrive(
  random: Random,
  standard: Standard,
  who: DemoLearner,
  mock: {
    /** Its id, from which the streams come that do not change the faults. The day must not change any. */
    readonly mock: string;
    readonly startedAt: Date;
    readonly progress: number;
    readonly flags: number;
    /** Broken off by the weather half-way: an incomplete test. */
    readonly cutShort: boolean;
  },
): DriveEvent[] {
  const planned: Planned[] = [];
  const minutes = between(random, 36, 43) * (mock.cutShort ? 0.5 : 1);
  const add = (minute: number, action: Action): string => {
    const id = uuidFrom(random);
    planned.push({ minute, id, action });
    return id;
  };
  const blend = ([first, last]: readonly [number, number]) => first + (last - first) * mock.progress;

  const stages = [
    ['papers', 0],
    ['checks', 0.8],
    ['question', 2.2],
    ['drive', 3.5],
    ['independent', minutes * 0.4],
    ['manoeuvre', minutes * 0.82],
    ['return', minutes * 0.92],
  ] as const;
  for (const [stage, minute] of stages) add(minute, { do: 'stage', stage });

  const until = minutes - 1;
  // A stream of its own, so that the questions do not change the faults.
  const questions = randomFrom(seedOf(`questions ${mock.mock}`));
  const told = pick(questions, EXPLAIN);
  const shown = pick(questions, DEMONSTRATE);
  const answered = random() < 0.55 + 0.4 * mock.progress;
  add(2.6, { do: 'question', question: told, part: 'explain', right: answered, attempt: 1 });
  if (!answered)
    add(3, { do: 'question', question: told, part: 'explain', right: random() < 0.6, attempt: 2 });
  const demonstrated = random() < 0.8;
  const demonstrate = { do: 'question', question: shown, part: 'demonstrate' } as const;
  add(minutes * 0.35, { ...demonstrate, right: demonstrated, attempt: 1 });
  if (!demonstrated) add(minutes * 0.35 + 0.4, { ...demonstrate, right: questions() < 0.5, attempt: 2 });
  for (let n = 0; n < (standard.drive?.pullUps ?? 0); n += 1)
    add(minutes * (0.12 + 0.08 * n), {
      do: 'say',
      feature: { kind: PULL_UP },
      text: 'Pull up on the left when it is safe',
    });

  /** Manoeuvres go wrong while they are driven, directions in the independent part. */
  const minuteFor = ({ skill }: Item): number => {
    if (manoeuvreOfSkill(skill)) return between(random, minutes * 0.82, minutes * 0.91);
    if (skill === 'follow-directions') return between(random, minutes * 0.41, minutes * 0.8);
    return between(random, 4, until);
  };
  const [small, gravest] = countingSeverities(standard);
  for (let n = poisson(random, blend(who.faults)); n > 0; n -= 1) {
    const item = pickWeighted(random, weighted(standard, who, small));
    if (item) add(minuteFor(item), { do: 'mark', item: item.id, severity: small });
  }
  if (random() < blend(who.grave)) {
    const item = pickWeighted(random, weighted(standard, who, gravest));
    const minute = between(random, 6, until);
    if (random() < 0.5) add(minute, { do: 'step-in', by: pick(random, ['voice', 'wheel', 'pedal']) });
    if (item) add(minute + 0.05, { do: 'mark', item: item.id, severity: gravest });
  }
  for (let n = 0; n < mock.flags; n += 1) add(between(random, 5, until), { do: 'flag' });
  if (random() < 0.35) add(between(random, 6, until), { do: 'note', text: pick(random, NOTES) });
  regradeOne(random, standard, planned, add, until);
  add(minutes, { do: 'end', how: 'finished', countedBecause: null });
  rate(mock.mock, standard, who, planned, (action) => add(minutes + 2, action));
  drivenManoeuvres(mock.mock, standard, minutes, add);
  return recorded(standard, mock, planned);
}

/** What is done in a mock, and when. */
interface Planned {
  readonly minute: number;
  /** Of the event that it records. */
  readonly id: string;
  readonly action: Action;
}

/** The log of what was planned, recorded in the order of time as the marking screen does it. */
function recorded(
  standard: Standard,
  { mock, startedAt }: { readonly mock: string; readonly startedAt: Date },
  planned: readonly Planned[],
): DriveEvent[] {
  // A stream of its own, so that what an action records besides does not change the faults.
  const random = randomFrom(seedOf(`events ${mock}`));
  const done = [...planned]
    .sort((a, b) => a.minute - b.minute)
    .map(({ minute, id, action }) => ({
      action,
      id,
      at: new Date(startedAt.getTime() + minute * 60_000).toISOString(),
    }));
  const start = { retest: false, startedAt: startedAt.toISOString() };
  return logOf(standard, start, done, { device: 'demo-tablet', newId: () => uuidFrom(random) });
}

/** Both rate each area of the drive out of ten: the instructor by what was marked, the learner as they see it. */
function rate(
  mock: string,
  standard: Standard,
  who: DemoLearner,
  planned: readonly Planned[],
  add: (action: Action) => void,
): void {
  const random = randomFrom(seedOf(`ratings ${mock}`));
  const { itemOf } = compileStandard(standard);
  const marked = planned.flatMap(({ action }) =>
    action.do === 'mark' ? [areaOf(itemOf(action.item).item.skill)] : [],
  );
  const held = (value: number) => Math.min(10, Math.max(1, Math.round(value)));
  for (const { id: area } of ratedAreas(standard)) {
    const value = held(9 - 1.4 * marked.filter((of) => of === area).length);
    const own = held(value + (who.sureness ?? 0.4) + between(random, -1.2, 1.2));
    add({ do: 'rate', area, value: own, by: 'learner' });
    add({ do: 'rate', area, value, by: 'instructor' });
  }
}

/** One of the manoeuvres that the drive plan draws, all where all are driven, and now and then an emergency stop. */
function drivenManoeuvres(
  mock: string,
  standard: Standard,
  minutes: number,
  add: (minute: number, action: Action) => string,
): void {
  const random = randomFrom(seedOf(`manoeuvres ${mock}`));
  const plan = standard.drive?.manoeuvres;
  if (!plan) return;
  const kinds = [...plan.from];
  while (kinds.length > plan.draw) kinds.splice(Math.floor(random() * kinds.length), 1);
  if (random() < (standard.drive?.emergencyStopShare ?? 0)) kinds.push('emergency-stop');
  kinds.forEach((kind, n) => {
    const found = standard.manoeuvres.find((one) => one.kind === kind);
    if (!found) return;
    const from = minutes * 0.82 + (n * minutes * 0.09) / kinds.length;
    add(from, { do: 'start-run', manoeuvre: found.id, side: null });
    add(from + 0.4, { do: 'stop-run' });
  });
}

/** Now and then an instructor thinks better of a mark. */
function regradeOne(
  random: Random,
  standard: Standard,
  planned: readonly Planned[],
  add: (minute: number, action: Action) => string,
  until: number,
): void {
  const fault = planned.find(({ action }) => action.do === 'mark');
  if (fault?.action.do !== 'mark' || random() > 0.2) return;
  const marked = fault.action.item;
  const item = standard.sections.flatMap(({ items }) => items).find(({ id }) => id === marked);
  const noted = standard.severities.find(({ gravity }) => gravity === 0);
  if (noted && item?.severities.includes(noted.id))
    add(until, { do: 'regrade', mark: fault.id, severity: noted.id });
  else add(until, { do: 'take-back', events: [fault.id] });
}

function countingSeverities(standard: Standard): [smallest: string, gravest: string] {
  const counting = standard.severities.filter(({ gravity }) => gravity > 0);
  const smallest = counting[0]?.id ?? '';
  return [smallest, counting[1]?.id ?? smallest];
}

function weighted(standard: Standard, who: DemoLearner, severity: string): (readonly [Item, number])[] {
  return standard.sections
    .flatMap(({ items }) => items)
    .filter((item) => item.severities.includes(severity))
    .map((item) => [item, weightOf(item.skill) * (who.habits[item.skill] ?? 1)] as const);
}

/** Manoeuvres come once in a mock, so their items are marked less often. */
function weightOf(skill: string): number {
  return COMMON[skill] ?? (manoeuvreOfSkill(skill) ? 0.3 : 0.8);
}
