import '@fontsource/atkinson-hyperlegible/latin-400.css';
import '@fontsource/atkinson-hyperlegible/latin-700.css';
import '@fontsource/atkinson-hyperlegible/latin-ext-400.css';
import '@fontsource/atkinson-hyperlegible/latin-ext-700.css';
import { CssBaseline, ThemeProvider } from '@mui/material';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router/dom';
import { sendWaiting } from '../data/log';
import { printByDay, theme } from '../parts/ui';
import { workOffline } from './offline';
import { router } from './router';
import { store } from './store';

// Marks that waited for the server when the page was last closed go now.
store.dispatch(sendWaiting());
window.addEventListener('online', () => store.dispatch(sendWaiting()));

// On paper it is always day.
printByDay();

void workOffline();

// Answers to questions that waited go too, once the first screen is there.
setTimeout(() => void import('../data/drill').then(({ drillLog }) => drillLog()), 5_000);

const root = document.getElementById('root');
if (root)
  createRoot(root).render(
    <StrictMode>
      <Provider store={store}>
        <ThemeProvider theme={theme} defaultMode="system">
          <CssBaseline />
          <RouterProvider router={router} />
        </ThemeProvider>
      </Provider>
    </StrictMode>,
  );
