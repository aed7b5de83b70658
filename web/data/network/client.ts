import { proxy, wrap, type Remote } from 'comlink';
import { API, type NetworkSummary } from '../../../contract';
import type { MapGeometry } from '../../../core/map';
import type { NetworkWorker } from './network.worker';

/** A network that a worker has open: its map, and what can be asked of it. */
export interface OpenNetwork {
  readonly summary: NetworkSummary;
  readonly geometry: MapGeometry;
  readonly worker: Remote<NetworkWorker>;
}

let held: { readonly key: string; readonly opened: Promise<OpenNetwork> } | null = null;

/** Opens a network in a worker; the one that is open already is not loaded again. */
export function openNetworkOf(summary: NetworkSummary): Promise<OpenNetwork> {
  const key = `${summary.id} ${summary.version}`;
  if (held?.key === key) return held.opened;
  const worker = newWorker();
  const opened = worker
    .open(`${API}/networks/${encodeURIComponent(summary.id)}/${summary.version}`)
    .then((geometry) => ({ summary, geometry, worker }));
  held = { key, opened };
  // One that failed is tried again the next time.
  opened.catch(() => {
    held = null;
  });
  return opened;
}

/** A worker of its own, for reading an extract while a map is open. */
export const newWorker = (): Remote<NetworkWorker> =>
  wrap<NetworkWorker>(new Worker(new URL('./network.worker.ts', import.meta.url), { type: 'module' }));

export const told = proxy;
