import { DRY_GOODS, LAYER_IDS } from '@caulkhorn/core/catalogue';
import { PACES, type PaceId } from '@caulkhorn/core/planning';
import { t } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { FigureField } from '../shared/ui/figure-field';
import type { PartProps } from '../stores/part-props';
import { usePutHouse } from './use-put-house';

const CENTS = 100;
/** Laid at the rate of their own sheets, by tool and thickness, until the house says otherwise. */
export const BY_SHEET: ReadonlySet<PaceId> = new Set(LAYER_IDS.filter((id) => !DRY_GOODS.includes(id)));
/** Nothing is done in no time. */
const LEAST_MIN = 0.1;

/** How long one person takes for one of each, and what an hour costs. */
export function OutputRates({ organisationId, house, may }: PartProps) {
  const put = usePutHouse(organisationId, house);
  const keep = (id: PaceId, minutes: number | undefined) => {
    const { [id]: _, ...rest } = house.paces;
    put.mutate({ paces: minutes === undefined ? rest : { ...rest, [id]: minutes } });
  };
  return (
    <>
      <p className="mb-3 max-w-2xl text-soft">{t('rates.how')}</p>
      <div className="mb-5 grid max-w-md grid-cols-2 items-end gap-4">
        <FigureField
          label={t('rates.spare')}
          unit="%"
          value={house.sparePct}
          min={0}
          max={100}
          isNeeded
          disabled={!may}
          keep={(sparePct) => put.mutate({ sparePct })}
        />
        <FigureField
          label={t('rates.hour')}
          value={house.labourMinorPerH / CENTS}
          min={0}
          isNeeded
          disabled={!may}
          keep={(price) => put.mutate({ labourMinorPerH: Math.round(price! * CENTS) })}
        />
        <FigureField
          label={t('rates.vessel')}
          unit="L"
          value={house.vesselL}
          min={1}
          max={1000}
          disabled={!may}
          keep={(vesselL) => put.mutate({ vesselL })}
        />
      </div>
      <div className="grid grid-cols-3 gap-x-8 gap-y-2 max-[900px]:grid-cols-2 max-[560px]:grid-cols-1">
        {(Object.keys(PACES) as PaceId[]).map((id) => (
          <div key={id} className="border-b border-rule pb-1.5">
            <FigureField
              label={t(id === 'cure' ? 'rates.round' : `step.${id}`)}
              unitText={t('rates.unit', { per: t(`rates.per.${PACES[id].per}`) })}
              value={house.paces[id]}
              min={LEAST_MIN}
              disabled={!may}
              placeholder={BY_SHEET.has(id) ? t('rates.by-sheet') : t('rates.usual', { minutes: formatNumber(PACES[id].minutes, 1, 0) })}
              keep={(minutes) => keep(id, minutes)}
            />
          </div>
        ))}
      </div>
    </>
  );
}
