import { createRequire } from 'node:module';
import PDFDocument from 'pdfkit';
import type { TestView } from '../../contract';
import {
  clockText,
  decisiveWords,
  elapsedSeconds,
  leftWords,
  outcomeWords,
  provisionalWords,
  secondsSince,
  stageAt,
  type Judgement,
} from '../../core/marking';
import { compileStandard, limitOf, scopedTitle, skillAreas, type Standard } from '../../core/standard';

const MARGIN = 48;
const INK = '#20262A';
const SOFT = '#5B5A55';
const LINE = '#C9C2B4';
const JASPER = '#98382B';

const require = createRequire(import.meta.url);
const font = (file: string): string =>
  require.resolve(`@fontsource/atkinson-hyperlegible/files/${file}.woff`);
const FONTS = {
  plain: 'atkinson-hyperlegible-latin-400-normal',
  bold: 'atkinson-hyperlegible-latin-700-normal',
  'plain more': 'atkinson-hyperlegible-latin-ext-400-normal',
  'bold more': 'atkinson-hyperlegible-latin-ext-700-normal',
} as const;

interface Drive {
  readonly test: TestView;
  readonly standard: Standard;
  readonly judgement: Judgement;
}

/** The report of one drive on A4: real text, with tagged headings and tables for screen readers. */
export function reportPdf({ test, standard, judgement }: Drive): Promise<Buffer> {
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
  for (const [name, file] of Object.entries(FONTS)) doc.registerFont(name, font(file));
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
  page.gap(8);
  page.heading(2, outcomeWords[judgement.verdict.outcome], {
    colour: judgement.verdict.outcome === 'pass' ? INK : JASPER,
  });
  page.text(decisiveWords(standard, judgement.verdict));
  const provisional = provisionalWords(judgement.verdict.unsorted);
  if (provisional) page.text(provisional, { bold: true });
  page.gap(4);
  for (const [name, value] of [
    ['Standard', `${standard.title} ${standard.version}${test.retest ? ', re-test' : ''}`],
    ['Driven', `${clockText(seconds)} (h:min:s)`],
    ['Vehicle', test.vehicle?.name ?? 'not named'],
    ['Route', test.route?.title ?? 'none'],
    ['Marked by', test.instructor.name],
  ] as const)
    page.text(`${name}: ${value}`);

  sections(page, standard, judgement);
  limits(page, standard, judgement, test.startedAt);
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

function sections(page: Page, standard: Standard, judgement: Judgement): void {
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
  const clean = standard.sections.filter(({ title }) => !rows.some(([section]) => section === title));
  if (rows.length > 0 && clean.length > 0)
    page.text(`Clean: ${clean.map(({ title }) => title.toLowerCase()).join(', ')}.`);
}

function limits(page: Page, standard: Standard, judgement: Judgement, startedAt: string): void {
  page.heading(2, 'Every limit');
  page.table(
    ['Limit', 'Total', 'At most', 'Left', 'Passed at'],
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

function order(page: Page, standard: Standard, { drive, marks }: Judgement, startedAt: string): void {
  const { itemOf, severities } = compileStandard(standard);
  const rows = [
    ...marks.map((mark) => ({
      at: mark.at,
      cells: [
        itemOf(mark.item).item.label,
        severities.get(mark.severity)?.label ?? mark.severity,
        mark.uncounted === null ? '' : 'not counted',
      ],
    })),
    ...drive.interventions.map(({ at, by }) => ({ at, cells: ['The instructor acted', by, ''] })),
    ...drive.notes.map(({ at, text }) => ({ at, cells: [text, 'note', ''] })),
  ].sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
  page.heading(2, 'Everything in order');
  if (rows.length === 0) page.text('Nothing was marked or noted.');
  else
    page.table(
      ['Time', 'Stage', 'What', 'Grade', 'Remark'],
      rows.map(({ at, cells }) => [clockText(secondsSince(startedAt, at)), stageAt(drive, at), ...cells]),
      [0.9, 1.1, 2.8, 1.1, 0.9],
    );
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

/** What the Latin part of the font has; the rest is in its other part. */
const LATIN = /[\s!-\u00ff\u0131\u0152\u0153\u2000-\u206f\u20ac\u2122\u2212]+/g;

/** Writes down a page, one thing below another, each with its tag. */
function sheet(doc: PDFKit.PDFDocument) {
  const width = doc.page.width - 2 * MARGIN;
  const bottom = () => doc.page.height - MARGIN - 16;
  const root = doc.struct('Document');
  doc.addStructure(root);

  /** Text in runs of the part of the font that has its letters. */
  const runs = (text: string, bold: boolean): readonly (readonly [font: string, text: string])[] => {
    const found: [string, string][] = [];
    const name = bold ? 'bold' : 'plain';
    let last = 0;
    for (const match of text.matchAll(LATIN)) {
      if (match.index > last) found.push([`${name} more`, text.slice(last, match.index)]);
      found.push([name, match[0]]);
      last = match.index + match[0].length;
    }
    if (last < text.length) found.push([`${name} more`, text.slice(last)]);
    return found;
  };
  const write = (
    text: string,
    x: number,
    y: number,
    w: number,
    { colour = INK, size = 10, bold = false }: TextStyle,
  ) => {
    const all = runs(text === '' ? ' ' : text, bold);
    doc.fillColor(colour).fontSize(size);
    all.forEach(([name, part], n) => {
      doc.font(name);
      const options = { width: w, continued: n < all.length - 1 };
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
