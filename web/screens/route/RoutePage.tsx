import {
  Box,
  Button,
  FormControl,
  InputLabel,
  Menu,
  MenuItem,
  Select,
  Stack,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  Typography,
} from '@mui/material';
import { skipToken } from '@reduxjs/toolkit/query';
import { useMemo, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import type { RouteView } from '../../../contract';
import { sheetOf, writeGeoJson, writeGpx, writeRoute, type Route } from '../../../core/route';
import {
  errorText,
  newestVersions,
  useNetworksQuery,
  useRemoveRouteMutation,
  useStandardQuery,
  useSchoolQuery,
  useStandardsQuery,
} from '../../data/api';
import { IfMay } from '../../parts/people';
import {
  distanceText,
  featureText,
  lengthText,
  minutesText,
  FeatureGlyph,
  SideWarning,
} from '../../parts/features';
import { Aside, colour, ErrorNote, saveFile, WideTable, WindowTitle } from '../../parts/ui';
import { OneRoute, RoadNotes, useLearnerRoads } from '../../parts/route';
import { PastFaults } from './PastFaults';
import { PlanChecks } from './PlanChecks';
import { RouteMap } from '../../parts/route';

export function RoutePage() {
  return <OneRoute>{(view) => <Sheet key={view.route.id} view={view} />}</OneRoute>;
}

/** The route sheet: everything that an instructor wants to know before driving it. */
function Sheet({ view }: { readonly view: RouteView }) {
  const { revision } = view;
  const [params, setParams] = useSearchParams();
  const { data: standards } = useStandardsQuery();
  const { data: networks } = useNetworksQuery();
  const summaries = newestVersions(standards?.items ?? []);
  const { data: school } = useSchoolQuery();
  // The school's own, else the one that it marks under most, unless another is asked for.
  const usual =
    summaries.find(({ id }) => id === school?.standard) ??
    [...summaries].sort((a, b) => b.mocks - a.mocks)[0];
  const summary = summaries.find(({ id }) => id === params.get('standard')) ?? usual;
  const { data: standard } = useStandardQuery(
    summary ? { id: summary.id, version: summary.version } : skipToken,
  );
  const { route } = view;
  const { rulesOf } = useLearnerRoads();
  const sheet = useMemo(
    () => sheetOf(route, standard ?? null, rulesOf(route.learners)),
    [route, standard, rulesOf],
  );
  const [chosen, setChosen] = useState<string | null>(null);
  const roads = networks?.items.find(({ id }) => id === route.network?.id);
  const replaced = route.network !== null && roads !== undefined && roads.version !== route.network.version;
  const gone = route.network !== null && networks !== undefined && roads === undefined;
  return (
    <Box sx={{ display: 'grid', gap: 3, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      <Box sx={{ display: 'flex', justifyContent: 'space-between', gap: 2, flexWrap: 'wrap' }}>
        <Box>
          <WindowTitle name={route.title} />
          <Typography variant="h1">{route.title}</Typography>
          <Typography sx={{ color: 'text.secondary' }}>
            {minutesText(sheet.seconds)}, {lengthText(sheet.metres, route.units)}
            {route.independent ? `, ${minutesText(sheet.independentSeconds)} of it independent` : ''};{' '}
            {minutesText(sheet.freeSeconds)} without waiting
          </Typography>
          {route.note ? <Typography sx={{ mt: 0.5 }}>{route.note}</Typography> : null}
        </Box>
        <Actions route={route} revision={revision} />
      </Box>
      <RoadNotes sheet={sheet} units={route.units} />
      {replaced || gone || route.network === null ? (
        <Aside role="status" tone="ochre">
          {route.network === null
            ? 'This route is a bare line: it lies on no road network, so nothing is known of its roads.'
            : gone
              ? 'The road network that this route was drawn on is not here any more; its line and its sheet are still as they were.'
              : 'The road network was replaced since this route was drawn. Its sheet is as it was; open it in the editor to lay it onto the new roads.'}
        </Aside>
      ) : null}
      <Box
        sx={{
          display: 'grid',
          gap: 3,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) 360px' },
        }}
      >
        <RouteMap
          route={route}
          chosen={chosen}
          onChoose={setChosen}
          height={460}
          label={`Map of ${route.title}: ${sheet.kinds
            .slice(0, 5)
            .map(({ title, times }) => `${times} × ${title}`)
            .join(', ')}`}
        />
        <Box sx={{ display: 'grid', gap: 2, alignContent: 'start' }}>
          <FormControl className="screen-only">
            <InputLabel id="held-against">Checked against</InputLabel>
            <Select
              labelId="held-against"
              label="Checked against"
              value={summary?.id ?? ''}
              onChange={(event) => setParams({ standard: event.target.value }, { replace: true })}
            >
              {summaries.map(({ id, title }) => (
                <MenuItem key={id} value={id}>
                  {title}
                </MenuItem>
              ))}
            </Select>
          </FormControl>
          {standard ? (
            <>
              <SideWarning standard={standard} route={route} />
              <PlanChecks plan={sheet.plan} title={standard.title} />
            </>
          ) : null}
        </Box>
      </Box>
      <Box sx={{ display: 'grid', gap: 3, gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '1fr 1fr' } }}>
        <Kinds sheet={sheet} />
        <Skills sheet={sheet} />
      </Box>
      <PastFaults route={route.id} />
      <Directions route={route} sheet={sheet} chosen={chosen} onChoose={setChosen} />
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        Times are each road at {Math.round(route.delays.pace * 100)}% of its limit and a usual wait at each
        junction (our figures; you can change them in the editor). {Math.round(sheet.assumedSpeeds * 100)}% of
        the way has a limit that is assumed by the class of the road. The signs on the road rule, not this
        sheet.
      </Typography>
    </Box>
  );
}

function Actions({ route, revision }: { readonly route: Route; readonly revision: number }) {
  const [saving, setSaving] = useState<HTMLElement | null>(null);
  const [asking, setAsking] = useState(false);
  const [remove, { error }] = useRemoveRouteMutation();
  const navigate = useNavigate();
  const name = route.title.replace(/[^\w-]+/g, '-').toLowerCase();
  const save = (ending: string, text: string, type: string) => {
    saveFile(`${name}.${ending}`, text, type);
    setSaving(null);
  };
  return (
    <Stack className="screen-only" direction="row" sx={{ gap: 1, flexWrap: 'wrap', alignItems: 'start' }}>
      <Button component={Link} to={`/routes/${route.id}/rehearse`} variant="contained">
        Rehearse
      </Button>
      <IfMay right="manage shared things">
        <Button component={Link} to={`/routes/${route.id}/edit`} variant="outlined">
          Edit
        </Button>
      </IfMay>
      <Button variant="outlined" onClick={() => window.print()}>
        Print
      </Button>
      <Button variant="outlined" onClick={(event) => setSaving(event.currentTarget)}>
        Save as a file
      </Button>
      <Menu open={saving !== null} anchorEl={saving} onClose={() => setSaving(null)}>
        <MenuItem onClick={() => save('gpx', writeGpx(route), 'application/gpx+xml')}>
          GPX, for other programs
        </MenuItem>
        <MenuItem onClick={() => save('geojson', writeGeoJson(route), 'application/geo+json')}>
          GeoJSON, for other programs
        </MenuItem>
        <MenuItem onClick={() => save('route.json', writeRoute(route), 'application/json')}>
          Jasperwren&rsquo;s own file
        </MenuItem>
      </Menu>
      {asking ? (
        <Button
          color="error"
          variant="contained"
          onClick={() =>
            void remove({ id: route.id, revision }).then(({ error: failed }) => {
              if (!failed) void navigate('/routes');
            })
          }
        >
          Yes, remove it
        </Button>
      ) : (
        <Button color="inherit" onClick={() => setAsking(true)} sx={{ fontWeight: 400 }}>
          Remove
        </Button>
      )}
      {error ? <ErrorNote title="Couldn’t remove it">{errorText(error)}</ErrorNote> : null}
    </Stack>
  );
}

type SheetOf = ReturnType<typeof sheetOf>;

function Kinds({ sheet }: { readonly sheet: SheetOf }) {
  return (
    <Box component="section" aria-labelledby="along">
      <Typography variant="h2" id="along" sx={{ mb: 1 }}>
        What lies along it
      </Typography>
      <Box
        component="ul"
        sx={{
          listStyle: 'none',
          m: 0,
          p: 0,
          display: 'grid',
          gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' },
          columnGap: 2,
        }}
      >
        {sheet.kinds.map(({ kind, title, times }) => (
          <Box component="li" key={kind} sx={{ display: 'flex', gap: 1, alignItems: 'center', py: 0.4 }}>
            <FeatureGlyph kind={kind} size={24} />
            <Box sx={{ flex: 1 }}>{title}</Box>
            <b>{times}</b>
          </Box>
        ))}
      </Box>
    </Box>
  );
}

const SKILLS = 14;

function Skills({ sheet }: { readonly sheet: SheetOf }) {
  const most = sheet.skills[0]?.times ?? 1;
  return (
    <Box component="section" aria-labelledby="skills">
      <Typography variant="h2" id="skills" sx={{ mb: 1 }}>
        Skills it exercises most
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {sheet.skills.slice(0, SKILLS).map(({ skill, title, times }) => (
          <Box
            component="li"
            key={skill}
            sx={{
              display: 'grid',
              gridTemplateColumns: '1fr 120px 32px',
              gap: 1,
              alignItems: 'center',
              py: 0.3,
            }}
          >
            <span>{title}</span>
            <Box aria-hidden sx={{ height: 10, bgcolor: colour('wash'), borderRadius: 1 }}>
              <Box
                sx={{
                  height: 10,
                  width: `${(100 * times) / most}%`,
                  bgcolor: colour('moss'),
                  borderRadius: 1,
                }}
              />
            </Box>
            <b style={{ textAlign: 'right' }}>{times}</b>
          </Box>
        ))}
      </Box>
    </Box>
  );
}

function Directions({
  route,
  sheet,
  chosen,
  onChoose,
}: {
  readonly route: Route;
  readonly sheet: SheetOf;
  readonly chosen: string | null;
  readonly onChoose: (feature: string) => void;
}) {
  const features = new Map(route.features.map((feature) => [feature.id, feature]));
  const rows = [
    ...sheet.directions.map((direction) => ({
      kind: 'direction' as const,
      along: direction.main.along,
      direction,
    })),
    ...sheet.calm.map((window) => ({ kind: 'calm' as const, along: window.from, window })),
    ...(route.independent
      ? [
          {
            kind: 'independent' as const,
            along: route.independent.from,
            text: 'The independent drive begins',
          },
          {
            kind: 'independent' as const,
            along: route.independent.to,
            text: 'The independent drive ends: say so',
          },
        ]
      : []),
    ...route.features
      .filter(({ kind, note }) => kind === 'pull-up' || kind === 'hill-start' || note !== '')
      .map((feature) => ({ kind: 'place' as const, along: feature.along, feature })),
  ].sort((a, b) => a.along - b.along);
  return (
    <Box component="section" aria-labelledby="script">
      <Typography variant="h2" id="script" sx={{ mb: 1 }}>
        What to say, and where
      </Typography>
      <WideTable label="Directions">
        <TableHead>
          <TableRow>
            <TableCell sx={{ width: 110 }}>From the start</TableCell>
            <TableCell sx={{ width: 44 }} />
            <TableCell>Say</TableCell>
            <TableCell>Say once more</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {rows.map((row, n) => {
            switch (row.kind) {
              case 'direction': {
                const { feature, main, now, early, saidWith, again, signal } = row.direction;
                const of = features.get(feature);
                return (
                  <TableRow
                    key={n}
                    selected={chosen === feature}
                    hover
                    onClick={() => onChoose(feature)}
                    sx={{ cursor: 'pointer' }}
                  >
                    <TableCell>{distanceText(main.along, route.units)}</TableCell>
                    <TableCell>
                      {of ? (
                        <FeatureGlyph kind={of.kind} size={26} tone={of.trap ? 'ochre' : 'slate'} />
                      ) : null}
                    </TableCell>
                    <TableCell>
                      {early ? <div>{early.text}, said early</div> : null}
                      <b>{saidWith && !again ? `(said before) ${main.text}` : main.text}</b>
                      {signal ? <div>{signal.text}</div> : null}
                      {of?.trap === 'wrong-exit' ? <div>Device error: it counts another exit</div> : null}
                      {of?.trap === 'closed-road' ? (
                        <div>Device error: it doesn’t know that the road is closed</div>
                      ) : null}
                      {of?.note ? <div>{of.note}</div> : null}
                    </TableCell>
                    <TableCell>{now?.text ?? ''}</TableCell>
                  </TableRow>
                );
              }
              case 'calm':
                return (
                  <TableRow key={n}>
                    <TableCell>{distanceText(row.window.from, route.units)}</TableCell>
                    <TableCell />
                    <TableCell colSpan={2} sx={{ color: `${colour('moss')} !important` }}>
                      Calm for {Math.round(row.window.seconds)} s: the question can be asked
                    </TableCell>
                  </TableRow>
                );
              case 'independent':
                return (
                  <TableRow key={n}>
                    <TableCell>{distanceText(row.along, route.units)}</TableCell>
                    <TableCell />
                    <TableCell colSpan={2}>
                      <b>{row.text}</b>
                    </TableCell>
                  </TableRow>
                );
              case 'place':
                return (
                  <TableRow
                    key={n}
                    selected={chosen === row.feature.id}
                    onClick={() => onChoose(row.feature.id)}
                  >
                    <TableCell>{distanceText(row.along, route.units)}</TableCell>
                    <TableCell>
                      <FeatureGlyph kind={row.feature.kind} size={26} tone="ink" />
                    </TableCell>
                    <TableCell colSpan={2}>
                      {featureText(row.feature, route.units)}
                      {row.feature.assumed ? ', assumed' : ''}
                      {row.feature.note ? `: ${row.feature.note}` : ''}
                    </TableCell>
                  </TableRow>
                );
            }
          })}
        </TableBody>
      </WideTable>
    </Box>
  );
}
