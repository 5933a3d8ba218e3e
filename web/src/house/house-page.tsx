import '../messages/later';
import { PERMISSIONS, type SessionInfo, isOutsider } from '@caulkhorn/contract';
import { useQuery } from '@tanstack/react-query';
import { ArrowLeft } from 'lucide-react';
import { Link, NavLink, useParams } from 'react-router';
import { t } from '../messages/t';
import { Failed, Loading } from '../shared/ui/states';
import { houseQuery } from '../job/job-queries';
import { HouseFigures } from './house-figures';
import { HousePeople } from './house-people';
import { CatalogueTable } from './catalogue-table';
import { HouseSchools } from './house-schools';
import type { PartProps } from '../stores/part-props';
import { OutputRates } from './output-rates';
import { Yard } from './yard';
import { StoresTable } from '../stores/stores-table';

const PARTS = ['catalogue', 'stores', 'yard', 'rates', 'figures', 'schools', 'people'] as const;

/** What an organisation buys from, how fast its people are, and the schools it follows. */
export function HousePage({ session }: { session: SessionInfo }) {
  const { organisationId = '', part = 'catalogue' } = useParams();
  const { name, standing } = session.organisations.find((each) => each.id === organisationId)!;
  // what is kept on the device may be a moment older than what was just changed
  const house = useQuery({ ...houseQuery(organisationId), refetchOnMount: 'always' });
  const permissions = PERMISSIONS[standing];
  const may = permissions.includes('plan');
  const mayStock = permissions.includes('stock');
  const mayManage = permissions.includes('manage-people');
  const isGuest = isOutsider(standing);
  const parts = PARTS.filter(
    (each) =>
      (each !== 'stores' || mayStock) && (each !== 'people' || mayManage) && (each !== 'yard' || !isGuest) && (each !== 'figures' || may),
  );
  return (
    <div className="min-h-full">
      <header className="flex h-12 items-center gap-3 bg-bar px-4 text-bar-ink">
        <Link to="/" className="flex h-9 items-center gap-1.5 rounded-[3px] px-2 hover:bg-white/10">
          <ArrowLeft size={16} /> {t('house.jobs')}
        </Link>
        <h1 className="text-base font-bold">{name}</h1>
      </header>
      <main id="content" className="mx-auto max-w-5xl p-6 max-[719px]:p-3">
        <nav aria-label={t('house.title')} className="mb-4 flex flex-wrap border-b-2 border-rule-strong">
          {parts.map((each) => (
            <NavLink
              key={each}
              to={`/o/${organisationId}/house/${each}`}
              className={({ isActive }) =>
                `-mb-0.5 flex h-10 items-center border-b-2 px-4 font-medium max-[719px]:h-14 max-[719px]:px-2.5 ${isActive ? 'border-water' : 'border-transparent text-soft hover:text-ink'}`
              }
            >
              {t(`house.part.${each}`)}
            </NavLink>
          ))}
        </nav>
        {house.isPending ? <Loading what={t('house.title')} /> : null}
        {house.isError && !house.data ? <Failed fault={house.error} retry={() => void house.refetch()} /> : null}
        {house.data ? (
          part === 'people' && mayManage ? (
            <HousePeople organisationId={organisationId} ownId={session.personId} />
          ) : (
            <Part part={part} organisationId={organisationId} house={house.data} may={may} mayStock={mayStock} />
          )
        ) : null}
      </main>
    </div>
  );
}

function Part({ part, mayStock, ...rest }: PartProps & { part: string; mayStock: boolean }) {
  if (part === 'stores') return <StoresTable {...rest} mayStock={mayStock} />;
  if (part === 'yard') return <Yard {...rest} />;
  if (part === 'figures' && rest.may) return <HouseFigures {...rest} />;
  if (part === 'rates') return <OutputRates {...rest} />;
  return part === 'schools' ? <HouseSchools {...rest} /> : <CatalogueTable {...rest} />;
}
