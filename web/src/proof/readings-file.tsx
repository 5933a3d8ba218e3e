import type { Issue, Result } from '@caulkhorn/core/issues';
import { useState } from 'react';
import { toast } from 'sonner';
import { t } from '../messages/t';
import { FaultList } from '../shared/ui/fault-list';
import { FileField } from '../shared/ui/file-field';
import { type Levels, levelsIn } from './levels-in';
import { type Columns, type RowsRead, headsOf, rowsIn } from './rows-csv';

/** A logger's file, read into the form. */
export function LevelsFile({ timeZone, onRead }: { timeZone: string; onRead(levels: Levels): void }) {
  return (
    <ReadingsFile
      label={t('proof.import-levels')}
      how={t('proof.import-how')}
      read={(text) => levelsIn(text, { clock: 'local', timeZone })}
      onRead={(levels) => {
        onRead(levels);
        toast(t('proof.levels-read', { n: levels.length }));
      }}
    />
  );
}

/** A table of readings, as an instrument or a spreadsheet writes it, read into the form. */
export function RowsFile({ columns, onRead }: { columns: Columns; onRead(rows: RowsRead['rows']): void }) {
  return (
    <ReadingsFile
      label={t('proof.import-rows')}
      how={t('proof.import-rows-how', { heads: headsOf(columns).join(', ') })}
      read={(text) => rowsIn(text, columns)}
      onRead={({ rows, leftOut }) => {
        onRead(rows);
        toast(
          [
            t('proof.rows-read', { n: rows.length }),
            ...(leftOut.length > 0 ? [t('proof.rows-left-out', { heads: leftOut.join(', ') })] : []),
          ].join('. '),
        );
      }}
    />
  );
}

interface ReadingsFileProps<T> {
  label: string;
  how: string;
  read(text: string): Result<T>;
  onRead(value: T): void;
}

/** What is wrong in the file is told by its line, and nothing of it is taken. */
function ReadingsFile<T>({ label, how, read, onRead }: ReadingsFileProps<T>) {
  const [faults, setFaults] = useState<readonly Issue[]>([]);
  return (
    <div>
      <FileField
        label={label}
        accept=".csv,text/csv"
        onFile={(file) => {
          void file.text().then((text) => {
            const found = read(text);
            setFaults(found.ok ? [] : found.issues);
            if (found.ok) onRead(found.value);
          });
        }}
      />
      <p className="text-[13px] text-soft">{how}</p>
      {faults.length > 0 ? <FaultList title={label} issues={faults} /> : null}
    </div>
  );
}
