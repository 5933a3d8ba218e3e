import { CATALOGUE_CURRENCY } from '@caulkhorn/core/catalogue';
import type { OrderLine, TakeOffLine } from '@caulkhorn/core/planning';
import { t } from '../messages/t';
import { formatMoney, formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { type Column, DataTable } from '../shared/ui/data-table';
import { Figure } from '../workings/figure';
import { useWorking } from '../workings/use-working';
import { faultText } from '../shared/use-kept-form';
import { useJob } from '../workspace/job-context';
import { useSelection } from '../workspace/selection';
import { SlateTitle } from '../workspace/slate-title';
import { usePlanning } from '../workspace/plan-context';
import { MixingCards } from './mixing-cards';

/** Materials: what to take off, buy and mix. Every line leads back to the sheet, every figure to its working. */
export function MaterialsSlate() {
  const { model } = useJob();
  const { plan, conditions } = usePlanning();
  const units = useUnits();
  const lines = plan.faces.flatMap((face) => face.lines);
  return (
    <>
      <SlateTitle>{t('lens.materials')}</SlateTitle>
      {lines.length === 0 ? (
        <p className="text-soft">{t('materials.none')}</p>
      ) : (
        <>
          <h3 className="mb-1 font-semibold">{t('materials.take-off')}</h3>
          <TakeOffTable lines={lines} />
          <h3 className="mt-5 mb-1 font-semibold">{t('materials.packs')}</h3>
          {plan.supply.orders.map((order) => (
            <PackFigures key={order.product.id} order={order} />
          ))}
          <p className="mt-1 flex justify-between border-b-2 border-rule-strong py-1 font-semibold">
            <span>{t('materials.total')}</span>
            <span>
              {formatMoney(
                plan.supply.orders.reduce((sum, order) => sum + order.packs.output.cost, 0),
                CATALOGUE_CURRENCY,
              )}
            </span>
          </p>
          {plan.supply.findings.map((found, i) => (
            <p key={i} role="alert" className="mt-1 font-medium text-iron">
              {faultText(found)}
            </p>
          ))}
          <h3 className="mt-5 mb-1 font-semibold">
            {t('materials.cards', { temperature: formatQuantity(conditions.temperatureC, '°C', units), people: conditions.people })}
          </h3>
          <MixingCards cards={plan.supply.cards} />
          <p className="mt-3 text-[13px] text-soft">{t('materials.invented', { job: model.job.name })}</p>
        </>
      )}
    </>
  );
}

function TakeOffTable({ lines }: { lines: readonly TakeOffLine[] }) {
  const { model } = useJob();
  const units = useUnits();
  const { selected, select } = useSelection();
  const show = useWorking((state) => state.show);
  const markOf = (line: TakeOffLine) => {
    const face = model.faces.find((f) => f.id === line.faceId)?.mark ?? '';
    const feature = model.features.find((f) => f.id === line.targetId)?.mark;
    return feature ? `${face} · ${feature}` : face;
  };
  const columns: Column<TakeOffLine>[] = [
    { id: 'where', header: t('materials.where'), value: markOf },
    { id: 'what', header: t('materials.what'), value: (line) => t(`take-off.${line.what}`) },
    { id: 'product', header: t('materials.product'), value: (line) => line.product.name },
    {
      id: 'kg',
      header: units === 'us' ? 'lb' : 'kg',
      isNumber: true,
      value: (line) => line.kg,
      cell: (line) => (
        <button
          type="button"
          className="font-semibold underline decoration-rule-strong decoration-dotted underline-offset-4"
          title={t('working.open')}
          onClick={(event) => {
            event.stopPropagation();
            show(
              line.working,
              `${markOf(line)}: ${t(`take-off.${line.what}`)}`,
              line.what === 'coats'
                ? undefined
                : t('materials.litres-to-kg', { rate: line.product.kgPerLitreFilled, product: line.product.name }),
            );
          }}
        >
          {formatQuantity(line.kg, 'kg', units)}
        </button>
      ),
    },
  ];
  return (
    <DataTable
      name={t('materials.take-off')}
      rows={lines}
      columns={columns}
      rowKey={(line) => line.id}
      isCurrent={(line) => selected !== null && (selected.id === line.targetId || (selected.id === line.faceId && line.what === 'coats'))}
      onRow={(line) =>
        select(
          model.features.some((f) => f.id === line.targetId) ? { kind: 'feature', id: line.targetId! } : { kind: 'face', id: line.faceId },
        )
      }
    />
  );
}

function PackFigures({ order }: { order: OrderLine }) {
  const units = useUnits();
  const { packs, surplusKg, cost } = order.packs.output;
  const list = packs.map((pack) => `${pack.count} × ${formatQuantity(pack.sizeKg, 'kg', units)}`).join(' + ');
  return (
    <div className="mb-2">
      <p className="font-medium">
        {order.product.name} <span className="text-[13px] text-soft">{t('product.version', { n: order.product.version })}</span>
      </p>
      <Figure
        label={`${t('materials.needed', { kg: formatQuantity(order.requiredKg, 'kg', units) })} → ${list}`}
        value={formatMoney(cost, CATALOGUE_CURRENCY)}
        working={order.packs}
      />
      <p className="text-[13px] text-soft">{t('materials.surplus', { kg: formatQuantity(surplusKg, 'kg', units) })}</p>
    </div>
  );
}
