import { type PackLabel, labelText } from '@caulkhorn/core/materials';
import type { Content } from 'pdfmake/interfaces';
import { loadPdfMaker } from '../exchange/pdf-maker';
import { t } from '../messages/t';

/** Labels to a row of an A4 sheet. */
const ACROSS = 2;

/** Labels for what is filled over from a pack: its name and batch for people, a code for the phone. */
export async function labelsPdf(name: string, label: PackLabel & { openedOn: string }, count: number): Promise<Blob> {
  const { maker, font } = await loadPdfMaker();
  const cell = (): Content => ({
    margin: [8, 8, 8, 8],
    columns: [
      { width: 96, qr: labelText(label), fit: 90, eccLevel: 'M' },
      {
        stack: [
          { text: name, bold: true, fontSize: 12 },
          { text: label.batchNumber, bold: true, fontSize: 20 },
          ...(label.expiresOn ? [{ text: t('label.until', { day: label.expiresOn }) }] : []),
          { text: t('label.opened', { day: label.openedOn }) },
        ],
      },
    ],
  });
  const rows = Array.from({ length: Math.ceil(count / ACROSS) }, (_, row) =>
    Array.from({ length: ACROSS }, (_each, column): Content => (row * ACROSS + column < count ? cell() : '')),
  );
  return maker
    .createPdf({
      info: { title: `${t('label.title')}, ${label.batchNumber}` },
      pageSize: 'A4',
      pageMargins: 30,
      content: [{ table: { widths: Array.from({ length: ACROSS }, () => '*'), dontBreakRows: true, body: rows } }],
      defaultStyle: { font, fontSize: 10 },
    })
    .getBlob();
}
