import PDFDocument from 'pdfkit';
import type { MockView } from '../../contract';
import { clockText, freeSpots, leftWords, MANY_MARKS, outcomeWords } from '../../core/marking';
import type { Position } from '../../core/geo';
import type { Report } from '../../core/report';
import type { Route } from '../../core/route';
import type { Outcome, Standard } from '../../core/standard';
import { lacksLetters, registerFonts } from './fonts';
import { INK, JASPER, MARGIN, sheet, SOFT, type Sheet } from './sheet';

interface Printed {
  readonly mock: MockView;
  readonly standard: Standard;
  readonly report: Report;
  /** The route that was driven, if any. */
  readonly route: Route | null;
  /** The verdict under other standards; null where too little carried over to say. */
  readonly others: readonly {
    readonly title: string;
    readonly outcome: Outcome | null;
    readonly words: string;
  }[];
}

/** The report of one drive on A4: real text, with tagged headings and tables for screen readers. */
export function reportPdf({ mock, standard, report, route, others }: Printed): Promise<Buffer> {
  const doc = new PDFDocument({
    size: 'A4',
    margin: MARGIN,
    bufferPages: true,
    tagged: true,
    lang: 'en-GB',
    displayTitle: true,
    pdfVersion: '1.7',
    info: { Title: `Mock test of ${mock.learner.name}`, Author: mock.instructor.name, Creator: 'Jasperwren' },
  });
  registerFonts((name, file) => doc.registerFont(name, file));
  const parts: Buffer[] = [];
  doc.on('data', (part: Buffer) => parts.push(part));
  const done = new Promise<Buffer>((resolve, reject) => {
    doc.on('end', () => resolve(Buffer.concat(parts)));
    doc.on('error', reject);
  });
  const page = sheet(doc);

  const day = new Intl.DateTimeFormat('en-GB', {
    dateStyle: 'full',
    timeStyle: 'short',
    timeZone: mock.zone,
  });
  page.heading(1, `Mock test of ${mock.learner.name}`);
  page.text(day.format(new Date(mock.startedAt)), { colour: SOFT });
  if (lacksLetters(JSON.stringify([mock, standard, report.entries.map(({ what }) => what), route?.title])))
    page.text(
      'Some letters are in none of the fonts here and stand as “?”. On screen they are shown in full.',
      { colour: SOFT, size: 9 },
    );
  page.gap(8);
  page.heading(2, report.title, { colour: report.outcome === 'pass' ? INK : JASPER });
  for (const words of report.why) page.text(words);
  for (const words of report.remarks) page.text(words, { bold: true });
  page.gap(4);
  for (const [name, value] of [
    ['Standard', `${standard.title} ${standard.version}${mock.retest ? ', re-test' : ''}`],
    ['Driven', `${clockText(report.seconds)} (h:min:s)`],
    ['Vehicle', mock.vehicle?.name ?? 'not named'],
    ['Route', mock.route?.title ?? 'none'],
    ['Marked by', mock.instructor.name],
  ] as const)
    page.text(`${name}: ${value}`);

  timeLine(page, report);
  map(page, report, route);
  sections(page, standard, report);
  limits(page, report);
  growth(page, report);
  underOthers(page, others);
  order(page, report);
  ratings(page, report);

  page.gap(14);
  page.text(
    'A mock test shows how a drive would have been marked under the standard named above. The licensing authority’s own text and its examiners decide; local codes come first.',
    { colour: SOFT, size: 9 },
  );
  page.numbers(mock.learner.name);
  doc.end();
  return done;
}

/** Gravity by shape: a dotted ring, an open ring, a filled lozenge, a filled octagon. */
function glyph(doc: PDFKit.PDFDocument, gravity: number, x: number, y: number, r = 4): void {
  doc
    .lineWidth(1.4)
    .strokeColor(INK)
    .fillColor(gravity >= 2 ? JASPER : INK);
  if (gravity <= 1) {
    if (gravity === 0) doc.dash(1.5, { space: 1.5 });
    doc.circle(x, y, r).stroke();
    doc.undash();
    return;
  }
  const corners = gravity === 2 ? 4 : 8;
  const turn = gravity === 2 ? 0 : Math.PI / 8;
  doc.polygon(
    ...Array.from({ length: corners }, (_, n): [number, number] => {
      const angle = turn + (2 * Math.PI * n) / corners;
      return [x + (r + 1) * Math.cos(angle), y + (r + 1) * Math.sin(angle)];
    }),
  );
  doc.fill();
}

