// Before everything else: packages that read what classes are annotated with want it there.
import 'reflect-metadata';
import { resolve } from 'node:path';
import { clockFrom } from '../clock';
import { serve, type Running } from '../serve';
import { onThisMachine } from '../thisMachine';

/** What a hall is asked for: to serve a school, or to end. */
export type HallAsked =
  | { readonly kind: 'open'; readonly database: string; readonly port: number; readonly now: string }
  | { readonly kind: 'close' };

export type HallAnswer = { readonly address: string | null } | { readonly problem: string };

/**
 * The server for one demo school after the other in one process: starting a process for each of many tests takes more
 * time than the tests. Tests that kill the server or start it again have a process of their own.
 */
const root = resolve(import.meta.dirname, '..', '..');
let running: Running | null = null;

async function answer(asked: HallAsked): Promise<HallAnswer> {
  await running?.close();
  running = null;
  if (asked.kind === 'close') return { address: null };
  running = await serve({
    ...onThisMachine,
    database: asked.database,
    port: asked.port,
    now: clockFrom(new Date(asked.now)),
    logLevel: 'silent',
    demo: true,
    keepsWorkers: true,
    root,
    version: 'test',
  });
  return { address: running.address };
}

process.on('message', (asked: HallAsked) => {
  answer(asked)
    .catch((error: unknown): HallAnswer => ({ problem: String(error) }))
    .then((told) => process.send?.(told))
    .catch(() => process.exit(1));
});
