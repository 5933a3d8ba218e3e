import { productOfWork } from '@caulkhorn/core/proof';
import { type LogEntry, breachesOf, dewMargin, timeMarks } from '@caulkhorn/core/site-log';
import { useState } from 'react';
import { t, tOf } from '../messages/t';
import { formatMargin, formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { dayAndTime, timeOfDay } from '../shared/times';
import { Button } from '../shared/ui/button';
import { Dialog } from '../shared/ui/dialog';
import { breachText } from '../words/breach-text';
import { itemName } from '../words/item-name';
import { parts, useJob } from '../job/job-context';
import { StepForm } from './step-form';

const SHORT = 12;

/** The log, newest first. Nothing is changed; a correction stands beside what it corrects. */
export function LogList({ faceId }: { faceId?: string }) {
  const { model, lines, revision, can, session } = useJob(parts('model', 'lines', 'revision', 'can', 'session'));
  const [all, setAll] = useState(false);
  const [correcting, setCorrecting] = useState<LogEntry | null>(null);
  const items = new Map(revision?.workItems.map((item) => [item.id, item]));
  const superseded = new Set(lines.flatMap(({ entry }) => (entry.supersedes ? [entry.supersedes] : [])));
  const faceOf = ({ body }: LogEntry) =>
    'workItemId' in body ? items.get(body.workItemId)?.faceId : 'faceId' in body ? body.faceId : undefined;
  const wanted = lines
    .filter(({ entry }) => !faceId || faceOf(entry) === faceId)
    .sort((a, b) => Date.parse(b.entry.writtenAt) - Date.parse(a.entry.writtenAt));
  const item = correcting && 'workItemId' in correcting.body ? items.get(correcting.body.workItemId) : undefined;
  if (wanted.length === 0) return <p className="text-soft">{t('log.empty')}</p>;
  return (
    <>
      <ol className="divide-y divide-rule">
        {(all ? wanted : wanted.slice(0, SHORT)).map(({ entry, receipt, importedAt }) => {
          const isSuperseded = superseded.has(entry.id);
          return (
            <li key={entry.id} className={`py-1.5 ${isSuperseded ? 'text-soft line-through' : ''}`}>
              <div className="flex items-baseline gap-2">
                <span className="w-10 shrink-0 text-right text-[13px] text-soft">{receipt ? receipt.receiptSeq : '…'}</span>
                <span className="min-w-0 flex-1">
                  <EntryText entry={entry} name={'workItemId' in entry.body ? nameOf(entry.body.workItemId) : undefined} />
                </span>
                {mayCorrect(entry) && !isSuperseded && 'workItemId' in entry.body && items.has(entry.body.workItemId) ? (
                  <Button look="quiet" size="small" className="no-print" onClick={() => setCorrecting(entry)}>
                    {t('log.correct-short')}
                  </Button>
                ) : null}
              </div>
              <p className="pl-12 text-[13px] text-soft">
                {dayAndTime(entry.occurredAt, model.job.timeZone)} · {entry.personName}
                {entry.supersedes ? ` · ${t('log.corrects')}` : ''}
                {entry.supersedesReason ? ` (${entry.supersedesReason})` : ''}
                {importedAt ? ` · ${t('log.imported')}` : ''}
                {receipt ? timeMarks({ entry, receipt, importedAt }).map((mark) => ` · ${t(`log.mark.${mark}`)}`) : null}
                {receipt ? '' : ` · ${t('log.waiting')}`}
              </p>
            </li>
          );
        })}
      </ol>
      {!all && wanted.length > SHORT ? (
        <Button look="quiet" size="small" onClick={() => setAll(true)}>
          {t('log.show-all', { n: wanted.length })}
        </Button>
      ) : null}
      {correcting && item ? (
        <Dialog open onOpenChange={() => setCorrecting(null)} title={t('log.correct-title')}>
          <StepForm
            item={item}
            kind={correcting.body.kind as 'start' | 'finish'}
            corrects={correcting}
            onSaved={() => setCorrecting(null)}
          />
        </Dialog>
      ) : null}
    </>
  );

  /** one's own, or another's with a reason by who looks after the log; the server asks the same */
  function mayCorrect({ personId }: LogEntry): boolean {
    return can('log') && (personId === session.personId || can('supersede-others'));
  }

  function nameOf(workItemId: string): string {
    const known = items.get(workItemId);
    return known ? itemName(known, model) : workItemId;
  }
}

export function EntryText({ entry, name }: { entry: LogEntry; name?: string }) {
  const { model, revision } = useJob(parts('model', 'revision'));
  const units = useUnits();
  const { body } = entry;
  const at = (iso: string) => timeOfDay(iso, model.job.timeZone);
  const conditions = 'conditions' in body ? body.conditions : undefined;
  const margin = conditions && dewMargin(conditions);
  const takenAt = 'conditionsAt' in body && body.conditionsAt ? ` ${t('log.measured-at', { at: at(body.conditionsAt) })}` : '';
  const product = body.kind === 'start' && revision ? productOfWork(revision, body.workItemId) : undefined;
  const breaches = body.kind === 'start' && conditions ? breachesOf(product, conditions) : [];
  const face = 'faceId' in body ? model.faces.find((f) => f.id === body.faceId)?.mark : undefined;
  const room = body.kind === 'care' ? model.spaces.find(({ id }) => id === body.spaceId)?.name : undefined;
  return (
    <>
      <b>{name ? t(`log.entry-${body.kind}`, { name }) : t(`log.entry-${body.kind}`, { name: face ?? room ?? t('log.whole-site') })}</b>
      {'batchNumber' in body && body.batchNumber ? ` · ${t('log.batch', { batch: body.batchNumber })}` : ''}
      {body.kind === 'finish' && body.firstLaidAt && body.lastLaidAt
        ? ` · ${t('log.laid', { first: at(body.firstLaidAt), last: at(body.lastLaidAt) })}`
        : ''}
      {body.kind === 'finish' && body.usedKg !== undefined ? ` · ${formatQuantity(body.usedKg, 'kg', units)}` : ''}
      {conditions
        ? ` · ${t('log.conditions', { air: formatQuantity(conditions.airTemperatureC, '°C', units), surface: formatQuantity(conditions.surfaceTemperatureC, '°C', units), rh: conditions.relativeHumidityPct })}${takenAt}`
        : ''}
      {margin ? <span> · {t('log.margin', { margin: formatMargin(margin.marginC, units) })}</span> : null}
      {breaches.map((breach) => (
        <span key={breach.code} className="block font-semibold text-iron">
          {breachText(breach, units)}
        </span>
      ))}
      {body.kind === 'start' && body.breachReason ? <span className="block border-l-4 border-iron pl-2">{body.breachReason}</span> : null}
      {body.kind === 'care' ? (
        <span className="block text-[13px]">{body.checks.map((check) => tOf(`care.${check}`)).join(' ')}</span>
      ) : null}
      {body.note ? <span className="block">{body.note}</span> : null}
    </>
  );
}
