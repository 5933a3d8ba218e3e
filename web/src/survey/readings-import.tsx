import type { Issue } from '@caulkhorn/core/issues';
import { READING_KINDS, READING_SPECS } from '@caulkhorn/core/jobs';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { ClockField } from '../exchange/clock-field';
import { type Clock, LARGEST_CSV_BYTES, type Sheet, hasBareTimes, readSheet } from '../exchange/csv-in';
import { t } from '../messages/t';
import { Button } from '../shared/ui/button';
import { Dialog } from '../shared/ui/dialog';
import { FaultList } from '../shared/ui/fault-list';
import { FileField } from '../shared/ui/file-field';
import { SelectField } from '../shared/ui/field';
import { parts, useJob } from '../job/job-context';
import { COLUMNS, type Column, type Mapping, NEEDED, guessMapping, toReadings } from './read-readings';

const NO_COLUMN = '-1';

/** Readings from a CSV: which column is what is shown and can be changed; all rows go in, or the lines at fault are listed. */
export function ReadingsImport({ open, onOpenChange }: { open: boolean; onOpenChange(open: boolean): void }) {
  const { model, send } = useJob(parts('model', 'send'));
  const [sheet, setSheet] = useState<Sheet | null>(null);
  const [mapping, setMapping] = useState<Mapping | null>(null);
  const [refused, setRefused] = useState<readonly Issue[]>([]);
  const [clock, setClock] = useState<Clock>();
  const { timeZone } = model.job;
  const asksClock = sheet !== null && mapping !== null && hasBareTimes(sheet, mapping.time);
  const read = useMemo(
    () => (sheet && mapping && (clock || !asksClock) ? toReadings(sheet, mapping, model, clock) : null),
    [sheet, mapping, model, clock, asksClock],
  );

  const take = async (file: File) => {
    setSheet(null);
    if (file.size > LARGEST_CSV_BYTES) return setRefused([{ code: 'file-too-large', path: file.name }]);
    const result = readSheet(await file.text());
    setRefused(result.ok ? [] : result.issues);
    if (!result.ok) return;
    setSheet(result.value);
    setMapping(guessMapping(result.value.header));
  };

  const save = () => {
    if (!read?.ok) return;
    send('readings.add', { readings: read.value });
    toast(t('readings.imported', { n: read.value.length }));
    setSheet(null);
    onOpenChange(false);
  };

  const issues = read && !read.ok ? read.issues : refused;
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title={t('readings.import')} wide>
      <div className="flex flex-col gap-3">
        <p>{t('readings.import-how')}</p>
        <pre className="overflow-x-auto rounded-[3px] bg-sunk p-2 font-mono text-[13px]">
          {'face,kind,value,time,along_m,up_m,instrument\nA,moisture-meter,62,2026-03-01T06:00:00+01:00,1.2,0.3,Pin meter 2'}
        </pre>
        <Kinds />
        <FileField label={t('water.csv-file')} accept=".csv,text/csv,text/plain" onFile={(file) => void take(file)} />
        {sheet && mapping ? <MappingFields sheet={sheet} mapping={mapping} onChange={setMapping} /> : null}
        {asksClock ? <ClockField clock={clock} timeZone={timeZone} onChange={setClock} /> : null}
        {issues.length > 0 ? <FaultList title={t('water.import-refused', { n: issues.length })} issues={issues} /> : null}
        <div className="flex justify-end gap-2">
          <Button onClick={() => onOpenChange(false)}>{t('cancel')}</Button>
          {read?.ok ? (
            <Button look="solid" onClick={save}>
              {t('readings.take', { n: read.value.length })}
            </Button>
          ) : null}
        </div>
      </div>
    </Dialog>
  );
}

/** What may stand in the column of kinds, before a file is made: either word of a line does, and the unit is understood without saying. */
function Kinds() {
  return (
    <details>
      <summary className="flex min-h-9 cursor-pointer items-center font-medium max-[719px]:min-h-14">
        {t('readings.kinds', { n: READING_KINDS.length })}
      </summary>
      <ul className="grid grid-cols-2 gap-x-6 max-[719px]:grid-cols-1">
        {READING_KINDS.map((kind) => (
          <li key={kind} className="flex justify-between gap-x-3 border-b border-rule py-0.5 text-[13px]">
            <span>
              <code className="font-mono">{kind}</code> {t(`reading.${kind}`)}
            </span>
            <span className="whitespace-nowrap text-soft">{READING_SPECS[kind].unit || t('readings.no-unit')}</span>
          </li>
        ))}
      </ul>
    </details>
  );
}

function MappingFields({ sheet, mapping, onChange }: { sheet: Sheet; mapping: Mapping; onChange(mapping: Mapping): void }) {
  const options = sheet.header.map((name, i) => ({ value: String(i), label: `${name} (${sheet.rows[0]?.[i]?.slice(0, 24) ?? ''})` }));
  const label = (column: Column) => `${t(`csv.${column}`)}${NEEDED.includes(column) ? ' *' : ''}`;
  return (
    <fieldset className="grid grid-cols-2 gap-2.5">
      <legend className="mb-1 font-semibold">{t('readings.columns', { n: sheet.rows.length })}</legend>
      {COLUMNS.map((column) => (
        <SelectField
          key={column}
          label={label(column)}
          value={String(mapping[column])}
          onChange={(event) => onChange({ ...mapping, [column]: Number(event.target.value) })}
          options={[{ value: NO_COLUMN, label: t('readings.no-column') }, ...options]}
        />
      ))}
    </fieldset>
  );
}
