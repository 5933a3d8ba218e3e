import type { Option } from '@caulkhorn/core/planning';
import type { ReactNode } from 'react';
import { t, tOf } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { formatMoney, formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Dialog } from '../shared/ui/dialog';
import { layerText } from './layer-text';
import { firstText, objectionText } from './objection-text';

interface ComparisonProps {
  open: boolean;
  onOpenChange(open: boolean): void;
  options: readonly Option[];
}

/** Up to three systems side by side: what would lie on the face, what it takes, what it costs, how long, and what can go wrong. */
export function Comparison({ open, onOpenChange, options }: ComparisonProps) {
  const units = useUnits();
  const best = (figure: (option: Option) => number) => Math.min(...options.map(figure));
  const row = (name: string, cell: (option: Option) => ReactNode, figure?: (option: Option) => number) => (
    <tr key={name} className="border-b border-rule align-top">
      <th scope="row" className="py-1.5 pr-3 text-left font-normal text-soft">
        {tOf(`compare.${name}`)}
      </th>
      {options.map((option) => (
        <td key={option.family} className={`py-1.5 pr-3 ${figure && figure(option) === best(figure) ? 'font-semibold text-water' : ''}`}>
          {cell(option)}
        </td>
      ))}
    </tr>
  );
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title={t('compare.title')} wide>
      <div className="overflow-x-auto">
        <table className="w-full min-w-[520px] table-fixed border-collapse">
          <thead>
            <tr className="border-b-2 border-rule-strong text-left align-top">
              <th className="w-28" />
              {options.map((option) => (
                <th key={option.family} className="py-1 pr-3 font-semibold">
                  {t(`family.${option.family}`)}
                  <span className="block text-[13px] font-normal text-soft">{option.coat.name}</span>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {row('layers', ({ layers }) => (
              <ol className="list-decimal pl-4 text-[13px]">
                {layers.map((layer) => (
                  <li key={layer.id}>{layerText(layer, units)}</li>
                ))}
              </ol>
            ))}
            {row('thickness', ({ thicknessMm }) => (thicknessMm > 0 ? formatQuantity(thicknessMm, 'mm', units) : t('no-value')))}
            {row(
              'kg',
              ({ kg }) => formatQuantity(kg, 'kg', units),
              ({ kg }) => kg,
            )}
            {row(
              'material',
              ({ materialMinor, currency }) => formatMoney(materialMinor, currency),
              ({ materialMinor }) => materialMinor,
            )}
            {row(
              'labour',
              ({ labourMinor, currency, workH }) =>
                `${formatMoney(labourMinor, currency)} (${t('compare.hours', { h: formatNumber(workH, 1) })})`,
              ({ labourMinor }) => labourMinor,
            )}
            {options.some(({ accessMinor }) => accessMinor > 0)
              ? row('access', ({ accessMinor, currency }) => formatMoney(accessMinor, currency))
              : null}
            {row(
              'cost',
              ({ costMinor, currency }) => formatMoney(costMinor, currency),
              ({ costMinor }) => costMinor,
            )}
            {row('per-m2', ({ costMinor, currency, plan }) => formatMoney(costMinor / plan.areaM2, currency))}
            {row(
              'days',
              ({ days, waitH }) => t('compare.days-of', { days: formatNumber(days, 1), wait: formatNumber(waitH, 0) }),
              ({ days }) => days,
            )}
            {row(
              'breathing',
              ({ sdM }) => t('choose.sd', { sd: formatNumber(sdM, 2, 0) }),
              ({ sdM }) => sdM,
            )}
            {row('first', ({ objections }) =>
              objections.length === 0 ? (
                t('compare.nothing')
              ) : (
                <ul className="text-[13px]">
                  {objections.map((objection) => (
                    <li key={objection.criterionId}>
                      <b>{firstText(objection, units)}:</b> {objectionText(objection, units)}
                    </li>
                  ))}
                </ul>
              ),
            )}
            {row('care', ({ plan }) => (
              <ul className="text-[13px]">
                {[...new Set(plan.lines.flatMap(({ product }) => product.hazards ?? []))].map((hazard) => (
                  <li key={hazard}>{t(`caution.${hazard}`)}</li>
                ))}
              </ul>
            ))}
          </tbody>
        </table>
      </div>
      <p className="mt-3 text-[13px] text-soft">{t('compare.note')}</p>
    </Dialog>
  );
}
