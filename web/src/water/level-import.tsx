import type { Issue } from '@caulkhorn/core/issues';
import type { WaterLevel } from '@caulkhorn/core/jobs';
import { useState } from 'react';
import { toast } from 'sonner';
import { toSystem } from '@caulkhorn/core/quantities';
import { ClockField } from '../exchange/clock-field';
import { type Clock, LARGEST_CSV_BYTES, type Sheet, hasBareTimes, readSheet } from '../exchange/csv-in';
import { t } from '../messages/t';
import { formatQuantity, readQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { fullTime } from '../shared/times';
import { Button } from '../shared/ui/button';
import { Dialog } from '../shared/ui/dialog';
import { FaultList } from '../shared/ui/fault-list';
import { FileField } from '../shared/ui/file-field';
import { SelectField, TextField } from '../shared/ui/field';
import { parts, useJob } from '../job/job-context';
import { type LevelColumns, type LevelsFrom, guessLevelColumns, toLevels } from './read-levels';

/** A logger's CSV: how it is read is shown before it is taken; all of it goes in, or the lines at fault are listed. */
export function LevelImport({ open, onOpenChange }: { open: boolean; onOpenChange(open: boolean): void }) {
  const { model, send } = useJob(parts('model', 'send'));
  const [bodyId, setBodyId] = useState(model.waterBodies[0]?.id ?? '');
  const [counted, setCounted] = useState<'' | LevelsFrom['kind']>('');
  const [top, setTop] = useState('');
  const [sheet, setSheet] = useState<Sheet | null>(null);
  const [columns, setColumns] = useState<LevelColumns>({ time: -1, level: -1 });
  const [clock, setClock] = useState<Clock>();
  const [refused, setRefused] = useState<readonly Issue[]>([]);
  const units = useUnits();
  const topM = readQuantity(top, 'm', units);
  const from: LevelsFrom | undefined =
    counted === 'datum' ? { kind: 'datum' } : counted === 'below' && Number.isFinite(topM) ? { kind: 'below', levelM: topM! } : undefined;

  const { timeZone } = model.job;
  const asksClock = sheet !== null && hasBareTimes(sheet, columns.time);
  const read =
    sheet && from && (clock || !asksClock)
      ? toLevels(sheet, columns, { waterBodyId: bodyId || model.waterBodies[0]!.id, from, clock, timeZone })
      : null;

  const take = async (file: File) => {
    setSheet(null);
    if (file.size > LARGEST_CSV_BYTES) return setRefused([{ code: 'file-too-large', path: file.name }]);
    const result = readSheet(await file.text());
    setRefused(result.ok ? [] : result.issues);
    if (!result.ok) return;
    setSheet(result.value);
    setColumns(guessLevelColumns(result.value.header));
  };

  const save = () => {
    if (!read?.ok) return;
    send('water-levels.add', { levels: read.value });
    setSheet(null);
    onOpenChange(false);
    toast(t('water.imported', { n: read.value.length }));
  };

  const issues = read && !read.ok ? read.issues : refused;
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title={t('water.import')}>
      <div className="flex flex-col gap-3">
        <p>{t('water.import-how')}</p>
        <pre className="rounded-[3px] bg-sunk p-2 font-mono text-[13px]">
          {'time,level_m\n2026-03-01T06:00:00+01:00,-1.42\n2026-03-01T07:00:00+01:00,-1.38'}
        </pre>
        {model.waterBodies.length > 1 ? (
          <SelectField
            label={t('water.which')}
            value={bodyId}
            onChange={(event) => setBodyId(event.target.value)}
            options={model.waterBodies.map((b) => ({ value: b.id, label: b.name }))}
          />
        ) : null}
        <SelectField
          label={t('water.counted')}
          value={counted}
          onChange={(event) => setCounted(event.target.value as typeof counted)}
          options={[
            { value: '', label: t('bench.choose') },
            { value: 'datum', label: t('water.counted-datum', { datum: model.job.datum }) },
            { value: 'below', label: t('water.counted-below') },
          ]}
        />
        {counted === 'below' ? (
          <TextField
            label={t('water.counted-top')}
            unit={toSystem(1, 'm', units).unit}
            inputMode="decimal"
            value={top}
            fault={top !== '' && !Number.isFinite(topM) ? t('issue.not-a-number') : undefined}
            onChange={(event) => setTop(event.target.value)}
          />
        ) : null}
        {from ? <FileField label={t('water.csv-file')} accept=".csv,text/csv,text/plain" onFile={(file) => void take(file)} /> : null}
        {sheet ? (
          <div className="grid grid-cols-2 gap-2.5">
            {(['time', 'level'] as const).map((name) => (
              <SelectField
                key={name}
                label={t(`csv.${name}`)}
                value={String(columns[name])}
                onChange={(event) => setColumns({ ...columns, [name]: Number(event.target.value) })}
                options={[
                  { value: '-1', label: t('readings.no-column') },
                  ...sheet.header.map((header, i) => ({
                    value: String(i),
                    label: `${header} (${sheet.rows[0]?.[i]?.slice(0, 24) ?? ''})`,
                  })),
                ]}
              />
            ))}
          </div>
        ) : null}
        {asksClock ? <ClockField clock={clock} timeZone={timeZone} onChange={setClock} /> : null}
        {issues.length > 0 ? <FaultList title={t('water.import-refused', { n: issues.length })} issues={issues} /> : null}
        {read?.ok ? (
          <p>
            {t(
              'water.import-spans',
              spanOf(read.value, (levelM) => formatQuantity(levelM, 'm', units), timeZone),
            )}
          </p>
        ) : null}
        <div className="flex justify-end gap-2">
          <Button onClick={() => onOpenChange(false)}>{t('cancel')}</Button>
          {read?.ok ? (
            <Button look="solid" onClick={save}>
              {t('water.take', { n: read.value.length })}
            </Button>
          ) : null}
        </div>
      </div>
    </Dialog>
  );
}

/** From when to when and how low to how high: a wrong zone, unit or datum shows here. */
function spanOf(
  levels: readonly WaterLevel[],
  text: (levelM: number) => string,
  timeZone: string,
): Record<'from' | 'to' | 'low' | 'high', string> {
  const times = levels.map(({ at }) => at).sort();
  const figures = levels.map(({ levelM }) => levelM);
  return {
    from: fullTime(times[0]!, timeZone),
    to: fullTime(times.at(-1)!, timeZone),
    low: text(Math.min(...figures)),
    high: text(Math.max(...figures)),
  };
}
