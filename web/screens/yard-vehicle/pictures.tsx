import { Box, Typography } from '@mui/material';
import { useRef, type ReactNode } from 'react';
import { fullLock, leastRadius, type Figures, type Spot, type YardVehicle } from '../../../core/yard';
import { colour, useSize } from '../../parts/ui';
import { Dimension, fitted, VehicleGlyph, type Projection } from '../../parts/yard';
import type { Measure } from './figures';

/** Share of a narrow picture that is left free on each side. */
const NARROW = 0.16;

/** A picture to scale of so many metres, lying as the vehicle drives to the right. */
function Picture({
  label,
  height,
  edge,
  from,
  to,
  children,
}: {
  readonly label: string;
  readonly height: number;
  /** Pixels left free all round. */
  readonly edge: number;
  readonly from: Spot;
  readonly to: Spot;
  readonly children: (projection: Projection) => ReactNode;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const size = useSize(frame);
  return (
    <Box
      ref={frame}
      sx={{ height, border: '1px solid', borderColor: 'divider', borderRadius: 1, overflow: 'hidden' }}
    >
      {size.width > 0 ? (
        <svg
          width={size.width}
          height={size.height}
          role="img"
          aria-label={label}
          style={{ display: 'block' }}
        >
          {children(fitted(from, to, size, Math.min(edge, size.width * NARROW)))}
        </svg>
      ) : null}
    </Box>
  );
}

const still = { x: 0, y: 0, heading: 0, hitch: null } as const;

/** The vehicle from above with each measure where it is taken; the one that is being entered stands out. */
export function Measured({ figures, focus }: { readonly figures: Figures; readonly focus: Measure | null }) {
  const { wheelbase, frontOverhang, rearOverhang, width, widthOverMirrors, track } = figures;
  const [rear, front, side, mirror] = [
    -rearOverhang,
    wheelbase + frontOverhang,
    width / 2,
    widthOverMirrors / 2,
  ];
  const across = Math.max(side, mirror);
  const vehicle = drawnOf(figures);
  const lengths: readonly (readonly [Measure, string, Spot, Spot])[] = [
    ['rearOverhang', '', [rear, -across], [0, -across]],
    ['wheelbase', 'Wheelbase', [0, -across], [wheelbase, -across]],
    ['frontOverhang', '', [wheelbase, -across], [front, -across]],
  ];
  return (
    <Picture
      label="How the vehicle is measured, from above"
      height={340}
      edge={84}
      from={[rear, -across]}
      to={[front, across]}
    >
      {(projection) => (
        <>
          <VehicleGlyph projection={projection} vehicle={vehicle} pose={still} />
          {lengths.map(([key, title, from, to]) => (
            <Dimension
              key={key}
              {...{ projection, from, to, title }}
              inside={[from[0], across]}
              strong={focus === key}
            />
          ))}
          <Dimension
            projection={projection}
            from={[rear, -across]}
            to={[front, -across]}
            inside={[rear, across]}
            title="In all"
            off={40}
          />
          <Dimension
            projection={projection}
            from={[front, -side]}
            to={[front, side]}
            inside={[rear, -side]}
            title="Body"
            strong={focus === 'width'}
          />
          <Dimension
            projection={projection}
            from={[front, -mirror]}
            to={[front, mirror]}
            inside={[rear, -mirror]}
            title="Over mirrors"
            off={40}
            strong={focus === 'widthOverMirrors'}
          />
          <Dimension
            projection={projection}
            from={[rear, -track / 2]}
            to={[rear, track / 2]}
            inside={[front, -track / 2]}
            title="Track"
            strong={focus === 'track'}
          />
        </>
      )}
    </Picture>
  );
}

/** As much of a vehicle as is drawn; figures that don't go together are drawn too. */
const drawnOf = (figures: Figures): YardVehicle => ({
  format: 'jasperwren-vehicle/1',
  id: 'drawn',
  eye: [0, 0, 0],
  parts: [],
  mirrors: [],
  ...figures,
  trailer: null,
});

/** One circle at full lock: the outer front tyre leaves the mark that is measured. */
export function Turned({ vehicle, strong }: { readonly vehicle: YardVehicle; readonly strong: boolean }) {
  const radius = vehicle.turningCircle / 2;
  const middle: Spot = [0, leastRadius(vehicle)];
  const [down, up] = [middle[1] - radius, middle[1] + radius];
  const ink = colour(strong ? 'jasper' : 'slate');
  return (
    <>
      <Picture
        label={`The turning circle, ${vehicle.turningCircle.toFixed(1)} metres across`}
        height={320}
        edge={30}
        from={[-radius, Math.min(down, -vehicle.widthOverMirrors / 2)]}
        to={[radius, up]}
      >
        {(projection) => {
          const [x, y] = projection.at(middle);
          return (
            <>
              <circle
                cx={x}
                cy={y}
                r={radius * projection.scale}
                fill="none"
                stroke={ink}
                strokeWidth={strong ? 3 : 2}
                strokeDasharray="2 5"
                strokeLinecap="round"
              />
              <VehicleGlyph
                projection={projection}
                vehicle={{ ...vehicle, trailer: null }}
                pose={still}
                steer={fullLock(vehicle)}
              />
              <Dimension
                projection={projection}
                from={[-radius, middle[1]]}
                to={[radius, middle[1]]}
                inside={[-radius, middle[1] - 1]}
                title="Across"
                off={0}
                strong={strong}
              />
            </>
          );
        }}
      </Picture>
      <Typography variant="body2" color="text.secondary">
        The dotted line is the mark of the outer front tyre. Drive it in a closed area, with somebody outside.
      </Typography>
    </>
  );
}
