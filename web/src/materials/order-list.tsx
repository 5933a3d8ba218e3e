import { bestOffers } from '@caulkhorn/core/catalogue';
import { type JobPlan, type OrderLine, planDeliveries, unitPrice } from '@caulkhorn/core/planning';
import { useMemo, useState } from 'react';
import { t } from '../messages/t';
import { formatMoney, formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { dayOnly } from '../shared/times';
import { SelectField } from '../shared/ui/field';
import { Figure } from '../workings/figure';
import { useJob, usePlanning } from '../job/job-context';
import { useHouse } from '../job/use-house';

/** All at once, or what each week takes by itself. */
export function Orders({ plan }: { plan: JobPlan }) {
  const { programme, workItems, conditions } = usePlanning();
  const { timeZone } = useJob((job) => job.model.job);
  const house = useHouse();
  const [byWeek, setByWeek] = useState(false);
  const deliveries = useMemo(
    () =>
      byWeek
        ? planDeliveries({
            lines: plan.faces.flatMap(({ lines }) => lines),
            ...{ workItems, programme, conditions, sparePct: house.sparePct },
          })
        : [],
    [byWeek, plan.faces, workItems, programme, conditions, house.sparePct],
  );
  return (
    <>
      {house.sparePct > 0 ? <p className="mb-2 text-[13px] text-soft">{t('order.spare', { pct: house.sparePct })}</p> : null}
      <div className="mb-3 max-w-64">
        <SelectField
          label={t('order.delivered')}
          value={byWeek ? 'week' : 'once'}
          options={[
            { value: 'once', label: t('order.once') },
            { value: 'week', label: t('order.by-week') },
          ]}
          onChange={({ target }) => setByWeek(target.value === 'week')}
        />
      </div>
      {byWeek ? (
        deliveries.map(({ weekOf, supply }) => (
          <section key={weekOf ?? ''} className="mb-4">
            <h3 className="mb-1 border-b-2 border-rule-strong font-semibold">
              {weekOf ? t('order.week', { day: dayOnly(`${weekOf}T12:00:00Z`, timeZone) }) : t('order.not-placed')}
            </h3>
            <OrderList orders={supply.orders} />
          </section>
        ))
      ) : (
        <OrderList orders={plan.supply.orders} />
      )}
    </>
  );
}

/** Whole packs at least cost, what is left over and what that is worth. Sums stand by currency: they are never mixed. */
function OrderList({ orders }: { orders: readonly OrderLine[] }) {
  const sums = new Map<string, number>();
  for (const { product, purchase } of orders) sums.set(product.currency, (sums.get(product.currency) ?? 0) + purchase.costMinor);
  return (
    <>
      {orders.map((order) => (
        <PackFigures key={`${order.product.id} ${order.product.version}`} order={order} />
      ))}
      {[...sums].map(([currency, minor]) => (
        <p key={currency} className="mt-1 flex justify-between border-b-2 border-rule-strong py-1 font-semibold">
          <span>{t('materials.total')}</span>
          <span>{formatMoney(minor, currency)}</span>
        </p>
      ))}
    </>
  );
}

const from = (supplier: string | undefined): string => (supplier ? ` ${t('order.from', { supplier })}` : '');

function PackFigures({ order }: { order: OrderLine }) {
  const units = useUnits();
  const { product, required, purchase } = order;
  const { packs, surplus, costMinor, working } = purchase;
  const amount = (value: number) => formatQuantity(value, product.measure, units);
  const offers = new Map(bestOffers(product.packs).map((offer) => [offer.size, offer]));
  const list = packs.map(({ count, size }) => `${count} × ${amount(size)}${from(offers.get(size)?.supplier)}`).join(' + ');
  return (
    <div className="mb-2">
      <p className="font-medium">
        {product.name} <span className="text-[13px] text-soft">{t('product.version', { n: product.version })}</span>
      </p>
      <Figure
        label={`${t('materials.needed', { amount: amount(required) })} → ${list}`}
        value={formatMoney(costMinor, product.currency)}
        working={working}
      />
      <p className="text-[13px] text-soft">
        {t('materials.surplus', { amount: amount(surplus), worth: formatMoney(surplus * unitPrice(product.packs), product.currency) })}
      </p>
    </div>
  );
}
