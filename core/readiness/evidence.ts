import {
  elapsedSeconds,
  helpIn,
  isFixedCourse,
  judgeUnder,
  resultOf,
  type DriveEvent,
  type Help,
} from '../marking';
import {
  addsUpMarks,
  allLimits,
  compileStandard,
  isElapsed,
  isSameVersion,
  translate,
  type Happening,
  type Outcome,
  type Standard,
  type StandardRef,
} from '../standard';
import { fastLimits } from './cells';

/** One mock as it was driven. */
export interface MockDrive {
  readonly mock: string;
  readonly startedAt: string;
  /** The route, or null: then it counts as a route of its own only once. */
  readonly route: string | null;
  readonly retest: boolean;
  readonly standard: Standard;
  readonly events: readonly DriveEvent[];
  /** A sheet of paper: nobody ticked there how often they stepped in. */
  readonly onPaper?: boolean;
}

/** What one mock tells under the standard that is asked about: counts, and how much of a test was driven. */
export interface Evidence {
  readonly mock: string;
  /** When it began, ISO instant. */
  readonly at: string;
  readonly route: string | null;
  /** The standard that it was marked under. */
  readonly under: StandardRef;
  /** Minutes driven against those of a test; nought when a yard was driven and the road is asked about. */
  readonly exposure: number;
  /** Skills that were watched at all. */
  readonly covered: readonly string[];
  /** Kinds of manoeuvre that were done. */
  readonly done: readonly string[];
  /** Stages that were reached. */
  readonly stages: readonly string[];
  /** Marks, as cells of the standard's fast limits with how often. */
  readonly counts: readonly (readonly [cell: number, times: number])[];
  /** Limits of time, attempts, movements, shunts and readings: whether each was passed. */
  readonly hazards: Readonly<Record<string, boolean>>;
  readonly small: number;
  readonly grave: number;
  /** How often the instructor stepped in, by voice and by wheel or pedal; null where nobody wrote that down. */
  readonly help: Help | null;
  /** Whether it would have been a pass; null when it was not a whole test. */
  readonly passed: boolean | null;
  /** What has to be told about it, in words. */
  readonly notes: readonly string[];
}

const LEAST_EXPOSURE = 0.1;
const MOST_EXPOSURE = 1.5;

/** Kinds of manoeuvre of a test, and how often each comes. */
export interface ManoeuvrePlan {
  /** In every test. */
  readonly always: ReadonlySet<string>;
  /** So many of these are drawn. */
  readonly draw: number;
  readonly from: readonly string[];
  /** Chance of each of the others. */
  readonly share: ReadonlyMap<string, number>;
}

export function manoeuvrePlan(standard: Standard): ManoeuvrePlan {
  const { drive } = standard;
  const kinds = new Set(standard.manoeuvres.map(({ kind }) => kind));
  const drawn = drive?.manoeuvres;
  const from = drawn?.from ?? [];
  const share = new Map<string, number>();
  if (
    drive?.emergencyStopShare !== undefined &&
    drive.emergencyStopShare < 1 &&
    !from.includes('emergency-stop')
  )
    share.set('emergency-stop', drive.emergencyStopShare);
  const all = drawn !== undefined && drawn.draw >= from.length;
  const open = new Set([...from, ...share.keys()]);
  return {
    always: new Set([...kinds, ...(all ? from : [])].filter((kind) => all || !open.has(kind))),
    draw: all ? 0 : (drawn?.draw ?? 0),
    from: all ? [] : from,
    share,
  };
}

/** Parts of a test that have to be seen before anybody is called ready: kinds of manoeuvre, and stages. */
export function requiredParts(standard: Standard): {
  readonly kinds: readonly string[];
  readonly stages: readonly string[];
} {
  const plan = manoeuvrePlan(standard);
  return {
    kinds: [
      ...new Set([
        ...plan.always,
        ...plan.from,
        ...plan.share.keys(),
        ...(standard.drive?.manoeuvres?.from ?? []),
      ]),
    ],
    stages: standard.drive?.independentMinutes ? ['independent'] : [],
  };
}

