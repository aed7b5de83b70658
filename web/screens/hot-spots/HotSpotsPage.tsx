import { Box, MenuItem, TextField, Typography } from '@mui/material';
import { useEffect, useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { HotSpot } from '../../../contract';
import { HOT_PROBABILITY, HOT_TIMES } from '../../../core/hotspot';
import { explanationOf } from '../../../core/roadcraft';
import { skillAreas } from '../../../core/standard';
import {
  errorText,
  useLearnerQuery,
  useMarksAtQuery,
  useHotSpotsQuery,
  useRouteQuery,
  useRoutesQuery,
  type HotSpotFilter,
} from '../../data/api';
import { ExplainLink } from '../../parts/explain';
import { FeatureGlyph, useUnits } from '../../parts/features';
import { skipToken } from '@reduxjs/toolkit/query';
import { frameAt } from '../../../core/geo';
import { Marker, NetworkMap, useProjection, type MapLine } from '../../parts/map';
import { useNetwork, type OpenNetwork } from '../../data/network';
import { LearnerPicker } from '../../parts/people';
import { colour, dayText, EmptyNote, ErrorNote, LoadingNote, Glyph, withParam } from '../../parts/ui';
import { percent } from '../../parts/readiness';

const gravities = ['All marks', 'Minor and graver', 'Serious and graver', 'Dangerous only'] as const;
const hours = [
  ['', 'At any hour'],
  ['6-9', '6 to 9'],
  ['9-12', '9 to 12'],
  ['12-15', '12 to 15'],
  ['15-18', '15 to 18'],
  ['18-24', '18 and later'],
] as const;

/** Where faults gather: on the map and as a list, for all drives or for those that are chosen. */
export function HotSpotsPage() {
  const [params, setParams] = useSearchParams();
  const { currentData: learner = null } = useLearnerQuery(params.get('learner') ?? skipToken);
  const { data: routes } = useRoutesQuery();
  const [from, until] = (params.get('hours') ?? '').split('-').map(Number);
  const filter: HotSpotFilter = {
    ...(params.get('learner') ? { learner: params.get('learner') ?? '' } : {}),
    ...(params.get('route') ? { route: params.get('route') ?? '' } : {}),
    ...(params.get('skill') ? { skill: params.get('skill') ?? '' } : {}),
    ...(params.get('gravity') ? { gravity: Number(params.get('gravity')) } : { gravity: 1 }),
    ...(params.get('hours') ? { from: from ?? 0, until: until ?? 24 } : {}),
  };
  const { data, error, isFetching, refetch } = useHotSpotsQuery(filter);
  const network = useNetwork(null);
  const choose = (key: string, value: string) => setParams(withParam(params, key, value), { replace: true });
  const place = data?.places.find(({ site }) => site.key === params.get('place')) ?? null;
  const select = (
    key: string,
    label: string,
    options: readonly (readonly [string, string])[],
    value = params.get(key) ?? '',
  ) => (
    <TextField
      select
      size="small"
      label={label}
      value={value}
      slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
      onChange={(event) => choose(key, event.target.value)}
    >
      {options.map(([id, title]) => (
        <MenuItem key={id} value={id}>
          {title}
        </MenuItem>
      ))}
    </TextField>
  );
  return (
    <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      <Box>
        <Typography variant="h1">Hot spots</Typography>
        {data ? (
          <Typography sx={{ color: 'text.secondary' }}>
            {data.marks} marks in {data.drives} mocks, on average {data.mean.toFixed(2)} per drive past a
            place
            {data.unplaced > 0 ? `; ${data.unplaced} more have no position` : ''}.{' '}
            {data.places.filter(({ hot }) => hot).length} places are hot: {percent(HOT_PROBABILITY)} certain
            to have more than {HOT_TIMES === 2 ? 'twice' : `${HOT_TIMES} times`} the average.
          </Typography>
        ) : null}
        {data && data.pending > 0 ? (
          <Typography role="status">
            Still reading {data.pending} mocks: the figures grow meanwhile.
          </Typography>
        ) : null}
      </Box>
      <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: { xs: '1fr 1fr', md: 'repeat(5, 1fr)' } }}>
        <LearnerPicker
          label="Learner (everybody)"
          chosen={learner}
          onChoose={(picked) => choose('learner', picked?.id ?? '')}
        />
        {select('route', 'Route', [
          ['', 'All routes'],
          ...(routes?.items ?? []).map(({ id, title }) => [id, title] as const),
        ])}
        {select('skill', 'Skill', [
          ['', 'All skills'],
          ...skillAreas.flatMap(({ skills }) =>
            skills.filter(({ id }) => !id.includes('.')).map(({ id, title }) => [id, title] as const),
          ),
        ])}
        {select(
          'gravity',
          'Severity',
          gravities.map((title, n) => [String(n), title] as const),
          params.get('gravity') ?? '1',
        )}
        {select('hours', 'Time of day', hours)}
      </Box>
      {error ? (
        <ErrorNote title="The places could not be loaded" onRetry={() => void refetch()}>
          {errorText(error)}
        </ErrorNote>
      ) : null}
      {!data && isFetching ? <LoadingNote what="where faults gather" /> : null}
      {data && data.marks === 0 ? (
        <EmptyNote title="No mark has a position">
          Marks have a position when the mock follows a route, or when this device may tell where it is.
          Choose fewer filters, or start a mock on a route.
        </EmptyNote>
      ) : null}
      {data && data.marks > 0 ? (
        <Box
          sx={{
            display: 'grid',
            gap: 2,
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) 430px' },
            opacity: isFetching ? 0.6 : 1,
          }}
        >
          {network.status === 'open' ? (
            <HotSpotMap
              network={network.network}
              places={data.places}
              mean={data.mean}
              chosen={place?.site.key ?? null}
              onChoose={(key) => choose('place', key)}
              route={params.get('route')}
            />
          ) : (
            <LoadingNote what="the road network" />
          )}
          <HotSpotList
            places={data.places}
            chosen={place}
            filter={filter}
            onChoose={(key) => choose('place', key)}
          />
        </Box>
      ) : null}
    </Box>
  );
}

