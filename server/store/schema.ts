import type { Generated } from 'kysely';
import type { ChangeKind, ChangeView, InvitationView, Role } from '../../contract';

/** The tables as they are after the last migration. Instants are ISO text in UTC, booleans 0 or 1. */
export interface Tables {
  instructors: {
    id: string;
    name: string;
    /** Core's `nameKey`, for signing in. */
    name_key: string;
    passphrase_hash: string;
    demo: number;
    role: Role;
    /** 0: may not sign in; kept for what they did. */
    active: number;
  };
  sessions: {
    token_hash: string;
    /** By which a list names it; says nothing of the token. */
    id: string;
    instructor: string;
    /** What kind of device it is, in words. */
    device: string;
    started_at: string;
    seen_at: string;
    expires_at: string;
  };
  /** One-time links by which somebody joins, or chooses a new passphrase. Only a hash is kept. */
  invitations: {
    id: string;
    kind: InvitationView['kind'];
    token_hash: string;
    name: string;
    role: Role;
    /** Whose passphrase it is about; null for somebody new. */
    instructor: string | null;
    created_at: string;
    expires_at: string;
    used_at: string | null;
  };
  /** Who changed what: only ever added to. */
  changes: {
    position: Generated<number>;
    at: string;
    instructor: string | null;
    kind: ChangeKind;
    name: string;
    subject_kind: NonNullable<ChangeView['subject']>['kind'] | null;
    subject: string | null;
    parts: string;
  };
  learners: {
    id: string;
    name: string;
    /** Core's `nameKey`, for finding and sorting. */
    name_key: string;
    /** Day of the licence test as the diary has it: kept by store/licenceTests. */
    test_date: string | null;
    /** Id of the standard that is prepared for; null: that of the school, else of the last mock. */
    standard: string | null;
    papers: string;
    overrule: string | null;
    /** JSON: how they are reached, what they are taught in, notes. */
    details: string;
    /** Who teaches them; null: nobody yet. */
    instructor: string | null;
    /** No longer taught here; kept for what was driven and for results. */
    has_left: number;
    revision: number;
  };
  settings: { key: string; body: string; revision: number };
  results: {
    id: string;
    learner: string;
    day: string;
    standard: string;
    passed: number;
    note: string;
    /** The forecast as it stood before that day; null when there was nothing to say one from. */
    foretold: string | null;
    entered_at: string;
    removed: number;
  };
  lessons: {
    id: string;
    kind: 'lesson' | 'test' | 'other';
    learner: string | null;
    instructor: string;
    vehicle: string | null;
    route: string | null;
    starts_at: string;
    minutes: number;
    zone: string;
    place: string;
    lat: number | null;
    lon: number | null;
    note: string;
    /** What another calendar calls it. */
    uid: string | null;
    /** The entry with which a repeated lesson began; null for a single one. */
    series: string | null;
    removed: number;
    revision: number;
  };
  /** Ways in without signing in: a drive shown to its learner, a calendar feed. Only a hash is kept. */
  links: {
    id: string;
    kind: 'report' | 'calendar';
    token_hash: string;
    subject: string;
    instructor: string;
    created_at: string;
    expires_at: string | null;
    revoked_at: string | null;
    /** 0 or 1. */
    full_name: number;
  };
  vehicles: {
    id: string;
    name: string;
    plate: string;
    card: string;
    record: string;
    /** No longer used; kept for what was driven. */
    retired: number;
    revision: number;
  };
  checkups: { id: string; vehicle: string; at: string; body: string };
  photos: { vehicle: string; control: string; jpeg: Buffer };
  drill: {
    position: Generated<number>;
    learner: string;
    id: string;
    device: string;
    seq: number;
    at: string;
    body: string;
  };
  questions: {
    id: string;
    body: string;
    /** As it ships; null for the school's own. */
    shipped: string | null;
    enabled: number;
    revision: number;
  };
  networks: {
    id: string;
    title: string;
    source: string;
    driving_side: 'left' | 'right';
    version: number;
    edges: number;
    points: number;
    kilometres: number;
    added_at: string;
    gzipped: Buffer;
  };
  /** Routes that were removed stay, for the drives that were driven on them. */
  routes: {
    id: string;
    title: string;
    body: string;
    removed: number;
    revision: number;
    /** What lists show of it, with the version of the program's rules for that; null: not made yet. */
    summary: string | null;
  };
  route_photos: { route: string; feature: string; jpeg: Buffer };
  standards: { id: string; version: string; title: string; body: string; added_at: string };
  mocks: {
    id: string;
    learner: string;
    instructor: string;
    vehicle: string | null;
    route: string | null;
    standard: string;
    standard_version: string;
    retest: number;
    started_at: string;
    zone: string;
    ready: string;
    /** About the whole mock, for instructors only. */
    note: string;
    /** Marked as it was driven, or entered from a sheet of paper. */
    source: 'car' | 'paper';
    /** The mock of the same drive that counts, when this one is only to compare; null: this one counts. */
    beside: string | null;
    /** When it was put into the bin; null: it is not there. */
    removed_at: string | null;
    revision: number;
  };
  /** Written cases as somebody graded them at one time. */
  gradings: { id: string; instructor: string; at: string; grades: string };
  goal_ticks: { mock: string; goal: string; at: string; instructor: string };
  /** Courses and vehicles as geometry of the school's own. */
  yard_files: {
    id: string;
    kind: 'course' | 'vehicle';
    title: string;
    /** The vehicle whose figures they are. */
    vehicle: string | null;
    body: string;
    revision: number;
  };
  /** Runs in the yard on a screen: no mocks, and never evidence. */
  practice: {
    id: string;
    learner: string;
    instructor: string;
    standard: string;
    standard_version: string;
    started_at: string;
    zone: string;
    /** What it came to, for lists. */
    told: string;
    run: string;
    events: string;
  };
  /** How each mock stands, worked out from its log. */
  worked_out: {
    mock: string;
    version: number;
    /** Of the last event that it was worked out from. */
    position: number;
    ended: number;
    outcome: string;
    unsorted: number;
    body: string;
  };
  /** What mocks tell under a standard. */
  evidence: { mock: string; standard: string; standard_version: string; version: number; body: string };
  /** Places of roads where marks gather, by a number that is short. */
  sites: { id: Generated<number>; key: string; body: string };
  /** Sites that were passed, by their numbers, with repeats and a space between: most drives of a route share one way. */
  ways: { id: Generated<number>; passes: string };
  /** Marks that may be made again and again: site, gravity and skill. */
  spots: { id: Generated<number>; mark: string };
  /** Each mock as it lies on its roads, as narrow as it can be: all of them are gone through for hot spots. */
  placed: {
    mock: string;
    /** Of which route and networks. */
    made_from: string;
    way: number | null;
    /** Of each mark the number of its spot, with a space between. */
    tally: string;
    /** Null for a mock of which nobody knows where it went. */
    unplaced: number | null;
  };
  /** Marks at sites, as they are told. */
  placed_marks: { mock: string; marks: string };
  /** The last forecast of each learner for lists, with what it was made from. */
  forecasts: { learner: string; made_from: string; body: string };
  /** The school's rates of faults, by what they were made from. */
  rates: { made_from: string; body: string };
  /** Forecasts of days that are over, as they were made: after each mock, and for each official result. */
  past_forecasts: { learner: string; what: string; made_from: string; body: string };
  events: EventRow;
  /** Position fixes, kept apart from marks: they are many, and no verdict needs them. */
  fixes: EventRow;
}

export interface EventRow {
  position: Generated<number>;
  mock: string;
  id: string;
  device: string;
  seq: number;
  at: string;
  body: string;
}
