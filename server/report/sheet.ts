import { runsOf } from './fonts';

export const MARGIN = 48;
export const INK = '#20262A';
export const SOFT = '#5B5A55';
const LINE = '#C9C2B4';
export const JASPER = '#98382B';

export type Sheet = ReturnType<typeof sheet>;

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
export function sheet(doc: PDFKit.PDFDocument) {
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
    /** Of what is written on, in points. */
    width,
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
    /** Goes on with the next page. */
    newPage: () => {
      doc.addPage();
      doc.y = MARGIN;
    },
    /** Points that are left on this page. */
    left: () => bottom() - doc.y,
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