function timeLine(page: Sheet, { marks, span: whole }: Report): void {
  page.heading(2, 'Time line');
  page.figure(
    `${marks.length} marks over ${Math.round(whole / 60)} minutes; the list at the end names each.`,
    76,
    (doc, { x, y, w, h }) => {
      const base = y + h - 28;
      const at = (time: number) => x + (w * time) / whole;
      doc
        .moveTo(x, base)
        .lineTo(x + w, base)
        .lineWidth(0.8)
        .strokeColor(INK)
        .stroke();
      const step = whole > 1_500 ? 300 : 60;
      for (let time = 0; time <= whole; time += step) {
        doc
          .moveTo(at(time), base)
          .lineTo(at(time), base + 3)
          .stroke();
        page.label(String(time / 60), at(time) - 10, base + 5, 20, 'center');
      }
      page.label('minutes since the start', x, base + 16, w, 'right');
      let [last, row] = [-1e9, 0];
      const free = freeSpots(marks.length, 1);
      for (const mark of marks) {
        const place = at(mark.seconds);
        if (!free(place, 0, mark.gravity)) continue;
        row = place - last < 10 ? (row + 1) % 3 : 0;
        last = place;
        glyph(doc, mark.gravity, place, base - 8 - 12 * row);
      }
    },
  );
}

function map(page: Sheet, { marks }: Report, route: Route | null): void {
  const line = route?.line ?? [];
  const placed = marks.flatMap(({ position: made, gravity }) =>
    made ? [{ position: made.position, gravity }] : [],
  );
  const all = [...line, ...placed.map(({ position }) => position)];
  if (all.length < 2) return;
  const [lats, lons] = [all.map(({ lat }) => lat), all.map(({ lon }) => lon)];
  const [south, west] = [Math.min(...lats), Math.min(...lons)];
  const [north, east] = [Math.max(...lats), Math.max(...lons)];
  const narrow = Math.cos((((south + north) / 2) * Math.PI) / 180);
  page.heading(2, 'Where it was');
  page.figure(
    `The route with ${placed.length} of ${marks.length} marks where they were made, north up.`,
    230,
    (doc, { x, y, w, h }) => {
      const scale = Math.min(
        (w - 20) / Math.max(1e-9, (east - west) * narrow),
        (h - 20) / Math.max(1e-9, north - south),
      );
      const left = x + (w - (east - west) * narrow * scale) / 2;
      const top = y + (h - (north - south) * scale) / 2;
      const at = ({ lat, lon }: Position): [number, number] => [
        left + (lon - west) * narrow * scale,
        top + (north - lat) * scale,
      ];
      const [first, ...rest] = line;
      if (first) {
        doc.moveTo(...at(first));
        for (const point of rest) doc.lineTo(...at(point));
        doc.lineWidth(2).strokeColor(SOFT).stroke();
      }
      const free = freeSpots(placed.length, 1);
      for (const { position, gravity } of placed) {
        const [across, down] = at(position);
        if (free(across, down, gravity)) glyph(doc, gravity, across, down);
      }
    },
  );
}

