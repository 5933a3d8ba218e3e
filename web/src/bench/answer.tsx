import type { AnyCalculator } from '@caulkhorn/core/fields';
import type { Issue } from '@caulkhorn/core/issues';
import { Suspense, lazy, useState } from 'react';
import { t, tOf } from '../messages/t';
import { Button } from '../shared/ui/button';
import { faultText } from '../shared/fault-text';
import { Law, Sources } from '../workings/law';
import type { ValueReader } from '../workings/value-text';
import { ValueView } from '../workings/value-view';
import { placeInWords } from '../fields/field-words';
import type { Calculation } from '../calculation/use-calculation';

const Chart = lazy(() => import('../charts/chart'));

interface AnswerProps {
  calculator: AnyCalculator;
  input: Readonly<Record<string, unknown>>;
  calculation: Calculation;
  reader: ValueReader;
}

/** What came out, a picture of it, and how it was worked out. */
export function Answer({ calculator, input, calculation, reader }: AnswerProps) {
  const { result, status } = calculation;
  const filledIn = Object.keys(input).length > 0;
  return (
    <div className="flex flex-col gap-5">
      {status === 'running' && filledIn ? <Running calculator={calculator} calculation={calculation} /> : null}
      {status === 'failed' ? (
        <div role="alert" className="border-l-4 border-iron bg-iron-soft p-3">
          <p>{t('bench.failed')}</p>
          <Button className="mt-2" size="small" onClick={calculation.again}>
            {t('bench.again')}
          </Button>
        </div>
      ) : null}
      {result && !result.ok ? <Refusal issues={result.issues} again={calculation.again} /> : null}
      {result?.ok ? (
        <div className={status === 'running' ? 'opacity-55' : ''} aria-busy={status === 'running'}>
          <Figures calculator={calculator} output={result.value as Record<string, unknown>} reader={reader} />
          <Suspense fallback={<p className="py-4 text-soft">{t('loading', { what: t('bench.curve') })}</p>}>
            <Chart id={calculator.id} input={input} output={result.value as Record<string, unknown>} units={reader.units} />
          </Suspense>
        </div>
      ) : null}
      <section>
        <h3 className="mb-2 font-semibold">{t('bench.how')}</h3>
        <Law calculator={calculator} values={{ ...(result?.ok ? result.value : {}), ...defaultsOf(calculator), ...input }} />
        <h3 className="mt-4 mb-1 font-semibold">{t('bench.source')}</h3>
        <Sources calculator={calculator} />
        <p className="mt-2 text-[13px] text-soft">{t('bench.a-check')}</p>
      </section>
    </div>
  );
}

/** What a calculation uses where nothing was typed belongs into its working too. */
function defaultsOf({ fields }: AnyCalculator): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(fields).flatMap(([name, { spec }]) => ('default' in spec && spec.default !== undefined ? [[name, spec.default]] : [])),
  );
}

function Running({ calculator, calculation }: { calculator: AnyCalculator; calculation: Calculation }) {
  const pct = Math.round(100 * calculation.share);
  return (
    <div className="flex flex-wrap items-center gap-3">
      <p role="status">{t('bench.running')}</p>
      <progress className="h-2 w-40 accent-[var(--water)]" value={pct} max={100} aria-label={t('bench.progress', { pct })} />
      <Button size="small" onClick={calculation.stop}>
        {t(calculator.id === 'programme' ? 'bench.stop-best' : 'bench.stop')}
      </Button>
    </div>
  );
}

/** Fields that are merely empty are no fault: then the form says what to do. */
function Refusal({ issues, again }: { issues: readonly Issue[]; again: () => void }) {
  if (issues.some(({ code }) => code === 'stopped'))
    return (
      <div>
        <p>{t('bench.stopped')}</p>
        <Button className="mt-2" size="small" onClick={again}>
          {t('bench.again')}
        </Button>
      </div>
    );
  const faults = issues.filter(({ code }) => code !== 'missing' && code !== 'one-of-missing' && code !== 'empty-list');
  if (faults.length === 0) {
    const missing = [...new Set(issues.map(({ path }) => placeInWords(path)))].filter(Boolean);
    return (
      <p className="text-soft">
        {t('bench.fill-in')} {missing.length > 0 && missing.length < 8 ? t('bench.still', { fields: missing.join(', ') }) : ''}
      </p>
    );
  }
  return (
    <ul role="alert" className="border-l-4 border-iron bg-iron-soft px-3 py-2">
      {faults.slice(0, 12).map((found, i) => (
        <li key={i}>
          {found.path ? <b className="font-semibold">{placeInWords(found.path)}: </b> : null}
          {faultText(found)}
        </li>
      ))}
    </ul>
  );
}

/** Long series stand in the chart, and in what is copied. */
const IN_THE_CHART: Readonly<Record<string, readonly string[]>> = {
  'slab-drying': ['days', 'rhAtProbePct', 'profile'],
  'film-map': ['grid', 'variance', 'probabilityThin'],
  'sealing-order': ['order'],
};

function Figures({ calculator, output, reader }: { calculator: AnyCalculator; output: Record<string, unknown>; reader: ValueReader }) {
  const hidden = IN_THE_CHART[calculator.id] ?? [];
  const figures = Object.entries(output).filter(
    ([name, value]) =>
      !hidden.includes(name) && !((name === 'notices' || name === 'conflicts') && Array.isArray(value) && value.length === 0),
  );
  return (
    <dl>
      {figures.map(([name, value]) => {
        const wide = Array.isArray(value) && value.length > 0 && typeof value[0] === 'object';
        const unit = (calculator.outputs as Readonly<Record<string, string>>)[name] ?? '';
        return (
          <div key={name} className={`border-b border-rule py-1.5 ${wide ? '' : 'flex items-baseline justify-between gap-4'}`}>
            <dt className="text-soft">{tOf(`field.${name}`)}</dt>
            <dd className={wide ? 'pt-1' : `text-right font-semibold ${toneOf(name, value)}`}>
              {wide && value.length > 6 ? (
                <Folded count={value.length}>{<ValueView value={value} unit={unit} reader={reader} />}</Folded>
              ) : (
                <ValueView value={value} unit={unit} reader={reader} />
              )}
            </dd>
          </div>
        );
      })}
    </dl>
  );
}

function Folded({ count, children }: { count: number; children: React.ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button look="quiet" size="small" aria-expanded={open} onClick={() => setOpen(!open)}>
        {t(open ? 'bench.fold' : 'bench.unfold', { n: count })}
      </Button>
      {open ? children : null}
    </>
  );
}

function toneOf(name: string, value: unknown): string {
  const verdicts = ['passes', 'mayApply', 'feasible'];
  if (!verdicts.includes(name)) return '';
  return value === true ? 'text-water' : 'text-iron';
}
