import type { AnyCalculator } from '@caulkhorn/core/fields';
import { Suspense, lazy } from 'react';
import { t } from '../messages/t';
import { withNumbers, withSymbols } from './formula-tex';

const Formula = lazy(() => import('./formula'));

/** The law a calculator follows, each line with its symbols and, where it can, with this calculation's numbers. */
export function Law({ calculator, values }: { calculator: AnyCalculator; values: Readonly<Record<string, unknown>> }) {
  return (
    <Suspense fallback={<p className="text-soft">{t('loading', { what: t('working.formula') })}</p>}>
      <ol className="flex flex-col gap-2.5">
        {calculator.equation.map((line) => {
          const numbers = withNumbers(line, values);
          return (
            <li key={line} className="rounded-[3px] bg-sunk px-3 py-1">
              <Formula tex={withSymbols(line, calculator)} />
              {numbers ? (
                <div className="border-t border-dashed border-rule-strong text-soft">
                  <Formula tex={numbers} />
                </div>
              ) : null}
            </li>
          );
        })}
      </ol>
    </Suspense>
  );
}

/** Where a calculator's formula comes from, published or from practice. */
export function Sources({ calculator }: { calculator: AnyCalculator }) {
  return (
    <ul>
      {calculator.sources.map((source) => (
        <li key={source.title}>
          {source.title} <span className="text-soft">({t(`source.${source.kind}`)})</span>
        </li>
      ))}
    </ul>
  );
}
