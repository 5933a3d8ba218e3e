import '../messages/later';
import { TestBodyDto, checkShape } from '@caulkhorn/contract';
import { describeFields } from '@caulkhorn/core/fields';
import type { Issue } from '@caulkhorn/core/issues';
import { type Face, type FacePoint, TEST_RESULT_FIELDS, type TestKind } from '@caulkhorn/core/jobs';
import { CALIBRATED_FOR_DAYS, type ProofRow, type Try } from '@caulkhorn/core/proof';
import { type TestBody } from '@caulkhorn/core/proof';
import { type LogEntry, checkEntry } from '@caulkhorn/core/site-log';
import { toSystem } from '@caulkhorn/core/quantities';
import { type FormEvent, useMemo, useState } from 'react';
import { toast } from 'sonner';
import { type Draft, type DraftRecord, type Reader, draftOf, isRecord, linesOf, readRecord, textOf } from '../fields/draft';
import { FieldsForm } from '../fields/fields-form';
import { faultAt } from '../fields/field-words';
import { useKeptDraft } from '../fields/use-kept-draft';
import { parts, useJob } from '../job/job-context';
import { t } from '../messages/t';
import { faultText } from '../shared/fault-text';
import { useUnits } from '../shared/preferences';
import { fromLocalField, localField } from '../shared/times';
import { trueNow } from '../shared/true-clock';
import { Button } from '../shared/ui/button';
import { TextArea, TextField } from '../shared/ui/field';
import { FormFoot } from '../shared/ui/form-foot';
import { LooksField } from './looks-field';
import { SimulatedReading } from './simulated-reading';
import { LevelsFile, RowsFile } from './readings-file';
import { columnsOf, readingsIn } from './readings-of';

type Spec = ReturnType<typeof describeFields>[string];
const LOOKED: ReadonlySet<TestKind> = new Set(['leak-look', 'penetration-air']);
const LEVELLED: ReadonlySet<TestKind> = new Set(['ponding', 'tank-fill']);

interface TestFormProps {
  face: Face;
  row: ProofRow;
  kind: TestKind;
  /** as they stand on the sheet */ places: readonly FacePoint[];
  onSaved(): void;
  /** an entry with a slip in it, that this one takes the place of */ correcting?: Try['entry'];
}

