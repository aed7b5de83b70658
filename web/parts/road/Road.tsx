import { Box } from '@mui/material';
import { useRef } from 'react';
import type { Route, RibbonItem } from '../../../core/route';
import { distanceText, FeatureGlyph } from '../features';
import { colour, useSize } from '../ui';
import { itemWords } from './itemWords';
import { roadLayout } from './roadLayout';

interface Props {
  readonly ahead: readonly RibbonItem[];
  /** Where the car is, metres along the route. */
  readonly along: number;
  readonly route: Route;
  /** Faults each time past hot places, by id. */
  readonly hot?: ReadonlyMap<string, number>;
}

/** Height of the words of one thing, and of the car at the foot, in pixels. */
const ROW = 54;
const FOOT = 44;
/** Where the road and the words begin, from the left. */
const ROAD = 24;
const WORDS = 58;

const NONE: ReadonlyMap<string, number> = new Map();

/**
 * The road ahead, the car at its foot. Distances on the road are to scale; where words need more room than that, a
 * line leads from them to their place on the road.
 */
export function Road({ ahead, along, route, hot = NONE }: Props) {
  const { units } = route;
  const box = useRef<HTMLDivElement>(null);
  const { height } = useSize(box);
  const room = Math.max(0, height - FOOT);
  const { metres, step, rows } = roadLayout(
    ahead.map((item) => Math.max(0, item.along - along)),
    { room, row: ROW, units },
  );
  const scale = room / metres;
  const fromFoot = (pixels: number) => height - FOOT - pixels;
  const ticks = Array.from({ length: Math.floor(metres / step) }, (_, n) => (n + 1) * step);
  return (
    <Box ref={box} sx={{ position: 'relative', flex: 1, minHeight: 0, overflow: 'hidden' }}>
      <Box component="svg" aria-hidden sx={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }}>
        <rect x={ROAD - 8} y={0} width={16} height={height} fill={colour('wash')} />
        <path
          d={`M${ROAD - 8} 0V${height}M${ROAD + 8} 0V${height}`}
          stroke={colour('line')}
          strokeWidth={2}
        />
        {ticks.map((at) => (
          <path
            key={at}
            d={`M${ROAD - 8} ${fromFoot(at * scale)}h7M${ROAD + 1} ${fromFoot(at * scale)}h7`}
            stroke={colour('soft')}
            strokeWidth={1.5}
          />
        ))}
        {rows.map(({ at, middle }, n) => (
          <g key={ahead[n]?.id}>
            <path
              d={`M${ROAD} ${fromFoot(at * scale)}L${WORDS - 14} ${fromFoot(middle)}H${WORDS - 4}`}
              fill="none"
              stroke={colour('soft')}
              strokeWidth={1.5}
            />
            <circle cx={ROAD} cy={fromFoot(at * scale)} r={5} fill={colour('ink')} />
          </g>
        ))}
        <path
          d={`M${ROAD} ${height - FOOT + 2}l16 34-16-8-16 8Z`}
          fill={colour('jasper')}
          stroke={colour('paper')}
          strokeWidth={2}
        />
      </Box>
      <Box sx={{ position: 'absolute', right: 0, bottom: 4, fontSize: 16, color: colour('soft') }}>
        lines {distanceText(step, units)} apart
      </Box>
      <Box component="ol" aria-label="Ahead" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {rows.map(({ middle }, n) => {
          const item = ahead[n];
          return item ? (
            <Box
              component="li"
              key={item.id}
              sx={{
                position: 'absolute',
                left: WORDS,
                right: 0,
                top: fromFoot(middle) - ROW / 2,
                height: ROW,
                display: 'grid',
                gridTemplateColumns: '34px 1fr',
                gap: 0.75,
                alignItems: 'center',
              }}
            >
              <Sign item={item} hot={hot.has(item.id)} />
              <Box
                sx={{
                  fontSize: 16,
                  lineHeight: 1.12,
                  maxHeight: ROW,
                  overflow: 'hidden',
                }}
              >
                <b>{itemWords(item, route)}</b>
                <Box component="span" sx={{ color: colour('soft'), display: 'block' }}>
                  {distanceText(Math.max(0, item.along - along), units)}
                  {hot.has(item.id) ? `, hot: ${(hot.get(item.id) ?? 0).toFixed(1)} per drive past` : ''}
                  {item.what === 'feature' && item.feature.note ? `, ${item.feature.note}` : ''}
                </Box>
              </Box>
            </Box>
          ) : null;
        })}
      </Box>
    </Box>
  );
}

function Sign({ item, hot }: { readonly item: RibbonItem; readonly hot: boolean }) {
  if (item.what === 'feature')
    return (
      <FeatureGlyph
        kind={item.feature.kind}
        size={34}
        tone={hot ? 'jasper' : item.feature.trap ? 'ochre' : 'slate'}
        filled={hot}
      />
    );
  return (
    <Box
      sx={{
        width: 20,
        height: 34,
        mx: 'auto',
        borderRadius: 1,
        background:
          item.what === 'calm'
            ? `repeating-linear-gradient(45deg, ${colour('moss')} 0 4px, transparent 4px 9px)`
            : colour('ink'),
      }}
    />
  );
}
