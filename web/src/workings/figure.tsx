import type { Working } from '@caulkhorn/core/fields';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { useWorking } from './use-working';

interface FigureProps {
  label: string;
  value: number | string | null;
  unit?: string;
  working?: Working;
  because?: string;
  tone?: 'wrong' | 'good';
}

/** A figure on the slate. Pressing it opens its working. */
export function Figure({ label, value, unit = '', working, because, tone }: FigureProps) {
  const units = useUnits();
  const show = useWorking((state) => state.show);
  const text = value === null ? t('no-value') : typeof value === 'number' ? formatQuantity(value, unit, units) : value;
  const colour = tone === 'wrong' ? 'text-iron' : tone === 'good' ? 'text-water' : '';
  const content = (
    <>
      <span className="text-left text-soft">{label}</span>
      <span
        className={`text-right font-semibold ${colour} ${working ? 'underline decoration-rule-strong decoration-dotted underline-offset-4' : ''}`}
      >
        {text}
      </span>
    </>
  );
  const className = 'flex w-full items-baseline justify-between gap-3 border-b border-rule py-1.5';
  return working ? (
    <button
      type="button"
      className={`${className} hover:bg-sunk max-[719px]:min-h-14`}
      onClick={() => show(working, label, because)}
      title={t('working.open')}
    >
      {content}
    </button>
  ) : (
    <div className={className}>{content}</div>
  );
}
