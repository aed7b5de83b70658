import PDFDocument from 'pdfkit';
import type { TestView } from '../../contract';
import {
  clockText,
  cleanSections,
  countsNowhere,
  elapsedSeconds,
  freeSpots,
  leftWords,
  MANY_MARKS,
  outcomeWords,
  resultOf,
  resultWords,
  remarksOn,
  secondsSince,
  stageAt,
  type Judgement,
} from '../../core/marking';
import type { Place } from '../../core/geo';
import { positionsOf } from '../../core/hotspot';
import type { Route } from '../../core/route';
import {
  compileStandard,
  limitOf,
  scopedTitle,
  skillAreas,
  type Outcome,
  type Standard,
} from '../../core/standard';
import { lacksLetters, registerFonts, runsOf } from './fonts';

const MARGIN = 48;
const INK = '#20262A';
const SOFT = '#5B5A55';
const LINE = '#C9C2B4';
const JASPER = '#98382B';

interface Drive {
  readonly test: TestView;
  readonly standard: Standard;
  readonly judgement: Judgement;
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
export function reportPdf({ test, standard, judgement, route, others }: Drive): Promise<Buffer> {
  const doc = new PDFDocument({
    size: 'A4',
    margin: MARGIN,
    bufferPages: true,
    tagged: true,
    lang: 'en-GB',
    displayTitle: true,
    pdfVersion: '1.7',
    info: { Title: `Mock test of ${test.learner.name}`, Author: test.instructor.name, Creator: 'Jasperwren' },
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
    timeZone: test.zone,
  });
  const seconds = elapsedSeconds(judgement.drive, test.startedAt, judgement.drive.end?.at ?? test.startedAt);
  page.heading(1, `Mock test of ${test.learner.name}`);
  page.text(day.format(new Date(test.startedAt)), { colour: SOFT });
  if (
    lacksLetters(JSON.stringify([test, standard, judgement.drive.notes, judgement.drive.goals, route?.title]))
  )
    page.text(
      'Some letters are in none of the fonts here and stand as “?”. On screen they are shown in full.',
      { colour: SOFT, size: 9 },
    );
  page.gap(8);
  const result = resultOf(judgement);
  page.heading(2, outcomeWords[result.outcome], {
    colour: result.outcome === 'pass' ? INK : JASPER,
  });
  for (const words of resultWords(standard, result, judgement.verdict)) page.text(words);
  for (const words of remarksOn(standard, judgement)) page.text(words, { bold: true });
  page.gap(4);
  for (const [name, value] of [
    ['Standard', `${standard.title} ${standard.version}${test.retest ? ', re-test' : ''}`],
    ['Driven', `${clockText(seconds)} (h:min:s)`],
    ['Vehicle', test.vehicle?.name ?? 'not named'],
    ['Route', test.route?.title ?? 'none'],
    ['Marked by', test.instructor.name],
  ] as const)
    page.text(`${name}: ${value}`);

  timeLine(page, standard, judgement, { startedAt: test.startedAt, seconds });
  map(page, standard, judgement, route);
  sections(page, standard, judgement, test);
  limits(page, standard, judgement, test.startedAt);
  totals(page, standard, judgement, { startedAt: test.startedAt, seconds });
  underOthers(page, others);
  order(page, standard, judgement, test.startedAt);
  ratings(page, judgement);

  page.gap(14);
  page.text(
    'A mock test shows how a drive would have been marked under the standard named above. The licensing authority’s own text and its examiners decide; local codes come first.',
    { colour: SOFT, size: 9 },
  );
  page.numbers(test.learner.name);
  doc.end();
  return done;
}

type Page = ReturnType<typeof sheet>;
interface Times {
  readonly startedAt: string;
  readonly seconds: number;
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

function timeLine(page: Page, standard: Standard, { marks }: Judgement, { startedAt, seconds }: Times): void {
  const { severities } = compileStandard(standard);
  const whole = Math.max(60, seconds, ...marks.map(({ at }) => secondsSince(startedAt, at)));
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
        const place = at(secondsSince(startedAt, mark.at));
        const gravity = severities.get(mark.severity)?.gravity ?? 1;
        if (!free(place, 0, gravity)) continue;
        row = place - last < 10 ? (row + 1) % 3 : 0;
        last = place;
        glyph(doc, gravity, place, base - 8 - 12 * row);
      }
    },
  );
}

