import { configureStore, createListenerMiddleware } from '@reduxjs/toolkit';
import { api } from '../data/api';
import { logMiddleware, logSlice, reachesServer } from '../data/log';

/** Marks come one after another: what depends on them is asked again once they rest, in milliseconds. */
const REST = 1_500;

/** What the server has of drives has changed: lists, forecasts and learners' pages are asked again. */
function followLog() {
  const listener = createListenerMiddleware();
  listener.startListening({
    predicate: reachesServer,
    effect: async (_action, { cancelActiveListeners, delay, dispatch }) => {
      cancelActiveListeners();
      await delay(REST);
      dispatch(api.util.invalidateTags(['mocks', 'readiness', 'evidence', 'goals']));
    },
  });
  return listener.middleware;
}

export const store = configureStore({
  reducer: { [api.reducerPath]: api.reducer, [logSlice.name]: logSlice.reducer },
  middleware: (standard) =>
    // Logs and standards are large and plain already; walking them on every touch would cost the touch.
    standard({ serializableCheck: false, immutableCheck: false })
      .prepend(logMiddleware(), followLog())
      .concat(api.middleware),
});
