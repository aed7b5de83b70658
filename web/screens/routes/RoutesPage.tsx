import { Box, Button, Stack, Typography } from '@mui/material';
import { useState } from 'react';
import { Link } from 'react-router';
import { routeSorts, type ListedRoute } from '../../../contract';
import { errorText, useNetworksQuery, useRoutePagesInfiniteQuery } from '../../data/api';
import { IfMay } from '../../parts/people';
import { FeatureGlyph, lengthText, minutesText, useUnits } from '../../parts/features';
import {
  colour,
  EmptyNote,
  ErrorNote,
  FindAndSort,
  LoadingNote,
  MoreButton,
  useListAsked,
} from '../../parts/ui';
import { BringRoute } from './BringRoute';
import { Sketch } from './Sketch';

/** What says most about a route, before what every route has. */
const TELLING: Readonly<Record<string, readonly [one: string, many: string]>> = {
  'dual-join': ['dual carriageway', 'dual carriageways'],
  'mini-roundabout': ['mini-roundabout', 'mini-roundabouts'],
  roundabout: ['roundabout', 'roundabouts'],
  'traffic-lights': ['set of lights', 'sets of lights'],
  'hill-start': ['hill start', 'hill starts'],
  bend: ['bend with poor view', 'bends with poor view'],
  'meeting-place': ['meeting place', 'meeting places'],
  'zebra-crossing': ['zebra crossing', 'zebra crossings'],
  'parked-row': ['row of parked cars', 'rows of parked cars'],
};

/** The routes of the school: what each is good for, and the ways to a new one. */
export function RoutesPage() {
  const asked = useListAsked(routeSorts);
  const { search, sort } = asked;
  const { currentData, error, isLoading, isFetching, hasNextPage, fetchNextPage, refetch } =
    useRoutePagesInfiniteQuery({ search, sort });
  const routes = currentData?.pages.flatMap(({ items }) => items) ?? [];
  const { data: networks } = useNetworksQuery();
  const [bringing, setBringing] = useState(false);
  const noRoads = networks?.items.length === 0;
  return (
    <Box>
      <Stack
        direction="row"
        sx={{ justifyContent: 'space-between', alignItems: 'center', flexWrap: 'wrap', gap: 2, mb: 2 }}
      >
        <Typography variant="h1">Routes</Typography>
        <Stack direction="row" sx={{ gap: 1, flexWrap: 'wrap' }}>
          <IfMay right="manage shared things">
            <>
              <Button component={Link} to="/routes/compose" variant="contained" disabled={noRoads}>
                Compose a route
              </Button>
              <Button component={Link} to="/routes/new" variant="outlined" disabled={noRoads}>
                Draw one
              </Button>
              <Button variant="outlined" onClick={() => setBringing(true)}>
                Import a file
              </Button>
            </>
          </IfMay>
          <Button component={Link} to="/routes/hot-spots" variant="outlined">
            Hot spots
          </Button>
          <Button component={Link} to="/routes/networks" color="inherit" sx={{ fontWeight: 400 }}>
            Road networks
          </Button>
        </Stack>
      </Stack>
      {noRoads ? null : (
        <FindAndSort asked={asked} label="Find a route" words={{ title: 'Name', driven: 'Most driven' }} />
      )}
      {isLoading ? <LoadingNote what="the routes" /> : null}
      {error ? (
        <ErrorNote title="The routes could not be loaded" onRetry={() => void refetch()}>
          {errorText(error)}
        </ErrorNote>
      ) : null}
      {noRoads ? (
        <EmptyNote
          title="There are no roads to draw on yet"
          action={
            <Button component={Link} to="/routes/networks" variant="contained">
              Import a road network
            </Button>
          }
        >
          An extract of OpenStreetMap for your area is read on your own machine.
        </EmptyNote>
      ) : currentData && routes.length === 0 && search !== '' ? (
        <EmptyNote title={`No route is called “${search}”`}>Search for fewer letters.</EmptyNote>
      ) : currentData && routes.length === 0 ? (
        <EmptyNote
          title="No route yet"
          action={
            <Button component={Link} to="/routes/compose" variant="contained">
              Compose the first one
            </Button>
          }
        >
          Say how long it should take and what should lie along it, or draw it by hand.
        </EmptyNote>
      ) : null}
      <Box
        component="ul"
        sx={{
          listStyle: 'none',
          m: 0,
          p: 0,
          display: 'grid',
          gap: 2,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '1fr 1fr', lg: '1fr 1fr 1fr' },
        }}
      >
        {routes.map((route) => (
          <RouteTile key={route.id} route={route} all={routes} />
        ))}
      </Box>
      <MoreButton more={hasNextPage} loading={isFetching} onMore={() => void fetchNextPage()} />
      {bringing ? <BringRoute onClose={() => setBringing(false)} /> : null}
    </Box>
  );
}

function RouteTile({ route, all }: { readonly route: ListedRoute; readonly all: readonly ListedRoute[] }) {
  const units = useUnits();
  const telling = Object.keys(TELLING)
    .flatMap((kind) => route.kinds.filter((one) => one.kind === kind))
    .slice(0, 4);
  const of = all.find(({ id }) => id === route.variantOf);
  return (
    <Box
      component="li"
      sx={{
        border: `1px solid ${colour('line')}`,
        borderRadius: 1,
        bgcolor: colour('card'),
        p: 2,
        display: 'flex',
        gap: 2,
      }}
    >
      <Sketch positions={route.sketch} />
      <Box sx={{ minWidth: 0, flex: 1 }}>
        <Typography variant="h2">
          <Link to={`/routes/${route.id}`} style={{ color: 'inherit' }}>
            {route.title}
          </Link>
        </Typography>
        <Typography sx={{ color: 'text.secondary' }}>
          {minutesText(route.seconds)}, {lengthText(route.metres, units)}
          {route.independentSeconds > 0 ? `, ${minutesText(route.independentSeconds)} independent` : ''}
        </Typography>
        {of ? <Typography variant="body2">A variant of {of.title}</Typography> : null}
        <Box
          component="ul"
          aria-label="Along it"
          sx={{
            listStyle: 'none',
            m: 0,
            mt: 1,
            p: 0,
            display: 'grid',
            gap: 0.5,
          }}
        >
          {telling.map(({ kind, times }) => (
            <Box
              component="li"
              key={kind}
              sx={{ display: 'flex', alignItems: 'center', gap: 1, lineHeight: 1.2 }}
            >
              <FeatureGlyph kind={kind} size={22} />
              <span>
                {times} {TELLING[kind]?.[times === 1 ? 0 : 1]}
              </span>
            </Box>
          ))}
        </Box>
        <Typography variant="body2" sx={{ color: 'text.secondary', mt: 1 }}>
          {route.mocks === 0
            ? 'No mock driven on it yet'
            : `${route.mocks} ${route.mocks === 1 ? 'mock' : 'mocks'} driven on it`}
        </Typography>
      </Box>
    </Box>
  );
}
