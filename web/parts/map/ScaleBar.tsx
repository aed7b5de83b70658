import { Box } from '@mui/material';
import type { Route } from '../../../core/route';
import { colour } from '../ui';

const FEET = 0.3048;
const YARDS = 0.9144;
const MILES = 1609.344;

interface Step {
  readonly metres: number;
  readonly text: string;
}

const steps: Readonly<Record<Route['units'], readonly Step[]>> = {
  imperial: [
    ...[50, 100].map((n) => ({ metres: n * FEET, text: `${n} ft` })),
    ...[50, 100, 200, 400].map((n) => ({ metres: n * YARDS, text: `${n} yd` })),
    ...[0.5, 1, 2, 5, 10, 20].map((n) => ({
      metres: n * MILES,
      text: n === 0.5 ? '½ mile' : n === 1 ? '1 mile' : `${n} miles`,
    })),
  ],
  metric: [
    ...[10, 20, 50, 100, 200, 500].map((n) => ({ metres: n, text: `${n} m` })),
    ...[1, 2, 5, 10, 20].map((n) => ({ metres: n * 1000, text: `${n} km` })),
  ],
};

/** The longest of the round lengths that takes at most so many pixels; the shortest when none does. */
export function scaleStep(scale: number, units: Route['units'], most = 130): Step {
  const [shortest = { metres: 1, text: '' }] = steps[units];
  return steps[units].filter(({ metres }) => metres * scale <= most).at(-1) ?? shortest;
}

/** How long a round length is on the map, and where north is. */
export function ScaleBar({
  scale,
  up,
  units,
}: {
  readonly scale: number;
  readonly up: number;
  readonly units: Route['units'];
}) {
  const { metres, text } = scaleStep(scale, units);
  return (
    <Box
      role="img"
      aria-label={`Scale: the bar is ${text} long. North is ${Math.abs(up) < 0.01 ? 'up' : 'where the arrow points'}.`}
      sx={{
        position: 'absolute',
        right: 8,
        bottom: 6,
        display: 'flex',
        alignItems: 'end',
        gap: 1,
        px: 0.75,
        pb: 0.25,
        fontSize: 13,
        bgcolor: colour('paper'),
        borderRadius: 0.5,
        pointerEvents: 'none',
      }}
    >
      <Box sx={{ display: 'grid', justifyItems: 'center' }}>
        <span>{text}</span>
        <Box
          sx={{
            width: metres * scale,
            height: 6,
            border: `2px solid ${colour('ink')}`,
            borderTop: 0,
          }}
        />
      </Box>
      <svg
        width={20}
        height={34}
        viewBox="0 0 20 34"
        aria-hidden
        style={{ transform: `rotate(${-up}rad)`, fill: colour('ink') }}
      >
        <path d="M10 0 16 14 10 11 4 14Z" />
        <text x="10" y="30" textAnchor="middle" fontSize="15" fontWeight="700">
          N
        </text>
      </svg>
    </Box>
  );
}
