import {
  Box,
  Button,
  MenuItem,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  TextField,
  Typography,
} from '@mui/material';
import PrintIcon from '@mui/icons-material/Print';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import {
  draggedTo,
  extentOf,
  handlesOf,
  namedBase,
  numberPlaces,
  pointsOf,
  pointTitle,
  setOut,
  type Handle,
  type LaidParameter,
  type Layout,
  type SetOut,
  type Spot,
  type YardVehicle,
} from '../../../core/yard';
import { API } from '../../../contract';
import { colour, WideTable, withParam } from '../../parts/ui';
import { Columns, countText, Dimension, DragPoint, YardDrawing, type Projection } from '../../parts/yard';

import { stepOf } from './Parameters';
import type { Yard } from './useYard';

interface Props {
  readonly yard: Yard;
  readonly layout: Layout;
  readonly panel: React.ReactNode;
}

/** How a course gets onto the ground: the plan with numbered points, and two tapes for each. */
export function SetOutView({ yard, layout, panel }: Props) {
  const { course, vehicle, settings, set } = yard;
  const [params, setParams] = useSearchParams();
  const [shown, setShown] = useState<string | null>(null);
  const [dragged, setDragged] = useState<Handle | null>(null);
  const handles = useMemo(() => handlesOf(course, vehicle, settings), [course, vehicle, settings]);
  const points = pointsOf(layout);
  const base = namedBase(layout, params.get('a'), params.get('b'));
  const sheet = base ? setOut(layout, base) : setOut(layout);
  const choice = (key: 'a' | 'b', label: string) => (
    <TextField
      select
      size="small"
      label={label}
      value={points.some(({ id }) => id === params.get(key)) ? params.get(key) : ''}
      onChange={({ target }) => setParams(withParam(params, key, target.value), { replace: true })}
      slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
    >
      <MenuItem value="">Best side</MenuItem>
      {points.map(({ id }, n) => (
        <MenuItem key={id} value={id}>
          {n + 1}. {pointTitle(id)}
        </MenuItem>
      ))}
    </TextField>
  );
  return (
    <Columns
      drawing={
        <>
          <YardDrawing
            layout={layout}
            vehicle={vehicle}
            places
            held={dragged !== null}
            label={`Plan of ${layout.title}, to scale, with ${points.length} numbered points`}
          >
            {(projection) => (
              <>
                {handles.map((handle) => (
                  <Size
                    key={handle.parameter.id}
                    handle={handle}
                    layout={layout}
                    projection={projection}
                    strong={dragged?.parameter.id === handle.parameter.id}
                  />
                ))}
                <Points sheet={sheet} projection={projection} shown={shown} />
                {handles.map((handle) => (
                  <DragPoint
                    key={handle.parameter.id}
                    projection={projection}
                    at={handle.at}
                    along={handle.grows}
                    title={handle.parameter.title}
                    onStart={() => setDragged(handle)}
                    onDrag={(to) => {
                      // Always from where the drag began: what it moved since doesn't count twice.
                      if (dragged)
                        set(handle.parameter.id, stepped(draggedTo(dragged, to), handle.parameter));
                    }}
                    onEnd={() => setDragged(null)}
                  />
                ))}
              </>
            )}
          </YardDrawing>
          {handles.length > 0 ? (
            <Typography variant="body2" color="text.secondary">
              {dragged
                ? `${dragged.parameter.title}: ${sizeText(layout, dragged.parameter.id)}`
                : 'Drag a square with arrows to change a size.'}
            </Typography>
          ) : null}
          <Totals sheet={sheet} />
        </>
      }
      panel={
        <>
          {panel}
          <Box component="section" aria-label="Tapes" sx={{ display: 'grid', gap: 1.5 }}>
            <Box sx={{ display: 'flex', justifyContent: 'space-between', alignItems: 'center', gap: 2 }}>
              <Typography variant="h2">Tapes</Typography>
              <Button
                size="small"
                startIcon={<PrintIcon />}
                component="a"
                href={`${API}/yard/setting-out.pdf?${printed(layout, vehicle, params)}`}
                target="_blank"
              >
                Print sheet
              </Button>
            </Box>
            <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: '1fr 1fr' }}>
              {choice('a', 'Base point A')}
              {choice('b', 'Base point B')}
            </Box>
            {base ? null : (
              <Typography color="error">A and B are the same place. Choose two that lie apart.</Typography>
            )}
            <WideTable label="Tape distances">
              <TableHead>
                <TableRow>
                  <TableCell>Point</TableCell>
                  <TableCell align="right">From A</TableCell>
                  <TableCell align="right">From B</TableCell>
                  <TableCell align="right">Within</TableCell>
                </TableRow>
              </TableHead>
              <TableBody>
                {sheet.points.map(({ id, tapes, error }, n) => (
                  <TableRow
                    key={id}
                    hover
                    selected={shown === id}
                    onPointerEnter={() => setShown(id)}
                    onPointerLeave={() => setShown(null)}
                  >
                    <TableCell>
                      {n + 1}. {pointTitle(id)}
                    </TableCell>
                    <TableCell align="right" sx={{ whiteSpace: 'nowrap' }}>
                      {tapes[0].toFixed(2)} m
                    </TableCell>
                    <TableCell align="right" sx={{ whiteSpace: 'nowrap' }}>
                      {tapes[1].toFixed(2)} m
                    </TableCell>
                    <TableCell
                      align="right"
                      sx={{ whiteSpace: 'nowrap', color: error > 0.15 ? 'warning.main' : undefined }}
                    >
                      {Math.ceil(error * 100)} cm
                    </TableCell>
                  </TableRow>
                ))}
              </TableBody>
            </WideTable>
            <Typography variant="body2" color="text.secondary">
              Within: how far off a point may lie when each tape is off by 2 cm. Near the line from A to B
              tapes cross at a flat angle: measure those points along the line instead.
            </Typography>
          </Box>
        </>
      }
    />
  );
}

