import { EXAMPLES } from '@caulkhorn/core/calculators';
import { type AnyCalculator, describeFields } from '@caulkhorn/core/fields';
import { ArrowLeft, Copy, Link as LinkIcon } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { Link, useLocation, useNavigate } from 'react-router';
import { toast } from 'sonner';
import { t, tOf } from '../messages/t';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { Caution } from '../shared/ui/states';
import { fromHash, toHash } from './address';
import { Answer } from './answer';
import { useBench } from './bench-memory';
import { cautionFor } from './cautions';
import { type DraftRecord, type Reader, draftOf, readRecord, rewriteRecord } from '../fields/draft';
import { FieldsForm } from '../fields/fields-form';
import { purposeOf } from './find-calculators';
import { useCalculation } from '../calculation/use-calculation';

const DEVICE_ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone;
const SETTLED_MS = 400;

/** What is typed, as of the units it was typed in. */
interface Typed {
  draft: DraftRecord;
  units: Reader['units'];
}

/** One calculation: its form on the left, its answer, chart and working on the right. */
export function CalculatorPanel({ calculator }: { calculator: AnyCalculator }) {
  const { id } = calculator;
  const units = useUnits();
  const specs = useMemo(() => describeFields(calculator.fields), [calculator]);
  const oneOf = useMemo(() => new Set((calculator.oneOf ?? []).flat()), [calculator]);
  const navigate = useNavigate();
  const { hash, pathname } = useLocation();
  const remember = useBench((state) => state.remember);
  const given = useMemo(() => fromHash(hash), [hash]);
  const [typed, setTyped] = useState<Typed>(() => ({
    draft: draftOf(specs, given ?? lastInput(id) ?? {}, { units, timeZone: DEVICE_ZONE }),
    units,
  }));
  const [cleared, setCleared] = useState<DraftRecord | null>(null);
  const [badLink] = useState(given === null);
  const reader: Reader = { units, timeZone: DEVICE_ZONE };
  // when the units are switched what was typed is written anew in the other ones
  const draft = useMemo(() => {
    if (typed.units === units) return typed.draft;
    return rewriteRecord(specs, typed.draft, { units: typed.units, timeZone: DEVICE_ZONE }, { units, timeZone: DEVICE_ZONE });
  }, [specs, typed, units]);
  const input = useMemo(() => readRecord(specs, draft, { units, timeZone: DEVICE_ZONE }), [specs, draft, units]);
  const empty = Object.keys(input).length === 0;
  const change = (next: DraftRecord) => setTyped({ draft: next, units });
  const address = toHash(input);
  const calculation = useCalculation(id, input);
  const answered = calculation.status === 'done' && calculation.result?.ok === true;

  useEffect(() => {
    if (!empty) remember(id, input);
  }, [empty, remember, id, input]);
  useEffect(() => {
    const timer = setTimeout(() => {
      // somebody who is on the way to another page is not called back
      const stillHere = window.location.pathname === pathname;
      if (stillHere && address !== hash) void navigate({ hash: address }, { replace: true });
    }, SETTLED_MS);
    return () => clearTimeout(timer);
  }, [address, hash, pathname, navigate]);

  const issues = calculation.result && !calculation.result.ok ? calculation.result.issues : [];
  return (
    <div className="max-w-[1180px] p-5 max-[719px]:p-3">
      <Link to="/bench" className="mb-2 hidden min-h-12 items-center gap-1.5 text-soft max-[719px]:flex">
        <ArrowLeft size={16} /> {t('bench.all')}
      </Link>
      <div className="mb-4 flex flex-wrap items-end gap-x-6 gap-y-2">
        <div className="min-w-60 flex-1">
          <h1 className="text-xl font-semibold">{tOf(`calculator.${id}`)}</h1>
          <p className="text-soft">{purposeOf(id)}</p>
        </div>
        <div className="flex flex-wrap gap-2 max-[719px]:[&_button]:h-12">
          <Button size="small" onClick={() => change(draftOf(specs, EXAMPLES[id] ?? {}, reader))}>
            {t('bench.example')}
          </Button>
          {empty && cleared ? (
            <Button size="small" onClick={() => [change(cleared), setCleared(null)]}>
              {t('bench.undo-clear')}
            </Button>
          ) : (
            <Button size="small" disabled={empty} onClick={() => [setCleared(draft), change({})]}>
              {t('bench.clear')}
            </Button>
          )}
          <Button
            size="small"
            disabled={!answered}
            onClick={() =>
              void copy(JSON.stringify({ id, in: input, out: calculation.result?.ok ? calculation.result.value : null }, null, 2))
            }
          >
            <Copy size={15} /> {t('bench.copy-json')}
          </Button>
          <Button size="small" disabled={empty} onClick={() => void copy(`${window.location.origin}/bench/${id}${address}`)}>
            <LinkIcon size={15} /> {t('bench.copy-link')}
          </Button>
        </div>
      </div>
      {badLink ? (
        <p role="alert" className="mb-4 border-l-4 border-ochre bg-ochre-soft px-3 py-2">
          {t('bench.bad-link')}
        </p>
      ) : null}
      <div className="grid grid-cols-[minmax(280px,5fr)_minmax(320px,7fr)] items-start gap-6 max-[980px]:grid-cols-1">
        <section aria-label={t('bench.input')}>
          <h2 className="mb-2 border-b border-rule-strong pb-1 font-semibold">{t('bench.input')}</h2>
          {(calculator.oneOf ?? []).map((group) => (
            <p key={group.join()} className="mb-2 text-[13px] text-soft">
              {t('bench.choose-one', { fields: group.map((name) => tOf(`field.${name}`)).join(', ') })}
            </p>
          ))}
          <div className="grid grid-cols-2 items-start gap-x-4 gap-y-3">
            <FieldsForm specs={specs} draft={draft} reader={reader} issues={issues} oneOf={oneOf} onChange={change} />
          </div>
          {hasTime(calculator) ? <p className="mt-2 text-[13px] text-soft">{t('bench.time-zone', { zone: DEVICE_ZONE })}</p> : null}
        </section>
        <section aria-label={t('bench.answer')} className="min-w-0">
          <h2 className="mb-2 border-b border-rule-strong pb-1 font-semibold">{t('bench.answer')}</h2>
          {cautionFor(id) ? <Caution>{cautionFor(id)}</Caution> : null}
          <Answer calculator={calculator} input={input} calculation={calculation} reader={{ ...reader, moneyIn: 'plain' }} />
        </section>
      </div>
    </div>
  );
}

function lastInput(id: string): Record<string, unknown> | undefined {
  return useBench.getState().recent.find((each) => each.id === id)?.input;
}

function hasTime({ fields }: AnyCalculator): boolean {
  return JSON.stringify(describeFields(fields)).includes('"type":"time"');
}

async function copy(text: string): Promise<void> {
  try {
    await navigator.clipboard.writeText(text);
    toast.success(t('bench.copied'));
  } catch {
    // over plain http on a local network the browser gives no clipboard
    window.prompt(t('bench.copy-refused'), text);
  }
}
