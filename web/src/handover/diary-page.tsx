import '../messages/later';
import { DiaryBodyDto, checkShape } from '@caulkhorn/contract';
import { type Diary, type DiaryWork, diaryOf } from '@caulkhorn/core/proof';
import { DAY_MS } from '@caulkhorn/core/quantities';
import type { EntryBody, LogEntry } from '@caulkhorn/core/site-log';
import { type ReactNode, useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { parts, useJob } from '../job/job-context';
import { useHouse } from '../job/use-house';
import { t } from '../messages/t';
import { DayPaper } from '../programme/day-paper';
import { boundsOfDay, dayOf } from '../programme/day-sheet';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { fullTime, timeOfDay, weekdayDay } from '../shared/times';
import { trueNowIso } from '../shared/true-clock';
import { TextArea } from '../shared/ui/field';
import { FormFoot } from '../shared/ui/form-foot';
import { useKeptForm } from '../shared/use-kept-form';
import { useNow } from '../shared/use-now';
import { EntryText } from '../site-log/entry-text';
import { useStores } from '../stores/use-stores';
import { itemName } from '../words/item-name';

/** A day of the job by itself from the log, on paper or as a file: who, in which air, what, and what went wrong; closed by a word of who answers for it. */
export function DiaryPage() {
  const { model, lines, can } = useJob(parts('model', 'lines', 'can'));
  const [query, setQuery] = useSearchParams();
  const now = useNow(60_000);
  const { timeZone } = model.job;
  const today = dayOf(now, timeZone);
  const asked = query.get('day') ?? today;
  const isDay = boundsOfDay(asked, timeZone) !== undefined;
  const day = isDay ? asked : today;
  const diary = useMemo(() => diaryOf(lines, { day, ...boundsOfDay(day, timeZone)! }), [lines, day, timeZone]);
  const noonMs = boundsOfDay(day, timeZone)!.fromMs + DAY_MS / 2;
  const go = (byDays: number) => setQuery({ day: dayOf(noonMs + byDays * DAY_MS, timeZone) }, { replace: true });
  return (
    <DayPaper from="site-log" go={go} printing={t('diary.print')} heading={t('diary.title', { day: weekdayDay(noonMs, timeZone) })}>
      {isDay ? null : (
        <p role="alert" className="mb-3 font-medium text-iron">
          {t('diary.no-such-day')}
        </p>
      )}
      {diary.entries === 0 ? <p className="text-soft">{t('diary.empty')}</p> : <DiaryParts diary={diary} />}
      {can('stock') ? <Deliveries day={day} /> : null}
      <section aria-label={t('diary.word')} className="mt-5 border-t-2 border-ink pt-2">
        <h2 className="font-semibold">{t('diary.word')}</h2>
        {diary.word ? (
          <>
            <p className="whitespace-pre-line">{diary.word.text}</p>
            {diary.word.visitors ? <Named name={t('diary.visitors')} text={diary.word.visitors} /> : null}
            {diary.word.delays ? <Named name={t('diary.delays')} text={diary.word.delays} /> : null}
            <p className="text-[13px]">{t('diary.said-by', { name: diary.word.name, at: fullTime(diary.word.at, timeZone) })}</p>
          </>
        ) : (
          <p className="text-soft">{t('diary.no-word')}</p>
        )}
        {can('log') ? <WordForm key={day} day={day} before={diary.word} /> : null}
      </section>
      <p className="mt-6 border-t border-ink pt-2 text-[13px]">{t('diary.from', { n: diary.entries })}</p>
    </DayPaper>
  );
}

function DiaryParts({ diary }: { diary: Diary }) {
  const { model, revision } = useJob(parts('model', 'revision'));
  const units = useUnits();
  const { timeZone } = model.job;
  const at = (ms: number) => timeOfDay(ms, timeZone);
  const nameOf = (workItemId: string) => {
    const item = revision?.workItems.find(({ id }) => id === workItemId);
    return item ? itemName(item, model) : workItemId;
  };
  const whereOf = ({ faceId, workItemId }: Diary['weather'][number]) =>
    workItemId === undefined ? (model.faces.find(({ id }) => id === faceId)?.mark ?? t('log.whole-site')) : nameOf(workItemId);
  return (
    <div className="flex flex-col gap-4">
      <Part title={t('diary.people')}>
        <ul>
          {diary.people.map(({ name, fromMs, untilMs, workItemIds }) => (
            <li key={name}>
              <b>{name}</b> {t('diary.from-until', { from: at(fromMs), until: at(untilMs) })}
              {workItemIds.length > 0 ? `: ${workItemIds.map(nameOf).join(', ')}` : ''}
            </li>
          ))}
        </ul>
        <p className="text-[13px] text-soft">{t('diary.people-how')}</p>
      </Part>
      {diary.weather.length > 0 ? (
        <Part title={t('diary.weather')}>
          <table className="w-full text-left">
            <thead className="text-[13px]">
              <tr>
                {(['at', 'where', 'air', 'surface', 'rh'] as const).map((column) => (
                  <th key={column} className="border-b border-rule-strong pr-3 font-medium">
                    {t(`diary.column.${column}`)}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody className="tabular-nums">
              {diary.weather.map((each) => (
                <tr key={`${each.at} ${whereOf(each)}`} className="align-top">
                  <td className="pr-3">{at(each.at)}</td>
                  <td className="pr-3">{whereOf(each)}</td>
                  <td className="pr-3">{formatQuantity(each.conditions.airTemperatureC, '°C', units)}</td>
                  <td className="pr-3">{formatQuantity(each.conditions.surfaceTemperatureC, '°C', units)}</td>
                  <td>{each.conditions.relativeHumidityPct} %</td>
                </tr>
              ))}
            </tbody>
          </table>
        </Part>
      ) : null}
      {diary.work.length > 0 ? (
        <Part title={t('diary.work')}>
          <ul className="divide-y divide-rule">
            {diary.work.map((work) => (
              <li key={work.workItemId} className="py-1.5 break-inside-avoid-page">
                <b>{nameOf(work.workItemId)}</b>{' '}
                {t(`diary.was-${stateOf(work)}`, { from: at(work.startedMs ?? 0), until: at(work.finishedMs ?? 0) })}
                <span className="block text-[13px]">{countsOf(work, (kg) => formatQuantity(kg, 'kg', units)).join(' · ')}</span>
              </li>
            ))}
          </ul>
        </Part>
      ) : null}
      {diary.guests ? (
        <Part title={t('diary.visitors')}>
          <ul>
            {diary.guests.map((guest) => (
              <li key={guest.at}>{t('diary.guest', { name: guest.name, at: at(guest.at) })}</li>
            ))}
          </ul>
        </Part>
      ) : null}
      <Entries title={t('diary.trouble')} entries={diary.trouble} timeZone={timeZone} isLoud />
      <Entries title={t('diary.care')} entries={diary.care} timeZone={timeZone} />
      <Entries title={t('diary.notes')} entries={diary.notes} timeZone={timeZone} />
    </div>
  );
}

const stateOf = ({ startedMs, finishedMs }: DiaryWork) =>
  startedMs === undefined ? (finishedMs === undefined ? 'on' : 'finished') : finishedMs === undefined ? 'begun' : 'begun-finished';

function countsOf({ people, batchNumbers, usedKg, pails, films, rounds, photos }: DiaryWork, kg: (value: number) => string): string[] {
  return [
    people.join(', '),
    ...(batchNumbers.length > 0 ? [t('log.batch', { batch: batchNumbers.join(', ') })] : []),
    ...(usedKg > 0 ? [t('diary.used', { kg: kg(usedKg) })] : []),
    ...(pails > 0 ? [t('diary.pails', { n: pails })] : []),
    ...(films > 0 ? [t('diary.films', { n: films })] : []),
    ...(rounds > 0 ? [t('diary.rounds', { n: rounds })] : []),
    ...(photos > 0 ? [t('diary.photos', { n: photos })] : []),
  ];
}

function Part({ title, className, children }: { title: string; className?: string; children: ReactNode }) {
  return (
    <section aria-label={title} className={className}>
      <h2 className="mb-1 border-b border-rule-strong font-semibold">{title}</h2>
      {children}
    </section>
  );
}

function Entries({
  title,
  entries,
  timeZone,
  isLoud = false,
}: {
  title: string;
  entries: readonly LogEntry[];
  timeZone: string;
  isLoud?: boolean;
}) {
  if (entries.length === 0) return null;
  return (
    <Part title={title}>
      <ul>
        {entries.map((entry) => (
          <li key={entry.id} className={`grid grid-cols-[60px_1fr] gap-x-2 py-1 ${isLoud ? 'border-l-4 border-iron pl-2' : ''}`}>
            <span className="tabular-nums">{timeOfDay(entry.occurredAt, timeZone)}</span>
            <span>
              <EntryText entry={entry} /> <span className="text-[13px] text-soft">{entry.personName}</span>
            </span>
          </li>
        ))}
      </ul>
    </Part>
  );
}

function Named({ name, text }: { name: string; text: string }) {
  return (
    <p className="whitespace-pre-line">
      <b>{name}:</b> {text}
    </p>
  );
}

function WordForm({ day, before }: { day: string; before: Diary['word'] }) {
  const { log, jobId } = useJob(parts('log', 'jobId'));
  const form = useKeptForm(`diary ${jobId} ${day}`, {
    ...{ word: before?.text ?? '', visitors: before?.visitors ?? '', delays: before?.delays ?? '' },
  });
  const save = form.handleSubmit(({ word, visitors, delays }) => {
    const shape = checkShape<EntryBody>(DiaryBodyDto, {
      ...{ kind: 'diary', day, word: word.trim() },
      ...(visitors.trim() ? { visitors: visitors.trim() } : {}),
      ...(delays.trim() ? { delays: delays.trim() } : {}),
    });
    if (!shape.ok) return form.showIssues(shape.issues);
    log(shape.value, trueNowIso());
    form.forget();
  });
  return (
    <form onSubmit={(event) => void save(event)} noValidate className="no-print mt-2 flex flex-col gap-2">
      <TextArea
        label={t('diary.add-word')}
        hint={t('diary.word-how')}
        fault={form.formState.errors.word?.message}
        {...form.register('word')}
      />
      <TextArea label={t('diary.visitors-who')} fault={form.formState.errors.visitors?.message} {...form.register('visitors')} />
      <TextArea label={t('diary.delays-why')} fault={form.formState.errors.delays?.message} {...form.register('delays')} />
      <FormFoot
        fault={form.formState.errors.root?.message}
        label={t('diary.close')}
        className="self-start max-[719px]:h-14 max-[719px]:self-stretch"
      />
    </form>
  );
}

/** What came into the store on the day, and what was taken out of it for this job or came back. */
function Deliveries({ day }: { day: string }) {
  const { model, organisationId, jobId } = useJob(parts('model', 'organisationId', 'jobId'));
  const { catalogue } = useHouse();
  const units = useUnits();
  const { moves, stock } = useStores(organisationId, catalogue);
  const lots = new Map((stock?.lots ?? []).map((lot) => [lot.id, lot]));
  const onDay = (moves ?? []).filter(({ at }) => dayOf(Date.parse(at), model.job.timeZone) === day);
  const said = onDay.flatMap((move) => {
    const isOfJob = (move.kind === 'taken' || move.kind === 'returned') && move.jobId === jobId;
    const lot = move.kind === 'delivery' ? lots.get(move.id) : isOfJob ? lots.get(move.lotId) : undefined;
    if (!lot?.sheet) return [];
    const amount = move.kind === 'delivery' ? move.packs * move.packSize : isOfJob ? move.amount : 0;
    const what = { amount: formatQuantity(amount, lot.sheet.measure, units), product: lot.sheet.name, batch: lot.batchNumber };
    return [
      {
        id: move.id,
        text: t(move.kind === 'delivery' ? 'diary.delivered' : move.kind === 'taken' ? 'diary.taken' : 'diary.returned', what),
      },
    ];
  });
  if (said.length === 0) return null;
  return (
    <Part title={t('diary.deliveries')} className="mt-4">
      <ul>
        {said.map(({ id, text }) => (
          <li key={id}>{text}</li>
        ))}
      </ul>
    </Part>
  );
}
