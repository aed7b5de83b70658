import type { MockView } from '../../contract';
import { clockText, freeSpots, leftWords, MANY_MARKS, outcomeWords } from '../../core/marking';
import type { Advice } from '../../core/coaching';
import type { StoredNetwork } from '../../core/network';
import { markerName, type Report } from '../../core/report';
import type { Route } from '../../core/route';
import type { Outcome, Standard } from '../../core/standard';
import { drawMap } from './drawMap';
import { a4 } from './document';
import { lacksLetters } from './fonts';
import { INK, JASPER, SOFT, type Sheet } from './sheet';

interface Printed {
  readonly mock: MockView;
  readonly standard: Standard;
  readonly report: Report;
  /** The route that was driven, if any. */
  readonly route: Route | null;
  /** The roads round it; null where they are not here. */
  readonly network: StoredNetwork | null;
  /** What to work on, the most important first. */
  readonly work: readonly {
    readonly title: string;
    readonly why: string;
    readonly advice: Pick<Advice, 'cause' | 'instead' | 'exercise'> | null;
  }[];
  /** The verdict under other standards; null where too little carried over to say. */
  readonly others: readonly {
    readonly title: string;
    readonly outcome: Outcome | null;
    readonly words: string;
  }[];
}

/** The report of one drive on A4, its first page for the learner to take home: real text, with tagged headings and tables for screen readers. */
export function reportPdf({
  mock,
  standard,
  report,
  route,
  network,
  work,
  others,
}: Printed): Promise<Buffer> {
  const { doc, page, done } = a4({
    Title: `Mock test of ${mock.learner.name}`,
    Author: mock.instructor.name,
  });

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
  page.text(
    [
      `${standard.title} ${standard.version}${mock.retest ? ', re-test' : ''}`,
      `driven ${clockText(report.seconds)} (h:min:s)`,
      mock.vehicle?.name,
      mock.route?.title,
      `marked by ${markerName(mock.instructor)}`,
    ]
      .filter(Boolean)
      .join(', '),
    { colour: SOFT },
  );
  page.gap(2);
  page.heading(2, report.title, { size: 20, colour: report.outcome === 'pass' ? INK : JASPER });
  for (const words of report.why) page.text(words);
  for (const words of report.remarks) page.text(words, { bold: true });
  toWorkOn(page, work);
  goals(page, report);
  map(page, standard, report, route, network);

  page.newPage();
  timeLine(page, report);
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
    `${marks.length} ${marks.length === 1 ? 'mark' : 'marks'} in ${Math.round(whole / 60)} min; the list at the end names each.`,
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

/** The few things to work on, each with its usual cause and its cure. */
function toWorkOn(page: Sheet, work: Printed['work']): void {
  page.heading(2, 'To work on');
  if (work.length === 0) page.text('Nothing stands out. Practise on another route.');
  work.forEach(({ title, why, advice }, n) => {
    page.text(`${n + 1}. ${title}`, { bold: true, size: 11 });
    page.text(`${why}.`, { colour: SOFT, size: 9 });
    if (advice) {
      page.text(`Usual cause: ${advice.cause}`, { size: 9 });
      page.text(`Instead: ${advice.instead}`, { size: 9 });
      page.text(`Exercise: ${advice.exercise}`, { size: 9 });
    }
    page.gap(4);
  });
}

function goals(page: Sheet, { goals: all }: Report): void {
  if (all.length === 0) return;
  page.heading(2, 'Goals for the next lesson');
  for (const { text } of all) page.text(`• ${text}`);
}

/** On the first page the map takes what room is left, if that is enough to read it. */
const LEAST_MAP = 170;
const MOST_MAP = 330;

function map(
  page: Sheet,
  standard: Standard,
  { marks }: Report,
  route: Route | null,
  network: StoredNetwork | null,
): void {
  const line = route?.line ?? [];
  const placed = marks.flatMap(({ position: made, gravity }) =>
    made ? [{ ...made.position, gravity }] : [],
  );
  if (line.length + placed.length < 2) return;
  if (page.left() < LEAST_MAP + 75) page.newPage();
  page.heading(2, 'Where it was');
  const severities = standard.severities.filter(({ gravity }) =>
    placed.some((one) => one.gravity === gravity),
  );
  page.figure(
    `${line.length > 1 ? 'The route (red, with its direction) and' : 'The roads with'} ${placed.length} of ${marks.length} marks where they were made.`,
    Math.min(MOST_MAP, page.left() - 28),
    (doc, { x, y, w, h }) => {
      const free = freeSpots(placed.length, 1);
      drawMap(
        doc,
        { x, y, w, h: h - 18 },
        { line, marks: placed, network, units: route?.units ?? standard.units },
        (across, down, gravity) => {
          if (free(across, down, gravity)) glyph(doc, gravity, across, down, 3.4);
        },
      );
      let left = x + 6;
      for (const { label, gravity } of severities) {
        glyph(doc, gravity, left, y + h - 7, 3.4);
        page.label(label, left + 9, y + h - 12, 130, 'left');
        left += 24 + doc.widthOfString(label);
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
  page.heading(2, 'All marks and events');
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
