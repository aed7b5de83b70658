import { GradingToKeep } from './agreement';
import { DrillBatch } from './drill';
import { Erasure, GoalTick, LearnerChange, LearnersToImport, NewLearner } from './learner';
import { LessonToChange, SeriesToAdd } from './lesson';
import { CalendarToMake, ShareToMake } from './link';
import { QuestionsToKeep, QuestionToKeep } from './question';
import { AdviceToKeep, SettingsToKeep } from './readiness';
import { ResultToKeep } from './result';
import { RouteToKeep } from './route';
import { SchoolToKeep } from './school';
import { Invitation, PersonChange, Welcome } from './people';
import { SheetToKeep } from './sheet';
import type { Right } from './roles';
import { PassphraseChange, SignIn } from './session';
import { EventBatch, MockChange, NewMock } from './mock';
import { NewVehicle, VehicleChange } from './vehicle';
import { CourseToKeep, PracticeToKeep, YardVehicleToKeep } from './yard';

/** A class whose decorators say what a body must be. */
export type BodyClass<T extends object = object> = new () => T;

export interface Operation {
  readonly method: 'get' | 'post' | 'put' | 'patch' | 'delete';
  /** Below /api/v1, with `:name` for parts. */
  readonly path: string;
  readonly summary: string;
  readonly body?: BodyClass;
  /** Names of what may stand behind the question mark. */
  readonly query?: readonly string[];
  /** What the body is, where core reads it: a file of a published format, or a vehicle check. */
  readonly file?: 'standard' | 'network' | 'vehicle check' | 'backup';
  /** Answered without signing in; everything else takes a right. */
  readonly open?: true;
  /** What may be done by whom is in roles.ts. */
  readonly right?: Right;
  /** What `:id` is of: the learner to whom it belongs decides who may. A learner whom body or query names decides too. */
  readonly of?: Owned;
  /**
   * Takes a learner of one's own, where others may be looked at only; `record`: only where the record is there already, so
   * that a colleague's learner can be given a lesson.
   */
  readonly changes?: true | 'record';
}

/** Records that belong to a learner. */
export type Owned = 'learner' | 'mock' | 'lesson' | 'result' | 'practice' | 'share';

/** What a list takes: letters to find, an order, how many, and where to go on. */
const LIST_QUERY = ['search', 'sort', 'limit', 'cursor'];