/** A test as it is read: into the log, under one's own name. What is typed stays on the device until it is written. */
export function TestForm({ face, row, kind, places, onSaved, correcting }: TestFormProps) {
  const { model, revision, log, jobId } = useJob(parts('model', 'revision', 'log', 'jobId'));
  const units = useUnits();
  const { timeZone } = model.job;
  const reader: Reader = { units, timeZone };
  const { planned, retest } = row;
  const specs = useMemo(() => describeFields(TEST_RESULT_FIELDS[kind]), [kind]);
  const { draft, change, forget } = useKeptDraft(
    `test ${jobId} ${face.id} ${planned.id} ${correcting?.id ?? ''} ${units}`,
    correcting ? draftOfEntry(correcting, specs, reader) : {},
  );
  const [issues, setIssues] = useState<readonly Issue[]>([]);
  const about = isRecord(draft['about'] ?? '') ? (draft['about'] as DraftRecord) : {};
  const result = isRecord(draft['result'] ?? '') ? (draft['result'] as DraftRecord) : {};
  const set = (part: DraftRecord) => change({ ...draft, about: { ...about, ...part } });
  const setResult = (next: DraftRecord) => change({ ...draft, result: next });
  const text = (name: string) => textOf(about[name] ?? '');
  const field = (name: string) => ({
    value: text(name),
    onChange: ({ target }: { target: { value: string } }) => set({ [name]: target.value }),
    fault: faultAt(issues, name),
  });
  const rows = LOOKED.has(kind) ? undefined : readingsIn(specs);
  const wantsCalibration = CALIBRATED_FOR_DAYS[kind] !== undefined || (kind === 'pinhole' && textOf(result['how'] ?? '') !== 'look');
  const isRetest = correcting ? correcting.body.mendId !== undefined : retest !== undefined;
  const targetIds = isRetest && planned.targetIds ? retestTargets(row) : (planned.targetIds ?? []);

  const save = (event: FormEvent) => {
    event.preventDefault();
    const when = text('when') === '' ? new Date(trueNow()).toISOString() : fromLocalField(text('when'), timeZone);
    if (when === undefined) return setIssues([{ code: 'not-a-time', path: 'when' }]);
    const read = { kind, ...withLists(specs, readRecord(specs, result, reader)) };
    const given = Object.fromEntries(
      ['instrument', 'calibratedOn', 'witness', 'weather', 'note'].flatMap((name) =>
        text(name).trim() ? [[name, text(name).trim()]] : [],
      ),
    );
    const body = {
      ...{ kind: 'test', faceId: face.id, planRevisionId: revision!.id, testId: planned.id, result: read, ...given },
      ...(correcting ? (correcting.body.mendId ? { mendId: correcting.body.mendId } : {}) : retest ? { mendId: retest.mendId } : {}),
    };
    if (correcting && text('reason').trim() === '') return setIssues([{ code: 'needed', path: 'reason' }]);
    const shape = checkShape<TestBody>(TestBodyDto, body);
    const found = shape.ok ? checkEntry(shape.value, when, { path: '' }) : shape.issues;
    setIssues(found.map((each) => ({ ...each, code: asSaid(each.code), path: each.path.replace(/^\.?(result\.)?/, '') })));
    if (!shape.ok || found.length > 0) return;
    log(shape.value as LogEntry['body'], when, correcting && { entryId: correcting.id, reason: text('reason').trim() });
    toast(t('proof.saved'));
    forget();
    onSaved();
  };

  return (
    <form onSubmit={save} noValidate aria-label={t('proof.enter')} className="mt-4 flex flex-col gap-3 border-t-2 border-ink pt-2">
      <h3 className="font-semibold">{t(correcting ? 'proof.correct-title' : retest ? 'proof.enter-again' : 'proof.enter')}</h3>
      {correcting ? <TextField label={t('proof.correct-why')} maxLength={1000} {...field('reason')} /> : null}
      <SimulatedReading
        {...{ kind, planned, places }}
        onTaken={(taken, instrument) =>
          change({
            ...draft,
            result: { ...result, ...only(draftOf(specs, taken, reader), taken) },
            about: { ...about, instrument, calibratedOn: localField(trueNow(), timeZone).slice(0, 10) },
          })
        }
      />
      {LEVELLED.has(kind) ? (
        <LevelsFile
          timeZone={timeZone}
          onRead={(levels) => setResult({ ...result, levels: linesOf(columnsOf(specs['levels']!), levels, reader) })}
        />
      ) : null}
      {rows && !LEVELLED.has(kind) ? (
        <RowsFile
          key={rows.list}
          columns={rows.columns}
          onRead={(read) => setResult({ ...result, [rows.list]: read.map((row) => draftOf(rows.columns, row, reader)) })}
        />
      ) : null}
      {LOOKED.has(kind) ? (
        <LooksField faceId={face.id} {...{ kind, targetIds, draft: result, issues }} onChange={setResult} />
      ) : places.length > 0 && listWithPlaces(specs) ? (
        <Button size="small" className="self-start max-[719px]:h-14" onClick={() => setResult(placed(specs, result, places, reader))}>
          {t('proof.use-places')}
        </Button>
      ) : null}
      <div className="grid grid-cols-2 items-start gap-x-4 gap-y-3">
        <FieldsForm
          specs={LOOKED.has(kind) ? Object.fromEntries(Object.entries(specs).filter(([name]) => name !== 'looks')) : specs}
          draft={result}
          reader={reader}
          issues={issues}
          onChange={(next) => setResult({ ...result, ...next })}
        />
      </div>
      <div className="grid grid-cols-2 items-start gap-x-4 gap-y-3">
        <TextField label={t('proof.when')} type="datetime-local" max={localField(trueNow(), timeZone)} {...field('when')} />
        {wantsCalibration ? (
          <>
            <TextField label={t('proof.instrument')} maxLength={120} {...field('instrument')} />
            <TextField label={t('proof.calibrated-on')} type="date" {...field('calibratedOn')} />
          </>
        ) : null}
        <TextField label={t('proof.witness')} hint={t('proof.witness-how')} maxLength={200} {...field('witness')} />
        <TextField label={t('proof.weather')} maxLength={200} {...field('weather')} />
        <div className="col-span-full">
          <TextArea label={t('field.note')} rows={2} maxLength={2000} {...field('note')} />
        </div>
      </div>
      <p className="text-[13px] text-soft">{t('proof.enter-how')}</p>
      <FormFoot fault={rootFault(issues)} label={t('proof.save')} className="self-start max-[719px]:h-14 max-[719px]:self-stretch" />
    </form>
  );
}

