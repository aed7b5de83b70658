import { frameAt, type Point, type Position } from '../../../core/geo';
import {
  directionMarks,
  FILLED_FROM,
  MAIN_RANK,
  ONE_WAY,
  placeLabels,
  roadWidth,
  SMALL_FROM,
  toPixels,
  type Bounds,
  type Box,
  type Label,
  type MapGeometry,
  type Measure,
  type Size,
  type View,
} from '../../../core/map';
import { roadClasses } from '../../../core/network';
import type { Palette } from '../ui';

/** A line drawn over the roads. */
export interface MapLine {
  readonly positions: readonly Position[];
  readonly tone: 'jasper' | 'slate' | 'ochre' | 'moss' | 'soft';
  /** Pixels. */
  readonly width: number;
  readonly dash?: readonly number[];
  /** With marks that say which way it is driven. */
  readonly directed?: boolean;
}

const CELL = 1_500;
const RANKS = roadClasses.length;

interface Cell {
  readonly bounds: [number, number, number, number];
  readonly edges: number[];
  readonly paths: (Path2D | undefined)[];
}

const cellsOfGeometry = new WeakMap<MapGeometry, readonly Cell[]>();

/** Roads by where they lie and by rank, as paths in metres, made once. */
function cellsOf(geometry: MapGeometry): readonly Cell[] {
  const known = cellsOfGeometry.get(geometry);
  if (known) return known;
  const cells = new Map<string, Cell>();
  const { first, x, y, style, edges } = geometry;
  for (let e = 0; e < edges; e += 1) {
    const [from, to] = [first[e] ?? 0, first[e + 1] ?? 0];
    const key = `${Math.floor((x[from] ?? 0) / CELL)} ${Math.floor((y[from] ?? 0) / CELL)}`;
    const cell = cells.get(key) ?? {
      bounds: [Infinity, Infinity, -Infinity, -Infinity],
      edges: [],
      paths: [],
    };
    cells.set(key, cell);
    cell.edges.push(e);
    const rank = (style[e] ?? 0) & (ONE_WAY - 1);
    const path = (cell.paths[rank] ??= new Path2D());
    for (let k = from; k < to; k += 1) {
      const [px, py] = [x[k] ?? 0, y[k] ?? 0];
      if (k === from) path.moveTo(px, py);
      else path.lineTo(px, py);
      const [west, south, east, north] = cell.bounds;
      cell.bounds[0] = Math.min(west, px);
      cell.bounds[1] = Math.min(south, py);
      cell.bounds[2] = Math.max(east, px);
      cell.bounds[3] = Math.max(north, py);
    }
  }
  const made = [...cells.values()];
  cellsOfGeometry.set(geometry, made);
  return made;
}

interface LineInFrame {
  readonly geometry: MapGeometry;
  /** Metres. */
  readonly points: readonly Point[];
  readonly path: Path2D;
}

const linesInFrame = new WeakMap<readonly Position[], LineInFrame>();

/** A line in metres of the geometry, worked out once. */
function lineInFrame(geometry: MapGeometry, positions: readonly Position[]): LineInFrame {
  const known = linesInFrame.get(positions);
  if (known?.geometry === geometry) return known;
  const points = positions.map(frameAt(geometry.middle).toPoint);
  const path = new Path2D();
  points.forEach(({ x, y }, n) => {
    if (n === 0) path.moveTo(x, y);
    else path.lineTo(x, y);
  });
  const made = { geometry, points, path };
  linesInFrame.set(positions, made);
  return made;
}

/** Half of the view's diagonal in metres: what lies farther from its middle is not seen, whichever way is up. */
const reach = ({ scale }: View, { width, height }: Size): number => Math.hypot(width, height) / 2 / scale;

const meets = ([west, south, east, north]: Bounds, { x, y }: View, far: number): boolean =>
  west < x + far && east > x - far && south < y + far && north > y - far;

/** Built-up areas of a network as one path in metres, made once. */
const areaPaths = new WeakMap<MapGeometry, Path2D>();