/** Every operation of the server, with the right that it takes; the OpenAPI document is made from this list, and a test holds the two equal. */
export const operations: readonly Operation[] = [
  { method: 'get', path: '/health', summary: 'Whether the server answers', open: true },
  { method: 'get', path: '/openapi.json', summary: 'This document', open: true },
  { method: 'get', path: '/session', summary: 'Who is signed in', right: 'own sign-in' },
  { method: 'post', path: '/session', summary: 'Sign in with name and passphrase', body: SignIn, open: true },
  { method: 'post', path: '/session/demo', summary: 'Sign in to the demo, on this machine only', open: true },
  { method: 'delete', path: '/session', summary: 'Sign out', open: true },
  {
    method: 'put',
    path: '/session/passphrase',
    summary: 'Change the own passphrase; all other devices are signed out',
    body: PassphraseChange,
    right: 'own sign-in',
  },
  { method: 'delete', path: '/session/others', summary: 'Sign out all other devices', right: 'own sign-in' },
  { method: 'get', path: '/session/devices', summary: 'Where one is signed in', right: 'own sign-in' },
  { method: 'delete', path: '/session/devices/:id', summary: 'Sign out one device', right: 'own sign-in' },
  { method: 'get', path: '/welcome/:token', summary: 'What a one-time link is for', open: true },
  {
    method: 'post',
    path: '/welcome/:token',
    summary: 'Join, or choose a new passphrase, by a one-time link',
    body: Welcome,
    open: true,
  },
  { method: 'get', path: '/people', summary: 'Who works in the school', right: 'look' },
  {
    method: 'patch',
    path: '/people/:id',
    summary: 'Change somebody’s name or role, or whether they may sign in',
    body: PersonChange,
    right: 'manage people',
  },
  {
    method: 'get',
    path: '/people/:id/devices',
    summary: 'Where somebody is signed in',
    right: 'manage people',
  },
  {
    method: 'delete',
    path: '/people/:id/devices',
    summary: 'Sign somebody out everywhere',
    right: 'manage people',
  },
  {
    method: 'post',
    path: '/people/:id/passphrase',
    summary: 'Make a one-time link by which somebody chooses a new passphrase',
    right: 'manage people',
  },
  {
    method: 'get',
    path: '/invitations',
    summary: 'One-time links that have not been used',
    right: 'manage people',
  },
  {
    method: 'post',
    path: '/invitations',
    summary: 'Make a one-time link by which somebody joins',
    body: Invitation,
    right: 'manage people',
  },
  { method: 'delete', path: '/invitations/:id', summary: 'End a one-time link', right: 'manage people' },
  {
    method: 'get',
    path: '/changes',
    summary: 'Who changed what, the newest first',
    query: ['by', 'of', 'limit', 'cursor'],
    right: 'manage people',
  },
  {
    method: 'get',
    path: '/learners',
    summary: 'Learners by name, next test or last mock, found by part of a name',
    query: ['sort', 'search', 'left', 'taught', 'limit', 'cursor'],
    right: 'teach',
  },
  {
    method: 'post',
    path: '/learners/import',
    summary: 'Add the learners of a list, all or none',
    body: LearnersToImport,
    right: 'manage learners',
  },
  { method: 'post', path: '/learners', summary: 'Add a learner', body: NewLearner, right: 'manage learners' },
  {
    method: 'get',
    path: '/learners/:id',
    summary: 'One learner, with its ETag',
    right: 'teach',
    of: 'learner',
  },
  {
    method: 'patch',
    path: '/learners/:id',
    summary: 'Change a learner (If-Match)',
    body: LearnerChange,
    right: 'teach',
    of: 'learner',
    changes: true,
  },
  {
    method: 'get',
    path: '/learners/:id/habits',
    summary: 'How often each skill went wrong before an instant, for this learner and the school',
    query: ['before'],
    right: 'teach',
    of: 'learner',
  },
  {
    method: 'get',
    path: '/learners/:id/evidence',
    summary: 'What a learner’s mocks tell under a standard, for working out readiness',
    query: ['standard'],
    right: 'teach',
    of: 'learner',
  },
  {
    method: 'get',
    path: '/learners/:id/past',
    summary: 'How a learner’s chance stood after each of their newest mocks',
    query: ['standard'],
    right: 'teach',
    of: 'learner',
  },
  {
    method: 'get',
    path: '/learners/:id/record.zip',
    summary: 'All that is kept of a learner: logs, tables, reports, and the rest as JSON',
    right: 'teach',
    of: 'learner',
    changes: true,
  },
  {
    method: 'get',
    path: '/learners/:id/erasure',
    summary: 'What would be erased with a learner, and what is kept without their name',
    right: 'keep records safe',
    of: 'learner',
  },
  {
    method: 'post',
    path: '/learners/:id/erasure',
    summary: 'Erase a learner for good: takes their name, typed again',
    body: Erasure,
    right: 'keep records safe',
    of: 'learner',
  },
  {
    method: 'get',
    path: '/learners/:id/goals',
    summary: 'Goals of the last debriefs, those that stand and those that were reached',
    right: 'teach',
    of: 'learner',
  },
  {
    method: 'put',
    path: '/learners/:id/goals/:goal',
    summary: 'Tick a goal off, or take the tick back',
    body: GoalTick,
    right: 'teach',
    of: 'learner',
  },
  { method: 'get', path: '/readiness', summary: 'How ready each learner is', right: 'teach' },
  {
    method: 'get',
    path: '/readiness/settings',
    summary: 'Constants of the judgement of readiness',
    right: 'look',
  },
  {
    method: 'put',
    path: '/readiness/settings',
    summary: 'Change constants of the judgement (If-Match)',
    body: SettingsToKeep,
    right: 'manage the school',
  },
  {
    method: 'get',
    path: '/school',
    summary: 'What holds for the whole school: default standard, units',
    right: 'look',
  },
  {
    method: 'put',
    path: '/school',
    summary: 'Change it (If-Match)',
    body: SchoolToKeep,
    right: 'manage the school',
  },
  { method: 'get', path: '/school/reach', summary: 'How other devices reach the school', right: 'look' },
  {
    method: 'get',
    path: '/school/backups',
    summary: 'The backups that the server makes by itself',
    right: 'keep records safe',
  },
  { method: 'post', path: '/school/backups', summary: 'Make a backup now', right: 'keep records safe' },
  {
    method: 'post',
    path: '/school/backups/files',
    summary: 'Keep a backup from elsewhere beside the others; `name` is what it is called',
    query: ['name'],
    file: 'backup',
    right: 'keep records safe',
  },
  {
    method: 'delete',
    path: '/school/backups/files/:name',
    summary: 'Remove a backup from elsewhere',
    right: 'keep records safe',
  },
  {
    method: 'get',
    path: '/school/backups/:backup',
    summary: 'What would change if a backup were put in the place of the school',
    right: 'keep records safe',
  },
  {
    method: 'post',
    path: '/school/backups/:backup/restore',
    summary: 'Put a backup in the place of the school, which is backed up first',
    right: 'keep records safe',
  },
  {
    method: 'post',
    path: '/school/export',
    summary:
      'Make the whole school into plain files: one JSON object a line, with progress; the last one names the file',
    right: 'keep records safe',
  },
  {
    method: 'get',
    path: '/school/export/:file',
    summary: 'The whole school as plain files, as it was made: a zip, there for some minutes',
    right: 'keep records safe',
  },
  {
    method: 'get',
    path: '/school/unreadable',
    summary: 'Records that cannot be made sense of',
    right: 'keep records safe',
  },
  { method: 'get', path: '/coaching', summary: 'The school’s own advice on what marks mean', right: 'look' },
  {
    method: 'put',
    path: '/coaching',
    summary: 'Change the advice (If-Match)',
    body: AdviceToKeep,
    right: 'manage the school',
  },
  {
    method: 'get',
    path: '/results',
    summary: 'Official results, the newest first',
    query: ['learner', ...LIST_QUERY],
    right: 'teach',
  },
  {
    method: 'put',
    path: '/results/:id',
    summary: 'Enter an official result',
    body: ResultToKeep,
    right: 'teach',
    of: 'result',
    changes: true,
  },
  {
    method: 'delete',
    path: '/results/:id',
    summary: 'Take an official result away',
    right: 'teach',
    of: 'result',
    changes: true,
  },
  {
    method: 'get',
    path: '/gradings',
    summary: 'How the written cases were graded, the newest first; a trainee sees their own',
    right: 'teach',
  },
  {
    method: 'get',
    path: '/gradings/drives',
    summary: 'Drives that two people marked, and how far they agree, the newest first',
    right: 'teach',
  },
  {
    method: 'put',
    path: '/gradings/:id',
    summary: 'Keep one going through of the written cases, as one’s own',
    body: GradingToKeep,
    right: 'teach',
  },
  {
    method: 'get',
    path: '/trust/strictness',
    summary: 'How strict licence tests are against the school’s mocks, by their results',
    right: 'compare all mocks',
  },
  {
    method: 'get',
    path: '/trust',
    summary: 'How accurate forecasts were, and ratings of both',
    right: 'teach',
  },
  {
    method: 'get',
    path: '/lessons',
    summary: 'The diary between two instants',
    query: ['from', 'until', 'learner', 'series'],
    right: 'teach',
  },
  {
    method: 'post',
    path: '/lessons',
    summary: 'Add a lesson on several days, all or none',
    body: SeriesToAdd,
    right: 'teach',
  },
  {
    method: 'put',
    path: '/lessons/:id',
    summary: 'Add to the diary, or change (If-Match), with later entries of its series',
    body: LessonToChange,
    right: 'teach',
    of: 'lesson',
    changes: 'record',
  },
  {
    method: 'delete',
    path: '/lessons/:id',
    summary: 'Take out of the diary (If-Match); with `later=1` the later entries of its series too',
    query: ['later'],
    right: 'teach',
    of: 'lesson',
    changes: 'record',
  },
  {
    method: 'post',
    path: '/calendar',
    summary: 'A new address of one’s calendar feed; the old one ends',
    body: CalendarToMake,
    right: 'own sign-in',
  },
  { method: 'delete', path: '/calendar', summary: 'End the calendar feed', right: 'own sign-in' },
  {
    method: 'get',
    path: '/calendar/:token',
    summary: 'The diary as iCalendar, without signing in',
    open: true,
  },
  {
    method: 'get',
    path: '/learners/:id/drill',
    summary: 'A learner’s answers to safety questions',
    right: 'teach',
    of: 'learner',
  },
  {
    method: 'post',
    path: '/learners/:id/drill',
    summary: 'Add drill events; known ids are ignored',
    body: DrillBatch,
    right: 'teach',
    of: 'learner',
  },
  {
    method: 'get',
    path: '/vehicles',
    summary: 'Vehicles, each with its card and its newest vehicle check: all, or with a limit a page',
    query: LIST_QUERY,
    right: 'look',
  },
  {
    method: 'post',
    path: '/vehicles',
    summary: 'Add a vehicle',
    body: NewVehicle,
    right: 'manage shared things',
  },
  { method: 'get', path: '/vehicles/:id', summary: 'One vehicle, with its ETag', right: 'look' },
  {
    method: 'patch',
    path: '/vehicles/:id',
    summary: 'Change a vehicle, its card or its record (If-Match)',
    body: VehicleChange,
    right: 'manage shared things',
  },
  {
    method: 'get',
    path: '/vehicles/:id/checkups',
    summary: 'Its vehicle checks, the newest first',
    right: 'look',
  },
  {
    method: 'post',
    path: '/vehicles/:id/checkups',
    summary: 'Keep a vehicle check',
    file: 'vehicle check',
    right: 'teach',
  },
  {
    method: 'get',
    path: '/vehicles/:id/photos/:control',
    summary: 'The picture of a control',
    right: 'look',
  },
  {
    method: 'put',
    path: '/vehicles/:id/photos/:control',
    summary: 'Keep a picture (JPEG, up to 200 kB)',
    right: 'manage shared things',
  },
  {
    method: 'delete',
    path: '/vehicles/:id/photos/:control',
    summary: 'Remove a picture',
    right: 'manage shared things',
  },
  {
    method: 'get',
    path: '/questions',
    summary: 'The school’s questions, shipped ones and its own: all, or with a limit a page',
    query: LIST_QUERY,
    right: 'look',
  },
  {
    method: 'post',
    path: '/questions',
    summary: 'Keep the questions of a file, all or none',
    body: QuestionsToKeep,
    right: 'manage shared things',
  },
  {
    method: 'put',
    path: '/questions/:id',
    summary: 'Add a question, or change one (If-Match)',
    body: QuestionToKeep,
    right: 'manage shared things',
  },
  {
    method: 'delete',
    path: '/questions/:id/changes',
    summary: 'Back to the question as it ships (If-Match)',
    right: 'manage shared things',
  },
  { method: 'get', path: '/networks', summary: 'Road networks', query: LIST_QUERY, right: 'look' },
  {
    method: 'put',
    path: '/networks/:id',
    summary: 'Keep a network, or replace it: its JSON file, compressed by gzip, up to 60 MB',
    file: 'network',
    right: 'manage shared things',
  },
  { method: 'get', path: '/networks/:id/:version', summary: 'A network, whole', right: 'look' },
  {
    method: 'get',
    path: '/routes',
    summary:
      'Routes: all by title, or with a limit a page, by title or how often they were driven, found by part of the title',
    query: LIST_QUERY,
    right: 'look',
  },
  { method: 'get', path: '/routes/:id', summary: 'One route, with its ETag', right: 'look' },
  {
    method: 'put',
    path: '/routes/:id',
    summary: 'Add a route, or change one (If-Match)',
    body: RouteToKeep,
    right: 'manage shared things',
  },
  {
    method: 'delete',
    path: '/routes/:id',
    summary: 'Take a route out of the list (If-Match)',
    right: 'manage shared things',
  },
  {
    method: 'get',
    path: '/routes/:id/photos/:feature',
    summary: 'The picture of something along a route',
    right: 'look',
  },
  {
    method: 'put',
    path: '/routes/:id/photos/:feature',
    summary: 'Keep a picture (JPEG, up to 200 kB)',
    right: 'manage shared things',
  },
  {
    method: 'delete',
    path: '/routes/:id/photos/:feature',
    summary: 'Remove a picture',
    right: 'manage shared things',
  },
  {
    method: 'get',
    path: '/hot-spots',
    summary:
      'How often something goes wrong at each place, by learner, route, drive, skill, gravity and hour',
    query: ['learner', 'route', 'mock', 'skill', 'gravity', 'from', 'until'],
    right: 'teach',
  },
  {
    method: 'get',
    path: '/hot-spots/:site/marks',
    summary: 'The marks at a place, the newest first',
    right: 'teach',
  },
  {
    method: 'get',
    path: '/yard',
    summary: 'Courses and vehicles as geometry, shipped ones and the school’s own',
    right: 'look',
  },
  {
    method: 'put',
    path: '/yard/courses/:id',
    summary: 'Add a course of the school’s own, or change one (If-Match)',
    body: CourseToKeep,
    right: 'manage shared things',
  },
  {
    method: 'delete',
    path: '/yard/courses/:id',
    summary: 'Remove a course of the school’s own (If-Match)',
    right: 'manage shared things',
  },
  {
    method: 'put',
    path: '/yard/vehicles/:id',
    summary: 'Add a vehicle’s geometry of the school’s own, or change one (If-Match)',
    body: YardVehicleToKeep,
    right: 'manage shared things',
  },
  {
    method: 'delete',
    path: '/yard/vehicles/:id',
    summary: 'Remove a vehicle’s geometry of the school’s own (If-Match)',
    right: 'manage shared things',
  },
  {
    method: 'get',
    path: '/practice',
    summary: 'Runs in the yard that were kept with a learner, the newest first',
    query: ['learner'],
    right: 'teach',
  },
  {
    method: 'put',
    path: '/practice/:id',
    summary: 'Keep a run with a learner',
    body: PracticeToKeep,
    right: 'teach',
    of: 'practice',
  },
  { method: 'get', path: '/practice/:id', summary: 'One run, with its path', right: 'teach', of: 'practice' },
  { method: 'get', path: '/practice/:id/log', summary: 'Its log as a file', right: 'teach', of: 'practice' },
  {
    method: 'delete',
    path: '/practice/:id',
    summary: 'Remove a run',
    right: 'teach',
    of: 'practice',
    changes: true,
  },
  {
    method: 'get',
    path: '/yard/setting-out.pdf',
    summary: 'The setting-out sheet of a course, for print',
    query: ['course', 'vehicle', 'set', 'a', 'b'],
    right: 'look',
  },
  {
    method: 'get',
    path: '/standards',
    summary: 'Marking standards, newest version of each first: all, or with a limit a page',
    query: LIST_QUERY,
    right: 'look',
  },
  {
    method: 'post',
    path: '/standards',
    summary: 'Import a standard file',
    file: 'standard',
    right: 'manage standards',
  },
  {
    method: 'get',
    path: '/standards/:id/:version',
    summary: 'One version of a standard, whole',
    right: 'look',
  },
  {
    method: 'get',
    path: '/standards/:id/:version/mocks',
    summary: 'All drives as this standard would have judged them, one JSON object a line, with progress',
    right: 'compare all mocks',
  },
  {
    method: 'get',
    path: '/mocks',
    summary: 'Mock tests, newest first, with their verdicts; by learner, part of a name, standard or state',
    query: ['learner', 'from', 'search', 'standard', 'state', 'limit', 'cursor'],
    right: 'teach',
  },
  { method: 'post', path: '/mocks', summary: 'Start a mock test', body: NewMock, right: 'teach' },
  {
    method: 'put',
    path: '/sheets/:id',
    summary: 'Enter a sheet of paper as a mock, with its official result if it is one',
    body: SheetToKeep,
    right: 'teach',
  },
  { method: 'get', path: '/mocks/bin', summary: 'Mocks in the bin, the last deleted first', right: 'teach' },
  {
    method: 'post',
    path: '/mocks/:id/back',
    summary: 'Take a mock out of the bin',
    right: 'teach',
    of: 'mock',
    changes: true,
  },
  { method: 'get', path: '/mocks/:id', summary: 'One mock test, with its ETag', right: 'teach', of: 'mock' },
  {
    method: 'patch',
    path: '/mocks/:id',
    summary: 'Move a mock to another learner, or change its start, vehicle, route or note (If-Match)',
    body: MockChange,
    right: 'teach',
    of: 'mock',
    changes: 'record',
  },
  {
    method: 'delete',
    path: '/mocks/:id',
    summary: 'Put a mock into the bin, where it lies for 30 days',
    right: 'teach',
    of: 'mock',
    changes: true,
  },
  {
    method: 'get',
    path: '/mocks/:id/beside',
    summary: 'What others made of the same drive, and how far they agree with this mock',
    right: 'teach',
    of: 'mock',
  },
  {
    method: 'get',
    path: '/mocks/:id/events',
    summary: 'Its log, or what came after a position',
    query: ['after'],
    right: 'teach',
    of: 'mock',
  },
  {
    method: 'post',
    path: '/mocks/:id/events',
    summary: 'Add events; known ids are ignored',
    body: EventBatch,
    right: 'teach',
    of: 'mock',
  },
  {
    method: 'get',
    path: '/mocks/:id/verdict',
    summary: 'Its verdict, worked out now',
    right: 'teach',
    of: 'mock',
  },
  {
    method: 'get',
    path: '/mocks/:id/track',
    summary: 'The way that was driven, as far as a receiver told it',
    right: 'teach',
    of: 'mock',
  },
  {
    method: 'get',
    path: '/mocks/:id/report.pdf',
    summary: 'The report of a drive, for print',
    right: 'teach',
    of: 'mock',
  },
  {
    method: 'get',
    path: '/mocks/:id/marks.csv',
    summary: 'The marks of a drive as a table',
    right: 'teach',
    of: 'mock',
  },
  {
    method: 'get',
    path: '/mocks/:id/marks.json',
    summary: 'The marks of a drive with its verdict',
    right: 'teach',
    of: 'mock',
  },
  { method: 'get', path: '/mocks/:id/shares', summary: 'Share links of a drive', right: 'teach', of: 'mock' },
  {
    method: 'post',
    path: '/mocks/:id/shares',
    summary: 'Make a share link',
    body: ShareToMake,
    right: 'teach',
    of: 'mock',
  },
  { method: 'delete', path: '/shares/:id', summary: 'End a share link', right: 'teach', of: 'share' },
  { method: 'get', path: '/shared/:token', summary: 'A drive as its share link shows it', open: true },
  { method: 'get', path: '/mocks/:id/log', summary: 'Its log as a file', right: 'teach', of: 'mock' },
];
