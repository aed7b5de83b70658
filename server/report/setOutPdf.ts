import {
  CAUTION,
  numberPlaces,
  pointTitle,
  setOut,
  type Layout,
  type SetOut,
  type Spot,
  type YardVehicle,
} from '../../core/yard';
import { a4 } from './document';
import { INK, JASPER, SOFT } from './sheet';

/** Points of a page that the plan may take. */
const PLAN_HEIGHT = 330;
/** Lengths that a scale bar may have, in metres, and points that it may take. */
const BARS = [1, 2, 5, 10, 20] as const;
const BAR_WIDTH = 150;

/** The setting-out sheet of a course on A4: a plan to scale with its bar, two tapes for each point, what to carry. */
export function setOutPdf(
  layout: Layout,
  vehicle: YardVehicle,
  base: readonly [Spot, Spot] | null,
): Promise<Buffer> {
  const { doc, page, done } = a4({ Title: `Setting out: ${layout.title}` });
  const out = base ? setOut(layout, base) : setOut(layout);
  const { counts, area, diagonals, points } = out;
  const fit = fitted(out.extent, page.width);
  page.heading(1, `Setting out: ${layout.title}`);
  page.text(
    `${vehicle.title}. ${layout.parameters.map(({ title, value, unit }) => `${title} ${Number(value.toFixed(2))} ${unit === '%' ? 'in 100' : unit}`).join(', ')}.`,
    { colour: SOFT },
  );
  page.text(CAUTION, { bold: true });
  page.gap(6);
  page.figure(
    `Plan to scale with ${points.length} numbered points. Base points: A and B.`,
    fit.height,
    (drawn, box) => plan(drawn, layout, out, { ...box, ...fit }, page.label),
  );
  page.heading(2, 'Tapes');
  page.table(
    ['Point', 'From A', 'From B', 'Within'],
    points.map(({ id, tapes, error }, n) => [
      `${n + 1}. ${pointTitle(id)}`,
      metres(tapes[0]),
      metres(tapes[1]),
      `${Math.ceil(error * 100)} cm`,
    ]),
    [5, 2, 2, 2],
  );
  page.text('Within: how far off a point may lie when each tape is off by 2 cm.', { colour: SOFT, size: 9 });
  page.heading(2, 'Check and carry');
  for (const { from, to, metres: long } of diagonals)
    page.text(`Diagonal from ${pointTitle(from)} to ${pointTitle(to)}: ${metres(long)}`);
  page.text(
    `${counts.cones} cones, ${counts.poles} of them with a pole; ${metres(counts.lineMetres)} of line. Ground of ${metres(area.width)} by ${metres(area.length)}, with 2 m free all round.`,
  );
  page.numbers(layout.title);
  doc.end();
  return done;
}

/** Points of free edge round a plan, and below it for its scale bar. */
const EDGE = 22;
const BAR = 24;

interface Fit {
  /** Points a metre. */
  readonly scale: number;
  /** Whether it is turned by a quarter, as on the screen: a course that is taller than the page is wide. */
  readonly lying: boolean;
  readonly height: number;
}

/** As large as the page is wide and the plan may be high. */
function fitted({ x, y }: SetOut['extent'], width: number): Fit {
  const [wide, tall] = [x[1] - x[0], y[1] - y[0]];
  const lying = tall > wide * 1.4;
  const [across, down] = lying ? [tall, wide] : [wide, tall];
  const scale = Math.min(
    (width - 2 * EDGE) / Math.max(across, 1),
    (PLAN_HEIGHT - 2 * EDGE - BAR) / Math.max(down, 1),
  );
  return { scale, lying, height: down * scale + 2 * EDGE + BAR };
}

const metres = (value: number): string => `${value.toFixed(2)} m`;

interface Box extends Fit {
  readonly x: number;
  readonly y: number;
  readonly w: number;
}

function plan(
  doc: PDFKit.PDFDocument,
  layout: Layout,
  { points, base, extent }: SetOut,
  box: Box,
  label: (text: string, x: number, y: number, w: number, align: 'left' | 'center' | 'right') => void,
): void {
  const { scale, lying } = box;
  const at = ([x, y]: Spot): Spot =>
    lying
      ? [box.x + EDGE + (y - extent.y[0]) * scale, box.y + EDGE + (x - extent.x[0]) * scale]
      : [box.x + EDGE + (x - extent.x[0]) * scale, box.y + EDGE + (extent.y[1] - y) * scale];
  const line = (list: 'lines' | 'kerbs' | 'walls' | 'guides', thick: number, dash: boolean): void => {
    for (const { from, to } of layout[list]) {
      doc
        .moveTo(...at(from))
        .lineTo(...at(to))
        .lineWidth(thick)
        .strokeColor(INK);
      if (dash) doc.dash(5, { space: 3 }).stroke().undash();
      else doc.stroke();
    }
  };
  line('guides', 0.6, true);
  line('lines', 1.1, false);
  line('kerbs', 2.4, false);
  line('walls', 1.8, false);
  for (const { at: spot, radius, pole } of layout.cones) {
    const [x, y] = at(spot);
    doc
      .circle(x, y, Math.max(radius * scale, 2.5))
      .lineWidth(0.8)
      .strokeColor(INK);
    if (pole) doc.fillAndStroke(JASPER, INK);
    else doc.stroke();
  }
  const middle: Spot = [box.x + box.w / 2, box.y + (box.height - BAR) / 2];
  const spots = points.map(({ at: spot }) => at(spot));
  const places = numberPlaces(spots, { width: 13, height: 10, away: 9, middle });
  spots.forEach(([x, y], n) => {
    doc.circle(x, y, 1.4).fill(INK);
    const [u, v] = places[n] ?? [x, y];
    // A number that had to go further has a hairline to its point.
    if (Math.hypot(u - x, v - y) > 12)
      doc.moveTo(x, y).lineTo(u, v).lineWidth(0.3).strokeColor(SOFT).stroke();
    label(String(n + 1), u - 8, v - 4, 16, 'center');
  });
  base.forEach((spot, n) => {
    const [x, y] = at(spot);
    doc
      .rect(x - 5, y - 5, 10, 10)
      .lineWidth(0.8)
      .strokeColor(JASPER)
      .stroke();
    label(n === 0 ? 'A' : 'B', x - 16, y - 4, 9, 'center');
  });
  const bar = BARS.filter((one) => one * scale <= BAR_WIDTH).at(-1) ?? BARS[0];
  const [left, top] = [box.x + EDGE, box.y + box.height - 16];
  doc
    .rect(left, top, bar * scale, 3)
    .lineWidth(0.8)
    .fillAndStroke(INK, INK);
  label(`${bar} m`, left + bar * scale + 4, top - 3, 60, 'left');
}
