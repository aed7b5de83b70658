import type {
  EvidenceView,
  ExportLine,
  HotSpotMark,
  HotSpotsView,
  PastView,
  ReadinessRow,
  RejudgeLine,
  RestoreView,
  ResultView,
  StrictnessView,
  UnreadableRecord,
} from '../../contract';
import type { MarksAsked } from '../../core/hotspot';
import type { Parsed } from '../../core/problems';
import type { Standard, StandardRef } from '../../core/standard';
import type {
  Counts,
  FreshRow,
  LaidMock,
  MadeForecast,
  MadePast,
  MadeRates,
  NetworkRow,
  PlacedFilter,
  ReadEvidence,
} from '../store';

/** What of hot spots is asked for. */
export interface HotSpotFilter extends PlacedFilter {
  /** Hours of the day in which drives began, from and until; null: at any hour. */
  readonly hours: readonly [from: number, until: number] | null;
  readonly marks: MarksAsked;
}

/** Hot spots as far as mocks are laid onto their roads, with those that were laid on the way and are to be kept. */
export interface ToldHotSpots {
  readonly view: HotSpotsView;
  readonly laid: readonly LaidMock[];
}

/** Mocks that were laid onto their roads before anybody asked, for keeping. */
export interface LaidAhead {
  readonly laid: readonly LaidMock[];
  /** Those that are left. */
  readonly pending: number;
}

/** Why a backup can’t be used, for whoever wants it. */
export interface Unusable {
  readonly problem: string;
}

/** Of what is shared by both workers: by the ids, so that it stays the same half whatever is added meanwhile. */
export type Half = 0 | 1;

/** All that is worked out beside the server: what is asked with each kind of work, and what is answered. */
export interface Jobs {
  readonly 'hot spots': { readonly asked: HotSpotFilter; readonly answer: ToldHotSpots };
  /** Null where nobody knows the place. */
  readonly 'hot spot marks': {
    readonly asked: HotSpotFilter & { readonly site: string };
    readonly answer: readonly HotSpotMark[] | null;
  };
  readonly 'lay ahead': { readonly asked: object; readonly answer: LaidAhead };
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
  readonly strictness: { readonly asked: object; readonly answer: ToldStrictness };
  /** View null when there is no such learner, or no standard to ask under. */
  readonly past: {
    readonly asked: { readonly learner: string; readonly standard: string | null; readonly now: string };
    readonly answer: ToldPast;
  };
  /** What follows from mocks and their logs, for keeping. */
  readonly 'work out': {
    readonly asked: { readonly mocks: readonly string[] };
    readonly answer: readonly FreshRow[];
  };
  /** One half of the drives or the other; tells a line for each part of the way. */
  readonly rejudge: {
    readonly asked: { readonly to: StandardRef; readonly half: Half };
    readonly answer: null;
  };
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

/** What a worker worked out on the way, for keeping: workers only read. */
export interface Found {
  readonly evidence: readonly ReadEvidence[];
  readonly rates: readonly MadeRates[];
}

/** The readiness list as far as it is made, with what was worked out on the way and is to be kept. */
export interface ListedReadiness {
  readonly rows: readonly ReadinessRow[];
  /** Learners whose forecast is older, or who have none yet. */
  readonly pending: number;
  readonly forecasts: readonly MadeForecast[];
  readonly found: Found;
}

/** Evidence of one learner, with what was worked out on the way and is to be kept. */
export interface LearnersEvidence {
  readonly view: EvidenceView | null;
  readonly found: Found;
}

/** Forecasts of the past as far as they are made, with those that were made on the way and are to be kept. */
interface Told<T> {
  readonly view: T;
  readonly made: readonly MadePast[];
  readonly found: Found;
}
export type ToldPast = Told<PastView | null>;
export type ToldStrictness = Told<StrictnessView>;

export type JobName = keyof Jobs;

/** One piece of work as the pool hands it to a worker. */
export type Job = {
  readonly [K in JobName]: { readonly what: K; readonly databaseFile: string } & Jobs[K]['asked'];
}[JobName];

/** What a worker says on the way: that it has begun, or a line of a long answer. */
export type Said = { readonly kind: 'begun' } | WorkLine;

/** A line of a long answer. */
export type WorkLine = RejudgeLine | ExportLine;
