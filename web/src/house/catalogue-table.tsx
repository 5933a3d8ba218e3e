import { type Product, SHIPPED_CATALOGUE } from '@caulkhorn/core/catalogue';
import { unitPrice } from '@caulkhorn/core/planning';
import { FileDown, FileUp, Plus } from 'lucide-react';
import { useMemo, useState } from 'react';
import { t } from '../messages/t';
import { formatMoney } from '../shared/numbers';
import { saveFile } from '../shared/save-file';
import { Button } from '../shared/ui/button';
import { type Column, DataTable } from '../shared/ui/data-table';
import type { PartProps } from '../stores/part-props';
import { ProductDialog } from './product-dialog';
import { ProductsImport } from './products-import';
import { productsCsv } from './products-csv';

type Opened = { kind: 'sheet'; product: Product } | { kind: 'new' } | { kind: 'import' };

/** Every product that can be chosen: those that ship with the app, and the organisation's own. */
export function CatalogueTable({ organisationId, house, may }: PartProps) {
  const [opened, setOpened] = useState<Opened | null>(null);
  const catalogue = useMemo(() => SHIPPED_CATALOGUE.with(house.products), [house.products]);
  const newest = useMemo(() => [...new Set(catalogue.products.map(({ id }) => id))].map((id) => catalogue.newest(id)!), [catalogue]);
  const own = useMemo(() => new Set(house.products.map(({ id }) => id)), [house.products]);
  const columns: Column<Product>[] = [
    { id: 'name', header: t('catalogue.product'), value: ({ name }) => name },
    { id: 'role', header: t('catalogue.part'), value: ({ role }) => t(`role.${role}`) },
    {
      id: 'families',
      header: t('catalogue.families'),
      value: ({ families }) => families?.map((family) => t(`family.${family}`)).join(', ') ?? t('catalogue.any-family'),
    },
    { id: 'version', header: t('catalogue.version'), isNumber: true, value: ({ version }) => version },
    {
      id: 'price',
      header: t('catalogue.price'),
      isNumber: true,
      value: ({ packs }) => unitPrice(packs),
      cell: ({ packs, currency, measure }) => `${formatMoney(unitPrice(packs), currency)} / ${measure}`,
    },
    { id: 'own', header: t('catalogue.from'), value: ({ id, maker }) => (own.has(id) ? `${maker}, ${t('catalogue.own')}` : maker) },
  ];
  return (
    <>
      <div className="mb-3 flex flex-wrap gap-2">
        {may ? (
          <>
            <Button onClick={() => setOpened({ kind: 'new' })}>
              <Plus size={16} /> {t('catalogue.add')}
            </Button>
            <Button onClick={() => setOpened({ kind: 'import' })}>
              <FileUp size={16} /> {t('catalogue.import')}
            </Button>
          </>
        ) : null}
        <Button onClick={() => saveFile('catalogue.csv', productsCsv(newest), 'text/csv;charset=utf-8')}>
          <FileDown size={16} /> CSV
        </Button>
        <Button onClick={() => saveFile('catalogue.json', JSON.stringify(newest, null, 2), 'application/json')}>
          <FileDown size={16} /> JSON
        </Button>
      </div>
      <p className="mb-3 text-[13px] text-soft">{t('catalogue.invented')}</p>
      <DataTable
        name={t('house.part.catalogue')}
        rows={newest}
        columns={columns}
        rowKey={({ id }) => id}
        onRow={(product) => setOpened({ kind: 'sheet', product })}
      />
      {opened?.kind === 'sheet' || opened?.kind === 'new' ? (
        <ProductDialog
          key={opened.kind === 'sheet' ? opened.product.id : 'new'}
          organisationId={organisationId}
          product={opened.kind === 'sheet' ? opened.product : undefined}
          isOwn={opened.kind === 'sheet' && own.has(opened.product.id)}
          may={may}
          onClose={() => setOpened(null)}
        />
      ) : null}
      {opened?.kind === 'import' ? <ProductsImport organisationId={organisationId} onClose={() => setOpened(null)} /> : null}
    </>
  );
}
