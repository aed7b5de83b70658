import { DrillBatch } from './drill';
import { NewLearner, LearnerChange } from './learner';
import { LessonToKeep } from './lesson';
import { CalendarToMake, ShareToMake } from './link';
import { QuestionsToKeep, QuestionToKeep } from './question';
import { AdviceToKeep, SettingsToKeep } from './readiness';
import { ResultToKeep } from './result';
import { RouteToKeep } from './route';
import { SchoolToKeep } from './school';
import { PassphraseChange, SignIn } from './session';
import { EventBatch, NewMock } from './mock';
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
  readonly file?: 'standard' | 'network' | 'vehicle check';
  /** Answered without signing in; everything else needs somebody. */
  readonly open?: true;
}

/** Every operation of the server; the OpenAPI document is made from this list, and a test holds the two equal. */
export const operations: readonly Operation[] = [
  { method: 'get', path: '/health', summary: 'Whether the server answers', open: true },
  { method: 'get', path: '/openapi.json', summary: 'This document', open: true },
  { method: 'get', path: '/session', summary: 'Who is signed in' },
  { method: 'post', path: '/session', summary: 'Sign in with name and passphrase', body: SignIn, open: true },
  { method: 'post', path: '/session/demo', summary: 'Sign in to the demo, on this machine only', open: true },
  { method: 'delete', path: '/session', summary: 'Sign out', open: true },
  {
    method: 'put',
    path: '/session/passphrase',
    summary: 'Change the own passphrase; all other devices are signed out',
    body: PassphraseChange,
  },
  { method: 'delete', path: '/session/others', summary: 'Sign out all other devices' },
  {
    method: 'get',
    path: '/learners',
    summary: 'Learners by name, next test or last mock, found by part of a name',
    query: ['sort', 'search', 'limit', 'cursor'],
  },
  { method: 'post', path: '/learners', summary: 'Add a learner', body: NewLearner },
  { method: 'get', path: '/learners/:id', summary: 'One learner, with its ETag' },
  { method: 'patch', path: '/learners/:id', summary: 'Change a learner (If-Match)', body: LearnerChange },
  {
    method: 'get',
    path: '/learners/:id/habits',
    summary: 'How often each skill went wrong before an instant, for this learner and the school',
    query: ['before'],
  },
  {
    method: 'get',
    path: '/learners/:id/evidence',
    summary: 'What a learner’s mocks tell under a standard, for working out readiness',
    query: ['standard'],
  },
  { method: 'get', path: '/readiness', summary: 'How ready each learner is' },
  { method: 'get', path: '/readiness/settings', summary: 'Constants of the judgement of readiness' },
  {
    method: 'put',
    path: '/readiness/settings',
    summary: 'Change constants of the judgement (If-Match)',
    body: SettingsToKeep,
  },
  { method: 'get', path: '/school', summary: 'What holds for the whole school: default standard, units' },
  { method: 'put', path: '/school', summary: 'Change it (If-Match)', body: SchoolToKeep },
  { method: 'get', path: '/school/reach', summary: 'How other devices reach the school' },
  { method: 'get', path: '/school/backups', summary: 'The backups that the server makes by itself' },
  { method: 'post', path: '/school/backups', summary: 'Make a backup now' },
  { method: 'get', path: '/school/unreadable', summary: 'Records that cannot be made sense of' },
  { method: 'get', path: '/coaching', summary: 'The school’s own advice on what marks mean' },
  { method: 'put', path: '/coaching', summary: 'Change the advice (If-Match)', body: AdviceToKeep },
  { method: 'get', path: '/results', summary: 'Official results, the newest first', query: ['learner'] },
  { method: 'put', path: '/results/:id', summary: 'Enter an official result', body: ResultToKeep },
  { method: 'delete', path: '/results/:id', summary: 'Take an official result away' },
  { method: 'get', path: '/trust', summary: 'How accurate forecasts were, and ratings of both' },
  {
    method: 'get',
    path: '/lessons',
    summary: 'The diary between two instants',
    query: ['from', 'until', 'learner'],
  },
  {
    method: 'put',
    path: '/lessons/:id',
    summary: 'Add to the diary, or change (If-Match)',
    body: LessonToKeep,
  },
  { method: 'delete', path: '/lessons/:id', summary: 'Take out of the diary (If-Match)' },
  {
    method: 'post',
    path: '/calendar',
    summary: 'A new address of one’s calendar feed; the old one ends',
    body: CalendarToMake,
  },
  { method: 'delete', path: '/calendar', summary: 'End the calendar feed' },
  {
    method: 'get',
    path: '/calendar/:token',
    summary: 'The diary as iCalendar, without signing in',
    open: true,
  },
  { method: 'get', path: '/learners/:id/drill', summary: 'A learner’s answers to safety questions' },
  {
    method: 'post',
    path: '/learners/:id/drill',
    summary: 'Add drill events; known ids are ignored',
    body: DrillBatch,
  },
  { method: 'get', path: '/vehicles', summary: 'Vehicles, each with its card and its newest vehicle check' },
  { method: 'post', path: '/vehicles', summary: 'Add a vehicle', body: NewVehicle },
  { method: 'get', path: '/vehicles/:id', summary: 'One vehicle, with its ETag' },
  {
    method: 'patch',
    path: '/vehicles/:id',
    summary: 'Change a vehicle, its card or its record (If-Match)',
    body: VehicleChange,
  },
  { method: 'get', path: '/vehicles/:id/checkups', summary: 'Its vehicle checks, the newest first' },
  {
    method: 'post',
    path: '/vehicles/:id/checkups',
    summary: 'Keep a vehicle check',
    file: 'vehicle check',
  },
  { method: 'get', path: '/vehicles/:id/photos/:control', summary: 'The picture of a control' },
  { method: 'put', path: '/vehicles/:id/photos/:control', summary: 'Keep a picture (JPEG, up to 200 kB)' },
  { method: 'delete', path: '/vehicles/:id/photos/:control', summary: 'Remove a picture' },
  { method: 'get', path: '/questions', summary: 'The school’s questions, shipped ones and its own' },
  {
    method: 'post',
    path: '/questions',
    summary: 'Keep the questions of a file, all or none',
    body: QuestionsToKeep,
  },
  {
    method: 'put',
    path: '/questions/:id',
    summary: 'Add a question, or change one (If-Match)',
    body: QuestionToKeep,
  },
  {
    method: 'delete',
    path: '/questions/:id/changes',
    summary: 'Back to the question as it ships (If-Match)',
  },
  { method: 'get', path: '/networks', summary: 'Road networks' },
  {
    method: 'put',
    path: '/networks/:id',
    summary: 'Keep a network, or replace it: its JSON file, compressed by gzip, up to 60 MB',
    file: 'network',
  },
  { method: 'get', path: '/networks/:id/:version', summary: 'A network, whole' },
  { method: 'get', path: '/routes', summary: 'Routes by title' },
  { method: 'get', path: '/routes/:id', summary: 'One route, with its ETag' },
  { method: 'put', path: '/routes/:id', summary: 'Add a route, or change one (If-Match)', body: RouteToKeep },
  { method: 'delete', path: '/routes/:id', summary: 'Take a route out of the list (If-Match)' },
  { method: 'get', path: '/routes/:id/photos/:feature', summary: 'The picture of something along a route' },
  { method: 'put', path: '/routes/:id/photos/:feature', summary: 'Keep a picture (JPEG, up to 200 kB)' },
  { method: 'delete', path: '/routes/:id/photos/:feature', summary: 'Remove a picture' },
  {
    method: 'get',
    path: '/hot-spots',
    summary:
      'How often something goes wrong at each place, by learner, route, drive, skill, gravity and hour',
    query: ['learner', 'route', 'mock', 'skill', 'gravity', 'from', 'until'],
  },
  { method: 'get', path: '/hot-spots/:site/marks', summary: 'The marks at a place, the newest first' },
  {
    method: 'get',
    path: '/yard',
    summary: 'Courses and vehicles as geometry, shipped ones and the school’s own',
  },
  {
    method: 'put',
    path: '/yard/courses/:id',
    summary: 'Add a course of the school’s own, or change one (If-Match)',
    body: CourseToKeep,
  },
  { method: 'delete', path: '/yard/courses/:id', summary: 'Remove a course of the school’s own (If-Match)' },
  {
    method: 'put',
    path: '/yard/vehicles/:id',
    summary: 'Add a vehicle’s geometry of the school’s own, or change one (If-Match)',
    body: YardVehicleToKeep,
  },
  {
    method: 'delete',
    path: '/yard/vehicles/:id',
    summary: 'Remove a vehicle’s geometry of the school’s own (If-Match)',
  },
  {
    method: 'get',
    path: '/practice',
    summary: 'Runs in the yard that were kept with a learner, the newest first',
    query: ['learner'],
  },
  { method: 'put', path: '/practice/:id', summary: 'Keep a run with a learner', body: PracticeToKeep },
  { method: 'get', path: '/practice/:id', summary: 'One run, with its path' },
  { method: 'get', path: '/practice/:id/log', summary: 'Its log as a file' },
  { method: 'delete', path: '/practice/:id', summary: 'Remove a run' },
  {
    method: 'get',
    path: '/yard/setting-out.pdf',
    summary: 'The setting-out sheet of a course, for print',
    query: ['course', 'vehicle', 'set', 'a', 'b'],
  },
  { method: 'get', path: '/standards', summary: 'Marking standards, newest version of each first' },
  { method: 'post', path: '/standards', summary: 'Import a standard file', file: 'standard' },
  { method: 'get', path: '/standards/:id/:version', summary: 'One version of a standard, whole' },
  {
    method: 'get',
    path: '/standards/:id/:version/mocks',
    summary: 'All drives as this standard would have judged them, one JSON object a line, with progress',
  },
  {
    method: 'get',
    path: '/mocks',
    summary: 'Mock tests, newest first, with their verdicts; by learner, part of a name, standard or state',
    query: ['learner', 'from', 'search', 'standard', 'state', 'limit', 'cursor'],
  },
  { method: 'post', path: '/mocks', summary: 'Start a mock test', body: NewMock },
  { method: 'get', path: '/mocks/:id', summary: 'One mock test' },
  {
    method: 'get',
    path: '/mocks/:id/events',
    summary: 'Its log, or what came after a position',
    query: ['after'],
  },
  {
    method: 'post',
    path: '/mocks/:id/events',
    summary: 'Add events; known ids are ignored',
    body: EventBatch,
  },
  { method: 'get', path: '/mocks/:id/verdict', summary: 'Its verdict, worked out now' },
  {
    method: 'get',
    path: '/mocks/:id/track',
    summary: 'The way that was driven, as far as a receiver told it',
  },
  { method: 'get', path: '/mocks/:id/report.pdf', summary: 'The report of a drive, for print' },
  { method: 'get', path: '/mocks/:id/marks.csv', summary: 'The marks of a drive as a table' },
  { method: 'get', path: '/mocks/:id/marks.json', summary: 'The marks of a drive with its verdict' },
  { method: 'get', path: '/mocks/:id/shares', summary: 'Share links of a drive' },
  { method: 'post', path: '/mocks/:id/shares', summary: 'Make a share link', body: ShareToMake },
  { method: 'delete', path: '/shares/:id', summary: 'End a share link' },
  { method: 'get', path: '/shared/:token', summary: 'A drive as its share link shows it', open: true },
  { method: 'get', path: '/mocks/:id/log', summary: 'Its log as a file' },
];
