import type { ServeOptions } from './serve';

/** How a server answers that is for this machine only: over plain http, at its own address, at no port but one. */
export const onThisMachine = {
  host: '127.0.0.1',
  tls: null,
  lan: false,
  publicOrigin: null,
  fronts: [],
  morePorts: 0,
} as const satisfies Partial<ServeOptions>;
