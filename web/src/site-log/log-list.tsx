import '../messages/later';
import { type EntryBody, type LogEntry, timeMarks } from '@caulkhorn/core/site-log';
import { isTrouble } from '@caulkhorn/core/proof';
import { Download } from 'lucide-react';
import { useMemo, useState } from 'react';
import { t } from '../messages/t';
import { saveFile } from '../shared/save-file';
import { dayAndTime, daysIn } from '../shared/times';
import { Button } from '../shared/ui/button';
import { Dialog } from '../shared/ui/dialog';
import { logCsv } from '../exchange/log-csv';
import { itemName } from '../words/item-name';
import { parts, useJob } from '../job/job-context';
import { EntryText } from './entry-text';
import { type LogFilter, filterLog, indexLog } from './log-filter';
import { StepForm } from './step-form';

const SHORT = 12;
/** More of a long log at a press. */
const MORE = 200;
/** A log as short as this needs no choosing from. */
const FEW = 6;

/** The log, newest first, of a face or chosen from by who, what and when. Nothing is changed; a correction stands beside what it corrects. */
export function LogList({ faceId }: { faceId?: string }) {
  const { model, lines, revision, can, session, outbox } = useJob(parts('model', 'lines', 'revision', 'can', 'session', 'outbox'));
  const unkept = new Set(
    outbox.pending.flatMap(({ id, kind, payload }) => (kind === 'log.append' && outbox.unkept.includes(id) ? [payload.id] : [])),
  );
  const [shown, setShown] = useState(SHORT);
  const [filter, setFilter] = useState<LogFilter>({});
  const [correcting, setCorrecting] = useState<LogEntry | null>(null);
  const items = useMemo(() => new Map(revision?.workItems.map((item) => [item.id, item])), [revision]);
  const { timeZone } = model.job;
  const indexed = useMemo(() => {
    const faceOfWork = new Map([...items].map(([id, item]) => [id, item.faceId]));
    return indexLog(lines, faceOfWork, daysIn(timeZone));
  }, [lines, items, timeZone]);
  const superseded = useMemo(() => new Set(lines.flatMap(({ entry }) => (entry.supersedes ? [entry.supersedes] : []))), [lines]);
  const wanted = useMemo(() => filterLog(indexed, { ...filter, ...(faceId ? { faceId } : {}) }), [indexed, filter, faceId]);
  const troubles = useMemo(() => lines.filter(({ entry }) => isTrouble(entry)).length, [lines]);
  const item = correcting && 'workItemId' in correcting.body ? items.get(correcting.body.workItemId) : undefined;
  if (lines.length === 0) return <p className="text-soft">{t('log.empty')}</p>;
  const save = (type: 'csv' | 'json') => {
    const chosen = wanted.map(({ line }) => line);
    const text = type === 'csv' ? logCsv(chosen, { nameOf, markOf }) : JSON.stringify(chosen, null, 2);
    saveFile(`${t('log.title')} ${model.job.name}.${type}`, text, type === 'csv' ? 'text/csv;charset=utf-8' : 'application/json');
  };
  return (
    <>
      {lines.length > FEW ? (
        <div role="group" aria-label={t('log.filter')} className="no-print mb-1.5 flex flex-wrap items-end gap-2">
          <Choice
            label={t('log.of-person')}
            options={new Map(lines.map(({ entry }) => [entry.personId, entry.personName]))}
            value={filter.personId}
            choose={(personId) => setFilter({ ...filter, personId })}
          />
          <Choice
            label={t('log.of-kind')}
            options={new Map(lines.map(({ entry: { body } }) => [body.kind, t(`log.kind.${body.kind}`)]))}
            value={filter.kind}
            choose={(kind) => setFilter({ ...filter, kind: kind as EntryBody['kind'] | undefined })}
          />
          <Choice
            label={t('log.of-day')}
            options={new Map(indexed.map(({ day }) => [day, day]))}
            value={filter.day}
            choose={(day) => setFilter({ ...filter, day })}
          />
          <label className="flex min-h-9 items-center gap-1.5 text-[13px] max-[719px]:min-h-14">
            <input
              type="checkbox"
              className="size-4 accent-[var(--water)]"
              checked={filter.isTrouble ?? false}
              onChange={({ target }) => setFilter({ ...filter, isTrouble: target.checked })}
            />
            {t('log.trouble-only', { n: troubles })}
          </label>
          {(['csv', 'json'] as const).map((type) => (
            <Button key={type} size="small" className="max-[719px]:h-14" onClick={() => save(type)}>
              <Download size={14} aria-hidden /> {t(`log.as-${type}`)}
            </Button>
          ))}
        </div>
      ) : null}
      {wanted.length === 0 ? <p className="text-soft">{t('log.nothing-so')}</p> : null}
      <ol className="divide-y divide-rule">
        {wanted.slice(0, shown).map(({ line: { entry, receipt, importedAt, deviceRevokedAt } }) => {
          const isSuperseded = superseded.has(entry.id);
          return (
            <li key={entry.id} className={`py-1.5 ${isSuperseded ? 'text-soft line-through' : ''}`}>
              <div className="flex items-baseline gap-2">
                <span className="w-10 shrink-0 text-right text-[13px] text-soft">{receipt ? receipt.receiptSeq : '…'}</span>
                <span className="min-w-0 flex-1">
                  <EntryText entry={entry} />
                </span>
                {mayCorrect(entry) && !isSuperseded && isStep(entry.body) && items.has(entry.body.workItemId) ? (
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
                {receipt
                  ? timeMarks({
                      entry,
                      receipt,
                      ...(importedAt ? { importedAt } : {}),
                      ...(deviceRevokedAt ? { deviceRevokedAt } : {}),
                    }).map((mark) => ` · ${t(`log.mark.${mark}`)}`)
                  : null}
                {receipt ? '' : unkept.has(entry.id) ? <b className="text-iron"> · {t('log.unkept')}</b> : ` · ${t('log.waiting')}`}
              </p>
            </li>
          );
        })}
      </ol>
      {wanted.length > shown ? (
        <Button look="quiet" size="small" className="max-[719px]:h-14" onClick={() => setShown(shown + MORE)}>
          {t('log.show-more', { n: Math.min(MORE, wanted.length - shown), all: wanted.length })}
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

  function markOf(id: string): string {
    return model.faces.find((face) => face.id === id)?.mark ?? '';
  }
}

const isStep = (body: EntryBody): body is Extract<EntryBody, { kind: 'start' | 'finish' }> =>
  body.kind === 'start' || body.kind === 'finish';

function Choice({
  label,
  options,
  value,
  choose,
}: {
  label: string;
  options: ReadonlyMap<string, string>;
  value: string | undefined;
  choose(value: string | undefined): void;
}) {
  return (
    <label className="flex items-center gap-1.5 text-[13px] text-soft">
      {label}
      <select
        value={value ?? ''}
        onChange={({ target }) => choose(target.value || undefined)}
        className="h-8 rounded-[3px] border border-rule-strong bg-raised px-1.5 text-[13px] text-ink max-[719px]:h-14"
      >
        <option value="">{t('log.of-all')}</option>
        {[...options].map(([id, name]) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
}
