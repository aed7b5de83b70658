import { frameAt, type Position } from '../../../core/geo';
import { roadClasses } from '../../../core/network';
import { ONE_WAY, type MapGeometry } from '../../data/network';
import type { Palette } from '../ui';
import { toPixels, type Bounds, type Size, type View } from './view';

/** A line drawn over the roads. */
export interface MapLine {
  readonly positions: readonly Position[];
  readonly tone: 'jasper' | 'slate' | 'ochre' | 'moss' | 'soft';
  /** Pixels. */
  readonly width: number;
  readonly dash?: readonly number[];
}

const CELL = 1_500;
const RANKS = roadClasses.length;
/** Width of a road in metres and the least of its pixels, by rank. */
const WIDE = [4, 5, 7, 7, 8.5, 9.5, 10.5, 10, 12] as const;
const LEAST = [0.6, 0.8, 1, 1.1, 1.7, 2.3, 2.8, 3, 3.2] as const;
/** Ranks from this one on are shown however far off the view is. */
const MAIN = roadClasses.indexOf('tertiary');

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

const linePaths = new WeakMap<
  readonly Position[],
  { readonly geometry: MapGeometry; readonly path: Path2D }
>();

function linePath(geometry: MapGeometry, positions: readonly Position[]): Path2D {
  const known = linePaths.get(positions);
  if (known?.geometry === geometry) return known.path;
  const { toPoint } = frameAt(geometry.middle);
  const path = new Path2D();
  positions.forEach((position, n) => {
    const { x, y } = toPoint(position);
    if (n === 0) path.moveTo(x, y);
    else path.lineTo(x, y);
  });
  linePaths.set(positions, { geometry, path });
  return path;
}

/** Half of the view's diagonal in metres: what lies farther from its middle is not seen, whichever way is up. */
const reach = ({ scale }: View, { width, height }: Size): number => Math.hypot(width, height) / 2 / scale;

const meets = ([west, south, east, north]: Bounds, { x, y }: View, far: number): boolean =>
  west < x + far && east > x - far && south < y + far && north > y - far;

/** Paints roads, lines and street names. @param sharp pixels of the canvas to a pixel of the page */
export function paintMap(
  ctx: CanvasRenderingContext2D,
  geometry: MapGeometry,
  view: View,
  size: Size,
  {
    palette,
    lines,
    sharp,
  }: { readonly palette: Palette; readonly lines: readonly MapLine[]; readonly sharp: number },
): void {
  const { scale, up } = view;
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
  const least = scale < 0.014 ? MAIN : 0;
  const hairlines = scale < 0.06;
  const stroke = (rank: number, colour: string, pixels: number) => {
    ctx.strokeStyle = colour;
    ctx.lineWidth = pixels / scale;
    for (const { paths } of seen) {
      const path = paths[rank];
      if (path) ctx.stroke(path);
    }
  };
  const width = (rank: number) => Math.max(LEAST[rank] ?? 1, (WIDE[rank] ?? 7) * scale);
  for (let rank = least; rank < RANKS; rank += 1)
    stroke(rank, rank >= MAIN ? palette.strongLine : palette.line, width(rank) + (hairlines ? 0 : 1.6));
  if (!hairlines)
    for (let rank = least; rank < RANKS; rank += 1)
      stroke(rank, rank > MAIN ? palette.wash : palette.card, width(rank));
  for (const { positions, tone, width: pixels, dash } of lines) {
    ctx.strokeStyle = palette[tone];
    ctx.lineWidth = pixels / scale;
    ctx.setLineDash((dash ?? []).map((length) => length / scale));
    ctx.stroke(linePath(geometry, positions));
  }
  ctx.setLineDash([]);
  ctx.restore();
  if (!hairlines) paintArrows(ctx, geometry, view, size, seen, palette);
  if (scale > 0.1) paintNames(ctx, geometry, view, size, seen, palette);
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

const NAME_EVERY = 280;

/** Street names along their streets, the long stretches first, none over another. */
function paintNames(
  ctx: CanvasRenderingContext2D,
  geometry: MapGeometry,
  view: View,
  size: Size,
  seen: readonly Cell[],
  palette: Palette,
): void {
  ctx.font = `13px "Atkinson Hyperlegible", sans-serif`;
  ctx.textAlign = 'center';
  ctx.textBaseline = 'middle';
  ctx.fillStyle = palette.ink;
  ctx.strokeStyle = palette.paper;
  ctx.lineWidth = 3.5;
  const put: { readonly x: number; readonly y: number; readonly name: number; readonly half: number }[] = [];
  const named = seen
    .flatMap(({ edges }) => edges)
    .filter((e) => (geometry.name[e] ?? 0) > 0 && (geometry.length[e] ?? 0) * view.scale > 60)
    .sort((a, b) => (geometry.length[b] ?? 0) - (geometry.length[a] ?? 0))
    .slice(0, 900);
  for (const e of named) {
    const name = geometry.name[e] ?? 0;
    const text = geometry.names[name] ?? '';
    const wide = widthOf(ctx, text);
    if ((geometry.length[e] ?? 0) * view.scale < wide * 1.15) continue;
    const { x, y, angle } = middleOf(geometry, e, view, size);
    if (outside({ x, y }, size, -20)) continue;
    const half = wide / 2;
    const crowded = put.some((other) => {
      const off = Math.hypot(other.x - x, other.y - y);
      return off < (other.name === name ? NAME_EVERY : (other.half + half) * 0.8 + 6);
    });
    if (crowded) continue;
    put.push({ x, y, name, half });
    ctx.save();
    ctx.translate(x, y);
    // Never upside down.
    ctx.rotate(Math.cos(angle) < 0 ? angle + Math.PI : angle);
    ctx.strokeText(text, 0, 0);
    ctx.fillText(text, 0, 0);
    ctx.restore();
  }
}

const widths = new Map<string, number>();

function widthOf(ctx: CanvasRenderingContext2D, text: string): number {
  const known = widths.get(text) ?? ctx.measureText(text).width;
  widths.set(text, known);
  return known;
}
