import type { Issue } from '@caulkhorn/core/issues';
import { useState } from 'react';
import { toast } from 'sonner';
import { toSystem } from '@caulkhorn/core/quantities';
import { t } from '../messages/t';
import { readQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { Dialog } from '../shared/ui/dialog';
import { FaultList } from '../shared/ui/fault-list';
import { FileField } from '../shared/ui/file-field';
import { SelectField, TextField } from '../shared/ui/field';
import { useJob } from '../workspace/job-context';
import { type LevelsFrom, readLevels } from './read-levels';

const LARGEST_BYTES = 5_000_000;

/** A logger's CSV: all of it goes in, or the lines at fault are listed. */
export function LevelImport({ open, onOpenChange }: { open: boolean; onOpenChange(open: boolean): void }) {
  const { model, send } = useJob();
  const [bodyId, setBodyId] = useState(model.waterBodies[0]?.id ?? '');
  const [counted, setCounted] = useState<'' | LevelsFrom['kind']>('');
  const [top, setTop] = useState('');
  const [issues, setIssues] = useState<readonly Issue[]>([]);
  const units = useUnits();
  const topM = readQuantity(top, 'm', units);
  const from: LevelsFrom | undefined =
    counted === 'datum' ? { kind: 'datum' } : counted === 'below' && Number.isFinite(topM) ? { kind: 'below', levelM: topM! } : undefined;

  const take = async (file: File) => {
    if (file.size > LARGEST_BYTES) return setIssues([{ code: 'file-too-large', path: file.name }]);
    const result = readLevels(await file.text(), bodyId || model.waterBodies[0]!.id, from!);
    if (!result.ok) return setIssues(result.issues);
    send('water-levels.add', { levels: result.value });
    setIssues([]);
    onOpenChange(false);
    toast(t('water.imported', { n: result.value.length }));
  };

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
        {issues.length > 0 ? <FaultList title={t('water.import-refused', { n: issues.length })} issues={issues} /> : null}
        <Button className="self-end" onClick={() => onOpenChange(false)}>
          {t('cancel')}
        </Button>
      </div>
    </Dialog>
  );
}
