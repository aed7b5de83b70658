import {
  API,
  type LearnerView,
  type NetworkSummary,
  type Page,
  type RouteSummary,
  type StandardSummary,
} from '../../contract';

import { PAGE, PICKED, RECENT } from '../data/api';
import { forgetDrafts } from '../parts/unsaved';

/** Where the service worker keeps what the server last told (vite.config.ts). */
const DAY = 'day';

/** Keeps the application itself and what a day needs, so that both are there without the server. */
export async function workOffline(): Promise<void> {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  try {
    await navigator.serviceWorker.register('/service-worker.js');
    await navigator.serviceWorker.ready;
  } catch {
    // Browsers may refuse, as in private windows: then the application works, but only with its server.
  }
}

/** So many learners' drills, and so many routes, are kept for a day without the server. */
const DRILLS = 40;
const ROUTES = 60;

/** The fetching of the day that is under way; told to stop, it ends with the answer that it is reading. */
let fetching: { stopped: boolean; ended: Promise<void> } = { stopped: true, ended: Promise.resolve() };

/**
 * Reads what a mock can be started with, once the service worker is there to keep it. Every answer is read to its
 * end: one that is left half read keeps the service worker from giving way to a new one.
 */
export async function fetchTheDay(): Promise<void> {
  if (!navigator.serviceWorker?.controller) return;
  await stopFetching();
  const now = { stopped: false, ended: Promise.resolve() };
  const read = async <T>(path: string): Promise<T | null> => {
    if (now.stopped) return null;
    const answer = await fetch(`${API}/${path}`);
    const body = await answer.text();
    return answer.ok ? (JSON.parse(body) as T) : null;
  };
  // A version never changes: what is kept of it stays.
  const once = async (path: string) => ((await isKept(path)) ? null : read(path));
  const list = async <T>(path: string): Promise<readonly T[]> => (await read<Page<T>>(path))?.items ?? [];
  const all = async () => {
    const standards = await list<StandardSummary>('standards');
    for (const { id, version } of standards) await once(`standards/${id}/${version}`);
    for (const path of ['vehicles', 'questions', 'session', 'school', `mocks?limit=${RECENT}`])
      await read(path);
    // The lists of the screens, as they open.
    for (const first of [
      'vehicles?sort=name',
      'questions?sort=kind',
      'standards?sort=title',
      'routes?sort=title',
    ])
      await read(`${first}&limit=${PAGE}`);
    for (const { id } of (await list<RouteSummary>('routes')).slice(0, ROUTES)) await read(`routes/${id}`);
    for (const { id, version } of (await list<NetworkSummary>('networks')).slice(0, 2))
      await once(`networks/${id}/${version}`);
    await read('hot-spots?gravity=1');
    // Those with the nearest licence test; the list itself is what pickers look in without the server.
    for (const { id } of (await list<LearnerView>(`learners?sort=test&limit=${PICKED}`)).slice(0, DRILLS)) {
      await read(`learners/${id}`);
      await read(`learners/${id}/goals`);
      await read(`learners/${id}/drill`);
    }
  };
  fetching = now;
  // Without the server there is what was kept before.
  now.ended = all().then(
    () => {
      if (!now.stopped) localStorage.setItem(FETCHED, String(Date.now()));
    },
    () => undefined,
  );
  await now.ended;
}

const isKept = async (path: string): Promise<boolean> =>
  'caches' in window && (await (await caches.open(DAY)).match(`${API}/${path}`)) !== undefined;

/** Under this stands when the day was last fetched whole. */
const FETCHED = 'day fetched';
/** For so long it stays as it was fetched; whatever a screen shows meanwhile is kept besides. In milliseconds. */
const FRESH = 5 * 60_000;
/** The screen comes first. */
const WAIT = 2_000;

/**
 * Fetches the day after the screen has come, unless that was done a few minutes ago.
 *
 * @returns gives it up
 */
export function fetchTheDaySoon(): () => void {
  const since = Date.now() - Number(localStorage.getItem(FETCHED) ?? 0);
  if (since >= 0 && since < FRESH) return () => undefined;
  const timer = setTimeout(() => void fetchTheDay(), WAIT);
  return () => clearTimeout(timer);
}

/** Stops fetching the day, once the answer that is being read has come. */
export async function stopFetching(): Promise<void> {
  fetching.stopped = true;
  await fetching.ended;
}

/** Leaves nothing of the day on the device for whoever signs in next. */
export async function forgetTheDay(): Promise<void> {
  localStorage.removeItem(FETCHED);
  if ('caches' in window) await caches.delete(DAY);
}

/**
 * Signs out, and forgets the day and all drafts.
 *
 * @param signOut tells the server; what it answers last is not kept either
 */
export async function leaveTheDay(signOut: () => Promise<unknown>): Promise<void> {
  await stopFetching();
  await signOut();
  await forgetTheDay();
  forgetDrafts();
}
