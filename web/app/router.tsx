import { Box } from '@mui/material';
import { createBrowserRouter } from 'react-router';
import { LoadingNote } from '../ui';
import { FailedPage, MissingPage } from './FailedPage';
import { Guard } from './Guard';
import { Shell } from './Shell';

/** Each screen is a chunk of its own, loaded when it is first opened. */
export const router = createBrowserRouter([
  {
    path: '/shared/:token',
    errorElement: <FailedPage />,
    HydrateFallback: () => null,
    lazy: async () => ({ Component: (await import('../shared')).SharedPage }),
  },
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
          { path: '/routes', lazy: async () => ({ Component: (await import('../routes')).RoutesPage }) },
          {
            path: '/routes/networks',
            lazy: async () => ({ Component: (await import('../routes')).NetworksPage }),
          },
          {
            path: '/routes/hot-spots',
            lazy: async () => ({ Component: (await import('../routes')).HotSpotsPage }),
          },
          {
            path: '/routes/compose',
            lazy: async () => ({ Component: (await import('../routes')).ComposePage }),
          },
          {
            path: '/routes/new',
            lazy: async () => ({ Component: (await import('../routes')).EditorPage }),
          },
          {
            path: '/routes/:route/rehearse',
            lazy: async () => ({ Component: (await import('../rehearse')).RehearsePage }),
          },
          {
            path: '/routes/:route/edit',
            lazy: async () => ({ Component: (await import('../routes')).EditorPage }),
          },
          {
            path: '/routes/:route',
            lazy: async () => ({ Component: (await import('../routes')).RoutePage }),
          },
          {
            path: '/questions/:view?',
            lazy: async () => ({ Component: (await import('../questions')).QuestionsPage }),
          },
          {
            path: '/vehicles',
            lazy: async () => ({ Component: (await import('../vehicles')).VehiclesPage }),
          },
          {
            path: '/vehicles/:vehicle',
            lazy: async () => ({ Component: (await import('../vehicles')).VehiclePage }),
          },
          {
            path: '/vehicles/:vehicle/check',
            lazy: async () => ({ Component: (await import('../vehicles')).CheckPage }),
          },
          {
            path: '/vehicles/:vehicle/walk',
            lazy: async () => ({ Component: (await import('../vehicles')).WalkPage }),
          },
          {
            path: '/learners',
            lazy: async () => ({ Component: (await import('../learners')).LearnersPage }),
          },
          { path: '/mocks', lazy: async () => ({ Component: (await import('../mocks')).MocksPage }) },
          {
            path: '/learners/:learner',
            lazy: async () => ({ Component: (await import('../learners')).LearnerPage }),
          },
          { path: '/diary', lazy: async () => ({ Component: (await import('../diary')).DiaryPage }) },
          { path: '/school', lazy: async () => ({ Component: (await import('../school')).SchoolPage }) },
          { path: '*', element: <MissingPage /> },
        ],
      },
    ],
  },
]);
