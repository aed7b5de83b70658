import { NewLearner, LearnerChange } from './learner';
import { SignIn } from './session';
import { EventBatch, NewTest } from './test';

/** A class whose decorators say what a body must be. */
export type BodyClass<T extends object = object> = new () => T;

export interface Operation {
  readonly method: 'get' | 'post' | 'patch' | 'delete';
  /** Below /api/v1, with `:name` for parts. */
  readonly path: string;
  readonly summary: string;
  readonly body?: BodyClass;
}

/** Every operation of the server; the OpenAPI document is made from this list, and a test holds the two equal. */
export const operations: readonly Operation[] = [
  { method: 'get', path: '/health', summary: 'Whether the server answers' },
  { method: 'get', path: '/openapi.json', summary: 'This document' },
  { method: 'get', path: '/session', summary: 'Who is signed in' },
  { method: 'post', path: '/session', summary: 'Sign in with name and passphrase', body: SignIn },
  { method: 'post', path: '/session/demo', summary: 'Sign in to the demo, on this machine only' },
  { method: 'delete', path: '/session', summary: 'Sign out' },
  { method: 'get', path: '/learners', summary: 'Learners by name' },
  { method: 'post', path: '/learners', summary: 'Add a learner', body: NewLearner },
  { method: 'get', path: '/learners/:id', summary: 'One learner, with its ETag' },
  { method: 'patch', path: '/learners/:id', summary: 'Change a learner (If-Match)', body: LearnerChange },
  {
    method: 'get',
    path: '/learners/:id/habits',
    summary: 'How often each skill went wrong before an instant, for this learner and the school',
  },
  { method: 'get', path: '/vehicles', summary: 'Vehicles' },
  { method: 'get', path: '/standards', summary: 'Marking standards, newest version of each first' },
  { method: 'post', path: '/standards', summary: 'Bring a standard file' },
  { method: 'get', path: '/standards/:id/:version', summary: 'One version of a standard, whole' },
  {
    method: 'get',
    path: '/standards/:id/:version/drives',
    summary: 'All drives as this standard would have judged them, one JSON object a line, with progress',
  },
  { method: 'get', path: '/tests', summary: 'Mock tests, newest first, with their verdicts' },
  { method: 'post', path: '/tests', summary: 'Start a mock test', body: NewTest },
  { method: 'get', path: '/tests/:id', summary: 'One mock test' },
  { method: 'get', path: '/tests/:id/events', summary: 'Its log, or what came after a position' },
  {
    method: 'post',
    path: '/tests/:id/events',
    summary: 'Add events; known ids are ignored',
    body: EventBatch,
  },
  { method: 'get', path: '/tests/:id/verdict', summary: 'Its verdict, worked out now' },
  { method: 'get', path: '/tests/:id/log', summary: 'Its log as a file' },
];
