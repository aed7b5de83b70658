import {
  firstStage,
  keepsFix,
  openRun,
  parseEvent,
  secondsSince,
  type DriveEvent,
  type EventBody,
  type EventOf,
  type Judgement,
} from '../marking';
import type { FeatureReference } from '../route';
import { markProblems, type CountedPhase, type Standard } from '../standard';
import { replaceMark } from './outside';
import { MOST_GOALS, type Refusal } from './refusal';
import { countAsFull, endDrive, startRun, stopRun } from './runs';
import type { Timed } from './timed';
import { lastTouch } from './undo';

/** Where the car was: what a receiver told, and what of the route it was at. */
export type Where = Pick<EventOf<'fault'>, 'place' | 'feature'>;

type Fault = EventOf<'sort'>['faults'][number];

/** What an event of a kind tells. */
type Told<K extends EventBody['kind']> = Omit<Extract<EventBody, { kind: K }>, 'kind'>;

/** What can be done with a mock, by whatever screen, key or seed. */
export type Action =
  /** The checks at set-up that were not in order, by id. */
  | { readonly do: 'begin'; readonly failed: readonly string[] }
  | { readonly do: 'mark'; readonly item: string; readonly severity: string; readonly where?: Where }
  /** What was seen and not marked: so many seconds after the start of the mock, and not after its end. */
  | {
      readonly do: 'add-mark';
      readonly item: string;
      readonly severity: string;
      readonly startedAt: string;
      readonly seconds: number;
    }
  /** What was marked as another thing than it was. */
  | {
      readonly do: 'change-mark';
      readonly mark: Judgement['marks'][number];
      readonly item: string;
      readonly severity: string;
    }
  | { readonly do: 'flag'; readonly where?: Where }
  /** Without faults the flag is dismissed. */
  | { readonly do: 'sort'; readonly flag: string; readonly faults: readonly Fault[] }
  /** @param because what the severity guide was told */
  | { readonly do: 'regrade'; readonly mark: string; readonly severity: string; readonly because?: string }
  /** Takes entries back. @param because what the severity guide was told of the first */
  | { readonly do: 'take-back'; readonly events: readonly string[]; readonly because?: string }
  | { readonly do: 'undo' }
  | { readonly do: 'restore'; readonly retracts: readonly string[] }
  | { readonly do: 'move'; readonly mark: Judgement['marks'][number]; readonly run: string }
  | { readonly do: 'stage'; readonly stage: string }
  | { readonly do: 'start-run'; readonly manoeuvre: string; readonly side: 'left' | 'right' | null }
  | { readonly do: 'step-run'; readonly step: 'clock' | CountedPhase }
  | { readonly do: 'stop-run' }
  | { readonly do: 'measure'; readonly measure: string; readonly value: number }
  | ({ readonly do: 'question' } & Told<'question'>)
  | { readonly do: 'say'; readonly feature: FeatureReference; readonly text: string }
  | { readonly do: 'step-in'; readonly by: EventOf<'intervention'>['by'] }
  /** @param of the entry that it is about; else the whole drive */
  | { readonly do: 'note'; readonly text: string; readonly of?: string }
  | { readonly do: 'goal'; readonly text: string }
  | {
      readonly do: 'rate';
      readonly area: string;
      readonly value: number;
      readonly by: 'learner' | 'instructor';
    }
  | { readonly do: 'pause' }
  | { readonly do: 'resume' }
  | ({ readonly do: 'position'; readonly at: string } & Told<'fix'>)
  | {
      readonly do: 'end';
      readonly how: EventOf<'end'>['how'];
      /** Why it counts as a full test although parts of the plan are missing; null where it need not. */
      readonly countedBecause: string | null;
    }
  | { readonly do: 'reopen' }
  /** @param because null: it is incomplete after all */
  | { readonly do: 'count-in-full'; readonly because: string | null };

export type Acted =
  | {
      readonly ok: true;
      readonly events: readonly Timed[];
      /** What an undo undid, in words. */
      readonly undone?: string;
    }
  | { readonly ok: false; readonly why: Refusal };