/** Of a draft what was read: the rest stays as it was typed. */
const only = (draft: DraftRecord, read: object): DraftRecord =>
  Object.fromEntries(Object.keys(read).map((name) => [name, draft[name] ?? '']));

/** What is not filled in is no fault while somebody types, and one once it is to be written down. */
const asSaid = (code: string): string => (code === 'missing' || code === 'empty-list' || code === 'one-of-missing' ? 'needed' : code);

const rootFault = (issues: readonly Issue[]): string | undefined => {
  const [first] = issues;
  return first && (first.path === '' ? faultText(first) : t('proof.look-above'));
};

/** What stands in an entry, as it would have been typed. */
function draftOfEntry({ body, occurredAt }: NonNullable<Try['entry']>, specs: Readonly<Record<string, Spec>>, reader: Reader): DraftRecord {
  const { kind: _kind, ...result } = body.result;
  const { instrument = '', calibratedOn = '', witness = '', weather = '', note = '' } = body;
  const when = localField(Date.parse(occurredAt), reader.timeZone);
  return { result: draftOf(specs, result, reader), about: { when, instrument, calibratedOn, witness, weather, note, reason: '' } };
}

/** Places that failed before: those that are looked at again. */
const retestTargets = ({ open }: ProofRow): string[] => [
  ...new Set(open?.judgement.failures.flatMap(({ targetId }) => (targetId === undefined ? [] : [targetId]))),
];

/** Lists that may be empty are empty where nothing was typed: no hole is a finding too. */
function withLists(specs: Readonly<Record<string, Spec>>, read: Record<string, unknown>): Record<string, unknown> {
  const empty = Object.entries(specs).filter(([name, spec]) => spec.type === 'list' && spec.minItems === 0 && read[name] === undefined);
  return { ...read, ...Object.fromEntries(empty.map(([name]) => [name, []])) };
}

/** The list whose rows say where they were read. */
const listWithPlaces = (specs: Readonly<Record<string, Spec>>): string | undefined =>
  Object.entries(specs).find(([, spec]) => spec.type === 'list' && spec.minItems !== 0 && 'uM' in columnsOf(spec))?.[0];

/** A row for each place of the sheet; figures that were typed before stay in theirs. */
function placed(specs: Readonly<Record<string, Spec>>, draft: DraftRecord, places: readonly FacePoint[], { units }: Reader): DraftRecord {
  const name = listWithPlaces(specs)!;
  const typed: Draft = draft[name] ?? [];
  const rows: readonly Draft[] = Array.isArray(typed) ? typed : [];
  const metres = (value: number) => String(Math.round(toSystem(value, 'm', units).value * 100) / 100);
  return {
    ...draft,
    [name]: places.map(([u, v], i) => ({ ...(isRecord(rows[i] ?? '') ? (rows[i] as DraftRecord) : {}), uM: metres(u), vM: metres(v) })),
  };
}