function areaPath(geometry: MapGeometry): Path2D {
  const known = areaPaths.get(geometry);
  if (known) return known;
  const path = new Path2D();
  for (const ring of geometry.builtUp) {
    for (let n = 0; n < ring.length; n += 2)
      if (n === 0) path.moveTo(ring[0] ?? 0, ring[1] ?? 0);
      else path.lineTo(ring[n] ?? 0, ring[n + 1] ?? 0);
    path.closePath();
  }
  areaPaths.set(geometry, path);
  return path;
}

/** Paints built-up areas, roads, lines and names. @param sharp pixels of the canvas to a pixel of the page */
export function paintMap(
  ctx: CanvasRenderingContext2D,
  geometry: MapGeometry,
  view: View,
  size: Size,
  {
    palette,
    lines,
    sharp,
    clear = [],
  }: {
    readonly palette: Palette;
    readonly lines: readonly MapLine[];
    readonly sharp: number;
    /** What lies over the map, in pixels: no name goes below it. */
    readonly clear?: readonly Box[];
  },
): void {
  const { scale, up } = view;
  const onPage = lines.map(({ positions }) =>
    lineInFrame(geometry, positions).points.map((point) => toPixels(view, size, point)),
  );
  const seen = cellsOf(geometry).filter(({ bounds }) => meets(bounds, view, reach(view, size)));
  ctx.setTransform(sharp, 0, 0, sharp, 0, 0);
  ctx.fillStyle = palette.paper;
  ctx.fillRect(0, 0, size.width, size.height);
  ctx.lineCap = 'round';
  ctx.lineJoin = 'round';
  ctx.save();
  ctx.translate(size.width / 2, size.height / 2);
  ctx.rotate(-up);
  ctx.scale(scale, -scale);
  ctx.translate(-view.x, -view.y);
  ctx.fillStyle = palette.builtUp;
  ctx.fill(areaPath(geometry), 'evenodd');
  const farOff = scale < SMALL_FROM;
  const least = farOff ? MAIN_RANK : 0;
  const hairlines = scale < FILLED_FROM;
  const stroke = (rank: number, colour: string, pixels: number) => {
    ctx.strokeStyle = colour;
    ctx.lineWidth = pixels / scale;
    for (const { paths } of seen) {
      const path = paths[rank];
      if (path) ctx.stroke(path);
    }
  };
  // From far off small streets are single lines, from very far off all roads; nearer they have an edge and a filling.
  for (let rank = least; rank < RANKS; rank += 1) {
    const single = farOff || (hairlines && rank < MAIN_RANK);
    stroke(
      rank,
      rank >= MAIN_RANK ? palette.strongLine : palette.line,
      roadWidth(rank, scale) + (single ? 0 : 1.6),
    );
  }
  for (let rank = farOff ? RANKS : hairlines ? MAIN_RANK : least; rank < RANKS; rank += 1)
    stroke(rank, rank >= MAIN_RANK ? palette.mainRoad : palette.card, roadWidth(rank, scale));
  for (const { positions, tone, width: pixels, dash } of lines) {
    const { path } = lineInFrame(geometry, positions);
    ctx.strokeStyle = palette.paper;
    ctx.lineWidth = (pixels + 2.5) / scale;
    ctx.stroke(path);
    ctx.strokeStyle = palette[tone];
    ctx.lineWidth = pixels / scale;
    ctx.setLineDash((dash ?? []).map((length) => length / scale));
    ctx.stroke(path);
    ctx.setLineDash([]);
  }
  ctx.restore();
  if (!hairlines) paintArrows(ctx, geometry, view, size, seen, palette);
  lines.forEach(({ directed, width: pixels }, n) => {
    if (directed) paintDirection(ctx, onPage[n] ?? [], size, pixels, palette);
  });
  paintLabels(ctx, placeLabels(geometry, view, size, measureIn(ctx), { lines: onPage, clear }), palette);
}

/** Pixels between two marks of direction. */
const DIRECTION_EVERY = 64;

