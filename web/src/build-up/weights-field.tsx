import type { RankingWeights } from '@caulkhorn/core/jobs';
import { Minus, Plus } from 'lucide-react';
import { t } from '../messages/t';
import { parts, useJob } from '../job/job-context';
import { RANKED_BY } from './ranked-by';

const MOST = 5;

/** How much each thing counts, 0 to 5, for the whole job. */
export function WeightsField({ weights }: { weights: RankingWeights }) {
  const { model, putHead, can } = useJob(parts('model', 'putHead', 'can'));
  const set = (by: keyof RankingWeights, value: number) =>
    putHead({ ...model.job, weights: { ...weights, [by]: Math.min(MOST, Math.max(0, value)) } });
  return (
    <fieldset disabled={!can('plan')}>
      <legend className="text-[13px] text-soft">{t('weights.name')}</legend>
      <div className="grid grid-cols-2 gap-x-5 gap-y-1 max-[719px]:grid-cols-1">
        {RANKED_BY.map((by) => (
          <div key={by} className="flex items-center gap-1.5" role="group" aria-label={t(`weights.${by}`)}>
            <span className="flex-1">{t(`weights.${by}`)}</span>
            <StepButton label={t('weights.less', { what: t(`weights.${by}`) })} onClick={() => set(by, weights[by] - 1)}>
              <Minus size={14} />
            </StepButton>
            <span className="w-20 text-center whitespace-nowrap" aria-live="polite">
              <span aria-hidden className="tracking-[2px]">
                {'●'.repeat(weights[by])}
                <span className="text-rule-strong">{'○'.repeat(MOST - weights[by])}</span>
              </span>
              <span className="sr-only">{weights[by]}</span>
            </span>
            <StepButton label={t('weights.more', { what: t(`weights.${by}`) })} onClick={() => set(by, weights[by] + 1)}>
              <Plus size={14} />
            </StepButton>
          </div>
        ))}
      </div>
    </fieldset>
  );
}

function StepButton({ label, onClick, children }: { label: string; onClick(): void; children: React.ReactNode }) {
  return (
    <button
      type="button"
      aria-label={label}
      onClick={onClick}
      className="grid size-8 place-items-center rounded-[3px] border border-rule-strong hover:bg-sunk disabled:opacity-45 max-[719px]:size-12"
    >
      {children}
    </button>
  );
}