function map(page: Page, standard: Standard, { marks, drive }: Judgement, route: Route | null): void {
  const line = route?.line ?? [];
  const placed = positionsOf(marks, drive, route).flatMap((position, n) => {
    const mark = marks[n];
    return position && mark ? [{ place: position.place, severity: mark.severity }] : [];
  });
  const all = [...line, ...placed.map(({ place }) => place)];
  if (all.length < 2) return;
  const { severities } = compileStandard(standard);
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
      const at = ({ lat, lon }: Place): [number, number] => [
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
      for (const { place, severity } of placed) {
        const gravity = severities.get(severity)?.gravity ?? 1;
        const [across, down] = at(place);
        if (free(across, down, gravity)) glyph(doc, gravity, across, down);
      }
    },
  );
}

/** How the nearest limit over the whole test filled up. */
function totals(page: Page, standard: Standard, judgement: Judgement, { startedAt, seconds }: Times): void {
  const row = judgement.headroom
    .filter(
      ({ limit, scope, max, total }) =>
        limitOf(standard, limit)?.of === 'faults' && scope.per === 'test' && max > 0 && total > 0,
    )
    .sort((a, b) => b.total / b.max - a.total / a.max)[0];
  const limit = row ? limitOf(standard, row.limit) : undefined;
  if (!row || !limit) return;
  const from = new Set(row.from);
  const times = judgement.marks
    .filter(({ by, uncounted }) => from.has(by) && uncounted === null)
    .map(({ at }) => secondsSince(startedAt, at));
  const whole = Math.max(60, seconds, ...times);
  const most = Math.max(row.max, row.total) + 1;
  const title = scopedTitle(standard, limit, row.scope);
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
    times.forEach((time, n) => doc.lineTo(across(time), up(n)).lineTo(across(time), up(n + 1)));
    doc
      .lineTo(x + w, up(times.length))
      .lineWidth(1.6)
      .strokeColor(INK)
      .stroke();
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

function underOthers(page: Page, others: Drive['others']): void {
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

function sections(page: Page, standard: Standard, judgement: Judgement, test: TestView): void {
  const counting = judgement.marks.filter(({ uncounted }) => uncounted === null);
  const rows = standard.sections.flatMap((section) =>
    section.items.flatMap((item) => {
      const own = counting.filter((mark) => mark.item === item.id);
      if (own.length === 0) return [];
      const cells = standard.severities.map(({ id }) =>
        String(own.filter(({ severity }) => severity === id).length || ''),
      );
      return [[section.title, item.label, ...cells]];
    }),
  );
  page.heading(2, 'Faults by section');
  if (rows.length === 0) page.text('No fault was marked.');
  else
    page.table(['Section', 'Item', ...standard.severities.map(({ label }) => label)], rows, [
      1.2,
      2.4,
      ...standard.severities.map(() => 0.8),
    ]);
  const clean = cleanSections(standard, judgement, test);
  if (clean.length > 0) page.text(`Clean: ${clean.map(({ title }) => title.toLowerCase()).join(', ')}.`);
}

function limits(page: Page, standard: Standard, judgement: Judgement, startedAt: string): void {
  page.heading(2, 'Every limit');
  page.table(
    ['Limit', 'Total', 'At most', 'Left', 'Exceeded at'],
    judgement.verdict.headroom.flatMap((row) => {
      const limit = limitOf(standard, row.limit);
      // A limit of an item or a run that is far off would fill the sheet.
      if (!limit || (row.scope.per !== 'test' && row.total * 2 <= row.max)) return [];
      const breach = judgement.verdict.breaches.find(
        (one) => one.limit === row.limit && JSON.stringify(one.scope) === JSON.stringify(row.scope),
      );
      const at = breach ? clockText(secondsSince(startedAt, breach.at)) : '';
      return [
        [scopedTitle(standard, limit, row.scope), String(row.total), String(row.max), leftWords(row), at],
      ];
    }),
    [2.8, 0.7, 0.8, 1, 0.9],
  );
}

function order(page: Page, standard: Standard, judgement: Judgement, startedAt: string): void {
  const { drive, marks } = judgement;
  const { itemOf, severities } = compileStandard(standard);
  const rows = [
    ...marks.map((mark) => ({
      at: mark.at,
      cells: [
        itemOf(mark.item).item.label,
        severities.get(mark.severity)?.label ?? mark.severity,
        [
          mark.uncounted === null ? '' : 'not counted',
          countsNowhere(standard, mark) ? 'counts in no limit' : '',
        ]
          .filter((remark) => remark !== '')
          .join(', '),
      ],
    })),
    ...drive.interventions.map(({ at, by }) => ({ at, cells: ['The instructor stepped in', by, ''] })),
    ...drive.notes.map(({ at, text }) => ({ at, cells: [text, 'note', ''] })),
    ...drive.goals.map(({ at, text }) => ({ at, cells: [text, 'goal', ''] })),
  ].sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
  page.heading(2, 'Everything in order');
  if (rows.length === 0) page.text('Nothing was marked or noted.');
  else
    page.table(
      ['Time', 'Stage', 'What', 'Grade', 'Remark'],
      rows
        .slice(0, MANY_MARKS)
        .map(({ at, cells }) => [clockText(secondsSince(startedAt, at)), stageAt(drive, at), ...cells]),
      [0.9, 1.1, 2.8, 1.1, 0.9],
    );
  if (rows.length > MANY_MARKS)
    page.text(`${rows.length - MANY_MARKS} more came after these; the table of marks has all of them.`);
}

function ratings(page: Page, { drive }: Judgement): void {
  const titles = new Map(skillAreas.map(({ id, title }) => [id, title]));
  const areas = new Map<string, { learner?: number; instructor?: number }>();
  for (const { area, value, by } of drive.ratings) areas.set(area, { ...areas.get(area), [by]: value });
  if (areas.size === 0) return;
  page.heading(2, 'How it felt');
  page.table(
    ['Area', 'Learner, of 10', 'Instructor, of 10'],
    [...areas].map(([area, { learner, instructor }]) => [
      titles.get(area) ?? area,
      learner === undefined ? '' : String(learner),
      instructor === undefined ? '' : String(instructor),
    ]),
    [2, 1, 1],
  );
}

interface TextStyle {
  readonly colour?: string;
  readonly size?: number;
  readonly bold?: boolean;
}

/**
 * Letters that a font would put together from two are taken whole: who reads the text back would find two. The types
 * of the writer know lists of features only; what lays the text out takes this too.
 */
const WHOLE_LETTERS = { ccmp: false } as unknown as PDFKit.Mixins.OpenTypeFeatures[];

/** Writes down a page, one thing below another, each with its tag. */
function sheet(doc: PDFKit.PDFDocument) {
  const width = doc.page.width - 2 * MARGIN;
  const bottom = () => doc.page.height - MARGIN - 16;
  const root = doc.struct('Document');
  doc.addStructure(root);

  const write = (
    text: string,
    x: number,
    y: number,
    w: number,
    { colour = INK, size = 10, bold = false }: TextStyle,
  ) => {
    const all = runsOf(text === '' ? ' ' : text, bold);
    doc.fillColor(colour).fontSize(size);
    all.forEach(([name, part], n) => {
      doc.font(name);
      const options = { width: w, continued: n < all.length - 1, features: WHOLE_LETTERS };
      if (n === 0) doc.text(part, x, y, options);
      else doc.text(part, options);
    });
  };
  const heightOf = (text: string, w: number, { size = 10, bold = false }: TextStyle): number => {
    doc.font(bold ? 'bold' : 'plain').fontSize(size);
    return doc.heightOfString(text === '' ? ' ' : text, { width: w });
  };
  const room = (height: number) => {
    if (doc.y + height > bottom()) {
      doc.addPage();
      doc.y = MARGIN;
    }
  };
  const block = (tag: 'H1' | 'H2' | 'P', text: string, style: TextStyle) => {
    room(heightOf(text, width, style) + (tag === 'P' ? 0 : 40));
    root.add(doc.struct(tag, {}, [() => write(text, MARGIN, doc.y, width, style)]));
  };

  return {
    /** A drawing with its words for who does not see it, which also stand below it. */
    figure: (
      words: string,
      height: number,
      draw: (doc: PDFKit.PDFDocument, box: { x: number; y: number; w: number; h: number }) => void,
    ) => {
      room(height + 24);
      const top = doc.y;
      root.add(
        doc.struct('Figure', { alt: words }, [() => draw(doc, { x: MARGIN, y: top, w: width, h: height })]),
      );
      doc.y = top + height + 2;
      block('P', words, { colour: SOFT, size: 9 });
    },
    /** A few words within a figure. */
    label: (text: string, x: number, y: number, w: number, align: 'left' | 'center' | 'right') => {
      const [[font] = ['plain']] = runsOf(text, false);
      doc.font(font).fontSize(8).fillColor(SOFT).text(text, x, y, { width: w, align, lineBreak: false });
    },
    gap: (points: number) => {
      doc.y += points;
    },
    heading: (level: 1 | 2, text: string, style: TextStyle = {}) => {
      doc.y += level === 1 ? 0 : 12;
      block(level === 1 ? 'H1' : 'H2', text, { size: level === 1 ? 22 : 14, bold: true, ...style });
      doc.y += 3;
      doc.outline.addItem(text);
    },
    text: (text: string, style: TextStyle = {}) => block('P', text, style),
    table: (head: readonly string[], rows: readonly (readonly string[])[], shares: readonly number[]) => {
      const whole = shares.reduce((sum, share) => sum + share, 0);
      const widths = shares.map((share) => (width * share) / whole);
      const table = doc.struct('Table');
      root.add(table);
      const row = (cells: readonly string[], tag: 'TH' | 'TD') => {
        const style = { size: 9, bold: tag === 'TH' };
        const height = Math.max(...cells.map((cell, n) => heightOf(cell, (widths[n] ?? 0) - 6, style))) + 5;
        if (doc.y + height > bottom()) {
          doc.addPage();
          doc.y = MARGIN;
        }
        const top = doc.y;
        const tr = doc.struct('TR');
        table.add(tr);
        let x = MARGIN;
        cells.forEach((cell, n) => {
          const [left, w] = [x, (widths[n] ?? 0) - 6];
          tr.add(doc.struct(tag, {}, [() => write(cell, left, top + 2, w, style)]));
          x += widths[n] ?? 0;
        });
        tr.end();
        doc.markContent('Artifact', { type: 'Layout' });
        doc
          .moveTo(MARGIN, top + height)
          .lineTo(MARGIN + width, top + height)
          .lineWidth(0.5)
          .strokeColor(LINE)
          .stroke();
        doc.endMarkedContent();
        doc.y = top + height;
      };
      row(head, 'TH');
      for (const cells of rows) row(cells, 'TD');
      table.end();
      doc.y += 4;
    },
    /** Page numbers, which are no part of the text. */
    numbers: (name: string) => {
      root.end();
      const { start, count } = doc.bufferedPageRange();
      for (let n = start; n < start + count; n += 1) {
        doc.switchToPage(n);
        // Below the margin, where text would begin a new page.
        doc.page.margins.bottom = 0;
        doc.markContent('Artifact', { type: 'Pagination' });
        write(`${name}, page ${n + 1} of ${count}`, MARGIN, doc.page.height - MARGIN + 8, width, {
          size: 8,
          colour: SOFT,
        });
        doc.endMarkedContent();
      }
    },
  };
}