/** How the limit that matters filled up. */
function growth(page: Sheet, { growth: grown, span: whole }: Report): void {
  if (!grown) return;
  const { limit: row, steps } = grown;
  const { title } = row;
  const most = Math.max(row.max, row.total) + 1;
  page.heading(2, 'How the total grew');
  page.figure(`${title}: ${row.total} at the end, at most ${row.max}.`, 110, (doc, { x, y, w, h }) => {
    const [base, left] = [y + h - 16, x + 20];
    const across = (time: number) => left + ((w - 20) * time) / whole;
    const up = (total: number) => base - ((h - 26) * total) / most;
    doc
      .moveTo(left, base)
      .lineTo(x + w, base)
      .moveTo(left, base)
      .lineTo(left, y)
      .lineWidth(0.8)
      .strokeColor(INK)
      .stroke();
    doc
      .moveTo(left, up(row.max))
      .lineTo(x + w, up(row.max))
      .dash(4, { space: 3 })
      .strokeColor(JASPER)
      .stroke();
    doc.undash();
    page.label(`at most ${row.max}`, left + 4, up(row.max) - 11, 120, 'left');
    doc.moveTo(left, base);
    steps.forEach(({ seconds, total }, n) =>
      doc.lineTo(across(seconds), up(steps[n - 1]?.total ?? 0)).lineTo(across(seconds), up(total)),
    );
    doc.lineWidth(1.6).strokeColor(INK).stroke();
    page.label('0', x, base - 5, 16, 'right');
    page.label(String(row.total), x, up(row.total) - 5, 16, 'right');
    page.label(
      `${title.toLowerCase()} over ${Math.round(whole / 60)} minutes`,
      left,
      base + 4,
      w - 20,
      'right',
    );
  });
}

function underOthers(page: Sheet, others: Printed['others']): void {
  if (others.length === 0) return;
  page.heading(2, 'As other standards would have judged it');
  page.table(
    ['Standard', 'Verdict', 'Decided by'],
    others.map(({ title, outcome, words }) => [
      title,
      outcome === null ? 'too little carries over' : outcomeWords[outcome],
      words,
    ]),
    [1.4, 1.2, 2.6],
  );
}

function sections(page: Sheet, standard: Standard, { sections: all, clean }: Report): void {
  const rows = all.flatMap(({ title, items }) =>
    items.map(({ label, counts }) => [
      title,
      label,
      ...standard.severities.map(({ id }) => String(counts[id] || '')),
    ]),
  );
  page.heading(2, 'Faults by section');
  if (rows.length === 0) page.text('No fault was marked.');
  else
    page.table(['Section', 'Item', ...standard.severities.map(({ label }) => label)], rows, [
      1.2,
      2.4,
      ...standard.severities.map(() => 0.8),
    ]);
  if (clean.length > 0) page.text(`Clean: ${clean.map((title) => title.toLowerCase()).join(', ')}.`);
}

function limits(page: Sheet, { limits: all }: Report): void {
  page.heading(2, 'Every limit');
  page.table(
    ['Limit', 'Total', 'At most', 'Left', 'Exceeded at'],
    all
      // A limit of an item or a run that is far off would fill the sheet.
      .filter(({ scope, total, max }) => scope.per === 'test' || total * 2 > max)
      .map((limit) => [
        limit.title,
        String(limit.total),
        String(limit.max),
        leftWords(limit),
        limit.exceeded ? clockText(limit.exceeded.seconds) : '',
      ]),
    [2.8, 0.7, 0.8, 1, 0.9],
  );
}

function order(page: Sheet, { entries }: Report): void {
  page.heading(2, 'Everything in order');
  if (entries.length === 0) page.text('Nothing was marked or noted.');
  else
    page.table(
      ['Time', 'Stage', 'What', 'Grade', 'Remark'],
      entries
        .slice(0, MANY_MARKS)
        .map(({ seconds, stage, what, grade, remarks }) => [
          clockText(seconds),
          stage,
          what,
          grade,
          remarks.join(', '),
        ]),
      [0.9, 1.1, 2.5, 1, 1.3],
    );
  if (entries.length > MANY_MARKS)
    page.text(`${entries.length - MANY_MARKS} more came after these; the table of marks has all of them.`);
}

function ratings(page: Sheet, { ratings: all }: Report): void {
  if (all.length === 0) return;
  page.heading(2, 'How it felt');
  page.table(
    ['Area', 'Learner, of 10', 'Instructor, of 10'],
    all.map(({ title, learner, instructor }) => [
      title,
      learner === null ? '' : String(learner),
      instructor === null ? '' : String(instructor),
    ]),
    [2, 1, 1],
  );
}
