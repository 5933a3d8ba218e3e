import type { WorkItem } from '@caulkhorn/core/planning';
import { USUAL_LEAST_SHARE, filmCheck } from '@caulkhorn/core/proof';
import { toSystem } from '@caulkhorn/core/quantities';
import { type FilmReading, filmWalk } from '@caulkhorn/core/site-log';
import { extentOf } from '@caulkhorn/core/jobs';
import { useMemo, useState } from 'react';
import { parts, useJob, usePlanning } from '../job/job-context';
import { t } from '../messages/t';
import { fieldText, formatQuantity, readQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { TextField } from '../shared/ui/field';
import { useKeptForm } from '../shared/use-kept-form';
import { trueNowIso } from '../shared/true-clock';
import { FilmPicture, type Stretch, useFilmMap } from './film-picture';

/** What a comb is likely to say, as shares of what is wanted: thin ones as well. */
const LIKELY = [0.6, 0.7, 0.8, 0.9, 1, 1.1, 1.25, 1.5] as const;
/** From so thin a film on, mm, combs are cut in such steps, mm. */
const COMBS = [
  { fromMm: 5, stepMm: 0.5 },
  { fromMm: 1, stepMm: 0.1 },
  { fromMm: 0.3, stepMm: 0.05 },
  { fromMm: 0, stepMm: 0.025 },
] as const;

/** The wet film while it is laid: one press a reading, place after place along the face; what is thin says so at once. */
export function FilmPad({ item }: { item: WorkItem }) {
  const { model, revision, log } = useJob(parts('model', 'revision', 'log'));
  const { plan, site } = usePlanning();
  const units = useUnits();
  const targetMm = plan.faces.find(({ faceId }) => faceId === item.faceId)?.layers.find(({ id }) => id === item.step)?.wetMm;
  const face = model.faces.find(({ id }) => id === item.faceId);
  const form = useKeptForm<{ taken: string; other: string }>(`film ${item.id}`, { taken: '[]', other: '' });
  const [skipped, setSkipped] = useState(0);
  const values = form.watch();
  const areaM2 = item.quantity.value;
  const written = site.films.get(item.id);
  const all = useMemo(() => [...(written ?? []), ...readingsIn(values.taken)], [written, values.taken]);
  const stretch = useMemo((): Stretch => {
    const { minU, maxU, minV, maxV } = extentOf(face?.outline ?? []);
    return { fromU: item.zone?.fromM ?? minU, toU: item.zone?.toM ?? maxU, minV, maxV };
  }, [face, item.zone]);
  const map = useFilmMap(all, stretch, USUAL_LEAST_SHARE * (targetMm ?? 0));
  const wanted = useMemo(() => (targetMm === undefined ? 0 : requiredOf(targetMm, areaM2)), [targetMm, areaM2]);
  const walk = useMemo(
    () => (face ? filmWalk(face, Math.max(1, wanted), item.zone ? [item.zone.fromM, item.zone.toM] : undefined) : []),
    [face, wanted, item.zone],
  );
  if (targetMm === undefined || !face || item.targetId !== undefined) return null;
  const taken = readingsIn(values.taken);
  const isWalking = all.length + skipped < walk.length;
  // once the walk is done, one more goes where it settles most
  const place = isWalking ? walk[all.length + skipped] : map?.nextBest;
  const leastMm = USUAL_LEAST_SHARE * targetMm;
  const likely = combValues(targetMm);
  const mm = (value: number) => formatQuantity(value, 'mm', units);
  const keep = (next: readonly FilmReading[]) => form.setValue('taken', JSON.stringify(next));
  const take = (wetMm: number) => keep([...taken, { wetMm, ...(place ? { uM: round(place[0]), vM: round(place[1]) } : {}) }]);
  const last = taken.at(-1);
  const checked =
    all.length > 0
      ? filmCheck.compute({
          readingsMm: all.map(({ wetMm }) => wetMm),
          specifiedMm: targetMm,
          areaM2,
          singleMinFraction: USUAL_LEAST_SHARE,
        })
      : undefined;
  return (
    <section aria-label={t('film.title', { target: mm(targetMm) })} className="border-2 border-rule-strong px-3 py-2.5">
      <h3 className="font-semibold">{t('film.title', { target: mm(targetMm) })}</h3>
      <p className="text-lg">
        {isWalking ? '' : `${t('film.enough')} `}
        {place
          ? t(isWalking ? 'film.next' : 'film.next-best', {
              along: formatQuantity(place[0] - extentOf(face.outline).minU, 'm', units),
              up: formatQuantity(place[1] - stretch.minV, 'm', units),
              no: all.length + skipped + 1,
              of: walk.length,
            })
          : ''}
      </p>
      <FilmPicture {...{ face, stretch, leastMm, next: place }} readings={all} thin={map?.thin ?? []} />
      {map && map.thin.length > 0 ? <p className="text-[13px] text-soft">{t('film.likely-thin')}</p> : null}
      <p className="text-[13px] text-soft">{t('film.press', { unit: toSystem(1, 'mm', units).unit })}</p>
      <div className="mt-1 grid grid-cols-4 gap-2">
        {likely.map((value) => (
          <Button
            key={value}
            size="large"
            aria-label={mm(value)}
            className={`px-1 ${value < leastMm ? 'text-iron' : ''}`}
            onClick={() => take(value)}
          >
            {fieldText(value, 'mm', units)}
          </Button>
        ))}
      </div>
      <form
        className="mt-2 flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          const value = readQuantity(values.other, 'mm', units);
          if (value === undefined || !(value > 0) || value > 30)
            return form.setError('other', { message: t('film.no-figure', { unit: toSystem(1, 'mm', units).unit }) });
          take(value);
          form.clearErrors('other');
          form.setValue('other', '');
        }}
      >
        <div className="flex-1">
          <TextField
            label={t('film.other')}
            unit={toSystem(1, 'mm', units).unit}
            inputMode="decimal"
            fault={form.formState.errors.other?.message}
            {...form.register('other')}
          />
        </div>
        <Button type="submit">{t('film.add')}</Button>
        {place ? <Button onClick={() => setSkipped(skipped + 1)}>{t('film.skip')}</Button> : null}
      </form>
      {last && last.wetMm < leastMm ? (
        <p role="alert" className="mt-2 border-l-4 border-iron bg-iron-soft px-2.5 py-1.5 font-semibold">
          {t('film.thin', { mm: mm(last.wetMm), least: mm(leastMm) })}
        </p>
      ) : null}
      {checked?.ok ? (
        <p className="mt-1.5" role="status">
          {t('film.so-far', { n: all.length, of: wanted, mean: mm(checked.value.mean), min: mm(checked.value.min) })}
        </p>
      ) : null}
      {taken.length > 0 ? (
        <div className="mt-2 grid grid-cols-2 gap-2">
          <Button size="large" onClick={() => keep(taken.slice(0, -1))}>
            {t('film.last-off')}
          </Button>
          <Button
            size="large"
            look="solid"
            onClick={() => {
              log({ kind: 'film', workItemId: item.id, planRevisionId: revision!.id, readings: taken }, trueNowIso());
              form.setValue('taken', '[]');
              form.forget();
            }}
          >
            {t('film.write', { n: taken.length })}
          </Button>
        </div>
      ) : null}
    </section>
  );
}

/** What a comb is likely to say, each once. */
function combValues(targetMm: number): number[] {
  const { stepMm } = COMBS.find(({ fromMm }) => targetMm >= fromMm)!;
  return [...new Set(LIKELY.map((share) => round(Math.max(stepMm, Math.round((share * targetMm) / stepMm) * stepMm))))];
}

function requiredOf(specifiedMm: number, areaM2: number): number {
  const checked = filmCheck.compute({ readingsMm: [specifiedMm], specifiedMm, areaM2, singleMinFraction: USUAL_LEAST_SHARE });
  return checked.ok ? checked.value.requiredCount : 0;
}

/** What was taken and not written yet; what cannot be read is none. */
function readingsIn(text: string): FilmReading[] {
  try {
    const read: unknown = JSON.parse(text);
    return Array.isArray(read) ? (read as FilmReading[]) : [];
  } catch {
    return [];
  }
}

const round = (value: number): number => Math.round(value * 1000) / 1000;
