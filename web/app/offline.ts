import {
  API,
  type LearnerView,
  type NetworkSummary,
  type Page,
  type RouteSummary,
  type StandardSummary,
} from '../../contract';

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

let fetching: AbortController | null = null;

/** Reads an answer to its end: one that is left half read keeps the service worker from giving way to a new one. */
async function readOnce(path: string, signal: AbortSignal): Promise<void> {
  const answer = await fetch(`${API}/${path}`, { signal });
  await answer.arrayBuffer();
}

/** Reads what a mock can be started with, once the service worker is there to keep it. */
export async function fetchTheDay(): Promise<void> {
  if (!navigator.serviceWorker?.controller) return;
  fetching?.abort();
  fetching = new AbortController();
  const { signal } = fetching;
  try {
    const [standards, learners, routes, networks] = await Promise.all(
      [
        'standards',
        'learners?limit=100',
        'routes',
        'networks',
        'vehicles',
        'questions',
        'session',
        'tests?limit=60',
      ].map((path) => fetch(`${API}/${path}`, { signal })),
    );
    if (!standards?.ok) return;
    const { items } = (await standards.json()) as Page<StandardSummary>;
    for (const { id, version } of items) await readOnce(`standards/${id}/${version}`, signal);
    const drawn = routes?.ok ? ((await routes.json()) as Page<RouteSummary>).items : [];
    for (const { id } of drawn.slice(0, ROUTES)) await readOnce(`routes/${id}`, signal);
    const roads = networks?.ok ? ((await networks.json()) as Page<NetworkSummary>).items : [];
    for (const { id, version } of roads.slice(0, 2)) await readOnce(`networks/${id}/${version}`, signal);
    await readOnce(`places?gravity=1`, signal);
    const who = learners?.ok ? ((await learners.json()) as Page<LearnerView>).items : [];
    for (const { id } of who.slice(0, DRILLS)) await readOnce(`learners/${id}/drill`, signal);
  } catch {
    // Without the server there is what was kept before.
  }
}

/**
 * Signs out, and leaves nothing of the day on the device for whoever signs in next.
 *
 * @param signOut tells the server; what it answers last is not kept either
 */
export async function leaveTheDay(signOut: () => Promise<unknown>): Promise<void> {
  fetching?.abort();
  await signOut();
  if ('caches' in window) await caches.delete(DAY);
}
