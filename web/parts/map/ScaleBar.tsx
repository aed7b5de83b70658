import { Box } from '@mui/material';
import { scaleStep } from '../../../core/map';
import type { Route } from '../../../core/route';
import { colour } from '../ui';

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
