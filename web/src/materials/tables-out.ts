import { bestOffers } from '@caulkhorn/core/catalogue';
import type { JobModel } from '@caulkhorn/core/jobs';
import type { HoursWorked } from '@caulkhorn/core/outlook';
import type { JobPlan } from '@caulkhorn/core/planning';
import Papa from 'papaparse';
import { t, tOf } from '../messages/t';

/** A table as it leaves the app: plain headings, figures as figures, SI units and each product's own measure. */
export interface OutTable {
  name: string;
  fields: string[];
  rows: (string | number)[][];
}

const round = (value: number): number => Number(value.toPrecision(9));

export function takeOffTable(plan: JobPlan, model: JobModel): OutTable {
  const faces = new Map(model.faces.map((face) => [face.id, face]));
  const features = new Map(model.features.map((feature) => [feature.id, feature]));
  const junctions = new Map(plan.junctions.map(({ id, kind }) => [id, t(`junction.${kind}`)]));
  return {
    name: t('materials.take-off'),
    fields: ['face', 'face_name', 'feature', 'for', 'product', 'version', 'amount', 'measure'],
    rows: plan.faces.flatMap(({ lines }) =>
      lines.map(({ faceId, targetId, what, product, amount }) => [
        faces.get(faceId)?.mark ?? '',
        faces.get(faceId)?.name ?? '',
        targetId === undefined ? '' : (features.get(targetId)?.mark ?? junctions.get(targetId) ?? t('junction.short')),
        tOf(`step.${what}`),
        product.name,
        product.version,
        round(amount),
        product.measure,
      ]),
    ),
  };
}

export function orderTable({ supply }: JobPlan): OutTable {
  return {
    name: t('materials.packs'),
    fields: ['product', 'maker', 'version', 'needed', 'measure', 'pack_size', 'packs', 'supplier', 'surplus', 'cost', 'currency'],
    rows: supply.orders.flatMap(({ product, required, purchase }) =>
      purchase.packs.map(({ size, count }, i) => {
        const offer = bestOffers(product.packs).find((each) => each.size === size)!;
        return [
          product.name,
          product.maker,
          product.version,
          i === 0 ? round(required) : '',
          product.measure,
          size,
          count,
          offer.supplier ?? product.maker,
          i === 0 ? round(purchase.surplus) : '',
          (count * offer.priceMinor) / 100,
          product.currency,
        ];
      }),
    ),
  };
}

export function hoursTable(
  rows: readonly HoursWorked[],
  { currency, labourMinorPerH }: { currency: string; labourMinorPerH: number },
): OutTable {
  return {
    name: t('worked.title'),
    fields: ['name', 'task', 'pieces', 'hours', 'cost', 'currency'],
    rows: rows.map(({ name, task, pieces, workH }) => [
      name,
      tOf(`step.${task}`),
      pieces,
      round(workH),
      round((workH * labourMinorPerH) / 100),
      currency,
    ]),
  };
}

/** RFC 4180; what a spreadsheet would take for a formula is quoted away. */
export function asCsv({ fields, rows }: OutTable): string {
  return Papa.unparse({ fields, data: rows }, { escapeFormulae: true, newline: '\r\n' });
}

/** One sheet a table. A text stays a text whatever it begins with. */
export async function asXlsx(tables: readonly OutTable[]): Promise<Blob> {
  const { default: writeExcelFile } = await import('write-excel-file/universal');
  return writeExcelFile(
    tables.map(({ name, fields, rows }) => ({
      sheet: name.slice(0, 31),
      data: [
        fields.map((value) => ({ value, fontWeight: 'bold' as const, type: String })),
        ...rows.map((row) =>
          row.map((value) =>
            typeof value === 'number'
              ? { value, type: Number, ...(Number.isInteger(value) ? {} : { format: '0.000' }) }
              : { value, type: String },
          ),
        ),
      ],
      columns: fields.map((field, i) => ({
        width: Math.min(40, Math.max(field.length, ...rows.slice(0, 200).map((row) => String(row[i]).length)) + 2),
      })),
      stickyRowsCount: 1,
    })),
  ).toBlob();
}
