import { SHIPPED_CATALOGUE } from '@caulkhorn/core/catalogue';
import type { StockLot } from '@caulkhorn/core/materials';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { PackagePlus, Thermometer } from 'lucide-react';
import { useMemo, useState } from 'react';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { type Column, DataTable } from '../shared/ui/data-table';
import { Failed, Loading } from '../shared/ui/states';
import type { PartProps } from './part-props';
import { DeliveryDialog } from './delivery-dialog';
import { LotDialog } from './lot-dialog';
import { StockNotices } from './stock-notices';
import { TemperatureDialog } from './temperature-dialog';
import { useStores } from './use-stores';

type Opened = { kind: 'delivery' } | { kind: 'temperature' } | { kind: 'lot'; id: string };

/** What lies in the store, batch by batch, the first to expire first. */
export function StoresTable({ organisationId, house, mayStock }: PartProps & { mayStock: boolean }) {
  const units = useUnits();
  const catalogue = useMemo(() => SHIPPED_CATALOGUE.with(house.products), [house.products]);
  const { query, stock, moves } = useStores(organisationId, catalogue);
  const [opened, setOpened] = useState<Opened | null>(null);
  if (query.isPending) return <Loading what={t('stores.title')} />;
  if (!stock) return <Failed fault={query.error} retry={() => void query.refetch()} />;
  const amount = (lot: StockLot, value: number) => formatQuantity(value, lot.sheet?.measure ?? 'kg', units);
  const lots = [...stock.lots]
    .filter(({ onHand, differences }) => onHand > 0 || differences.length > 0)
    .sort((a, b) => a.daysLeft - b.daysLeft);
  const columns: Column<StockLot>[] = [
    { id: 'product', header: t('catalogue.product'), value: ({ sheet, product }) => sheet?.name ?? product.id },
    {
      id: 'batch',
      header: t('stores.batch'),
      value: ({ batchNumber }) => batchNumber,
      cell: ({ batchNumber }) => <span className="whitespace-nowrap max-[719px]:whitespace-normal">{batchNumber}</span>,
    },
    {
      id: 'on-hand',
      header: t('stores.on-hand'),
      isNumber: true,
      value: ({ onHand }) => onHand,
      cell: (lot) => (
        <span>
          {amount(lot, lot.onHand)}
          {lot.openAmount > 0 ? (
            <span className="block text-[13px] text-soft">{t('stores.open-pack', { amount: amount(lot, lot.openAmount) })}</span>
          ) : null}
        </span>
      ),
    },
    {
      id: 'expires',
      header: t('stores.expires'),
      value: ({ expiresOn }) => expiresOn,
      cell: (lot) => (
        <span className={lot.daysLeft < 0 ? 'font-semibold text-iron' : lot.daysLeft < SOON_DAYS ? 'font-semibold text-ochre' : ''}>
          {expiryText(lot)}
        </span>
      ),
    },
    {
      id: 'notes',
      header: t('stores.notes'),
      value: (lot) => lotNotes(lot, units).join(' '),
      cell: (lot) =>
        lotNotes(lot, units).length > 0 ? (
          <span className="text-[13px]">
            {lotNotes(lot, units).map((note) => (
              <span key={note} className="block">
                {note}
              </span>
            ))}
          </span>
        ) : null,
    },
  ];
  const lot = opened?.kind === 'lot' ? stock.lots.find(({ id }) => id === opened.id) : undefined;
  return (
    <>
      <StockNotices catalogue={catalogue} moves={moves ?? []} />
      <div className="mb-3 flex flex-wrap items-center gap-2">
        {mayStock ? (
          <>
            <Button look="solid" onClick={() => setOpened({ kind: 'delivery' })}>
              <PackagePlus size={16} /> {t('stores.receive')}
            </Button>
            <Button onClick={() => setOpened({ kind: 'temperature' })}>
              <Thermometer size={16} /> {t('stores.temperature')}
            </Button>
          </>
        ) : null}
        {stock.latestTemperature ? (
          <span className="text-soft">
            {t('stores.latest-temperature', { temperature: formatQuantity(stock.latestTemperature.temperatureC, '°C', units) })}
          </span>
        ) : null}
      </div>
      {lots.length === 0 ? (
        <p className="border border-dashed border-rule-strong p-6 text-soft">{t('stores.empty')}</p>
      ) : (
        <DataTable
          name={t('stores.title')}
          rows={lots}
          columns={columns}
          rowKey={({ id }) => id}
          onRow={mayStock ? ({ id }) => setOpened({ kind: 'lot', id }) : undefined}
        />
      )}
      {opened?.kind === 'delivery' ? (
        <DeliveryDialog organisationId={organisationId} catalogue={catalogue} onClose={() => setOpened(null)} />
      ) : null}
      {opened?.kind === 'temperature' ? (
        <TemperatureDialog organisationId={organisationId} catalogue={catalogue} onClose={() => setOpened(null)} />
      ) : null}
      {lot ? (
        <LotDialog organisationId={organisationId} catalogue={catalogue} lot={lot} moves={moves ?? []} onClose={() => setOpened(null)} />
      ) : null}
    </>
  );
}

const SOON_DAYS = 30;

function expiryText({ expiresOn, daysLeft }: StockLot): string {
  return daysLeft < 0 ? t('stores.expired', { on: expiresOn }) : t('stores.days-left', { on: expiresOn, n: daysLeft });
}

/** What is to be known of a batch before it is used. */
function lotNotes({ breaches, differences, stampedEarly, sheet }: StockLot, units: UnitSystem): string[] {
  const [cold, hot] = (['cold', 'hot'] as const).map((kind) => breaches.filter((breach) => breach.kind === kind).length);
  const last = differences.at(-1);
  const limit = (celsius: number | undefined) => formatQuantity(celsius ?? 0, '°C', units);
  return [
    cold ? t('stores.was-cold', { n: cold, limit: limit(sheet?.storage.minC) }) : '',
    hot ? t('stores.was-hot', { n: hot, limit: limit(sheet?.storage.maxC) }) : '',
    last
      ? `${t('stores.counted-difference', { amount: `${last.amount > 0 ? '+' : ''}${formatQuantity(last.amount, sheet?.measure ?? 'kg', units)}` })} ${t(`stores.because.${last.because}`, { of: last.of === undefined ? '' : last.because === 'whole-packs' ? Math.abs(last.of) : formatQuantity(last.of, sheet?.measure ?? 'kg', units), n: Math.abs(last.of ?? 0) })}`
      : '',
    stampedEarly.length > 0 ? t('stores.stamped-early', { n: stampedEarly.length }) : '',
  ].filter((note) => note !== '');
}
