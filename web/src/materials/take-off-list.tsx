import { type TakeOffLine } from '@caulkhorn/core/materials';
import { t, tOf } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { type Column, DataTable } from '../shared/ui/data-table';
import { useWorking } from '../workings/use-working';
import { parts, useJob, usePlanning, useSelection } from '../job/job-context';

/** What every layer and every detail takes. A line leads to its place on the sheet, its figure to its working. */
export function TakeOffList({ lines }: { lines: readonly TakeOffLine[] }) {
  const { model } = useJob(parts('model'));
  const { junctions } = usePlanning().plan;
  const units = useUnits();
  const { selected, select } = useSelection('selected', 'select');
  const show = useWorking((state) => state.show);
  const faceMarks = new Map(model.faces.map(({ id, mark }) => [id, mark]));
  const featureMarks = new Map(model.features.map(({ id, mark }) => [id, mark]));
  const junctionOf = new Map(junctions.map((junction) => [junction.id, junction]));
  const markOf = ({ faceId, targetId }: TakeOffLine) => {
    const face = faceMarks.get(faceId) ?? '';
    if (targetId === undefined) return face;
    const junction = junctionOf.get(targetId);
    if (!junction) return `${face} · ${featureMarks.get(targetId) ?? t('junction.short')}`;
    const other = junction.faceIds.find((id) => id !== faceId) ?? faceId;
    return t('junction.between', { a: face, b: faceMarks.get(other) ?? '', kind: t(`junction.${junction.kind}`).toLowerCase() });
  };
  const columns: Column<TakeOffLine>[] = [
    { id: 'where', header: t('materials.where'), value: markOf },
    { id: 'what', header: t('materials.what'), value: (line) => whatText(line) },
    { id: 'product', header: t('materials.product'), value: (line) => line.product.name },
    {
      id: 'amount',
      header: t('materials.amount'),
      isNumber: true,
      value: (line) => line.amount,
      cell: (line) => {
        const text = formatQuantity(line.amount, line.product.measure, units);
        if (!line.working) return text;
        return (
          <button
            type="button"
            className="font-semibold underline decoration-rule-strong decoration-dotted underline-offset-4"
            title={t('working.open')}
            onClick={(event) => {
              event.stopPropagation();
              show(line.working!, `${markOf(line)}: ${whatText(line)}`, becauseOf(line));
            }}
          >
            {text}
          </button>
        );
      },
    },
  ];
  return (
    <DataTable
      name={t('materials.take-off')}
      rows={lines}
      columns={columns}
      rowKey={(line) => line.id}
      isCurrent={(line) =>
        selected !== null && (selected.id === line.targetId || (selected.id === line.faceId && line.targetId === undefined))
      }
      onRow={(line) =>
        select(featureMarks.has(line.targetId ?? '') ? { kind: 'feature', id: line.targetId! } : { kind: 'face', id: line.faceId })
      }
    />
  );
}

function whatText({ what, targetId }: TakeOffLine): string {
  return targetId === undefined && what === 'coat' ? t('layer.coat') : tOf(`step.${what}`);
}

/** How a volume or an area became what is bought. */
function becauseOf({ product, working }: TakeOffLine): string | undefined {
  if (product.measure !== 'kg') return t('materials.by-measure', { product: product.name, measure: product.measure });
  return working?.calculatorId === 'slot-fill' && product.fill
    ? t('materials.litres-to-kg', { rate: product.fill.kgPerLitre, product: product.name })
    : undefined;
}
