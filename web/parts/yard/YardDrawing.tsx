import { Box } from '@mui/material';
import { memo, useMemo, useRef, type ReactNode } from 'react';
import {
  bodiesOf,
  extentOf,
  posesIn,
  type Layout,
  type Segment,
  type Spot,
  type YardVehicle,
} from '../../../core/yard';
import { colour, useSize } from '../ui';
import { Dimension } from './Dimension';
import { projectionNear, projectionOf, type Projection } from './projection';
import { VehicleGlyph } from './VehicleGlyph';

interface Props {
  readonly layout: Layout;
  readonly vehicle: YardVehicle;
  /** What a screen reader says of it. */
  readonly label: string;
  /** Whether the vehicle is shown where it starts and where its stages end. */
  readonly places?: boolean;
  readonly height?: number | { readonly xs: number; readonly sm: number };
  /** While something is dragged the drawing keeps its scale. */
  readonly held?: boolean;
  /** Where the drawing is centred if the course is too large to be shown whole; left out: always whole. */
  readonly near?: Spot;
  /** What lies on the course. */
  readonly children?: (projection: Projection) => ReactNode;
}

/** A course drawn to scale: lines, kerbs, walls, cones, with its size and a scale bar. */
export function YardDrawing({
  layout,
  vehicle,
  label,
  places = false,
  height = { xs: 320, sm: 460 },
  held = false,
  near,
  children,
}: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const size = useSize(frame);
  const [x, y] = near ?? [];
  const fitting = useMemo(
    () =>
      x === undefined || y === undefined
        ? projectionOf(layout, vehicle, size)
        : projectionNear(layout, vehicle, size, [x, y]),
    [layout, vehicle, size, x, y],
  );
  const shown = useRef(fitting);
  if (!held) shown.current = fitting;
  const projection = shown.current;
  return (
    <Box
      ref={frame}
      sx={{
        height,
        border: '1px solid',
        borderColor: 'divider',
        borderRadius: 1,
        bgcolor: 'background.default',
        overflow: 'hidden',
      }}
    >
      {size.width > 0 ? (
        <Plan layout={layout} vehicle={vehicle} label={label} places={places} projection={projection}>
          {children}
        </Plan>
      ) : null}
    </Box>
  );
}

function Plan({
  layout,
  vehicle,
  label,
  places,
  projection,
  children,
}: Omit<Props, 'height' | 'held' | 'near'> & { readonly projection: Projection }) {
  const { width, height, at, scale } = projection;
  const bodies = bodiesOf(vehicle);
  const ends = [layout.start, ...layout.stages.map(({ goal }) => goal)];
  return (
    <svg width={width} height={height} role="img" aria-label={label} style={{ display: 'block' }}>
      <Ground layout={layout} projection={projection} />
      {places
        ? ends.map((region, n) => {
            const [pose] = posesIn(bodies, region);
            return <VehicleGlyph key={n} projection={projection} vehicle={vehicle} pose={pose} faint />;
          })
        : null}
      {children?.(projection)}
      {layout.cones.map(({ id, at: spot, pole, radius }) => {
        const [x, y] = at(spot);
        return (
          <g key={id}>
            <circle
              cx={x}
              cy={y}
              r={Math.max(radius * scale, 3.5)}
              fill={colour('ochre')}
              stroke={colour('ink')}
              strokeWidth={1}
            />
            {pole ? <circle cx={x} cy={y} r={1.6} fill={colour('paper')} /> : null}
          </g>
        );
      })}
      <Dimensions layout={layout} projection={projection} />
    </svg>
  );
}

/** What lies on the ground: it isn't drawn again when something moves on it. */
const Ground = memo(function Ground({ layout, projection }: OnPlan) {
  return (
    <g>
      <Grid layout={layout} projection={projection} />
      {layout.guides.map((line) => (
        <Line
          key={line.id}
          line={line}
          projection={projection}
          stroke={colour('soft')}
          width={1.2}
          dash="7 5"
        />
      ))}
      {layout.lines.map((line) => (
        <Line key={line.id} line={line} projection={projection} stroke={colour('ink')} width={2} />
      ))}
      {layout.kerbs.map((line) => (
        <g key={line.id}>
          <Line line={line} projection={projection} stroke={colour('wren')} width={5} />
          <Line line={line} projection={projection} stroke={colour('paper')} width={1.5} />
        </g>
      ))}
      {layout.walls.map((line) => (
        <Line key={line.id} line={line} projection={projection} stroke={colour('wren')} width={3.5} />
      ))}
    </g>
  );
});

interface LineProps {
  readonly line: Segment;
  readonly projection: Projection;
  readonly stroke: string;
  readonly width: number;
  readonly dash?: string;
}

function Line({ line, projection, stroke, width, dash }: LineProps) {
  const [[x1, y1], [x2, y2]] = [projection.at(line.from), projection.at(line.to)];
  return (
    <line
      x1={x1}
      y1={y1}
      x2={x2}
      y2={y2}
      stroke={stroke}
      strokeWidth={width}
      strokeDasharray={dash}
      strokeLinecap="round"
    />
  );
}

interface OnPlan {
  readonly layout: Layout;
  readonly projection: Projection;
}

/** A hairline every metre; every five metres on a large course. */
function Grid({ layout, projection }: OnPlan) {
  const { x, y } = extentOf(layout);
  const every = projection.scale < 12 ? 5 : 1;
  const marks = (from: number, to: number): readonly number[] =>
    Array.from(
      { length: Math.floor(to / every) - Math.ceil(from / every) + 1 },
      (_, n) => (Math.ceil(from / every) + n) * every,
    );
  const line = (key: string, a: readonly [number, number], b: readonly [number, number]) => {
    const [[x1, y1], [x2, y2]] = [projection.at(a), projection.at(b)];
    return <line key={key} x1={x1} y1={y1} x2={x2} y2={y2} stroke={colour('line')} strokeWidth={0.5} />;
  };
  return (
    <g aria-hidden>
      {marks(x[0], x[1]).map((at) => line(`x${at}`, [at, y[0]], [at, y[1]]))}
      {marks(y[0], y[1]).map((at) => line(`y${at}`, [x[0], at], [x[1], at]))}
    </g>
  );
}

/** The size of the whole, as on a builder's plan: arrows along two sides. */
function Dimensions({ layout, projection }: OnPlan) {
  const { x, y } = extentOf(layout);
  const [left, bottom, right, top] = [x[0], y[0], x[1], y[1]];
  return (
    <g aria-hidden>
      <Dimension projection={projection} from={[left, bottom]} to={[right, bottom]} inside={[left, top]} />
      <Dimension projection={projection} from={[right, bottom]} to={[right, top]} inside={[left, bottom]} />
    </g>
  );
}
