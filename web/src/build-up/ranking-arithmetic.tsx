import type { Rank, RankedBy } from '@caulkhorn/core/build-up';
import type { RankingWeights } from '@caulkhorn/core/jobs';
import type { Option } from '@caulkhorn/core/planning';
import { t } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { formatMoney } from '../shared/numbers';
import { RANKED_BY } from './ranked-by';

interface RankingArithmeticProps {
  ranked: readonly { option: Option; rank: Rank }[];
  weights: RankingWeights;
}

/** Where the order comes from: each value, its score, its weight, and their sum. */
export function RankingArithmetic({ ranked, weights }: RankingArithmeticProps) {
  const sum = RANKED_BY.reduce((total, by) => total + weights[by], 0);
  return (
    <details className="mt-2">
      <summary className="py-1 font-medium">{t('ranking.open')}</summary>
      <p className="text-[13px] text-soft">{t('ranking.how')}</p>
      <div className="overflow-x-auto">
        <table className="mt-1 w-full border-collapse text-[13px]">
          <thead>
            <tr className="border-b border-rule-strong text-right">
              <th className="py-1 text-left font-semibold">{t('ranking.system')}</th>
              {RANKED_BY.map((by) => (
                <th key={by} className="py-1 pl-2 font-semibold">
                  {t(`weights.${by}`)} × {weights[by]}
                </th>
              ))}
              <th className="py-1 pl-2 font-semibold">{t('ranking.total', { sum })}</th>
            </tr>
          </thead>
          <tbody>
            {ranked.map(({ option, rank }) => (
              <tr key={option.family} className="border-b border-rule text-right align-top">
                <th scope="row" className="py-1 text-left font-normal">
                  {t(`family.${option.family}`)}
                </th>
                {RANKED_BY.map((by) => (
                  <td key={by} className="py-1 pl-2 whitespace-nowrap">
                    <span className="block text-soft">{valueText(by, option)}</span>
                    {formatNumber(rank.scores[by], 2)}
                  </td>
                ))}
                <td className="py-1 pl-2 font-semibold">{rank.total === null ? t('no-value') : formatNumber(rank.total, 2)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </details>
  );
}

function valueText(by: RankedBy, option: Option): string {
  if (by === 'cost') return formatMoney(option.costMinor, option.currency);
  if (by === 'days') return t('choose.days', { days: formatNumber(option.days, 1) });
  return by === 'risk' ? String(option.risk) : t('choose.sd', { sd: formatNumber(option.sdM, 2, 0) });
}
