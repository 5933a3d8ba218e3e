import { type PDFDocumentProxy, getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

export const openPdf = (bytes: Uint8Array): Promise<PDFDocumentProxy> => getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;

/** The words of a PDF, page by page. */
export async function textOf(pdf: PDFDocumentProxy): Promise<string[]> {
  const pages = Array.from({ length: pdf.numPages }, (_, i) => i + 1);
  return Promise.all(
    pages.map(async (n) => {
      const { items } = await (await pdf.getPage(n)).getTextContent();
      return items.map((item) => ('str' in item ? item.str : '')).join(' ');
    }),
  );
}
