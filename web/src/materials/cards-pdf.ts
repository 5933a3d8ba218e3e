import type { Product } from '@caulkhorn/core/catalogue';
import type { JobModel } from '@caulkhorn/core/jobs';
import { type PieceCard, type ReadyCard, outsideSheet } from '@caulkhorn/core/planning';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import type { Content } from 'pdfmake/interfaces';
import { makePdf } from '../exchange/pdf-maker';
import { t } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { formatQuantity } from '../shared/numbers';
import { faultText } from '../shared/fault-text';
import { nothingElse, partAmount, partLabel, stepsOf } from '../words/card-text';
import { limitsOfSheet } from '../words/limits-text';
import { readySteps } from '../words/ready-text';
import { pieceName, pieceWall } from './piece-name';

/** Mixing cards on A4, large enough to be read from an arm's length. */
export function cardsPdf(
  { cards, ready }: { cards: readonly PieceCard[]; ready: readonly ReadyCard[] },
  model: JobModel,
  line: string,
  units: UnitSystem,
): Promise<Blob> {
  const title = model.job.name;
  const content: Content[] = [
    { text: title, fontSize: 12 },
    { text: t('card.title'), fontSize: 20, bold: true },
    { text: line, margin: [0, 0, 0, 10] },
    ...cards.map((card) => cardContent(card, model, units)),
    ...ready.map((card) => readyContent(card, model, units)),
    { text: t('dossier.disclaimer'), fontSize: 9, margin: [0, 8, 0, 0] },
  ];
  return makePdf({
    info: { title: `${title}, ${t('card.title')}` },
    pageSize: 'A4',
    pageMargins: 40,
    content,
    fontSize: 12,
  });
}

function readyContent(card: ReadyCard, model: JobModel, units: UnitSystem): Content {
  return framed([
    { text: pieceName(card, model), fontSize: 16, bold: true },
    { text: card.product.name },
    { text: formatQuantity(card.litres, 'L', units), fontSize: 26, bold: true },
    { text: formatQuantity(card.kg, 'kg', units), margin: [0, 0, 0, 6] },
    { text: readySteps(card, units).join(' '), bold: true },
    ...foot(card.product, units),
  ]);
}

const framed = (stack: Content[]): Content => ({
  unbreakable: true,
  margin: [0, 0, 0, 12],
  table: { widths: ['*'], body: [[{ margin: 8, stack }]] },
});

/** Limits of its sheet and what can hurt. */
const foot = (product: Product, units: UnitSystem): Content[] => [
  { text: limitsOfSheet(product, units).join(' ') },
  ...(product.hazards ?? []).map((hazard): Content => ({ text: t(`caution.${hazard}`), margin: [0, 3, 0, 0] })),
];

function cardContent(card: PieceCard, model: JobModel, units: UnitSystem): Content {
  const { product, batch, parts, tool } = card;
  const figures = [
    ...parts.map((part) => ({ value: partAmount(part, units), label: partLabel(part, units) })),
    { value: formatQuantity(batch.output.lifeMin, 'min', units), label: t('card.life') },
  ];
  return framed([
    {
      columns: [
        {
          stack: [
            { text: pieceName(card, model), fontSize: 16, bold: true },
            { text: product.name },
            { text: pieceWall(card, units) },
            ...outsideSheet(product, card.temperatureC).map((found) => ({ text: faultText(found), bold: true })),
          ],
        },
        { text: t('card.batches', { n: batch.output.batches }), alignment: 'right' },
      ],
    },
    {
      columns: figures.map(({ value, label }) => ({ stack: [{ text: value, fontSize: 26, bold: true }, { text: label }] })),
      margin: [0, 6, 0, 6],
    },
    { text: stepsOf(card).join(' ') },
    {
      text: t('card.placing', {
        tool: t(`tool.${tool}`),
        min: formatNumber(batch.output.minutesPerBatch, 0),
        why: t(`card.limit.${batch.output.limiting}`),
      }),
    },
    { text: nothingElse(card), bold: true },
    ...foot(product, units),
  ]);
}
