import { frameAt, type Position } from '../../core/geo';
import {
  boundsOf,
  directionMarks,
  geometryOf,
  MAIN_RANK,
  ONE_WAY,
  placeLabels,
  roadWidth,
  scaleStep,
  SMALL_FROM,
  toPixels,
  viewOf,
  type Label,
  type MapGeometry,
  type View,
} from '../../core/map';
import { clipNetwork, openNetwork, type StoredNetwork } from '../../core/network';
import type { Route } from '../../core/route';
import { runsOf } from './fonts';
import { INK, JASPER, SOFT } from './sheet';

const PAPER = '#FFFFFF';
const BUILT_UP = '#F4EEE3';
const SMALL_ROAD = '#D9D2C5';
const MAIN_EDGE = '#8A8377';
const MAIN_ROAD = '#EBDFC9';
const PLACE = '#6E5340';

interface Box {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

export interface DrawnMap {
  readonly line: readonly Position[];
  /** Where marks were made. */
  readonly marks: readonly (Position & { readonly gravity: number })[];
  /** The roads; null where the network is not here. */
  readonly network: StoredNetwork | null;
  readonly units: Route['units'];
}

type Doc = PDFKit.PDFDocument;

/**
 * A map on paper: built-up areas, roads with their names, the route with its direction, marks, scale and north.
 *
 * @param mark draws one mark
 */
export function drawMap(
  doc: Doc,
  { x, y, w, h }: Box,
  { line, marks, network, units }: DrawnMap,
  mark: (across: number, down: number, gravity: number) => void,
): void {
  const shown = line.length > 1 ? line : marks;
  const middle = shown[0];
  if (!middle) return;
  const geometry = network ? geometryOf(openNetwork(network)) : null;
  const origin = geometry?.middle ?? middle;
  const size = { width: w, height: h };
  const view = viewOf(boundsOf(origin, [...shown, ...marks]), size, 26);
  const { toPoint } = frameAt(origin);
  const at = (position: Position) => {
    const pixel = toPixels(view, size, toPoint(position));
    return { x: x + pixel.x, y: y + pixel.y };
  };
  doc.save();
  doc.rect(x, y, w, h).clip();
  doc.lineCap('round').lineJoin('round');
  if (geometry) drawRoads(doc, geometry, view, { x, y, w, h });
  const route = line.map(at);
  drawLine(doc, route, PAPER, 4.6);
  drawLine(doc, route, JASPER, 2.6);
  drawDirection(doc, route);
  const places = marks.map((made) => ({ ...at(made), gravity: made.gravity }));
  if (geometry)
    drawLabels(
      doc,
      placeLabels(geometry, view, size, measureIn(doc), {
        lines: [route.map((point) => ({ x: point.x - x, y: point.y - y }))],
        clear: [
          { x: w - 70, y: h - 14, angle: 0, width: 140, height: 28 },
          ...places.map((one) => ({ x: one.x - x, y: one.y - y, angle: 0, width: 12, height: 12 })),
        ],
      }).map((label) => ({ ...label, x: x + label.x, y: y + label.y })),
    );
  for (const { x: across, y: down, gravity } of places) mark(across, down, gravity);
  doc.restore();
  doc.rect(x, y, w, h).lineWidth(0.6).strokeColor(SMALL_ROAD).stroke();
  drawScale(doc, { x: x + w, y: y + h }, view, units);
}

function drawRoads(doc: Doc, geometry: MapGeometry, view: View, { x, y, w, h }: Box): void {
  const pixel = (px: number, py: number) => {
    const point = toPixels(view, { width: w, height: h }, { x: px, y: py });
    return [x + point.x, y + point.y] as const;
  };
  for (const ring of geometry.builtUp) {
    for (let n = 0; n < ring.length; n += 2) {
      const [px, py] = pixel(ring[n] ?? 0, ring[n + 1] ?? 0);
      if (n === 0) doc.moveTo(px, py);
      else doc.lineTo(px, py);
    }
    doc.closePath();
  }
  if (geometry.builtUp.length > 0) doc.fillColor(BUILT_UP).fill('even-odd');
  const stroke = (wanted: (rank: number) => boolean, colour: string, more: number) => {
    const widths = new Map<number, number[]>();
    for (let e = 0; e < geometry.edges; e += 1) {
      const rank = (geometry.style[e] ?? 0) & (ONE_WAY - 1);
      if (wanted(rank)) widths.set(rank, [...(widths.get(rank) ?? []), e]);
    }
    for (const [rank, edges] of [...widths].sort(([a], [b]) => a - b)) {
      for (const e of edges)
        for (let k = geometry.first[e] ?? 0; k < (geometry.first[e + 1] ?? 0); k += 1) {
          const [px, py] = pixel(geometry.x[k] ?? 0, geometry.y[k] ?? 0);
          if (k === geometry.first[e]) doc.moveTo(px, py);
          else doc.lineTo(px, py);
        }
      // Paper is finer than a screen.
      doc
        .lineWidth(0.7 * roadWidth(rank, view.scale) + more)
        .strokeColor(colour)
        .stroke();
    }
  };
  const small = (rank: number) => rank < MAIN_RANK && view.scale >= SMALL_FROM;
  const main = (rank: number) => rank >= MAIN_RANK;
  stroke(small, SMALL_ROAD, 0);
  stroke(main, MAIN_EDGE, 0.9);
  stroke(main, MAIN_ROAD, 0);
}

interface Point {
  readonly x: number;
  readonly y: number;
}

function drawLine(doc: Doc, line: readonly Point[], colour: string, width: number): void {
  line.forEach((point, n) => (n === 0 ? doc.moveTo(point.x, point.y) : doc.lineTo(point.x, point.y)));
  if (line.length > 1) doc.lineWidth(width).strokeColor(colour).stroke();
}

/** Points between two marks of direction. */
const DIRECTION_EVERY = 55;

function drawDirection(doc: Doc, line: readonly Point[]): void {
  for (const { x, y, angle } of directionMarks(line, DIRECTION_EVERY)) {
    const corner = (u: number, v: number): [number, number] => [
      x + u * Math.cos(angle) - v * Math.sin(angle),
      y + u * Math.sin(angle) + v * Math.cos(angle),
    ];
    doc.polygon(corner(-2.4, -2.6), corner(3.2, 0), corner(-2.4, 2.6));
    doc.lineWidth(1).fillAndStroke(PAPER, JASPER);
  }
}

/** Names on paper are smaller than on a screen. */
const SMALLER = 0.62;

const fontFor = (doc: Doc, text: string, font: number, bold: boolean): Doc =>
  doc.font(runsOf(text, bold)[0]?.[0] ?? 'plain').fontSize(font * SMALLER);

const measureIn =
  (doc: Doc) =>
  (text: string, font: number, bold: boolean): number =>
    fontFor(doc, text, font, bold).widthOfString(text);

function drawLabels(doc: Doc, labels: readonly Label[]): void {
  for (const { text, kind, x, y, angle, font, bold } of labels) {
    fontFor(doc, text, font, bold);
    const width = doc.widthOfString(text);
    const height = font * SMALLER;
    doc.save();
    doc.translate(x, y).rotate((angle * 180) / Math.PI);
    if (kind === 'number')
      doc
        .roundedRect(-width / 2 - 2.5, -height / 2 - 1.5, width + 5, height + 3, 1.5)
        .lineWidth(0.5)
        .fillAndStroke(PAPER, MAIN_EDGE);
    const write = (how: { stroke: boolean; fill: boolean }) =>
      doc.text(text, -width / 2, -0.62 * height, { lineBreak: false, ...how });
    if (kind !== 'number') {
      doc.lineWidth(2).strokeColor(PAPER);
      write({ stroke: true, fill: false });
    }
    doc.fillColor(kind === 'place' ? PLACE : INK);
    write({ stroke: false, fill: true });
    doc.restore();
  }
}

function drawScale(doc: Doc, corner: Point, { scale }: View, units: Route['units']): void {
  const { metres, text } = scaleStep(scale, units, 90);
  const long = metres * scale;
  const [right, base] = [corner.x - 26, corner.y - 8];
  doc.rect(right - long - 6, base - 15, long + 30, 21).fill(PAPER);
  doc
    .moveTo(right - long, base - 3)
    .lineTo(right - long, base)
    .lineTo(right, base)
    .lineTo(right, base - 3)
    .lineWidth(1)
    .strokeColor(INK)
    .stroke();
  doc.font('plain').fontSize(8).fillColor(SOFT);
  doc.text(text, right - long, base - 13, { width: long, align: 'center', lineBreak: false });
  doc.polygon([right + 12, base - 15], [right + 15, base - 6], [right + 12, base - 8], [right + 9, base - 6]);
  doc.fillColor(INK).fill();
  doc
    .font('bold')
    .fontSize(7)
    .text('N', right + 9.3, base - 6, { lineBreak: false });
}

/** So much of the land round a route is drawn with it, as a share of its extent. */
const ROUND = 0.25;

/** What of a network a map of some positions needs. */
export function roadsAround(file: StoredNetwork, positions: readonly Position[]): StoredNetwork {
  const [lats, lons] = [positions.map(({ lat }) => lat), positions.map(({ lon }) => lon)];
  const least = (values: readonly number[]) => values.reduce((a, b) => Math.min(a, b), Infinity);
  const most = (values: readonly number[]) => values.reduce((a, b) => Math.max(a, b), -Infinity);
  const [south, north, west, east] = [least(lats), most(lats), least(lons), most(lons)];
  const wide = Math.max(0.01, north - south, east - west) * (1 + ROUND);
  const [lat, lon] = [(south + north) / 2, (west + east) / 2];
  // Degrees of longitude are shorter than those of latitude; the sheet is wider than high.
  return clipNetwork(file, {
    south: lat - wide,
    north: lat + wide,
    west: lon - 2 * wide,
    east: lon + 2 * wide,
  });
}
