import { CALCULATORS } from '@caulkhorn/core/calculators';
import type { FieldSpec } from '@caulkhorn/core/fields';
import type { Working } from '@caulkhorn/core/planning';
import { create } from 'zustand';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { fullTime } from '../shared/times';
import { Dialog } from '../shared/ui/dialog';
import { useJob } from '../workspace/job-context';

interface Shown {
  working: Working | null;
  title: string;
  /** the rule or school that chose these figures, in words */ because?: string;
  show(working: Working | null, title?: string, because?: string): void;
}

export const useWorking = create<Shown>()((set) => ({
  working: null,
  title: '',
  show: (working, title = '', because) => set({ working, title, because }),
}));

/** How a figure came about: the formula, its inputs with units, its result, and where it is from. */
export function WorkingDialog() {
  const { working, title, because, show } = useWorking();
  const units = useUnits();
  const { timeZone } = useJob().model.job;
  const calculator = working && CALCULATORS.get(working.calculatorId);
  if (!working || !calculator) return null;
  const inputs = Object.entries(working.input).filter(([, value]) => value !== undefined);
  return (
    <Dialog open onOpenChange={() => show(null)} title={title || t(`calculator.${calculator.id}`)} wide>
      <div className="flex flex-col gap-4">
        {because ? <p>{because}</p> : null}
        <section>
          <h3 className="mb-1 font-semibold">{t('working.formula')}</h3>
          <div className="rounded-[3px] bg-sunk px-3 py-2 text-[15px]">
            {calculator.equation.map((line) => (
              <p key={line} className="font-mono text-[13px] leading-6">
                {line}
              </p>
            ))}
          </div>
        </section>
        <section>
          <h3 className="mb-1 font-semibold">{t('working.inputs')}</h3>
          <Rows
            rows={inputs.map(([name, value]) => [
              t(`field.${name}`),
              inWords(value, unitOf(calculator.fields[name]?.spec), { units, timeZone }),
            ])}
          />
        </section>
        <section>
          <h3 className="mb-1 font-semibold">{t('working.result')}</h3>
          <Rows
            rows={Object.entries(working.output).map(([name, value]) => [
              t(`field.${name}`),
              inWords(value, (calculator.outputs as Record<string, string>)[name] ?? '', { units, timeZone }),
            ])}
            strong
          />
        </section>
        <section>
          <h3 className="mb-1 font-semibold">{t('working.source')}</h3>
          {calculator.sources.map((source) => (
            <p key={source.title}>
              {source.title} <span className="text-soft">({t(`source.${source.kind}`)})</span>
            </p>
          ))}
          <p className="mt-1 text-[13px] text-soft">{t('working.id', { id: calculator.id })}</p>
        </section>
      </div>
    </Dialog>
  );
}

function Rows({ rows, strong }: { rows: (readonly [string, string])[]; strong?: boolean }) {
  return (
    <dl className="divide-y divide-rule">
      {rows.map(([name, value]) => (
        <div key={name} className="flex justify-between gap-4 py-1">
          <dt className="text-soft">{name}</dt>
          <dd className={`text-right ${strong ? 'font-semibold' : ''}`}>{value}</dd>
        </div>
      ))}
    </dl>
  );
}

function unitOf(spec: FieldSpec | undefined): string {
  return spec?.type === 'number' ? spec.unit : '';
}

interface Reader {
  units: 'metric' | 'us';
  timeZone: string;
}

const ISO_TIME = /^\d{4}-\d{2}-\d{2}T[\d:.]+(Z|[+-]\d{2}:\d{2})$/;

function inWords(value: unknown, unit: string, reader: Reader): string {
  if (value === null) return t('no-value');
  if (typeof value === 'number') return unit === 'money' ? (value / 100).toFixed(2) : formatQuantity(value, unit, reader.units);
  if (typeof value === 'boolean') return t(value ? 'yes' : 'no');
  if (Array.isArray(value)) return value.length === 0 ? t('none') : value.map((item) => inWords(item, unit, reader)).join('; ');
  if (typeof value === 'object')
    return Object.entries(value as object)
      .filter(([, v]) => v !== undefined)
      .map(
        ([name, v]) =>
          `${t(`field.${name}`)} ${inWords(v, name.endsWith('Kg') ? 'kg' : name.endsWith('L') ? 'L' : name === 'price' ? 'money' : '', reader)}`,
      )
      .join(', ');
  const text = String(value);
  return ISO_TIME.test(text) ? fullTime(text, reader.timeZone) : t(`value.${text}`);
}
