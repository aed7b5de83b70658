import { Box } from '@mui/material';
import { createBrowserRouter } from 'react-router';
import { LoadingNote } from '../ui';
import { FailedPage, MissingPage } from './FailedPage';
import { Guard } from './Guard';
import { Shell } from './Shell';

/** Each screen is a chunk of its own, loaded when it is first opened. */
export const router = createBrowserRouter([
  {
    element: <Guard />,
    errorElement: <FailedPage />,
    HydrateFallback: () => (
      <Box sx={{ p: 4 }}>
        <LoadingNote what="Jasperwren" />
      </Box>
    ),
    children: [
      {
        path: '/tests/:test/deck',
        lazy: async () => {
          // The verdict must come up at the kerb also when the server has gone meanwhile.
          void import('../kerb');
          void import('../report');
          return { Component: (await import('../deck')).DeckPage };
        },
      },
      {
        element: <Shell />,
        errorElement: <FailedPage />,
        children: [
          { index: true, lazy: async () => ({ Component: (await import('../today')).TodayPage }) },
          { path: '/setup', lazy: async () => ({ Component: (await import('../setup')).SetupPage }) },
          {
            path: '/tests/:test/kerb',
            lazy: async () => ({ Component: (await import('../kerb')).KerbPage }),
          },
          { path: '/tests/:test', lazy: async () => ({ Component: (await import('../report')).ReportPage }) },
          {
            path: '/standards',
            lazy: async () => ({ Component: (await import('../standards')).LibraryPage }),
          },
          {
            path: '/standards/:id/:version',
            lazy: async () => ({ Component: (await import('../standards')).StandardPage }),
          },
          {
            path: '/standards/:id/:version/changes',
            lazy: async () => ({ Component: (await import('../standards')).ChangesPage }),
          },
          {
            path: '/standards/:id/:version/drives',
            lazy: async () => ({ Component: (await import('../standards')).DrivesPage }),
          },
          {
            path: '/standards/:id/:version/edit',
            lazy: async () => ({ Component: (await import('../standards/edit')).EditorPage }),
          },
          { path: '*', element: <MissingPage /> },
        ],
      },
    ],
  },
]);