/** A mock as it stands. */
export interface Session {
  readonly standard: Standard;
  /** The whole log, in any order. */
  readonly events: readonly DriveEvent[];
  readonly judgement: Judgement;
}

/** Only what the log would take is recorded: texts and numbers have their bounds there. */
const records = (...events: readonly Timed[]): Acted =>
  events.every((event) => parseEvent({ at: ANY_TIME, ...event, id: 'x', device: 'x', seq: 0 }).ok)
    ? { ok: true, events }
    : refused({ code: 'out-of-range' });
const ANY_TIME = '2026-01-01T00:00:00.000Z';
const refused = (why: Refusal): Acted => ({ ok: false, why });

/**
 * All that an action means: the events that it records, or why it records none. The same for a touch, a key, the
 * debrief and the demo.
 *
 * @param newId for a run that starts
 */
export function act({ standard, events, judgement }: Session, action: Action, newId: () => string): Acted {
  const { drive } = judgement;
  const running = openRun(drive);
  const there = (id: string) => events.some((event) => event.id === id);
  switch (action.do) {
    case 'begin':
      return records(
        { kind: 'stage', stage: firstStage(standard) },
        ...standard.checks
          .filter(({ id }) => action.failed.includes(id))
          .map(({ item, severity }): Timed => ({ kind: 'fault', item, severity, run: null })),
      );
    case 'mark': {
      const { item, severity, where } = action;
      return (
        strange(standard, action) ??
        records({ kind: 'fault', item, severity, run: running?.run ?? null, ...where })
      );
    }
    case 'add-mark': {
      const { item, severity, startedAt, seconds } = action;
      const end = drive.end?.at ?? drive.lastAt ?? startedAt;
      // A clock shows whole seconds: the last one may be over before it is full.
      if (!(seconds >= 0 && seconds <= Math.floor(secondsSince(startedAt, end))))
        return refused({ code: 'outside-drive' });
      const at = new Date(Date.parse(startedAt) + 1000 * seconds).toISOString();
      return strange(standard, action) ?? records({ kind: 'fault', item, severity, run: null, at });
    }
    case 'change-mark': {
      const { mark, item, severity } = action;
      if (mark.source === 'question' || mark.source === 'conversion') return refused({ code: 'by-rule' });
      const held = judgement.marks.some(
        (one) => one.by === mark.by && one.item === mark.item && one.severity === mark.severity,
      );
      if (!held) return refused({ code: 'not-there' });
      if (mark.item === item && mark.severity === severity) return refused({ code: 'already-so' });
      return strange(standard, action) ?? records(...replaceMark(judgement, mark, { item, severity }));
    }
    case 'flag':
      return records({ kind: 'peg', run: running?.run ?? null, ...action.where });
    case 'sort': {
      const { flag: of, faults } = action;
      if (!drive.flags.some(({ id }) => id === of)) return refused({ code: 'not-there' });
      return firstOf(faults, (fault) => strange(standard, fault)) ?? records({ kind: 'sort', of, faults });
    }
    case 'regrade': {
      const { mark: of, severity, because } = action;
      const marks = judgement.marks.filter(({ by }) => by === of);
      if (marks.length === 0) return refused({ code: 'not-there' });
      return (
        firstOf(marks, ({ item }) => strange(standard, { item, severity })) ??
        records({ kind: 'regrade', of, severity }, ...reason(of, because))
      );
    }
    case 'take-back': {
      const [first] = action.events;
      if (first === undefined || !action.events.every(there)) return refused({ code: 'not-there' });
      return records(...retractsOf(action.events), ...reason(first, action.because));
    }
    case 'undo': {
      const touch = lastTouch(standard, events);
      if (!touch) return refused({ code: 'nothing-to-undo' });
      return { ok: true, events: retractsOf(touch.events), undone: touch.words };
    }
    case 'restore':
      return action.retracts.every(there)
        ? records(...retractsOf(action.retracts))
        : refused({ code: 'not-there' });
    case 'move':
      return records(...replaceMark(judgement, action.mark, { run: action.run }));
    case 'stage':
      return drive.stages.at(-1)?.stage === action.stage
        ? refused({ code: 'already-so' })
        : records({ kind: 'stage', stage: action.stage });
    case 'start-run': {
      const manoeuvre = standard.manoeuvres.find(({ id }) => id === action.manoeuvre);
      if (!manoeuvre) return refused({ code: 'not-of-standard', what: action.manoeuvre });
      return records(...startRun(standard, drive, { manoeuvre, side: action.side }, newId()));
    }
    case 'step-run': {
      if (!running) return refused({ code: 'no-manoeuvre-runs' });
      const { run, manoeuvre, side, clocked } = running;
      const clock = standard.manoeuvres.find(({ id }) => id === manoeuvre)?.clock;
      if (action.step === 'clock' && !clock) return refused({ code: 'no-clock' });
      if (action.step === 'clock' && clocked) return refused({ code: 'already-so' });
      return records({ kind: 'manoeuvre', run, manoeuvre, phase: action.step, ...(side ? { side } : {}) });
    }
    case 'stop-run':
      return running ? records(...stopRun(standard, drive, running)) : refused({ code: 'no-manoeuvre-runs' });
    case 'measure': {
      const { measure, value } = action;
      if (!standard.measures.some(({ id }) => id === measure))
        return refused({ code: 'not-of-standard', what: measure });
      return records({ kind: 'measure', measure, value, run: running?.run ?? null });
    }
    case 'question': {
      const { do: _do, ...asked } = action;
      return records({ kind: 'question', ...asked });
    }
    case 'say':
      return records({ kind: 'said', feature: action.feature, text: action.text });
    case 'step-in':
      return records({ kind: 'intervention', by: action.by });
    case 'note':
      if (action.of !== undefined && !there(action.of)) return refused({ code: 'not-there' });
      return records({ kind: 'note', text: action.text, ...(action.of ? { of: action.of } : {}) });
    case 'goal': {
      const text = action.text.trim();
      if (drive.goals.some((goal) => goal.text === text)) return refused({ code: 'already-so' });
      return drive.goals.length >= MOST_GOALS
        ? refused({ code: 'enough-goals' })
        : records({ kind: 'goal', text });
    }
    case 'rate':
      return records({ kind: 'rating', area: action.area, value: action.value, by: action.by });
    case 'pause':
    case 'resume':
      return drive.pauses.at(-1)?.kind === action.do || (action.do === 'resume' && drive.pauses.length === 0)
        ? refused({ code: 'already-so' })
        : records({ kind: action.do });
    case 'position': {
      const { do: _do, at, ...fix } = action;
      const last = drive.fixes.at(-1);
      return keepsFix(last ?? null, { ...fix, at })
        ? records({ kind: 'fix', ...fix })
        : refused({ code: 'already-so' });
    }
    case 'end':
      return drive.end
        ? refused({ code: 'already-so' })
        : records(...endDrive(drive, action.how, action.countedBecause));
    case 'reopen':
      return drive.end ? records(...retractsOf([drive.end.id])) : refused({ code: 'not-ended' });
    case 'count-in-full':
      return drive.end ? records(...countAsFull(drive, action.because)) : refused({ code: 'not-ended' });
  }
}

const retractsOf = (ids: readonly string[]): readonly EventBody[] =>
  ids.map((of) => ({ kind: 'retract', of }));

const reason = (of: string, because: string | undefined): readonly EventBody[] =>
  because === undefined ? [] : [{ kind: 'note', text: because, of, by: 'severity-guide' }];

/** What of a mark the standard does not know or does not allow; null when all is well. */
function strange(standard: Standard, mark: Fault): Acted | null {
  const [problem] = markProblems(standard, mark, 'item', 'severity');
  return problem
    ? refused({ code: 'not-of-standard', what: problem.path === 'item' ? mark.item : mark.severity })
    : null;
}

function firstOf<T>(all: readonly T[], of: (one: T) => Acted | null): Acted | null {
  for (const one of all) {
    const found = of(one);
    if (found) return found;
  }
  return null;
}
