import '../messages/later';
import { type Face, type Feature, READING_SPECS, type ReadingKind, type Sign, DAMP_SIGNS } from '@caulkhorn/core/jobs';
import { type CauseFound, dampFacts, diagnose, risingReach } from '@caulkhorn/core/survey';
import { waterOn } from '@caulkhorn/core/water';
import { useMemo } from 'react';
import { t, tOf } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { useNow } from '../shared/use-now';
import { parts, useJob, usePlanning } from '../job/job-context';
import { Figure } from '../workings/figure';
import { HOUR_MS } from '@caulkhorn/core/quantities';

/** What the damp at a place may come from, with every piece of evidence and its weight, and what would settle it. */
export function DiagnosisPanel({ face, place, editable }: { face: Face; place: Feature; editable: boolean }) {
  const { model, put } = useJob(parts('model', 'put'));
  const { site } = usePlanning();
  const hour = Math.floor(useNow(60_000) / HOUR_MS);
  const coated = [...site.done.keys()].some((id) => id.startsWith(`${face.id}:`) && id.includes(':coat-'));
  const diagnosis = useMemo(
    () =>
      diagnose(
        dampFacts(face, place, model, {
          now: new Date((hour + 1) * HOUR_MS).toISOString(),
          waterLevelM: waterOn(face, model)?.level.levelM,
          coated,
        }),
      ),
    [face, place, model, hour, coated],
  );
  const toggle = (sign: Sign, on: boolean) => {
    const signs = [...(place.signs ?? []).filter((each) => each !== sign), ...(on ? [sign] : [])];
    const { signs: _, ...rest } = place;
    put('feature', signs.length > 0 ? { ...rest, signs } : rest);
  };
  return (
    <section aria-label={t('diagnosis.title')} className="mt-4 border-t border-rule pt-3">
      <h3 className="font-semibold">{t('diagnosis.title')}</h3>
      <details className="py-1">
        <summary className="py-1">{t('diagnosis.signs', { n: place.signs?.length ?? 0 })}</summary>
        <div className="grid grid-cols-2 gap-x-3 gap-y-1 pt-1">
          {DAMP_SIGNS.map((sign) => (
            <label key={sign} className="flex min-h-8 items-center gap-2 text-[13px] max-[719px]:min-h-14">
              <input
                type="checkbox"
                className="size-4 accent-[var(--water)]"
                disabled={!editable}
                checked={place.signs?.includes(sign) ?? false}
                onChange={(event) => toggle(sign, event.target.checked)}
              />
              {t(`sign.${sign}`)}
            </label>
          ))}
        </div>
      </details>
      <ol>
        {diagnosis.causes
          .filter(({ word }, i) => word !== 'unlikely' || i < 2)
          .map((found) => (
            <Cause key={found.cause} found={found} />
          ))}
      </ol>
      <p className="py-1 text-[13px] text-soft">{t('diagnosis.something-else', { pct: percent(diagnosis.somethingElse) })}</p>
      {diagnosis.causes.some(({ cause, word }) => cause === 'rising' && word !== 'unlikely') ? <RisingReach face={face} /> : null}
      {diagnosis.settle.length > 0 ? (
        <>
          <h4 className="mt-1 font-medium">{t('diagnosis.settle')}</h4>
          <ul className="list-disc pl-5">
            {diagnosis.settle.map((ask) => (
              <li key={ask}>
                {isReading(ask) ? t('diagnosis.measure', { what: t(`reading.${ask}`) }) : t('diagnosis.look', { what: t(`sign.${ask}`) })}
              </li>
            ))}
          </ul>
        </>
      ) : null}
      <p className="mt-2 text-[13px] text-soft">{t('diagnosis.caution')}</p>
    </section>
  );
}

/** How high the damp would come, and how much higher once this face lets nothing out any more: how high to go. */
function RisingReach({ face }: { face: Face }) {
  const units = useUnits();
  const reach = risingReach(face);
  if (!reach) return null;
  const { heightMm, heightIfOneSideSealedMm } = reach.output;
  return (
    <div className="py-2">
      <h4 className="font-medium">{t('rising.title')}</h4>
      <Figure
        label={t(heightIfOneSideSealedMm === null ? 'rising.one-side' : 'rising.now')}
        value={heightMm / 1000}
        unit="m"
        working={reach}
        because={t('rising.why')}
      />
      {heightIfOneSideSealedMm === null ? null : (
        <Figure label={t('rising.sealed')} value={heightIfOneSideSealedMm / 1000} unit="m" working={reach} because={t('rising.why')} />
      )}
      <p className="pt-1 text-[13px] text-soft">
        {heightIfOneSideSealedMm === null
          ? t('rising.no-end')
          : t('rising.reach', { height: formatQuantity(heightIfOneSideSealedMm / 1000, 'm', units) })}
      </p>
    </div>
  );
}

function Cause({ found: { cause, share, word, evidence } }: { found: CauseFound }) {
  return (
    <li className="border-b border-rule py-1.5">
      <details>
        <summary className="flex cursor-pointer items-baseline gap-2">
          <span className="flex-1 font-medium">{t(`cause.${cause}`)}</span>
          <span className={word === 'likely' ? 'font-semibold' : 'text-soft'}>{t(`diagnosis.${word}`)}</span>
          <span className="w-12 text-right tabular-nums">{percent(share)}</span>
        </summary>
        <div aria-hidden className="mt-1 h-1.5 bg-sunk">
          <div className="h-full bg-water" style={{ width: `${share * 100}%` }} />
        </div>
        <p className="mt-1.5">
          <b className="font-medium">{t('diagnosis.do')}</b> {tOf(`deed.${cause}`)}
        </p>
        <table className="mt-1 w-full text-[13px]">
          <tbody>
            {evidence.map(({ id, weight }) => (
              <tr key={id}>
                <td className="py-0.5">{tOf(`evidence.${id}`)}</td>
                <td className="text-right whitespace-nowrap text-soft">{t(weight > 0 ? 'diagnosis.for' : 'diagnosis.against')}</td>
                <td className="w-12 text-right tabular-nums">
                  {weight > 0 ? '+' : '−'}
                  {formatNumber(Math.abs(weight), 1)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </li>
  );
}

function isReading(ask: ReadingKind | Sign): ask is ReadingKind {
  return ask in READING_SPECS;
}

/** In steps of five: the weights know no better. */
function percent(share: number): string {
  const steps = Math.round(share * 20) * 5;
  return steps === 0 ? '< 5\u202f%' : `${steps}\u202f%`;
}
