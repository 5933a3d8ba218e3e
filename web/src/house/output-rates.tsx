import { PACES, type PaceId } from '@caulkhorn/core/planning';
import { t } from '../messages/t';
import { formatNumber, parseNumber } from '../shared/numbers';
import { TextField } from '../shared/ui/field';
import type { PartProps } from './part-props';
import { usePutHouse } from './use-put-house';

const CENTS = 100;

/** How long one person takes for one of each, and what an hour costs. */
export function OutputRates({ organisationId, house, may }: PartProps) {
  const put = usePutHouse(organisationId, house);
  const keep = (id: PaceId, text: string) => {
    const { [id]: _, ...rest } = house.paces;
    const minutes = parseNumber(text);
    if (text.trim() === '') put.mutate({ paces: rest });
    else if (minutes > 0) put.mutate({ paces: { ...rest, [id]: minutes } });
  };
  return (
    <>
      <p className="mb-3 max-w-2xl text-soft">{t('rates.how')}</p>
      <div className="mb-5 grid max-w-md grid-cols-2 gap-4">
        <TextField
          key={`spare ${house.sparePct}`}
          label={t('rates.spare')}
          unit="%"
          inputMode="decimal"
          disabled={!may}
          defaultValue={formatNumber(house.sparePct, 1, 0)}
          onBlur={({ target }) => {
            const sparePct = parseNumber(target.value);
            if (sparePct >= 0 && sparePct <= 100 && sparePct !== house.sparePct) put.mutate({ sparePct });
          }}
        />
        <TextField
          key={house.labourMinorPerH}
          label={t('rates.hour')}
          inputMode="decimal"
          disabled={!may}
          defaultValue={formatNumber(house.labourMinorPerH / CENTS, 2)}
          onBlur={({ target }) => {
            const price = parseNumber(target.value);
            if (price >= 0 && price !== house.labourMinorPerH / CENTS) put.mutate({ labourMinorPerH: Math.round(price * CENTS) });
          }}
        />
      </div>
      <div className="grid grid-cols-3 gap-x-8 gap-y-2 max-[900px]:grid-cols-2 max-[560px]:grid-cols-1">
        {(Object.keys(PACES) as PaceId[]).map((id) => (
          <div key={id} className="flex items-end gap-2 border-b border-rule pb-1.5">
            <div className="min-w-0 flex-1">
              <TextField
                key={house.paces[id]}
                label={t(`step.${id}`)}
                unit={t('rates.unit', { per: t(`rates.per.${PACES[id].per}`) })}
                inputMode="decimal"
                disabled={!may}
                placeholder={t('rates.usual', { minutes: formatNumber(PACES[id].minutes, 1, 0) })}
                defaultValue={house.paces[id] === undefined ? '' : String(house.paces[id])}
                onBlur={({ target }) => {
                  if (target.value !== (house.paces[id] === undefined ? '' : String(house.paces[id]))) keep(id, target.value);
                }}
              />
            </div>
          </div>
        ))}
      </div>
    </>
  );
}
