import { v4 as newId } from 'uuid';
import { Box, Button, Stack, TextField, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import { useEffect, useMemo, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import type { RouteView } from '../../../contract';
import { boundsOf } from '../../../core/map';
import { metresAlong, nearestOn, roundedPosition, type Position } from '../../../core/geo';
import { sheetOf, withFeature, withoutFeature, type Feature, type Route } from '../../../core/route';
import { errorText, useKeepRouteMutation } from '../../data/api';
import { useAction } from '../../parts/keys';
import { lengthText, minutesText, useUnits } from '../../parts/features';
import { RestoredNote } from '../../parts/unsaved';
import { Marker, NetworkMap, type MapLine } from '../../parts/map';
import { useNetwork, type OpenNetwork, type RouteBase } from '../../data/network';
import { Aside, colour, EmptyNote, ErrorNote, LoadingNote } from '../../parts/ui';
import { AlongPanel } from './AlongPanel';
import { FeatureDialog } from './FeatureDialog';
import { IndependentPanel, TimesPanel } from './EditorPanels';
import { Along, LearnersField, OneRoute, RoadNotes, useLearnerRoads } from '../../parts/route';
import { actions } from './actions';
import { useOnward } from './useOnward';
import { orderOf, useRouteDraft } from './useRouteDraft';
import { WayPanel } from './WayPanel';

/** Draws a route, or changes one that is kept. */
export function EditorPage() {
  const { route } = useParams();
  return route ? (
    <OneRoute>{(view) => <WithNetwork key={view.route.id} view={view} />}</OneRoute>
  ) : (
    <WithNetwork view={null} />
  );
}

function WithNetwork({ view }: { readonly view: RouteView | null }) {
  const [params] = useSearchParams();
  const wanted = useNetwork(view?.route.network?.id ?? params.get('network'));
  switch (wanted.status) {
    case 'loading':
      return <LoadingNote what="the road network" />;
    case 'none':
      return <EmptyNote title="There are no roads to draw on">Import a road network first.</EmptyNote>;
    case 'failed':
      return <ErrorNote title="The road network could not be loaded">Why: {wanted.why}.</ErrorNote>;
    case 'open':
      return <Editor network={wanted.network} view={view} />;
  }
}

type Mode = 'way' | 'feature';
type Panel = 'way' | 'along' | 'independent' | 'times';

function Editor({ network, view }: { readonly network: OpenNetwork; readonly view: RouteView | null }) {
  const { geometry, summary } = network;
  const [id] = useState(() => view?.route.id ?? newId());
  const units = useUnits();
  const [forNew, setForNew] = useState('');
  const base = useMemo(
    (): RouteBase => ({
      id,
      title: 'A new route',
      units,
      network: { id: summary.id, version: summary.version },
      learners: forNew,
    }),
    [id, summary, units, forNew],
  );
  const { rulesOf } = useLearnerRoads();
  const draft = useRouteDraft(network, view, base, rulesOf);
  const { via, route, busy, notice } = draft;
  const learners = route?.learners ?? forNew;
  const onward = useOnward(network, via, route, busy, rulesOf(learners));
  const [panel, setPanel] = useState<Panel>('way');
  const [mode, setMode] = useState<Mode>('way');
  const [chosen, setChosen] = useState<number | null>(null);
  const [feature, setFeature] = useState<{ readonly feature: Feature; readonly isNew: boolean } | null>(null);
  const [keep, { error, isLoading }] = useKeepRouteMutation();
  const navigate = useNavigate();
  const sheet = useMemo(
    () => (route ? sheetOf(route, null, rulesOf(route.learners)) : null),
    [route, rulesOf],
  );
  // The map stays where it is while the route is drawn.
  const [fit] = useState(() => (view ? boundsOf(geometry.middle, view.route.line) : geometry.bounds));
  const lines = useMemo(
    (): readonly MapLine[] =>
      route ? [{ positions: route.line, tone: 'jasper', width: 5, directed: true }] : [],
    [route],
  );
  useAction(actions.undo, draft.undo);
  useAction(actions.redo, draft.redo);
  useAction(actions.remove, () => removeVia(), chosen !== null);

  // A network that was replaced since: the route is laid onto the new roads at once, as a step to undo.
  const stale = route?.network && route.network.version !== summary.version;
  useEffect(() => {
    if (!stale) return;
    void network.worker
      .match(route.line, { ...route, network: { id: summary.id, version: summary.version } })
      .then((found) => found && draft.replace(found.route));
    // Once, when the editor opens.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);

  const pick = (position: Position) => {
    if (mode === 'feature') return putFeature(position);
    const metres = route ? metresAlong(route.line) : [];
    const near = route ? nearestOn(route.line, metres, position) : null;
    setChosen(null);
    if (route && near && near.off < 25)
      draft.setVia(via.toSpliced(orderOf(route, position), 0, roundedPosition(near)));
    else draft.setVia([...via, roundedPosition(position)]);
  };
  const putFeature = (position: Position) => {
    if (!route) return;
    const found = nearestOn(route.line, metresAlong(route.line), position);
    if (!found) return;
    const at = roundedPosition(found);
    setMode('way');
    setFeature({
      isNew: true,
      feature: {
        id: newId(),
        kind: 'note',
        along: Math.round(found.along * 10) / 10,
        length: 0,
        ...at,
        side: null,
        speed: null,
        note: '',
        toward: '',
        exit: null,
        exits: null,
        source: 'hand',
        proposed: false,
        assumed: false,
        trap: null,
        photo: false,
      },
    });
  };
  const removeVia = () => {
    if (chosen === null) return;
    setChosen(null);
    draft.setVia(via.toSpliced(chosen, 1));
  };
  const save = async (asVariant: boolean) => {
    if (!route) return;
    const kept = await keep(
      asVariant && view
        ? {
            route: {
              ...route,
              id: newId(),
              title: `${route.title}, another way`.slice(0, 80),
              variantOf: view.route.id,
            },
            revision: null,
          }
        : { route, revision: draft.revision },
    );
    if (!kept.data) return;
    draft.done();
    void navigate(`/routes/${kept.data.route.id}`);
  };
  const splitAt = async (along: number) => {
    if (!route) return;
    const metres = metresAlong(route.line);
    const cut = orderOf(route, placeAt(route, metres, along));
    const point = placeAt(route, metres, along);
    const second = await network.worker.draw(
      [point, ...route.via.slice(cut)],
      { ...base, id: newId(), title: `${route.title}, second part`.slice(0, 80), learners },
      rulesOf(learners),
    );
    if (!second.ok) return;
    const kept = await keep({ route: second.value.route, revision: null });
    if (kept.data) draft.setVia([...route.via.slice(0, cut), point]);
  };

  return (
    <Box
      sx={{
        display: 'grid',
        gap: 2,
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) 380px' },
      }}
    >
      <Box sx={{ minWidth: 0 }}>
        <Stack direction="row" sx={{ gap: 1, mb: 1, flexWrap: 'wrap', alignItems: 'center' }}>
          <ToggleButtonGroup
            exclusive
            value={mode}
            aria-label="What a click on the map does"
            onChange={(_event, next: Mode | null) => next && setMode(next)}
          >
            <ToggleButton value="way" sx={{ minHeight: 48, textTransform: 'none', px: 2 }}>
              Draw the way
            </ToggleButton>
            <ToggleButton
              value="feature"
              disabled={!route}
              sx={{ minHeight: 48, textTransform: 'none', px: 2 }}
            >
              Add something
            </ToggleButton>
          </ToggleButtonGroup>
          <Button variant="outlined" disabled={!draft.can.undo} onClick={draft.undo}>
            {actions.undo.button}
          </Button>
          <Button variant="outlined" disabled={!draft.can.redo} onClick={draft.redo}>
            {actions.redo.button}
          </Button>
          <Typography role="status" sx={{ ml: 'auto' }}>
            {busy
              ? 'Finding the way …'
              : sheet && route
                ? `${minutesText(sheet.seconds)}, ${lengthText(sheet.metres, route.units)}`
                : 'Click where the route starts, then where it goes'}
          </Typography>
        </Stack>
        <NetworkMap
          geometry={geometry}
          units={units}
          lines={lines}
          fit={fit}
          height="calc(100vh - 190px)"
          label="Map to draw the route on: click a road to lead the route there, or move the map with the arrow keys and press Enter"
          onPick={pick}
        >
          {route && panel !== 'way' ? (
            <Along
              features={route.features}
              units={route.units}
              chosen={feature?.feature.id ?? null}
              onChoose={(of) => {
                const found = route.features.find((one) => one.id === of);
                if (found) setFeature({ feature: found, isNew: false });
              }}
              all={false}
            />
          ) : null}
          {via.map((position, n) => (
            <Marker
              key={`${n} ${position.lat} ${position.lon}`}
              position={position}
              label={viaLabel(n, via.length)}
              size={34}
              chosen={chosen === n}
              onClick={() => setChosen(n === chosen ? null : n)}
              onMove={(to) => draft.setVia(via.with(n, roundedPosition(to)))}
            >
              <Handle n={n} count={via.length} />
            </Marker>
          ))}
        </NetworkMap>
      </Box>
      <Box sx={{ display: 'grid', gap: 2, alignContent: 'start' }}>
        <TextField
          label="Name of the route"
          value={route?.title ?? base.title}
          disabled={!route}
          slotProps={{ htmlInput: { maxLength: 80 } }}
          onChange={(event) => draft.edit('title', (now) => ({ ...now, title: event.target.value }))}
        />
        <LearnersField
          value={learners}
          onChange={(licenceClass) => (route ? draft.setLearners(licenceClass) : setForNew(licenceClass))}
        />
        {sheet && route ? <RoadNotes sheet={sheet} units={route.units} /> : null}
        {draft.restored ? <RestoredNote onStartAgain={draft.startAgain} /> : null}
        {notice.problems.length > 0 ? (
          <Aside role="alert" tone="jasper">
            {notice.problems.map(({ message }) => (
              <Typography key={message}>
                {message.charAt(0).toUpperCase() + message.slice(1)}. The route stays as it was.
              </Typography>
            ))}
            {notice.withoutClosed ? (
              <Button variant="outlined" onClick={() => draft.setVia(notice.withoutClosed ?? via)}>
                Leave out the points on closed roads
              </Button>
            ) : null}
          </Aside>
        ) : null}
        {notice.lost > 0 ? (
          <Aside role="status" tone="ochre">
            {notice.lost} {notice.lost === 1 ? 'thing' : 'things'} added by hand no longer{' '}
            {notice.lost === 1 ? 'lies' : 'lie'} on the way. Undo brings {notice.lost === 1 ? 'it' : 'them'}{' '}
            back.
          </Aside>
        ) : null}
        <ToggleButtonGroup
          exclusive
          value={panel}
          aria-label="Parts of the route"
          onChange={(_event, next: Panel | null) => next && setPanel(next)}
          sx={{ '& button': { flex: 1, textTransform: 'none', minHeight: 48 } }}
        >
          <ToggleButton value="way">The way</ToggleButton>
          <ToggleButton value="along">Along it</ToggleButton>
          <ToggleButton value="independent">Alone</ToggleButton>
          <ToggleButton value="times">Times</ToggleButton>
        </ToggleButtonGroup>
        {panel === 'way' ? (
          <WayPanel
            via={via}
            chosen={chosen}
            onChoose={setChosen}
            onRemove={removeVia}
            onMoveBy={(by) =>
              chosen !== null &&
              swapped(via, chosen, by) &&
              (draft.setVia(swapped(via, chosen, by) ?? via), setChosen(chosen + by))
            }
            onReverse={() => draft.setVia([...via].reverse())}
            onClose={() => via[0] && draft.setVia([...via, via[0]])}
            onClear={() => draft.setVia([])}
            onward={onward}
            onGo={(position) => draft.setVia([...via, position])}
          />
        ) : null}
        {panel !== 'way' && !route ? (
          <EmptyNote title="Draw the way first">Two points on the map make one.</EmptyNote>
        ) : null}
        {panel === 'along' && route ? (
          <AlongPanel
            route={route}
            onOpen={(of) => setFeature({ feature: of, isNew: false })}
            onUnmute={() => draft.edit('', (now) => ({ ...now, muted: [] }))}
            onRedraw={() => draft.setVia(via)}
            onSplit={(of) => void splitAt(of.along)}
          />
        ) : null}
        {panel === 'independent' && route ? <IndependentPanel route={route} onEdit={draft.edit} /> : null}
        {panel === 'times' && route ? <TimesPanel route={route} onEdit={draft.edit} /> : null}
        {error ? <ErrorNote title="Couldn’t save the route">{errorText(error)}</ErrorNote> : null}
        <Stack direction="row" sx={{ gap: 1, flexWrap: 'wrap' }}>
          <Button
            variant="contained"
            disabled={!route || isLoading || busy}
            onClick={() => void save(false)}
            sx={{ flex: 1 }}
          >
            Save the route
          </Button>
          {view ? (
            <Button variant="outlined" disabled={!route || isLoading || busy} onClick={() => void save(true)}>
              Save as a variant
            </Button>
          ) : null}
        </Stack>
      </Box>
      {feature && route ? (
        <FeatureDialog
          {...feature}
          route={route}
          kept={view}
          onClose={() => setFeature(null)}
          onRemove={() => {
            draft.edit('', (now) => withoutFeature(now, feature.feature));
            setFeature(null);
          }}
          onKeep={(next) => {
            draft.edit('', (now) => withFeature(now, next));
            setFeature(null);
          }}
        />
      ) : null}
    </Box>
  );
}

const viaLabel = (n: number, count: number): string =>
  n === 0 ? 'Start' : n === count - 1 ? 'End' : `Point ${n} that the route passes`;

function placeAt(route: Route, metres: readonly number[], along: number): Position {
  const n = Math.max(
    0,
    metres.findIndex((one) => one >= along),
  );
  const { lat, lon } = route.line[n] ?? route.line[0] ?? { lat: 0, lon: 0 };
  return { lat, lon };
}

/** The points with one of them moved earlier or later; null where it cannot. */
function swapped(via: readonly Position[], n: number, by: -1 | 1): readonly Position[] | null {
  const [one, other] = [via[n], via[n + by]];
  return one && other ? via.with(n, other).with(n + by, one) : null;
}

function Handle({ n, count }: { readonly n: number; readonly count: number }) {
  const end = n === 0 || n === count - 1;
  return (
    <Box
      component="span"
      sx={{
        width: 26,
        height: 26,
        borderRadius: '50%',
        display: 'grid',
        placeItems: 'center',
        fontSize: 14,
        fontWeight: 700,
        bgcolor: colour(end ? 'ink' : 'paper'),
        color: colour(end ? 'paper' : 'ink'),
        border: `2px solid ${colour('ink')}`,
      }}
    >
      {n === 0 ? 'S' : n === count - 1 ? 'E' : n}
    </Box>
  );
}