/** Reads a mock under a standard, whatever it was marked under. */
export function evidenceOf(to: Standard, mock: MockDrive): Evidence {
  const { standard: from, events } = mock;
  const same = isSameVersion(from, to);
  const judged = judgeUnder(from, same ? from : to, events, mock);
  const { drive, marks } = judged;
  const { happenings } = judged.translation;
  const { cellOf, cells } = fastLimits(to);
  const runs = new Map(
    happenings.flatMap((step) => (step.kind === 'run' ? [[step.run, step.manoeuvre] as const] : [])),
  );

  const counts = new Map<number, number>();
  let [small, grave] = [0, 0];
  for (const { item, severity, run } of marks) {
    const cell = cellOf(item, severity, run === null ? null : (runs.get(run) ?? null));
    if (cell === null) continue;
    counts.set(cell, (counts.get(cell) ?? 0) + 1);
    const gravity = cells[cell]?.gravity ?? 0;
    if (gravity === 1) small += 1;
    if (gravity >= 2) grave += 1;
  }

  const yardOnly = isFixedCourse(from) && !isFixedCourse(to);
  const last = events.reduce((latest, { at }) => (at > latest ? at : latest), mock.startedAt);
  const minutes = elapsedSeconds(drive, mock.startedAt, last) / 60;
  const whole = to.drive?.minutes ?? 0;
  const driven = whole > 0 ? minutes / whole : drive.end ? 1 : 0.5;
  const exposure = yardOnly || driven < LEAST_EXPOSURE ? 0 : Math.min(MOST_EXPOSURE, driven);
  const kindOf = new Map(to.manoeuvres.map(({ id, kind }) => [id, kind]));
  const marked = [...counts.keys()].map((cell) => cells[cell]?.needs ?? null);
  const done = new Set(
    [...[...runs.values()].map((id) => kindOf.get(id) ?? null), ...marked].filter((kind) => kind !== null),
  );

  return {
    mock: mock.mock,
    at: mock.startedAt,
    route: mock.route,
    under: { id: from.id, version: from.version },
    exposure,
    covered: skillsWatched(from, to),
    done: [...done],
    stages: [...new Set(drive.stages.map(({ stage }) => stage))],
    counts: [...counts],
    hazards: hazardsOf(to, happenings, new Set(judged.verdict.breaches.map(({ limit }) => limit))),
    small,
    grave,
    help: mock.onPaper ? null : helpIn(drive),
    passed: passedWith(resultOf(judged).outcome),
    notes: notesOf(mock, to, { ended: drive.end !== null, driven, minutes, yardOnly, same }),
  };
}

function passedWith(outcome: Outcome): boolean | null {
  switch (outcome) {
    case 'pass':
      return true;
    case 'fail':
    case 'ended':
      return false;
    case 'incomplete':
      return null;
  }
}

function notesOf(
  { standard: from }: MockDrive,
  to: Standard,
  how: { ended: boolean; driven: number; minutes: number; yardOnly: boolean; same: boolean },
): readonly string[] {
  const notes: string[] = [];
  if (how.yardOnly) notes.push('Driven in a yard: it tells of the manoeuvres, not of the road.');
  else if (how.driven < LEAST_EXPOSURE)
    notes.push(`Only ${Math.round(how.minutes)} min were driven: too little to count.`);
  else if (!how.ended) notes.push('Has no end: it counts for the minutes up to its last mark.');
  if (!how.same)
    notes.push(
      from.id === to.id
        ? `Marked under version ${from.version}: its marks stand for the same items of ${to.version}.`
        : `Marked under ${from.title}: its marks are carried over by skill.`,
    );
  return notes;
}

/** Skills of which a mock that was marked under one standard tells under another. */
export const skillsWatched = (from: Standard, to: Standard): readonly string[] =>
  isSameVersion(from, to) ? allSkills(to) : coveredSkills(from, to);

const allSkills = (standard: Standard): readonly string[] => [
  ...new Set(compileStandard(standard).placed.map(({ item }) => item.skill)),
];

const coveredBefore = new WeakMap<Standard, WeakMap<Standard, readonly string[]>>();

/** Skills of a standard on which another one can put marks: asked of the one that carries marks over. */
function coveredSkills(from: Standard, to: Standard): readonly string[] {
  const known = coveredBefore.get(from)?.get(to);
  if (known) return known;
  const { placed, itemOf } = compileStandard(from);
  const probes = placed.flatMap(({ item }) =>
    item.severities.map((severity): Happening => ({
      kind: 'mark',
      by: '',
      at: '',
      item: item.id,
      severity,
      run: null,
    })),
  );
  const target = compileStandard(to);
  const skills = [
    ...new Set(
      translate(from, to, probes).marks.flatMap((entry) =>
        entry.how === 'carried'
          ? [target.itemOf(entry.to.item).item.skill, itemOf(entry.from.item).item.skill]
          : [],
      ),
    ),
  ];
  const inner = coveredBefore.get(from) ?? new WeakMap<Standard, readonly string[]>();
  coveredBefore.set(from, inner.set(to, skills));
  return skills;
}

/** Limits that marks do not break: each that could be broken in this drive, and whether it was. */
function hazardsOf(
  to: Standard,
  happenings: readonly Happening[],
  breached: ReadonlySet<string>,
): Record<string, boolean> {
  const ran = new Set(happenings.flatMap((step) => (step.kind === 'run' ? [step.manoeuvre] : [])));
  const hazards: Record<string, boolean> = {};
  const ended = happenings.some(({ kind }) => kind === 'end');
  const watched = happenings.some(({ kind }) => kind === 'mark' || kind === 'run' || kind === 'measure');
  for (const { limit, manoeuvre } of allLimits(to)) {
    if (addsUpMarks(limit.of)) continue;
    if (manoeuvre ? ran.has(manoeuvre.id) : isElapsed(limit.of) ? ended : watched)
      hazards[limit.id] = breached.has(limit.id);
  }
  return hazards;
}

/** Faults of a mock by item of the standard it was read under; what is only noted is left out. */
export function markedItems(to: Standard, { counts }: Evidence): ReadonlyMap<string, number> {
  const { cells } = fastLimits(to);
  const times = new Map<string, number>();
  for (const [cell, count] of counts) {
    const of = cells[cell];
    if (of && of.gravity > 0) times.set(of.item, (times.get(of.item) ?? 0) + count);
  }
  return times;
}
