import '../messages/today';
import { productOfWork, releasedItem } from '@caulkhorn/core/proof';
import { type EntryBody, GASES, type LogEntry, breachesOf, dewMargin, gasAlarms } from '@caulkhorn/core/site-log';
import { t, tOf } from '../messages/t';
import { formatMargin, formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { timeOfDay } from '../shared/times';
import { GlassDrawn } from '../shared/ui/glass-drawn';
import { breachText } from '../words/breach-text';
import { cautionText } from '../words/caution-text';
import { itemName } from '../words/item-name';
import { parts, useJob } from '../job/job-context';

/** What an entry says, in words; in short, what it is about. */
export function EntryText({
  entry,
  name: given,
  short = false,
}: {
  entry: LogEntry;
  /** of its work, where a record has a name of its own for it */ name?: string | undefined;
  short?: boolean;
}) {
  const { model, revision, lines } = useJob(parts('model', 'revision', 'lines'));
  const units = useUnits();
  const { body } = entry;
  const at = (iso: string) => timeOfDay(iso, model.job.timeZone);
  const conditions = 'conditions' in body ? body.conditions : undefined;
  const margin = conditions && dewMargin(conditions);
  const takenAt = 'conditionsAt' in body && body.conditionsAt ? ` ${t('log.measured-at', { at: at(body.conditionsAt) })}` : '';
  const product = body.kind === 'start' && revision ? productOfWork(revision, body.workItemId) : undefined;
  const breaches = body.kind === 'start' && conditions ? breachesOf(product, conditions) : [];
  const face = 'faceId' in body ? model.faces.find((f) => f.id === body.faceId)?.mark : undefined;
  const workItemId = workOf(body, lines);
  const item = workItemId === undefined ? undefined : revision && releasedItem(revision.workItems, workItemId);
  const name = given ?? (item ? itemName(item, model) : workItemId);
  const room = 'spaceId' in body ? model.spaces.find(({ id }) => id === body.spaceId)?.name : undefined;
  if (short) return <b>{t(`log.entry-${body.kind}`, { name: name ?? face ?? room ?? t('log.whole-site') })}</b>;
  return (
    <>
      <b>{t(`log.entry-${body.kind}`, { name: name ?? face ?? room ?? t('log.whole-site') })}</b>
      {body.kind === 'pail' ? ` · ${t(`log.became.${body.became}`)}` : ''}
      {body.kind === 'hold' ? ` · ${holdText(body)}` : ''}
      {body.kind === 'hold' && body.glass ? (
        <GlassDrawn drawn={body.glass.drawn} label={t('hold.drawn', { name: body.glass.name })} />
      ) : null}
      {body.kind === 'gas' ? ` · ${GASES.map((gas) => t(`confined.read.${gas}`, { figure: body.reading[gas] })).join(' · ')}` : ''}
      {body.kind === 'gas' && gasAlarms(body.reading).length > 0 ? (
        <span className="block font-semibold text-iron">
          {gasAlarms(body.reading)
            .map(({ gas, figure, limit, side }) => t(`confined.beyond-${side}`, { gas: t(`confined.gas.${gas}`), figure, limit }))
            .join(' ')}
        </span>
      ) : null}
      {body.kind === 'rescue' ? ` · ${t('log.rescue', { out: body.out, call: body.call })}` : ''}
      {body.kind === 'inside' ? ` · ${t(`log.went-${body.went}`, { name: body.name, watcher: body.watcher ?? '' })}` : ''}
      {body.kind === 'talk' ? ` · ${t('log.heard-by', { names: body.heard.join(', ') })}` : ''}
      {body.kind === 'diary' ? `, ${[`${body.day}: ${body.word}`, ...diaryParts(body)].join(' ')}` : ''}
      {body.kind === 'alone' ? ` · ${t(`log.alone.${body.state}`, { n: body.everyMin ?? 0 })}` : ''}
      {body.kind === 'photo' ? ` · ${t(`work-photos.short.${body.of}`)}` : ''}
      {body.kind === 'test' ? ` · ${tOf(`test.${body.testId}`)}` : ''}
      {body.kind === 'sign'
        ? ` · ${body.glass ? `${body.glass.name}, ` : ''}${t(`sign.role.${body.role}`)} · ${body.fingerprint.slice(0, 12)} …`
        : ''}
      {body.kind === 'visit'
        ? ` · ${[t(`visit.why.${body.why}`), t(`visit.wet.${body.wet}`), ...body.found.map((by) => t(`voided.${by}`))].join(' · ')}`
        : ''}
      {body.kind === 'unsign' ? ` · ${body.reason}` : ''}
      {body.kind === 'hot' ? ` · ${body.of === 'out' ? t('hot.was-out') : formatQuantity(body.kettleC!, '°C', units)}` : ''}
      {body.kind === 'look' ? ` · ${t(body.isRight ? 'log.look-right' : 'log.look-wrong', { look: t(`look.name.${body.look}`) })}` : ''}
      {body.kind === 'round' ? ` · ${t(`log.how.${body.how}`)}` : ''}
      {body.kind === 'film' ? ` · ${filmText(body, (mm) => formatQuantity(mm, 'mm', units))}` : ''}
      {'batchNumber' in body && body.batchNumber ? ` · ${t('log.batch', { batch: body.batchNumber })}` : ''}
      {body.kind === 'finish' && body.firstLaidAt && body.lastLaidAt
        ? ` · ${t('log.laid', { first: at(body.firstLaidAt), last: at(body.lastLaidAt) })}`
        : ''}
      {body.kind === 'finish' && body.usedKg !== undefined ? ` · ${formatQuantity(body.usedKg, 'kg', units)}` : ''}
      {body.kind === 'finish' && body.hands ? ` · ${t('log.with', { names: body.hands.join(', ') })}` : ''}
      {conditions
        ? ` · ${t('log.conditions', { air: formatQuantity(conditions.airTemperatureC, '°C', units), surface: formatQuantity(conditions.surfaceTemperatureC, '°C', units), rh: conditions.relativeHumidityPct })}${takenAt}`
        : ''}
      {margin ? ` · ${t('log.margin', { margin: formatMargin(margin.marginC, units) })}` : ''}
      {breaches.map((breach) => (
        <span key={breach.code} className="block font-semibold text-iron">
          {breachText(breach, units)}
        </span>
      ))}
      {body.kind === 'start' && body.breachReason ? <span className="block border-l-4 border-iron pl-2">{body.breachReason}</span> : null}
      {body.kind === 'care' ? (
        <span className="block text-[13px]">{body.checks.map((check) => tOf(`care.${check}`)).join(' ')}</span>
      ) : null}
      {body.kind === 'talk' ? <span className="block text-[13px]">{body.cautions.map(cautionText).join(' ')}</span> : null}
      {body.note ? <span className="block">{body.note}</span> : null}
    </>
  );
}

function holdText({ verdict, reason, glass }: Extract<EntryBody, { kind: 'hold' }>): string {
  const guest = glass && t('log.hold.guest', { name: glass.firm ? `${glass.name}, ${glass.firm}` : glass.name });
  return `${guest ? `${guest} · ` : ''}${t(`log.hold.${verdict}`)}${reason ? `: ${reason}` : ''}`;
}

/** The piece of work that an entry is about; of a pail, the one it was mixed for. */
export function workOf(body: EntryBody, lines: readonly { entry: LogEntry }[]): string | undefined {
  if ('workItemId' in body) return body.workItemId;
  const mix = body.kind === 'pail' ? lines.find(({ entry }) => entry.id === body.mixId)?.entry.body : undefined;
  return mix?.kind === 'mix' ? mix.workItemId : undefined;
}

function filmText({ readings }: Extract<EntryBody, { kind: 'film' }>, mm: (value: number) => string): string {
  const values = readings.map(({ wetMm }) => wetMm);
  return t('log.film-read', { n: readings.length, least: mm(Math.min(...values)), most: mm(Math.max(...values)) });
}

const diaryParts = ({ visitors, delays }: Extract<LogEntry['body'], { kind: 'diary' }>): string[] => [
  ...(visitors ? [`${t('diary.visitors')}: ${visitors}`] : []),
  ...(delays ? [`${t('diary.delays')}: ${delays}`] : []),
];
