import { Box, Typography } from '@mui/material';
import { useRef } from 'react';
import { clockText, freeSpots } from '../../../core/marking';
import type { Report } from '../../../core/report';
import { colour, GlyphShape, gravityColour, useSize } from '../ui';

/** Before its room is known, and where it is not. */
const USUAL_WIDTH = 1100;
const GUTTER = 12;
const MARK = 18;
const AXIS = 132;

/** The drive from left to right: stages as bands, marks where they fell, stacked when they came together. */
export function TimeLine({ report }: { readonly report: Report }) {
  const { marks, flags, stages, span: length } = report;
  const box = useRef<HTMLDivElement>(null);
  const width = useSize(box).width || USUAL_WIDTH;
  const x = (second: number) => GUTTER + ((width - 2 * GUTTER) * second) / length;
  const stackedDots = stacked([
    ...marks.map((mark) => ({
      second: mark.seconds,
      gravity: mark.gravity,
      label: `${clockText(mark.seconds)} ${mark.label}, ${mark.grade}`,
      counts: mark.counted,
      flag: false,
    })),
    ...flags.map((second) => ({
      second,
      gravity: 1 as const,
      label: `${clockText(second)} flag, to sort`,
      counts: true,
      flag: true,
    })),
  ]);
  const free = freeSpots(stackedDots.length, 1);
  const dots = stackedDots.filter(({ second, row, gravity }) => free(x(second) / 3, row, gravity));
  function stacked<T extends { second: number }>(entries: readonly T[]): (T & { row: number })[] {
    const free: number[] = [];
    return [...entries]
      .sort((a, b) => a.second - b.second)
      .map((entry) => {
        const at = x(entry.second);
        const row = Math.max(0, [0, 1, 2, 3, 4].find((n) => (free[n] ?? -Infinity) <= at) ?? 4);
        free[row] = at + MARK + 2;
        return { ...entry, row };
      });
  }
  const step = [1, 2, 5, 10, 20, 30].find((minutes) => length / 60 / minutes <= width / 70) ?? 60;
  const ticks = Array.from({ length: Math.floor(length / 60 / step) + 1 }, (_, n) => n * step);
  return (
    <Box component="section" aria-labelledby="time-line">
      <Typography variant="h2" id="time-line" sx={{ mb: 1 }}>
        Time line
      </Typography>
      <Box ref={box}>
        <svg
          viewBox={`0 0 ${width} ${AXIS + 44}`}
          role="img"
          aria-label={`${marks.length} marks over ${Math.round(length / 60)} minutes; the list below names each`}
          style={{ display: 'block', width: '100%' }}
        >
          {stages.map(({ from, to, title }, n) => (
            <g key={`${title} ${from}`}>
              <rect
                x={x(from)}
                y={0}
                width={Math.max(0, x(to) - x(from))}
                height={AXIS}
                fill={n % 2 === 0 ? colour('wash') : 'transparent'}
              />
              {x(to) - x(from) > title.length * 7.6 ? (
                <text x={x(from) + 6} y={18} fontSize={15} fill={colour('soft')}>
                  {title}
                </text>
              ) : null}
            </g>
          ))}
          <line
            x1={GUTTER}
            x2={width - GUTTER}
            y1={AXIS}
            y2={AXIS}
            stroke={colour('ink')}
            strokeWidth={1.5}
          />
          {ticks.map((minute) => (
            <g key={minute}>
              <line x1={x(minute * 60)} x2={x(minute * 60)} y1={AXIS} y2={AXIS + 6} stroke={colour('ink')} />
              <text x={x(minute * 60)} y={AXIS + 22} fontSize={15} textAnchor="middle" fill={colour('ink')}>
                {minute}
              </text>
            </g>
          ))}
          <text x={width - GUTTER} y={AXIS + 40} fontSize={15} textAnchor="end" fill={colour('soft')}>
            minutes since the start
          </text>
          {dots.map(({ second, row, gravity, label, counts, flag }, n) => (
            <g
              key={`${second} ${n}`}
              transform={`translate(${x(second) - MARK / 2} ${AXIS - 24 - row * (MARK + 3)}) scale(${MARK / 20})`}
              style={{ color: flag ? colour('ochre') : gravityColour(gravity), opacity: counts ? 1 : 0.45 }}
            >
              <title>{label}</title>
              {flag ? (
                <path
                  d="M10 18.5 4.7 9.6a6 6 0 1 1 10.6 0Z"
                  fill="none"
                  stroke="currentColor"
                  strokeWidth={2.6}
                />
              ) : (
                <GlyphShape gravity={gravity} />
              )}
            </g>
          ))}
        </svg>
      </Box>
    </Box>
  );
}
