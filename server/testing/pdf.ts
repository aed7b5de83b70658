import { getDocument, type PDFDocumentProxy, type PDFPageProxy } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** A PDF as another program reads it. */
export async function openPdf(bytes: Uint8Array): Promise<{
  readonly pdf: PDFDocumentProxy;
  readonly pages: readonly PDFPageProxy[];
  readonly tree: string;
}> {
  const pdf = await getDocument({ data: new Uint8Array(bytes), useSystemFonts: false }).promise;
  const pages = await Promise.all(Array.from({ length: pdf.numPages }, (_, n) => pdf.getPage(n + 1)));
  const tree = JSON.stringify(await Promise.all(pages.map((page) => page.getStructTree())));
  return { pdf, pages, tree };
}
