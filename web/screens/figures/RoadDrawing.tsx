import { Box, Typography } from '@mui/material';
import { useRef } from 'react';
import { useSize, usePalette, type Palette } from '../../parts/ui';

type Tone = 'jasper' | 'ochre' | 'moss' | 'slate';

/** A stretch of the road: what it means stands in the list below the drawing. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
  readonly tone: Tone;
  readonly label: string;
}

export interface Vehicle {
  /** Where its front is, in metres; it faces to the right, or to the left when it comes towards us. */
  readonly at: number;
  readonly label: string;
  readonly own?: boolean;
}

export interface Post {
  readonly at: number;
  readonly label: string;
  readonly kind: 'line' | 'lights' | 'hazard' | 'sign';
}

interface Props {
  /** Metres that are shown, from the left edge to the right one. */
  readonly from: number;
  readonly to: number;
  readonly carLength: number;
  readonly drivingSide: 'left' | 'right';
  readonly stretches: readonly Stretch[];
  readonly vehicles: readonly Vehicle[];
  readonly posts: readonly Post[];
  /** What it shows, in a sentence. */
  readonly label: string;
}

const signs = { line: '┃', lights: '●', hazard: '▲', sign: '▸' } as const;

const HEIGHT = 150;
/** Top and bottom of the road, and of the coloured stretches below it, in pixels. */
const ROAD = { top: 44, bottom: 100 } as const;
const BAND = { top: 106, bottom: 124 } as const;
/** A car is about so wide for each metre of its length. */
const WIDTH_OF_LENGTH = 0.42;

/** A road from the side of the sky, true to scale along it, with car lengths as a yardstick. */
export function RoadDrawing({ from, to, carLength, drivingSide, stretches, vehicles, posts, label }: Props) {
  const box = useRef<HTMLDivElement | null>(null);
  const { width } = useSize(box);
  const colours = usePalette();
  const x = (metres: number) => ((metres - from) / Math.max(1, to - from)) * width;
  const cars = Math.floor((to - from) / carLength);
  // Where single car lengths are too fine for the eye, each block is ten.
  const block = cars > 60 ? 10 * carLength : carLength;
  const blocks = Math.floor((to - from) / block);
  return (
    <Box>
      <Box ref={box} sx={{ width: '100%', height: HEIGHT }}>
        {width > 0 ? (
          <svg width={width} height={HEIGHT} role="img" aria-label={label}>
            <rect
              x={0}
              y={ROAD.top}
              width={width}
              height={ROAD.bottom - ROAD.top}
              fill={colours.ink}
              opacity={0.16}
            />
            <line
              x1={0}
              x2={width}
              y1={(ROAD.top + ROAD.bottom) / 2}
              y2={(ROAD.top + ROAD.bottom) / 2}
              stroke={colours.card}
              strokeWidth={3}
              strokeDasharray="14 12"
            />
            {stretches.map(({ from: a, to: b, tone }, n) => (
              <rect
                key={n}
                x={x(a)}
                y={BAND.top}
                width={Math.max(0, x(b) - x(a))}
                height={BAND.bottom - BAND.top}
                fill={colours[tone]}
              />
            ))}
            {Array.from({ length: blocks }, (_, n) => (
              <rect
                key={n}
                x={x(from + n * block)}
                y={BAND.bottom + 8}
                width={Math.max(0, x(from + (n + 1) * block) - x(from + n * block))}
                height={8}
                fill={n % 2 === 0 ? colours.ink : colours.card}
                stroke={colours.ink}
                strokeWidth={0.75}
              />
            ))}
            {posts.map((post, n) => (
              <PostMark key={n} {...{ post, colours }} x={x(post.at)} />
            ))}
            {vehicles.map(({ at, own = false }, n) => (
              <Car
                key={n}
                x={x(at - carLength)}
                length={Math.max(9, x(at) - x(at - carLength))}
                upper={drivingSide === 'left'}
                fill={own ? colours.ink : colours.wren}
                line={colours.card}
              />
            ))}
          </svg>
        ) : null}
      </Box>
      <Box
        component="ul"
        aria-label="What is drawn"
        sx={{
          listStyle: 'none',
          m: 0,
          p: 0,
          display: 'flex',
          flexWrap: 'wrap',
          columnGap: 2.5,
          rowGap: 0.25,
        }}
      >
        {[
          ...vehicles.map(({ label: text, own = false }) => ({
            text,
            fill: own ? colours.ink : colours.wren,
          })),
          ...stretches.map(({ label: text, tone }) => ({ text, fill: colours[tone] })),
        ].map(({ text, fill }) => (
          <Box component="li" key={text} sx={{ display: 'flex', alignItems: 'center', gap: 0.75 }}>
            <Box
              aria-hidden
              sx={{ width: 14, height: 14, bgcolor: fill, flex: 'none', borderRadius: '2px' }}
            />
            {text}
          </Box>
        ))}
        {posts.map(({ label: text, kind }) => (
          <Box component="li" key={text} sx={{ display: 'flex', alignItems: 'center', gap: 0.75 }}>
            <span aria-hidden>{signs[kind]}</span>
            {text}
          </Box>
        ))}
      </Box>
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        To scale along the road. Each block is {block === carLength ? 'one car length' : 'ten car lengths'} (
        {block.toFixed(1)} m).
      </Typography>
    </Box>
  );
}

function Car({
  x,
  length,
  upper,
  fill,
  line,
}: {
  readonly x: number;
  /** In the upper lane: seen from above, left of somebody who drives to the right. */
  readonly upper: boolean;
  readonly length: number;
  readonly fill: string;
  readonly line: string;
}) {
  const lane = (ROAD.bottom - ROAD.top) / 4;
  const width = Math.min(1.6 * lane, Math.max(5, length * WIDTH_OF_LENGTH));
  const middle = upper ? ROAD.top + lane : ROAD.bottom - lane;
  return (
    <g>
      <rect x={x} y={middle - width / 2} width={length} height={width} rx={width / 4} fill={fill} />
      {length > 14 ? (
        <rect
          x={x + length * 0.58}
          y={middle - width * 0.36}
          width={length * 0.12}
          height={width * 0.72}
          fill={line}
          opacity={0.85}
        />
      ) : null}
    </g>
  );
}

function PostMark({
  post: { kind, label },
  x,
  colours,
}: {
  readonly post: Post;
  readonly x: number;
  readonly colours: Palette;
}) {
  return (
    <g>
      {kind === 'lights' ? (
        <g>
          <rect x={x - 7} y={4} width={14} height={34} rx={3} fill={colours.ink} />
          <circle cx={x} cy={11} r={4} fill={colours.line} opacity={0.4} />
          <circle cx={x} cy={21} r={4.5} fill={colours.ochre} />
          <circle cx={x} cy={31} r={4} fill={colours.line} opacity={0.4} />
        </g>
      ) : kind === 'hazard' ? (
        <path d={`M${x} 8 l15 26 h-30 z`} fill={colours.ochre} stroke={colours.ink} strokeWidth={1.5} />
      ) : kind === 'sign' ? (
        <path d={`M${x} 40 V10 h26 l8 8 -8 8 h-26`} fill={colours.slate} stroke={colours.ink} />
      ) : null}
      <line x1={x} x2={x} y1={ROAD.top - 4} y2={ROAD.bottom} stroke={colours.ink} strokeWidth={2.5} />
      <title>{label}</title>
    </g>
  );
}
