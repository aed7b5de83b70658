import { bodiesOf, trailerAxle, type Pose, type YardVehicle } from '../../../core/yard';
import { colour } from '../ui';
import type { Projection } from './projection';

interface Props {
  readonly projection: Projection;
  readonly vehicle: YardVehicle;
  readonly pose: Pose;
  /** Radians of the road wheels. */
  readonly steer?: number;
  /** Only an outline: where it starts, where it ends, what was planned. */
  readonly faint?: boolean;
}

/** Length and width of a tyre, in metres, as it is drawn. */
const TYRE = [0.62, 0.2] as const;

/** A vehicle from above with its wheels as they stand; our own drawing, in metres, turned into place. */
export function VehicleGlyph({ projection, vehicle, pose, steer = 0, faint = false }: Props) {
  const bodies = bodiesOf(vehicle);
  const behind = trailerAxle(bodies, pose);
  const { wheelbase, frontOverhang, rearOverhang, width, widthOverMirrors, track } = vehicle;
  const front = wheelbase + frontOverhang;
  const line = {
    stroke: colour('ink'),
    strokeWidth: faint ? 1 : 1.5,
    vectorEffect: 'non-scaling-stroke',
    ...(faint ? { strokeDasharray: '4 3', opacity: 0.65 } : {}),
  } as const;
  const fill = faint ? 'none' : colour('card');
  const placed = (at: { readonly x: number; readonly y: number; readonly heading: number }): string => {
    const [x, y] = projection.at([at.x, at.y]);
    // In the vehicle's own frame x is forward and y to the left.
    return `translate(${x} ${y}) rotate(${projection.turn(at.heading)}) scale(${projection.scale} ${-projection.scale})`;
  };
  const tyre = (along: number, aside: number, turned: number) => (
    <rect
      key={`${along} ${aside}`}
      x={-TYRE[0] / 2}
      y={-TYRE[1] / 2}
      width={TYRE[0]}
      height={TYRE[1]}
      rx={0.05}
      fill={faint ? 'none' : colour('ink')}
      fillOpacity={0.82}
      {...line}
      strokeWidth={1}
      transform={`translate(${along} ${aside}) rotate(${(turned * 180) / Math.PI})`}
    />
  );
  const mirror = widthOverMirrors / 2;
  return (
    <g>
      {behind && bodies.trailer && vehicle.trailer ? (
        <g transform={placed(behind)}>
          <path
            d={`M ${bodies.trailer.hitchToAxle} 0 L ${bodies.trailer.box.to} ${bodies.trailer.box.half * 0.5} M ${bodies.trailer.hitchToAxle} 0 L ${bodies.trailer.box.to} ${-bodies.trailer.box.half * 0.5}`}
            fill="none"
            {...line}
          />
          {faint ? null : bodies.trailer.tyres.map(([along, aside]) => tyre(along, aside, 0))}
          <rect
            x={bodies.trailer.box.from}
            y={-bodies.trailer.box.half}
            width={bodies.trailer.box.to - bodies.trailer.box.from}
            height={2 * bodies.trailer.box.half}
            rx={0.12}
            fill={fill}
            {...line}
          />
        </g>
      ) : null}
      <g transform={placed(pose)}>
        <rect
          x={-rearOverhang}
          y={-width / 2}
          width={front + rearOverhang}
          height={width}
          rx={Math.min(0.35, width / 4)}
          fill={fill}
          fillOpacity={0.86}
          {...line}
        />
        {faint ? null : (
          <>
            {[track / 2, -track / 2].map((aside) => tyre(0, aside, 0))}
            {[track / 2, -track / 2].map((aside) => tyre(wheelbase, aside, steer))}
            <path
              d={`M ${wheelbase * 0.72} ${width / 2} L ${wheelbase * 0.68} ${mirror} M ${wheelbase * 0.72} ${-width / 2} L ${wheelbase * 0.68} ${-mirror}`}
              fill="none"
              {...line}
              strokeWidth={3}
            />
          </>
        )}
        {faint ? null : (
          <>
            <path
              d={`M ${wheelbase * 0.84} ${width * 0.4} Q ${wheelbase * 0.98} 0 ${wheelbase * 0.84} ${-width * 0.4} L ${wheelbase * 0.66} ${-width * 0.34} Q ${wheelbase * 0.72} 0 ${wheelbase * 0.66} ${width * 0.34} Z`}
              fill={colour('wash')}
              {...line}
              strokeWidth={1}
            />
            <path
              d={`M ${front - 0.12} 0.22 L ${front - 0.02} 0 L ${front - 0.12} -0.22`}
              fill="none"
              {...line}
              stroke={colour('jasper')}
              strokeWidth={2.5}
            />
          </>
        )}
      </g>
    </g>
  );
}