/** So many of the hottest places stand in list and map. */
const SHOWN = 60;

function HotSpotMap({
  network,
  places,
  mean,
  chosen,
  onChoose,
  route,
}: {
  readonly network: OpenNetwork;
  readonly places: readonly HotSpot[];
  readonly mean: number;
  readonly chosen: string | null;
  readonly onChoose: (key: string) => void;
  readonly route: string | null;
}) {
  const { currentData: driven } = useRouteQuery(route ?? skipToken);
  const units = useUnits();
  const way = driven?.route.line;
  const lines = useMemo(
    (): readonly MapLine[] => (way ? [{ positions: way, tone: 'jasper', width: 4 }] : []),
    [way],
  );
  // The place that is chosen comes into the middle, with the streets round it.
  const at = places.find(({ site }) => site.key === chosen)?.site;
  const [lat, lon] = [at?.lat, at?.lon];
  const fit = useMemo(() => {
    if (lat === undefined || lon === undefined) return network.geometry.bounds;
    const { x, y } = frameAt(network.geometry.middle).toPoint({ lat, lon });
    return [x - ROUND, y - ROUND, x + ROUND, y + ROUND] as const;
  }, [network, lat, lon]);
  return (
    <NetworkMap
      geometry={network.geometry}
      units={units}
      lines={lines}
      fit={fit}
      height="min(620px, calc(100vh - 290px))"
      label="Map of places where faults gather"
    >
      <HotSpotMarkers {...{ places, mean, chosen, onChoose }} />
    </NetworkMap>
  );
}

/** Metres round a chosen place that are shown with it. */
const ROUND = 900;

