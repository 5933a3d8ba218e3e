import { type JobFigures, LEAST_TO_LEARN, learnedPaces } from '@caulkhorn/core/outlook';
import { PACES } from '@caulkhorn/core/planning';
import { useMemo } from 'react';
import { t } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { Button } from '../shared/ui/button';
import type { PartProps } from '../stores/part-props';
import { BY_SHEET } from './output-rates';
import { usePutHouse } from './use-put-house';

const minutesText = (minutes: number) => formatNumber(minutes, 1, 0);
const rounded = (minutes: number) => Math.max(0.1, Math.round(minutes * 10) / 10);

/** Output rates as the log shows them: proposed, and taken by who plans. */
export function LearnedRates({ organisationId, house, may, figures }: PartProps & { figures: readonly JobFigures[] }) {
  const put = usePutHouse(organisationId, house);
  const learned = useMemo(() => learnedPaces(figures), [figures]);
  return (
    <section aria-label={t('figures.learned')}>
      <h2 className="border-b border-rule-strong pb-1 text-base font-semibold">{t('figures.learned')}</h2>
      <p className="my-2 max-w-[70ch] text-[13px] text-soft">{t('figures.learned-how', { n: LEAST_TO_LEARN })}</p>
      {learned.length === 0 ? <p>{t('figures.learned-none', { n: LEAST_TO_LEARN })}</p> : null}
      <ul className="divide-y divide-rule">
        {learned.map(({ pace, minutes, from, to, n }) => {
          const own = house.paces[pace];
          const step = t(pace === 'cure' ? 'rates.round' : `step.${pace}`);
          return (
            <li key={pace} className="flex flex-wrap items-center gap-x-4 gap-y-1 py-2">
              <span className="min-w-[16rem] flex-1">
                <b>{step}</b>{' '}
                {t('figures.learned-line', {
                  ...{ minutes: minutesText(minutes), per: t(`rates.per.${PACES[pace].per}`), n },
                  ...{ from: minutesText(from), to: minutesText(to) },
                  now: own !== undefined ? minutesText(own) : BY_SHEET.has(pace) ? t('figures.by-sheet') : minutesText(PACES[pace].minutes),
                })}
              </span>
              {own === rounded(minutes) ? (
                <span className="text-[13px] text-water">{t('figures.taken')}</span>
              ) : may ? (
                <Button className="max-[719px]:h-14" onClick={() => put.mutate({ paces: { ...house.paces, [pace]: rounded(minutes) } })}>
                  {t('figures.take', { minutes: minutesText(rounded(minutes)), step })}
                </Button>
              ) : null}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
