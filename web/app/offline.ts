import { API, type Page, type StandardSummary } from '../../contract';

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

let fetching: AbortController | null = null;

/** Reads what a mock can be started with, once the service worker is there to keep it. */
export async function fetchTheDay(): Promise<void> {
  if (!navigator.serviceWorker?.controller) return;
  fetching?.abort();
  fetching = new AbortController();
  const { signal } = fetching;
  try {
    const [standards] = await Promise.all(
      ['standards', 'learners?limit=100', 'vehicles', 'session', 'tests?limit=60'].map((path) =>
        fetch(`${API}/${path}`, { signal }),
      ),
    );
    if (!standards?.ok) return;
    const { items } = (await standards.json()) as Page<StandardSummary>;
    for (const { id, version } of items) await fetch(`${API}/standards/${id}/${version}`, { signal });
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
