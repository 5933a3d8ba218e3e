import '../messages/later';
import { TalkBodyDto, checkShape } from '@caulkhorn/contract';
import { type WorkItem, hazardsOf } from '@caulkhorn/core/planning';
import type { ReleasedPlan } from '@caulkhorn/core/proof';
import { DAY_MS } from '@caulkhorn/core/quantities';
import { type EntryBody, dayStart, talkOf } from '@caulkhorn/core/site-log';
import { useMemo, useState } from 'react';
import { parts, useJob, usePlanning } from '../job/job-context';
import { useHouse } from '../job/use-house';
import { t } from '../messages/t';
import { trueNowIso } from '../shared/true-clock';
import { Button } from '../shared/ui/button';
import { useKeptForm } from '../shared/use-kept-form';
import { cautionText } from '../words/caution-text';
import { NOBODY_TICKED, NameTicks } from './name-ticks';

/**
 * What can hurt somebody at what is on or due today, and at the work that is looked at: by the work and its products, and by the places
 * where it is done. On a day without work of its own the next one's counts: who comes all the same comes for that.
 */
function useCautions(now: number, shown: WorkItem | undefined): string[] {
  const { model, revision } = useJob(parts('model', 'revision'));
  const { programme, workItems, plan } = usePlanning();
  const { timeZone } = model.job;
  const todayMs = dayStart(now, timeZone);
  return useMemo(() => {
    const items = new Map(workItems.map((item) => [item.id, item]));
    const released = revision?.decided as ReleasedPlan | null | undefined;
    // what goes on by itself brings nobody
    const open = programme.tasks.filter(
      ({ id, state, endMs }) => state !== 'done' && endMs > todayMs && items.get(id)?.restH === undefined,
    );
    const firstMs = open.length === 0 ? todayMs : Math.min(...open.map(({ startMs }) => startMs));
    const nextMs = dayStart(Math.max(todayMs, firstMs), timeZone);
    const due = open.filter(({ startMs }) => startMs < nextMs + DAY_MS).flatMap(({ id }) => items.get(id) ?? []);
    const work = [...(shown ? [shown] : []), ...due];
    const byWork = work.flatMap((item) => hazardsOf(item, plan.faces.find(({ faceId }) => faceId === item.faceId)?.lines ?? []));
    const byPlace = work.flatMap(({ faceId }) => released?.faces.find((face) => face.faceId === faceId)?.care ?? []);
    return [...new Set<string>([...byWork, ...byPlace])];
  }, [programme, workItems, plan, revision, shown, todayMs, timeZone]);
}

/**
 * The talk of the day: its cautions, and who has heard them, ticked by each. It stands at the head of Now while there is something to
 * talk of, and at its foot where that was held before one came here.
 */
export function TalkBeforeWork({
  now,
  item,
  at,
}: {
  now: number;
  /** that is looked at */ item: WorkItem | undefined;
  at: 'head' | 'foot';
}) {
  const { model, lines } = useJob(parts('model', 'lines'));
  const cautions = useCautions(now, item);
  const minute = Math.ceil(now / 60_000) * 60_000;
  const { timeZone } = model.job;
  const talk = useMemo(() => talkOf(lines, cautions, { atMs: minute, timeZone }), [lines, cautions, minute, timeZone]);
  const [place, setPlace] = useState<'head' | 'foot'>();
  // once it is known what the day brings; after that it stays where it is
  if (place === undefined && cautions.length > 0) setPlace(talk.left.length > 0 ? 'head' : 'foot');
  if (cautions.length === 0 || place !== at) return null;
  return (
    <details className={at === 'head' ? 'mb-3 border-b border-rule' : 'border-t border-rule'}>
      <summary className="min-h-14 py-4 font-semibold">
        {t('talk.title')}
        <span className="ml-2 font-normal text-soft">
          {talk.left.length > 0 ? t('talk.left', { n: talk.left.length }) : t('talk.held', { n: talk.heardAll.length })}
        </span>
      </summary>
      <p>{t('talk.about')}</p>
      <ul className="my-2 flex flex-col gap-1.5 border-l-4 border-iron bg-iron-soft px-2.5 py-2">
        {cautions.map((caution) => (
          <li key={caution} className={talk.left.includes(caution) ? 'font-medium' : ''}>
            {cautionText(caution)}
          </li>
        ))}
      </ul>
      <p className="text-[13px] text-soft">{t('talk.defers')}</p>
      {talk.heardAll.length > 0 ? <p className="mt-2">{t('talk.heard-all', { names: talk.heardAll.join(', ') })}</p> : null}
      {talk.heardSome.length > 0 ? <p className="mt-2 font-medium">{t('talk.heard-some', { names: talk.heardSome.join(', ') })}</p> : null}
      <WhoHeard cautions={cautions} heardAll={talk.heardAll} />
    </details>
  );
}

function WhoHeard({ cautions, heardAll }: { cautions: readonly string[]; heardAll: readonly string[] }) {
  const { log, jobId, lines, session } = useJob(parts('log', 'jobId', 'lines', 'session'));
  const { people = [] } = useHouse();
  const form = useKeptForm(`talk ${jobId}`, { heard: NOBODY_TICKED });
  const value = form.watch('heard');
  const isHeard = (name: string) => heardAll.some((each) => each.toLowerCase() === name.trim().toLowerCase());
  const known = [session.name, ...people.map(({ name }) => name), ...lines.map(({ entry }) => entry.personName)];
  const heard = value.ticked.filter((name) => !isHeard(name));
  const write = form.handleSubmit(() => {
    const cards = people.flatMap(({ name, cards: own = [] }) => (heard.includes(name) ? own.map((card) => ({ name, ...card })) : []));
    const shape = checkShape<EntryBody>(TalkBodyDto, { kind: 'talk', cautions, heard, ...(cards.length > 0 ? { cards } : {}) });
    if (!shape.ok) return form.showIssues(shape.issues);
    log(shape.value, trueNowIso());
    form.reset({ heard: NOBODY_TICKED });
    form.forget();
  });
  return (
    <form aria-label={t('talk.who')} onSubmit={(event) => void write(event)} noValidate className="mt-2 flex flex-col gap-2">
      <NameTicks
        legend={t('talk.who')}
        addLabel={t('talk.add')}
        known={known.filter((name) => !isHeard(name))}
        value={{ ...value, added: value.added.filter((name) => !isHeard(name)) }}
        fault={form.formState.errors.heard?.message}
        put={(part) => form.setValue('heard', { ...value, ...part })}
      />
      <Button type="submit" look="solid" size="large" disabled={heard.length === 0}>
        {t(heard.length === 0 ? 'talk.nobody' : 'talk.write')}
      </Button>
    </form>
  );
}
