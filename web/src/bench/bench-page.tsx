import { CALCULATORS } from '@caulkhorn/core/calculators';
import { useEffect, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { t, tOf } from '../messages/t';
import { useUnits } from '../shared/preferences';
import { Mark } from '../shared/ui/mark';
import { ThemeSwitch, UnitsSwitch } from '../shared/ui/preference-switches';
import { scalarText, unitOfSpec } from '../workings/value-text';
import { toHash } from './address';
import { useBench } from './bench-memory';
import { CalculatorPanel } from './calculator-panel';
import { findCalculators, purposeOf } from './find-calculators';

/** Every calculation by itself: found by words, filled in, answered with its working. */
export function BenchPage() {
  const { id } = useParams();
  const known = id === undefined ? undefined : CALCULATORS.get(id);
  return (
    <div className="flex h-full min-h-0 flex-col">
      <BenchHeader />
      <main id="content" className="flex min-h-0 flex-1">
        {/* on a phone the list has the page to itself */}
        {id === undefined ? <h1 className="sr-only min-[720px]:hidden">{t('bench.title')}</h1> : null}
        <nav
          aria-label={t('bench.all')}
          className={`w-64 shrink-0 overflow-y-auto border-r border-rule-strong bg-sunk max-[719px]:w-full max-[719px]:border-0 ${id === undefined ? '' : 'max-[719px]:hidden'}`}
        >
          <Finder current={id} />
        </nav>
        <div className={`min-w-0 flex-1 overflow-y-auto ${id === undefined ? 'max-[719px]:hidden' : ''}`}>
          {known ? <CalculatorPanel key={known.id} calculator={known} /> : <Welcome missing={id !== undefined} />}
        </div>
      </main>
    </div>
  );
}

function BenchHeader() {
  return (
    <header className="no-print flex h-12 shrink-0 items-center gap-3 bg-bar px-3 text-bar-ink">
      <Link to="/" className="flex items-center gap-2 font-bold" aria-label={t('to-jobs')}>
        <Mark /> <span className="max-[719px]:hidden">Caulkhorn</span>
      </Link>
      <Link to="/bench" className="border-l border-white/25 pl-3 font-medium">
        {t('bench.title')}
      </Link>
      <span className="flex-1" />
      <UnitsSwitch />
      <ThemeSwitch />
    </header>
  );
}

/** The list, narrowed by words; the slash key leads here, Enter opens the first. */
function Finder({ current }: { current: string | undefined }) {
  const [words, setWords] = useState('');
  const navigate = useNavigate();
  const input = useRef<HTMLInputElement>(null);
  const found = findCalculators(words);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName);
      if (event.key !== '/' || typing || event.ctrlKey || event.metaKey || event.altKey) return;
      event.preventDefault();
      input.current?.focus();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  return (
    <>
      <form
        className="sticky top-0 z-10 bg-sunk p-3"
        role="search"
        onSubmit={(event) => {
          event.preventDefault();
          const first = found[0]?.ids[0];
          if (first) void navigate(`/bench/${first}`);
        }}
      >
        <input
          ref={input}
          type="search"
          value={words}
          onChange={(event) => setWords(event.target.value)}
          aria-label={t('bench.find')}
          placeholder={`${t('bench.find')}  /`}
          autoComplete="off"
          className="h-9 w-full rounded-[3px] border border-rule-strong bg-raised px-2 placeholder:text-soft max-[719px]:h-14 max-[719px]:text-base"
        />
      </form>
      {found.length === 0 ? <p className="px-3 text-soft">{t('bench.none-found', { words })}</p> : null}
      {found.map(({ group, ids }) => (
        <section key={group} className="pb-3">
          <h2 className="px-3 pb-0.5 text-[13px] font-semibold text-soft">{tOf(`group.${group}`)}</h2>
          <ul>
            {ids.map((id) => (
              <li key={id}>
                <Link
                  to={`/bench/${id}`}
                  aria-current={id === current ? 'page' : undefined}
                  className={`block border-l-4 py-1 pr-3 pl-2.5 leading-5 max-[719px]:py-3 max-[719px]:text-base ${id === current ? 'border-water bg-raised font-semibold' : 'border-transparent hover:bg-raised'}`}
                >
                  {tOf(`calculator.${id}`)}
                </Link>
              </li>
            ))}
          </ul>
        </section>
      ))}
    </>
  );
}

function Welcome({ missing }: { missing: boolean }) {
  const units = useUnits();
  const recent = useBench((state) => state.recent).filter(({ id }) => CALCULATORS.has(id));
  return (
    <div className="max-w-3xl p-6">
      {missing ? (
        <p role="alert" className="mb-4 border-l-4 border-ochre bg-ochre-soft px-3 py-2">
          {t('bench.no-such')}
        </p>
      ) : null}
      <h1 className="text-xl font-semibold">{t('bench.title')}</h1>
      <p className="mt-1 max-w-prose text-soft">{t('bench.a-check')}</p>
      {recent.length === 0 ? <WhatItCan /> : <h2 className="mt-6 mb-1 font-semibold">{t('bench.recent')}</h2>}
      <ul className="divide-y divide-rule border-y border-rule empty:hidden">
        {recent.map(({ id, input }) => (
          <li key={id}>
            <Link to={`/bench/${id}${toHash(input)}`} className="grid grid-cols-[220px_1fr] gap-4 px-2 py-2.5 hover:bg-sunk">
              <span className="font-semibold">{tOf(`calculator.${id}`)}</span>
              <span className="text-soft">{summaryOf(id, input, units) || purposeOf(id)}</span>
            </Link>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** For whom it is new: what there is to reckon, by the steps of the work, each with what it is for. */
function WhatItCan() {
  return (
    <>
      {findCalculators('').map(({ group, ids }) => (
        <section key={group} aria-label={tOf(`group.${group}`)} className="mt-5">
          <h2 className="mb-1 font-semibold">
            {tOf(`group.${group}`)} <span className="font-normal text-soft">{ids.length}</span>
          </h2>
          <ul className="divide-y divide-rule border-y border-rule">
            {ids.map((id) => (
              <li key={id}>
                <Link to={`/bench/${id}`} className="grid grid-cols-[220px_1fr] gap-4 px-2 py-1.5 hover:bg-sunk">
                  <span className="font-medium">{tOf(`calculator.${id}`)}</span>
                  <span className="text-soft">{purposeOf(id)}</span>
                </Link>
              </li>
            ))}
          </ul>
        </section>
      ))}
    </>
  );
}

/** The first figures of an input, enough to know it again. */
function summaryOf(id: string, input: Readonly<Record<string, unknown>>, units: 'metric' | 'us'): string {
  const reader = { units, timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone, moneyIn: 'plain' } as const;
  return Object.entries(input)
    .filter(([, value]) => typeof value !== 'object')
    .slice(0, 5)
    .map(([name, value]) => `${tOf(`field.${name}`)} ${scalarText(value, unitOfSpec(CALCULATORS.get(id)!.fields[name]?.spec), reader)}`)
    .join(', ');
}
