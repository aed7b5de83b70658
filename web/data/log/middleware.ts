import { createListenerMiddleware } from '@reduxjs/toolkit';
import { browserKeep } from './keep';
import { httpServer } from './server';
import { logSlice, type LogState } from './slice';
import { createSync, type Sync } from './sync';

/** How often other devices' marks are asked for while a drive is open. */
export const PULL_EVERY = 4_000;

/** The one listener that persists and syncs: screens only ever record. */
export function logMiddleware() {
  const listener = createListenerMiddleware<{ log: LogState }>();
  let sync: Sync | null = null;

  const start = (api: Parameters<Parameters<typeof listener.startListening>[0]['effect']>[1]): Sync => {
    sync ??= createSync({
      keep: browserKeep(),
      server: httpServer,
      dispatch: api.dispatch,
      state: () => api.getState().log,
      now: () => new Date(),
      later: (wait, run) => setTimeout(run, wait),
    });
    return sync;
  };

  listener.startListening({
    actionCreator: logSlice.actions.record,
    effect: ({ payload }, api) => start(api).recorded(payload.mock, payload.events),
  });
  listener.startListening({
    actionCreator: logSlice.actions.openDrive,
    effect: ({ payload }, api) => start(api).open(payload),
  });
  listener.startListening({
    actionCreator: logSlice.actions.beginDrive,
    effect: ({ payload }, api) => start(api).began(payload.mock),
  });
  listener.startListening({
    actionCreator: logSlice.actions.mockPutRight,
    effect: ({ payload }, api) => start(api).changed(payload),
  });
  listener.startListening({
    actionCreator: logSlice.actions.refreshDrive,
    effect: ({ payload }, api) => start(api).pull(payload),
  });
  listener.startListening({
    actionCreator: logSlice.actions.sendWaiting,
    effect: (_action, api) => start(api).push(),
  });
  return listener.middleware;
}
