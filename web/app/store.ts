import { configureStore } from '@reduxjs/toolkit';
import { api } from '../api';
import { logMiddleware, logSlice } from '../log';

export const store = configureStore({
  reducer: { [api.reducerPath]: api.reducer, [logSlice.name]: logSlice.reducer },
  middleware: (standard) =>
    // Logs and standards are large and plain already; walking them on every touch would cost the touch.
    standard({ serializableCheck: false, immutableCheck: false })
      .prepend(logMiddleware())
      .concat(api.middleware),
});