/** Places by how often something goes wrong; from afar only those that say something. */
function HotSpotMarkers({
  places,
  mean,
  chosen,
  onChoose,
}: {
  readonly places: readonly HotSpot[];
  readonly mean: number;
  readonly chosen: string | null;
  readonly onChoose: (key: string) => void;
}) {
  const projection = useProjection();
  const near = (projection?.scale ?? 0) > 0.12;
  const marked = places.filter(({ marks, hot, site }) => marks > 0 && (near || hot || site.key === chosen));
  return [...marked].reverse().map(({ site, rate, hot, marks }) => {
    const size = Math.min(
      near ? 46 : 26,
      (near ? 10 : 6) + (near ? 12 : 6) * Math.sqrt(rate / Math.max(mean, 1e-6)),
    );
    return (
      <Marker
        key={site.key}
        position={site}
        label={`${site.title}: ${marks} marks, ${rate.toFixed(2)} per drive past${hot ? ', hot' : ''}`}
        size={Math.max(26, size)}
        chosen={site.key === chosen}
        onClick={() => onChoose(site.key)}
      >
        <Box
          sx={{
            width: size,
            height: size,
            borderRadius: '50%',
            border: `2px solid ${colour(hot ? 'jasper' : 'wren')}`,
            bgcolor: hot ? colour('jasper') : colour('paper'),
            opacity: 0.85,
          }}
        />
      </Marker>
    );
  });
}

function HotSpotList({
  places,
  chosen,
  filter,
  onChoose,
}: {
  readonly places: readonly HotSpot[];
  readonly chosen: HotSpot | null;
  readonly filter: HotSpotFilter;
  readonly onChoose: (key: string) => void;
}) {
  const most = Math.max(...places.slice(0, SHOWN).map(({ high }) => high), 0.01);
  return (
    <Box sx={{ display: 'grid', gap: 2, alignContent: 'start' }}>
      {chosen ? <HotSpotCard place={chosen} filter={filter} onClose={() => onChoose('')} /> : null}
      <Box
        component="ol"
        aria-label="Places, the hottest first"
        sx={{ listStyle: 'none', m: 0, p: 0, maxHeight: { md: 'calc(100vh - 300px)' }, overflowY: 'auto' }}
      >
        {places
          .filter(({ marks }) => marks > 0)
          .slice(0, SHOWN)
          .map(({ site, rate, low, high, hot, marks, passes, most: what }) => (
            <Box component="li" key={site.key} sx={{ borderBottom: `1px solid ${colour('line')}` }}>
              <Box
                component="button"
                type="button"
                aria-pressed={chosen?.site.key === site.key}
                onClick={() => onChoose(chosen?.site.key === site.key ? '' : site.key)}
                sx={{
                  font: 'inherit',
                  color: 'inherit',
                  background: chosen?.site.key === site.key ? colour('wash') : 'none',
                  border: 0,
                  width: '100%',
                  textAlign: 'left',
                  cursor: 'pointer',
                  display: 'grid',
                  gridTemplateColumns: '30px 1fr 64px',
                  gap: 1,
                  alignItems: 'center',
                  py: 1,
                  px: 0.5,
                }}
              >
                <FeatureGlyph
                  kind={site.kind === 'road' ? 'straight-on' : site.kind}
                  size={28}
                  tone={hot ? 'jasper' : 'slate'}
                  filled={hot}
                />
                <Box sx={{ minWidth: 0 }}>
                  <Box sx={{ fontWeight: hot ? 700 : 400 }}>
                    {site.title}
                    {hot ? ', hot' : ''}
                  </Box>
                  <Box sx={{ fontSize: 15, color: colour('soft') }}>
                    {marks} marks in {passes} drives past
                    {what[0] ? `, mostly ${what[0].label.toLowerCase()}` : ''}
                  </Box>
                  <IntervalBar {...{ rate, low, high, most }} />
                </Box>
                <Box sx={{ textAlign: 'right' }}>
                  <b>{rate.toFixed(2)}</b>
                  <Box sx={{ fontSize: 14, color: colour('soft') }}>per drive past</Box>
                </Box>
              </Box>
            </Box>
          ))}
      </Box>
    </Box>
  );
}