/** To 5 cm or one degree, as the sliders go, but never beyond the bounds. */
function stepped(value: number, { unit, least, most }: LaidParameter): number {
  const step = stepOf(unit);
  return Number(Math.min(most, Math.max(least, Math.round(value / step) * step)).toFixed(2));
}

const sizeText = ({ parameters }: Layout, id: string): string => {
  const one = parameters.find((parameter) => parameter.id === id);
  return one ? `${Number(one.value.toFixed(2))} ${one.unit}` : '';
};

/** What the printed sheet is asked with. */
function printed(layout: Layout, vehicle: YardVehicle, params: URLSearchParams): string {
  const asked = new URLSearchParams({ course: layout.id, vehicle: vehicle.id });
  for (const key of ['set', 'a', 'b']) asked.set(key, params.get(key) ?? '');
  return asked.toString();
}

/** What to carry, and what to check at the end. */
function Totals({ sheet: { counts, area, diagonals } }: { readonly sheet: SetOut }) {
  const things = [
    counts.cones > 0 ? `${countText(counts.cones, 'cone')}, ${counts.poles} with a pole` : 'No cones',
    `${counts.lineMetres.toFixed(1)} m of line`,
    `Ground of ${area.width.toFixed(1)} by ${area.length.toFixed(1)} m, with 2 m free all round`,
  ];
  return (
    <Box component="section" aria-label="What you need" sx={{ display: 'grid', gap: 0.5 }}>
      <Typography>{things.join(' · ')}</Typography>
      {diagonals.length > 0 ? (
        <Typography color="text.secondary">
          Check that it is square:{' '}
          {diagonals
            .map(({ from, to, metres }) => `${pointTitle(from)} to ${pointTitle(to)} ${metres.toFixed(2)} m`)
            .join('; ')}
          .
        </Typography>
      ) : null}
    </Box>
  );
}

/** A size with its arrow, on the inner side of the plan: overall sizes stand outside. */
function Size({
  handle,
  layout,
  projection,
  strong,
}: {
  readonly handle: Handle;
  readonly layout: Layout;
  readonly projection: Projection;
  readonly strong: boolean;
}) {
  const { from, at: to } = handle;
  if (!from) return null;
  const { x, y } = extentOf(layout);
  const middle: Spot = [(x[0] + x[1]) / 2, (y[0] + y[1]) / 2];
  const outside: Spot = [2 * from[0] - middle[0], 2 * from[1] - middle[1]];
  return <Dimension projection={projection} from={from} to={to} inside={outside} strong={strong} />;
}

/** Pixels from a point to its number. */
const OUT = 15;
/** And to a base point's letter. */
const BESIDE = 21;

function Points({
  sheet: { points, base },
  projection,
  shown,
}: {
  readonly sheet: SetOut;
  readonly projection: Projection;
  readonly shown: string | null;
}) {
  const { at, width, height } = projection;
  const chosen = points.find(({ id }) => id === shown);
  const spots = points.map(({ at: spot }) => at(spot));
  // They stand inwards, clear of the dimensions, where they can.
  const places = numberPlaces(spots, { width: 18, height: 15, away: OUT, middle: [width / 2, height / 2] });
  return (
    <g>
      {chosen
        ? base.map((spot, n) => {
            const [[x1, y1], [x2, y2]] = [at(spot), at(chosen.at)];
            return (
              <line key={n} x1={x1} y1={y1} x2={x2} y2={y2} stroke={colour('slate')} strokeWidth={1.5} />
            );
          })
        : null}
      {points.map(({ id }, n) => {
        const [x, y] = spots[n] ?? [0, 0];
        const [u, v] = places[n] ?? [x, y];
        return (
          <g key={id}>
            {Math.hypot(u - x, v - y) > OUT * 1.2 ? (
              <line x1={x} y1={y} x2={u} y2={v} stroke={colour('slate')} strokeWidth={0.6} />
            ) : null}
            <circle cx={x} cy={y} r={3} fill={colour('paper')} stroke={colour('slate')} strokeWidth={1.5} />
            <text
              x={u}
              y={v}
              fontSize={13}
              fontWeight={shown === id ? 700 : 400}
              fill={colour('slate')}
              stroke={colour('paper')}
              strokeWidth={3}
              paintOrder="stroke"
              textAnchor="middle"
              dominantBaseline="middle"
            >
              {n + 1}
            </text>
          </g>
        );
      })}
      {base.map((spot, n) => {
        // Beside its point, which may have a handle.
        const [px, y] = at(spot);
        const x = px + (px < width / 2 ? -BESIDE : BESIDE);
        return (
          <g key={n}>
            <rect x={x - 9} y={y - 9} width={18} height={18} rx={3} fill={colour('slate')} />
            <text
              x={x}
              y={y + 0.5}
              fontSize={13}
              fontWeight={700}
              fill={colour('paper')}
              textAnchor="middle"
              dominantBaseline="middle"
            >
              {n === 0 ? 'A' : 'B'}
            </text>
          </g>
        );
      })}
    </g>
  );
}
