import PDFDocument from 'pdfkit';
import { registerFonts } from './fonts';
import { MARGIN, sheet, type Sheet } from './sheet';

/** An A4 document to write on, with our fonts, tagged for screen readers; its bytes when it was ended. */
export function a4(info: { readonly Title: string; readonly Author?: string }): {
  readonly doc: PDFKit.PDFDocument;
  readonly page: Sheet;
  readonly done: Promise<Buffer>;
} {
  const doc = new PDFDocument({
    size: 'A4',
    margin: MARGIN,
    bufferPages: true,
    tagged: true,
    lang: 'en-GB',
    displayTitle: true,
    pdfVersion: '1.7',
    info: { ...info, Creator: 'Jasperwren' },
  });
  registerFonts((name, file) => doc.registerFont(name, file));
  const parts: Buffer[] = [];
  doc.on('data', (part: Buffer) => parts.push(part));
  const done = new Promise<Buffer>((resolve, reject) => {
    doc.on('end', () => resolve(Buffer.concat(parts)));
    doc.on('error', reject);
  });
  return { doc, page: sheet(doc), done };
}
