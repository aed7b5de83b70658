import {
  CAUTION,
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
  page.heading(1, `Setting out: ${layout.title}`);
  page.text(
    `${vehicle.title}. ${layout.parameters.map(({ title, value, unit }) => `${title} ${Number(value.toFixed(2))} ${unit === '%' ? 'in 100' : unit}`).join(', ')}.`,
    { colour: SOFT },
  );
  page.text(CAUTION, { bold: true });
  page.gap(6);
  page.figure(
    `Plan to scale with ${points.length} numbered points. Base points: A and B.`,
    PLAN_HEIGHT,
    (drawn, box) => plan(drawn, layout, out, box, page.label),
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

const metres = (value: number): string => `${value.toFixed(2)} m`;

interface Box {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

function plan(
  doc: PDFKit.PDFDocument,
  layout: Layout,
  { points, base, extent }: SetOut,
  box: Box,
  label: (text: string, x: number, y: number, w: number, align: 'left' | 'center' | 'right') => void,
): void {
  const edge = 22;
  const [wide, tall] = [extent.x[1] - extent.x[0], extent.y[1] - extent.y[0]];
  // A course that is taller than the page is wide lies on its side, turned as on the screen.
  const lying = tall > wide * 1.4;
  const scale = Math.min(
    (box.w - 2 * edge) / Math.max(lying ? tall : wide, 1),
    (box.h - 2 * edge - 24) / Math.max(lying ? wide : tall, 1),
  );
  const at = ([x, y]: Spot): Spot =>
    lying
      ? [box.x + edge + (y - extent.y[0]) * scale, box.y + edge + (x - extent.x[0]) * scale]
      : [box.x + edge + (x - extent.x[0]) * scale, box.y + edge + (extent.y[1] - y) * scale];
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
  const middle: Spot = [box.x + box.w / 2, box.y + box.h / 2];
  points.forEach(({ at: spot }, n) => {
    const [x, y] = at(spot);
    const far = Math.hypot(middle[0] - x, middle[1] - y) || 1;
    doc.circle(x, y, 1.4).fill(INK);
    label(
      String(n + 1),
      x + ((middle[0] - x) / far) * 9 - 8,
      y + ((middle[1] - y) / far) * 9 - 4,
      16,
      'center',
    );
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
  const [left, top] = [box.x + edge, box.y + box.h - 16];
  doc
    .rect(left, top, bar * scale, 3)
    .lineWidth(0.8)
    .fillAndStroke(INK, INK);
  label(`${bar} m`, left + bar * scale + 4, top - 3, 60, 'left');
}
