import { afterEach, expect, it } from '@jest/globals';
import { until } from '../testing';
import { served } from '../testing/served';
import { fetchTheDay, leaveTheDay, stopFetching } from './offline';

const page = (...items: unknown[]) => ({ items, next: null });
const day = {
  '/standards': page({ id: 'small', version: '1.0.0' }),
  '/standards/small/1.0.0': {},
  '/vehicles': page(),
  '/questions': page(),
  '/session': {},
  '/school': {},
  '/mocks?limit=60': page(),
  '/vehicles?sort=name&limit=50': page(),
  '/questions?sort=kind&limit=50': page(),
  '/standards?sort=title&limit=50': page(),
  '/routes?sort=title&limit=50': page(),
  '/routes': page({ id: 'lanes' }),
  '/routes/lanes': {},
  '/networks': page({ id: 'ostrey', version: 3 }),
  '/networks/ostrey/3': {},
  '/hot-spots?gravity=1': {},
  '/learners?sort=test&limit=100': page({ id: 'ada' }),
  '/learners/ada': {},
  '/learners/ada/goals': page(),
  '/learners/ada/drill': {},
};

const controlled = (by: object | null) =>
  Object.defineProperty(navigator, 'serviceWorker', { value: { controller: by }, configurable: true });

afterEach(() => {
  Reflect.deleteProperty(navigator, 'serviceWorker');
  Reflect.deleteProperty(globalThis, 'caches');
});

it('asks once for all that a mock needs, where something is there to keep it', async () => {
  const { asked } = served(day);
  controlled(null);
  await fetchTheDay();
  expect(asked).toEqual([]);
  controlled({});
  await fetchTheDay();
  expect([...asked].sort()).toEqual(Object.keys(day).sort());
});

it('ends with the answer that it is reading when it is told to stop, and goes on without what is missing', async () => {
  const { '/routes/lanes': _gone, ...rest } = day;
  let release: (answer: object) => void = () => undefined;
  const standard = new Promise((resolve) => (release = resolve));
  const { asked } = served({ ...rest, '/standards/small/1.0.0': () => standard });
  controlled({});
  const fetching = fetchTheDay();
  await until(() => asked.includes('/standards/small/1.0.0'));
  const stopping = stopFetching();
  release({});
  await Promise.all([fetching, stopping]);
  expect(asked).toEqual(['/standards', '/standards/small/1.0.0']);
  await fetchTheDay();
  expect(asked).toContain('/learners/ada/drill');
});

it('leaves nothing of the day behind, and forgets only after the last answer has come', async () => {
  const { asked } = served(day);
  controlled({});
  const gone: string[] = [];
  Object.defineProperty(globalThis, 'caches', {
    configurable: true,
    value: { delete: (name: string) => Promise.resolve(gone.push(`${name} after ${asked.length}`)) },
  });
  localStorage.setItem('draft new route', '{}');
  void fetchTheDay();
  await until(() => asked.length >= 1);
  await leaveTheDay(() => {
    asked.push('signed out');
    return Promise.resolve();
  });
  expect(asked.at(-1)).toBe('signed out');
  expect(gone).toEqual([`day after ${asked.length}`]);
});
