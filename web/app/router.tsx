import { Box } from '@mui/material';
import { createBrowserRouter, generatePath, replace, type RouteObject } from 'react-router';
import { LoadingNote } from '../parts/ui';
import { allowedOnly } from './Allowed';
import { FailedPage, MissingPage } from './FailedPage';
import { Guard } from './Guard';
import { screens, type Screen } from './screens';
import { Shell } from './Shell';
import { Titled } from './Titled';

const routeOf = ({ path, title, right, load }: Screen): RouteObject => ({
  path,
  handle: { title },
  lazy: async () => {
    const Component = await load();
    return { Component: right ? allowedOnly(right, Component) : Component };
  },
});
const framed = (bare: Screen['bare']): RouteObject[] =>
  screens.filter((screen) => screen.bare === bare).map(routeOf);

const Loading = () => (
  <Box sx={{ p: 4 }}>
    <LoadingNote what="Jasperwren" />
  </Box>
);

/** Addresses of the last version, in somebody's bookmarks or history, and where the screen is now. */
const moved: readonly (readonly [from: string, to: string])[] = [
  ['/tests/:mock', '/mocks/:mock'],
  ['/tests/:mock/deck', '/mocks/:mock/marking'],
  ['/tests/:mock/kerb', '/mocks/:mock/debrief'],
  ['/standards/:id/:version/drives', '/standards/:id/:version/mocks'],
];
const redirects: RouteObject[] = moved.map(([from, to]) => ({
  path: from,
  loader: ({ params }) => replace(generatePath(to, params)),
}));

/** Each screen is a chunk of its own, loaded when it is first opened. */
export const router = createBrowserRouter([
  {
    element: <Titled />,
    children: [
      {
        errorElement: <FailedPage />,
        HydrateFallback: () => null,
        children: [...framed('anybody'), ...redirects],
      },
      {
        element: <Guard />,
        errorElement: <FailedPage />,
        HydrateFallback: Loading,
        children: [
          ...framed('signed in'),
          {
            element: <Shell />,
            errorElement: <FailedPage />,
            children: [...framed(undefined), { path: '*', element: <MissingPage /> }],
          },
        ],
      },
    ],
  },
]);
