import { CALCULATORS } from '@caulkhorn/core/calculators';
import type { ReactNode } from 'react';
import { t, tOf } from '../messages/t';
import { useUnits } from '../shared/preferences';
import { Dialog } from '../shared/ui/dialog';
import { Law, Sources } from './law';
import { useWorking } from './use-working';
import { type ValueReader, unitOfSpec } from './value-text';
import { ValueView } from './value-view';

/** How a figure came about: the formula, its inputs with units, its result, and where it is from. */
export default function WorkingDialog({ timeZone }: { timeZone: string }) {
  const { working, title, because, show } = useWorking();
  const units = useUnits();
  const calculator = working && CALCULATORS.get(working.calculatorId);
  if (!working || !calculator) return null;
  const reader: ValueReader = { units, timeZone, moneyIn: 'minor', kgStandsFor: working.kgStandsFor };
  const inputs = Object.entries(working.input).filter(([, value]) => value !== undefined);
  return (
    <Dialog open onOpenChange={() => show(null)} title={title || tOf(`calculator.${calculator.id}`)} wide>
      <div className="flex flex-col gap-4">
        {because ? <p>{because}</p> : null}
        <section>
          <h3 className="mb-1 font-semibold">{t('working.formula')}</h3>
          <Law calculator={calculator} values={{ ...working.output, ...working.input }} />
        </section>
        <section>
          <h3 className="mb-1 font-semibold">{t('working.inputs')}</h3>
          <Rows
            rows={inputs.map(([name, value]) => [
              tOf(`field.${name}`),
              <ValueView key={name} value={value} unit={unitOfSpec(calculator.fields[name]?.spec)} reader={reader} />,
            ])}
          />
        </section>
        <section>
          <h3 className="mb-1 font-semibold">{t('working.result')}</h3>
          <Rows
            rows={Object.entries(working.output).map(([name, value]) => [
              tOf(`field.${name}`),
              <ValueView key={name} value={value} unit={(calculator.outputs as Record<string, string>)[name] ?? ''} reader={reader} />,
            ])}
            strong
          />
        </section>
        <section>
          <h3 className="mb-1 font-semibold">{t('working.source')}</h3>
          <Sources calculator={calculator} />
          <p className="mt-1 text-[13px] text-soft">{t('working.id', { id: calculator.id })}</p>
        </section>
      </div>
    </Dialog>
  );
}

function Rows({ rows, strong }: { rows: (readonly [string, ReactNode])[]; strong?: boolean }) {
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
