import { type PackLabel, labelText } from '@caulkhorn/core/materials';
import type { Content } from 'pdfmake/interfaces';
import { makePdf } from '../exchange/pdf-maker';
import { t } from '../messages/t';

/** Labels to a row of an A4 sheet. */
const ACROSS = 2;

/** Beside the code, pt, and how wide a bold letter is of its height. */
const BESIDE_PT = 140;
const WIDE = 0.64;

const LEAST_PT = 9;

/** A number that is cut off is another batch: as large as the whole of it fits on a line, and broken where it does not. */
function batchText(batchNumber: string): Content {
  const fontSize = Math.min(20, Math.floor(BESIDE_PT / (WIDE * batchNumber.length)));
  return { text: batchNumber, bold: true, ...(fontSize < LEAST_PT ? { fontSize: LEAST_PT, wordBreak: 'break-all' } : { fontSize }) };
}

/** Labels for what is filled over from a pack: its name and batch for people, a code for the phone. */
export function labelsPdf(name: string, label: PackLabel & { openedOn: string }, count: number): Promise<Blob> {
  const cell = (): Content => ({
    margin: [8, 8, 8, 8],
    columns: [
      { width: 96, qr: labelText(label), fit: 90, eccLevel: 'M' },
      {
        width: '*',
        stack: [
          { text: name, bold: true, fontSize: 12 },
          batchText(label.batchNumber),
          ...(label.expiresOn ? [{ text: t('label.until', { day: label.expiresOn }) }] : []),
          { text: t('label.opened', { day: label.openedOn }) },
        ],
      },
    ],
  });
  const rows = Array.from({ length: Math.ceil(count / ACROSS) }, (_, row) =>
    Array.from({ length: ACROSS }, (_each, column): Content => (row * ACROSS + column < count ? cell() : '')),
  );
  return makePdf({
    info: { title: `${t('label.title')}, ${label.batchNumber}` },
    pageSize: 'A4',
    pageMargins: 30,
    content: [{ table: { widths: Array.from({ length: ACROSS }, () => '*'), dontBreakRows: true, body: rows } }],
    fontSize: 10,
  });
}
