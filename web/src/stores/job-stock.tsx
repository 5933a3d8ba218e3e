import { type Coverage, pickLots, coverageOf } from '@caulkhorn/core/materials';
import { startsOfLines } from '@caulkhorn/core/planning';
import type { Issue } from '@caulkhorn/core/issues';
import { usedByBatch } from '@caulkhorn/core/site-log';
import { useMemo, useState } from 'react';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { dayOnly, localField } from '../shared/times';
import { useNow } from '../shared/use-now';
import { Button } from '../shared/ui/button';
import { FaultList } from '../shared/ui/fault-list';
import { Failed, Loading } from '../shared/ui/states';
import { parts, useJob, usePlanning } from '../job/job-context';
import { useHouse } from '../job/use-house';
import { SettleBook } from './settle-book';
import { StockNotices } from './stock-notices';
import { type NewMove, useAddMoves, useStores } from './use-stores';

const NO_NEEDS: readonly Coverage[] = [];

/** What this job needs against what lies in the store: kept back, taken, short, and when to order. */
export function JobStock() {
  const { model, organisationId, jobId, can, lines } = useJob(parts('model', 'organisationId', 'jobId', 'can', 'lines'));
  const house = useHouse();
  const { plan } = usePlanning();
  const units = useUnits();
  const now = useNow(60_000);
  const neededOn = useNeededOn();
  const used = useMemo(() => usedByBatch(lines), [lines]);
  const { query, stock, moves } = useStores(organisationId, house.catalogue, used);
  const add = useAddMoves(organisationId, house.catalogue);
  const [issues, setIssues] = useState<readonly Issue[]>([]);
  const coverages = useMemo(
    () => (stock ? coverageOf(plan.supply.orders, stock, jobId, neededOn) : NO_NEEDS),
    [plan.supply.orders, stock, jobId, neededOn],
  );
  if (!can('stock')) return <p className="text-soft">{t('stores.not-yours')}</p>;
  if (query.isPending) return <Loading what={t('stores.title')} />;
  if (!stock) return <Failed fault={query.error} retry={() => void query.refetch()} />;
  const write = (...made: readonly NewMove[]) => setIssues(add(...made));
  const today = localField(now, model.job.timeZone).slice(0, 10);
  const short = coverages.filter((each) => each.short > 0).length;
  return (
    <>
      <StockNotices catalogue={house.catalogue} moves={moves ?? []} />
      <p className={`mb-2 font-semibold ${short > 0 ? 'text-iron' : 'text-water'}`}>
        {short > 0 ? t('stores.short-n', { n: short }) : t('stores.nothing-short')}
      </p>
      <SettleBook {...{ stock, used, write }} isOver={(productId) => !neededOn.has(productId)} />
      {issues.length > 0 ? <FaultList title={t('catalogue.faults')} issues={issues} /> : null}
      {coverages.map((each) => {
        const { product, required, taken, reserved, available } = each;
        const amount = (value: number) => formatQuantity(value, product.measure, units);
        const open = Math.max(0, required - taken);
        // what others keep back is not offered, and two-part packs stay whole
        const pack = product.mix?.wholePacksOnly ? product.packs[0]!.size : undefined;
        const takes = pack ? Math.min(Math.ceil(open / pack), Math.floor(available / pack)) * pack : Math.min(open, available);
        const { picks } = pickLots(stock, product.id, takes);
        return (
          <section key={product.id} className="border-b border-rule py-2" aria-label={product.name}>
            <p className="flex items-baseline gap-2">
              <b className="min-w-0 flex-1 font-medium">{product.name}</b>
              {each.short > 0 ? <span className="font-semibold text-iron">{t('stores.short', { amount: amount(each.short) })}</span> : null}
            </p>
            <p className="text-[13px] text-soft">
              {t('stores.coverage', {
                required: amount(required),
                taken: amount(taken),
                reserved: amount(reserved),
                available: amount(available),
              })}
            </p>
            {each.orderBy ? (
              <p className={`text-[13px] font-medium ${each.orderBy < today ? 'text-iron' : 'text-ochre'}`}>
                {t(each.orderBy < today ? 'stores.order-late' : 'stores.order-by', {
                  day: dayOnly(`${each.orderBy}T12:00:00Z`, model.job.timeZone),
                  lead: product.leadTimeDays,
                })}
              </p>
            ) : null}
            {picks.length > 0 && open > 0 ? (
              <p className="text-[13px]">
                {t('stores.pick', { list: picks.map(({ lot, amount: each }) => `${lot.batchNumber} ${amount(each)}`).join(', ') })}
              </p>
            ) : null}
            <div className="mt-1 flex gap-2">
              <Button
                size="small"
                disabled={reserved === open}
                onClick={() => write({ kind: 'reserved', jobId, productId: product.id, amount: Number(open.toPrecision(9)) })}
              >
                {t('stores.reserve', { amount: amount(open) })}
              </Button>
              <Button
                size="small"
                disabled={picks.length === 0 || open === 0}
                onClick={() =>
                  write(...picks.map(({ lot, amount: each }) => ({ kind: 'taken' as const, lotId: lot.id, amount: each, jobId })))
                }
              >
                {t('stores.take')}
              </Button>
            </div>
          </section>
        );
      })}
    </>
  );
}

/** First day on which each product is laid, by the programme. */
function useNeededOn(): ReadonlyMap<string, string> {
  const { model } = useJob(parts('model'));
  const { plan, programme, workItems, site } = usePlanning();
  return useMemo(() => {
    const days = new Map<string, string>();
    const startOf = startsOfLines(
      workItems.filter(({ id }) => site.done.get(id)?.finishedAt === undefined),
      programme,
    );
    for (const line of plan.faces.flatMap(({ lines }) => lines)) {
      const startMs = startOf(line);
      if (!Number.isFinite(startMs)) continue;
      const day = localField(startMs, model.job.timeZone).slice(0, 10);
      const before = days.get(line.product.id);
      if (!before || day < before) days.set(line.product.id, day);
    }
    return days;
  }, [plan, programme, workItems, site, model.job.timeZone]);
}
