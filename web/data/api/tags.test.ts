import { expect, it } from '@jest/globals';
import { until } from '../../testing';
import { served } from '../../testing/served';
import { api, keptFrom } from './api';
import './learners';
import './readiness';
import './vehicles';

const learner = (id: string) => ({ id, name: id, revision: 1 });

/** The endpoints of every subject; each file adds its own. */
const { endpoints } = api as unknown as {
  endpoints: Record<
    string,
    { initiate: (asked?: unknown) => Parameters<ReturnType<typeof served>['store']['dispatch']>[0] }
  >;
};
const ask = (name: string, asked?: unknown) => {
  const endpoint = endpoints[name];
  if (!endpoint) throw new Error(name);
  return endpoint.initiate(asked);
};

it('a change of one learner asks for that learner and the lists again, and for nobody else', async () => {
  const { store, asked } = served({
    '/learners/ada': learner('ada'),
    '/learners/ben': learner('ben'),
    '/learners?sort=test&limit=100': { items: [], next: null },
    '/learners/ada/evidence': { evidence: [] },
    '/learners/ben/evidence': { evidence: [] },
    '/vehicles': { items: [], next: null },
    'PATCH /learners/ada': learner('ada'),
  });
  for (const [name, given] of [
    ['learner', 'ada'],
    ['learner', 'ben'],
    ['learners', ''],
    ['evidence', { learner: 'ada', standard: null }],
    ['evidence', { learner: 'ben', standard: null }],
    ['vehicles', undefined],
  ] as const)
    store.dispatch(ask(name, given));
  await until(() => asked.length === 6);
  asked.length = 0;
  store.dispatch(ask('changeLearner', { id: 'ada', revision: 1, change: { papers: [] } }));
  await until(() => asked.length >= 3);
  expect([...asked].sort()).toEqual([
    '/learners/ada',
    '/learners?sort=test&limit=100',
    'PATCH /learners/ada',
  ]);
  asked.length = 0;
  // Another standard changes what is foretold of this learner.
  store.dispatch(ask('changeLearner', { id: 'ada', revision: 1, change: { standard: 'strikes' } }));
  await until(() => asked.length >= 4);
  await new Promise((resolve) => setTimeout(resolve, 20));
  expect([...asked].sort()).toEqual([
    '/learners/ada',
    '/learners/ada/evidence',
    '/learners?sort=test&limit=100',
    'PATCH /learners/ada',
  ]);
});

it('a vehicle check asks for the checks of that vehicle and the list again', async () => {
  const page = { items: [], next: null };
  const { store, asked } = served({
    '/vehicles': page,
    '/vehicles/red/checkups': page,
    '/vehicles/blue/checkups': page,
    'POST /vehicles/red/checkups': {},
  });
  for (const [name, given] of [
    ['vehicles', undefined],
    ['checkups', 'red'],
    ['checkups', 'blue'],
  ] as const)
    store.dispatch(ask(name, given));
  await until(() => asked.length === 3);
  asked.length = 0;
  store.dispatch(ask('addCheckup', { vehicle: 'red', checkup: {} }));
  await until(() => asked.length >= 3);
  await new Promise((resolve) => setTimeout(resolve, 20));
  expect([...asked].sort()).toEqual(['/vehicles', '/vehicles/red/checkups', 'POST /vehicles/red/checkups']);
});

it('an answer with another mark than its request was kept, and tells since when', () => {
  const answer = (mark: string) => ({
    request: new Request('/api/v1/mocks', { headers: { 'X-Asked': 'a' } }),
    response: new Response('', { headers: { 'X-Asked': mark, Date: 'Wed, 18 Nov 2026 10:00:00 GMT' } }),
  });
  expect(keptFrom(answer('a'))).toBeNull();
  expect(keptFrom(answer('b'))).toBe('2026-11-18T10:00:00.000Z');
  expect(keptFrom(undefined)).toBeNull();
});
