import { useMemo, type ReactNode } from 'react';
import { boundsOf } from '../../../core/map';
import type { Position } from '../../../core/geo';
import type { Feature, Route } from '../../../core/route';
import { FeatureGlyph, featureText } from '../features';
import { Marker, NetworkMap, useProjection, type MapLine } from '../map';
import { useNetwork, type OpenNetwork } from '../../data/network';
import { EmptyNote, LoadingNote } from '../ui';

/** Kinds that every route has many of: they stand on the map only from near. */
const QUIET: ReadonlySet<Feature['kind']> = new Set([
  'speed-change',
  'parked-row',
  'crossroads',
  'give-way',
  'straight-on',
  'hill-down',
  'lane-choice',
  'one-way',
]);

interface Props {
  readonly route: Pick<Route, 'line' | 'features' | 'network' | 'independent' | 'units'>;
  readonly chosen?: string | null;
  readonly onChoose?: (feature: string) => void;
  readonly height: number | string;
  readonly still?: boolean;
  readonly onPick?: (position: Position) => void;
  readonly lines?: readonly MapLine[];
  readonly label: string;
  /** Every feature stands on it, not only those that say most. */
  readonly all?: boolean;
  readonly children?: ReactNode;
}

/** A route on its network, with what lies along it. */
export function RouteMap(props: Props) {
  const network = useNetwork(props.route.network?.id ?? null);
  switch (network.status) {
    case 'loading':
      return <LoadingNote what="the road network" />;
    case 'none':
      return (
        <EmptyNote title="The road network of this route is not here">Its line is still here.</EmptyNote>
      );
    case 'failed':
      return <EmptyNote title="The road network could not be loaded">Why: {network.why}.</EmptyNote>;
    case 'open':
      return <Drawn network={network.network} {...props} />;
  }
}

function Drawn({
  network,
  route,
  chosen = null,
  onChoose,
  height,
  still = false,
  onPick,
  lines = [],
  label,
  all = false,
  children,
}: Props & { readonly network: OpenNetwork }) {
  const { line, features, units } = route;
  const fit = useMemo(() => boundsOf(network.geometry.middle, line), [network, line]);
  const drawn = useMemo(
    (): readonly MapLine[] => [{ positions: line, tone: 'jasper', width: 5, directed: true }, ...lines],
    [line, lines],
  );
  return (
    <NetworkMap
      geometry={network.geometry}
      lines={drawn}
      fit={fit}
      {...{ units, height, still, label, onPick }}
    >
      <Along {...{ features, units, chosen, onChoose, all }} />
      {children}
    </NetworkMap>
  );
}

/** Pixels between two markers: of several in one place the one that says most stands, until one looks nearer. */
const APART = 25;

const weight = ({ kind, trap, source }: Feature): number =>
  kind === 'start'
    ? 9
    : trap
      ? 8
      : source === 'hand'
        ? 7
        : ['roundabout', 'mini-roundabout', 'dual-join', 'dual-leave', 'hill-start'].includes(kind)
          ? 5
          : ['turn-left', 'turn-right', 'traffic-lights', 'stop-junction'].includes(kind)
            ? 4
            : QUIET.has(kind)
              ? 0
              : 2;

/** What lies along a route, as far as there is room for it. */
export function Along({
  features,
  units,
  chosen,
  onChoose,
  all,
}: {
  readonly features: readonly Feature[];
  readonly units: Route['units'];
  readonly chosen: string | null;
  readonly onChoose: ((feature: string) => void) | undefined;
  readonly all: boolean;
}) {
  const projection = useProjection();
  if (!projection) return null;
  const placed: { readonly x: number; readonly y: number; readonly feature: Feature }[] = [];
  const near = projection.scale > 0.15 || all;
  for (const feature of [...features].sort(
    (a, b) => Number(b.id === chosen) - Number(a.id === chosen) || weight(b) - weight(a),
  )) {
    if (QUIET.has(feature.kind) && !near && feature.id !== chosen && feature.source !== 'hand') continue;
    const { x, y } = projection.pixelOf(feature);
    if (placed.some((other) => Math.hypot(other.x - x, other.y - y) < APART)) continue;
    placed.push({ x, y, feature });
  }
  return placed.map(({ feature }) => (
    <Marker
      key={feature.id}
      position={feature}
      label={featureText(feature, units)}
      size={feature.id === chosen ? 38 : 26}
      chosen={feature.id === chosen}
      {...(onChoose ? { onClick: () => onChoose(feature.id) } : {})}
    >
      <FeatureGlyph
        kind={feature.kind}
        size={feature.id === chosen ? 32 : 24}
        tone={feature.trap ? 'ochre' : feature.source === 'hand' ? 'ink' : 'slate'}
        filled={feature.kind === 'start' || feature.trap !== null}
      />
    </Marker>
  ));
}
