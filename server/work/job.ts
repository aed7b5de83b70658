import type {
  EvidenceView,
  ReadinessRow,
  RejudgeLine,
  RestoreView,
  ResultView,
  MockView,
  UnreadableRecord,
} from '../../contract';
import type { PlacedDrive, Site } from '../../core/hotspot';
import type { Parsed } from '../../core/problems';
import type { Strictness } from '../../core/readiness';
import type { Standard, StandardRef } from '../../core/standard';
import type { Counts, MadeForecast, NetworkRow, ReadEvidence } from '../store';

/** A drive with what it passed and where it was marked. */
export interface PlacedMock extends PlacedDrive, Pick<MockView, 'learner' | 'route' | 'startedAt' | 'zone'> {
  readonly mock: string;
}

export interface PlacedSchool {
  readonly sites: readonly Site[];
  readonly drives: readonly PlacedMock[];
}

/** Why a backup can’t be used, for whoever wants it. */
export interface Unusable {
  readonly problem: string;
}

/** All that is worked out beside the server: what is asked with each kind of work, and what is answered. */
export interface Jobs {
  readonly 'hot spots': { readonly asked: object; readonly answer: PlacedSchool };
  readonly 'readiness list': {
    readonly asked: { readonly now: string };
    readonly answer: ListedReadiness;
  };
  readonly evidence: {
    readonly asked: { readonly learner: string; readonly standard: string | null; readonly now: string };
    readonly answer: LearnersEvidence;
  };
  readonly foretell: {
    readonly asked: { readonly learner: string; readonly standard: string; readonly day: string };
    readonly answer: ResultView['foretold'];
  };
  readonly strictness: { readonly asked: object; readonly answer: Strictness | null };
  /** Tells a line for each part of the way. */
  readonly rejudge: { readonly asked: { readonly to: StandardRef }; readonly answer: null };
  readonly report: { readonly asked: { readonly mock: string }; readonly answer: Uint8Array | null };
  /** All that is kept of one learner, as a zip; null when there is no such learner. */
  readonly 'learner record': {
    readonly asked: { readonly learner: string; readonly now: string };
    readonly answer: Uint8Array | null;
  };
  readonly unreadable: { readonly asked: object; readonly answer: readonly UnreadableRecord[] };
  readonly 'read network': {
    readonly asked: { readonly bytes: Uint8Array };
    readonly answer: Parsed<NetworkRow>;
  };
  readonly 'read standard': {
    readonly asked: { readonly input: unknown };
    readonly answer: Parsed<Standard>;
  };
  /** A backup as a file of this version, which whoever asks removes again. */
  readonly 'ready backup': {
    readonly asked: { readonly backup: string; readonly to: string };
    readonly answer: Unusable | null;
  };
  readonly 'preview restore': {
    readonly asked: { readonly backup: string; readonly to: string };
    readonly answer: RestoreView | Unusable;
  };
  readonly 'export school': {
    readonly asked: { readonly to: string; readonly now: string };
    readonly answer: Counts;
  };
  readonly backup: { readonly asked: { readonly to: string }; readonly answer: Counts };
}

/** The readiness list as far as it is made, with what was worked out on the way and is to be kept. */
export interface ListedReadiness {
  readonly rows: readonly ReadinessRow[];
  /** Learners whose forecast is older, or who have none yet. */
  readonly pending: number;
  readonly forecasts: readonly MadeForecast[];
  readonly evidence: readonly ReadEvidence[];
}

/** Evidence of one learner, with what was worked out on the way and is to be kept. */
export interface LearnersEvidence {
  readonly view: EvidenceView | null;
  readonly evidence: readonly ReadEvidence[];
}

export type JobName = keyof Jobs;

/** One piece of work as the pool hands it to a worker. */
export type Job = {
  readonly [K in JobName]: { readonly what: K; readonly databaseFile: string } & Jobs[K]['asked'];
}[JobName];

/** What a worker says on the way: that it has begun, or a line of a long answer. */
export type Said = { readonly kind: 'begun' } | RejudgeLine;