/** A rate with its 80 % interval, on one scale for all. */
function IntervalBar({
  rate,
  low,
  high,
  most,
}: {
  readonly rate: number;
  readonly low: number;
  readonly high: number;
  readonly most: number;
}) {
  const at = (value: number) => `${(100 * value) / most}%`;
  return (
    <Box aria-hidden sx={{ position: 'relative', height: 12, mt: 0.5 }}>
      <Box
        sx={{
          position: 'absolute',
          left: at(low),
          width: `${(100 * (high - low)) / most}%`,
          top: 4,
          height: 4,
          bgcolor: colour('line'),
          borderRadius: 1,
        }}
      />
      <Box
        sx={{ position: 'absolute', left: at(rate), top: 0, width: 3, height: 12, bgcolor: colour('ink') }}
      />
    </Box>
  );
}

/** What explains the faults that are usual at a place, with the limit there. */
function Explanations({ most, site }: Pick<HotSpot, 'most' | 'site'>) {
  const network = useNetwork(null);
  const worker = network.status === 'open' ? network.network.worker : null;
  const [limit, setLimit] = useState<number | null>(null);
  const { lat, lon } = site;
  useEffect(() => {
    let wanted = true;
    void worker
      ?.limitNear({ lat, lon }, SITE_METRES)
      .then((speed) => wanted && setLimit(speed))
      .catch(() => undefined);
    return () => {
      wanted = false;
    };
  }, [worker, lat, lon]);
  const links = new Map(
    most.flatMap(({ skill }) => {
      const explanation = explanationOf(skill);
      return explanation ? [[explanation.question, skill] as const] : [];
    }),
  );
  if (links.size === 0) return null;
  return (
    <Typography sx={{ mt: 0.5, display: 'flex', flexWrap: 'wrap', columnGap: 2 }}>
      <span>To explain it:</span>
      {[...links.values()].map((skill) => (
        <ExplainLink key={skill} skill={skill} speed={limit} />
      ))}
    </Typography>
  );
}

/** The road of a place lies no farther from it than this, in metres. */
const SITE_METRES = 60;

/** One place opened: the numbers in words, and the marks behind them. */
function HotSpotCard({
  place,
  filter,
  onClose,
}: {
  readonly place: HotSpot;
  readonly filter: HotSpotFilter;
  readonly onClose: () => void;
}) {
  const { site, passes, marks, rate, low, high, hotness, hot, most } = place;
  const { data } = useMarksAtQuery({ site: site.key, filter });
  return (
    <Box
      component="section"
      aria-label={site.title}
      sx={{
        border: `2px solid ${colour(hot ? 'jasper' : 'strongLine')}`,
        borderRadius: 1,
        bgcolor: colour('card'),
        p: 2,
      }}
    >
      <Box sx={{ display: 'flex', justifyContent: 'space-between', gap: 1 }}>
        <Typography variant="h2">{site.title}</Typography>
        <Box
          component="button"
          type="button"
          onClick={onClose}
          sx={{
            font: 'inherit',
            color: 'inherit',
            background: 'none',
            border: 0,
            cursor: 'pointer',
            minWidth: 44,
          }}
          aria-label="Close the place"
        >
          ✕
        </Box>
      </Box>
      <Typography>
        {marks} marks in {passes} drives past: {rate.toFixed(2)} each, 80% range {low.toFixed(2)} to{' '}
        {high.toFixed(2)}. {hot ? 'It is hot' : 'It isn’t called hot'}: {percent(hotness)} sure to have more
        than twice the usual.
      </Typography>
      {most.length > 0 ? (
        <Typography sx={{ mt: 0.5 }}>
          {most.map(({ label, times }) => `${label} ${times}`).join(', ')}
        </Typography>
      ) : null}
      <Explanations {...{ most, site }} />
      <Box
        component="ul"
        aria-label="Marks here"
        sx={{ listStyle: 'none', m: 0, mt: 1, p: 0, maxHeight: 170, overflowY: 'auto' }}
      >
        {data?.items.map(({ by, gravity, label, learner, startedAt, zone, mock }, n) => (
          <Box
            component="li"
            key={`${by} ${n}`}
            sx={{ display: 'flex', gap: 1, alignItems: 'center', py: 0.3 }}
          >
            <Glyph gravity={gravity} size={16} />
            <Box sx={{ flex: 1 }}>{label}</Box>
            <Link to={`/mocks/${mock}`}>
              {learner}, {dayText(startedAt, zone)}
            </Link>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