/** Small arrowheads along a line, in the direction in which it is driven. */
function paintDirection(
  ctx: CanvasRenderingContext2D,
  line: readonly Point[],
  size: Size,
  pixels: number,
  palette: Palette,
): void {
  const half = Math.max(3, pixels * 0.7);
  ctx.fillStyle = palette.onJasper;
  ctx.strokeStyle = palette.jasper;
  ctx.lineWidth = 2.5;
  for (const { x, y, angle } of directionMarks(line, DIRECTION_EVERY)) {
    if (outside({ x, y }, size, 0)) continue;
    ctx.save();
    ctx.translate(x, y);
    ctx.rotate(angle);
    ctx.beginPath();
    ctx.moveTo(-half, -half);
    ctx.lineTo(half * 1.2, 0);
    ctx.lineTo(-half, half);
    ctx.closePath();
    ctx.stroke();
    ctx.fill();
    ctx.restore();
  }
}

/** Middle of an edge on the page, and the direction there. */
function middleOf({ first, x, y }: MapGeometry, e: number, view: View, size: Size) {
  const middle = ((first[e] ?? 0) + (first[e + 1] ?? 0) - 1) / 2;
  const at = (k: number) => toPixels(view, size, { x: x[k] ?? 0, y: y[k] ?? 0 });
  const [a, b] = [
    at(Math.floor(middle)),
    at(Math.ceil(middle) === Math.floor(middle) ? middle + 1 : Math.ceil(middle)),
  ];
  return { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2, angle: Math.atan2(b.y - a.y, b.x - a.x) };
}

const outside = ({ x, y }: { x: number; y: number }, { width, height }: Size, margin: number): boolean =>
  x < -margin || y < -margin || x > width + margin || y > height + margin;

/** One-way roads say in which direction. */
function paintArrows(
  ctx: CanvasRenderingContext2D,
  geometry: MapGeometry,
  view: View,
  size: Size,
  seen: readonly Cell[],
  palette: Palette,
): void {
  if (view.scale < 0.15) return;
  ctx.strokeStyle = palette.soft;
  ctx.lineWidth = 1.5;
  for (const { edges } of seen)
    for (const e of edges) {
      if (((geometry.style[e] ?? 0) & ONE_WAY) === 0 || (geometry.length[e] ?? 0) * view.scale < 40) continue;
      const { x, y, angle } = middleOf(geometry, e, view, size);
      if (outside({ x, y }, size, 0)) continue;
      ctx.save();
      ctx.translate(x, y);
      ctx.rotate(angle);
      ctx.beginPath();
      ctx.moveTo(-4, -3.5);
      ctx.lineTo(2, 0);
      ctx.lineTo(-4, 3.5);
      ctx.stroke();
      ctx.restore();
    }
}

/** Names of places and roads, and numbers of roads on a plate. */
function paintLabels(ctx: CanvasRenderingContext2D, labels: readonly Label[], palette: Palette): void {
  ctx.textAlign = 'center';
  ctx.textBaseline = 'middle';
  ctx.lineJoin = 'round';
  for (const { text, kind, x, y, angle, font, bold } of labels) {
    ctx.font = fontOf(font, bold);
    ctx.save();
    ctx.translate(x, y);
    ctx.rotate(angle);
    if (kind === 'number') {
      const width = measureIn(ctx)(text, font, bold) + 8;
      ctx.fillStyle = palette.card;
      ctx.strokeStyle = palette.strongLine;
      ctx.lineWidth = 1;
      ctx.beginPath();
      ctx.roundRect(-width / 2, -font / 2 - 2, width, font + 4, 3);
      ctx.fill();
      ctx.stroke();
    } else {
      ctx.strokeStyle = palette.paper;
      ctx.lineWidth = kind === 'place' ? 4.5 : 3.5;
      ctx.strokeText(text, 0, 0);
    }
    ctx.fillStyle = kind === 'place' ? palette.wren : palette.ink;
    ctx.fillText(text, 0, 0);
    ctx.restore();
  }
}

const fontOf = (pixels: number, bold: boolean): string =>
  `${bold ? '700 ' : ''}${pixels}px "Atkinson Hyperlegible", sans-serif`;

const widths = new Map<string, number>();

const measureIn =
  (ctx: CanvasRenderingContext2D): Measure =>
  (text, font, bold) => {
    const key = `${fontOf(font, bold)} ${text}`;
    const known = widths.get(key);
    if (known !== undefined) return known;
    ctx.font = fontOf(font, bold);
    const { width } = ctx.measureText(text);
    widths.set(key, width);
    return width;
  };
