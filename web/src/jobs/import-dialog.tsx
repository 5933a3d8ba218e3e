import type { Issue } from '@caulkhorn/core/issues';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { t, tOf } from '../messages/t';
import { ApiError, api } from '../shared/api';
import { Button } from '../shared/ui/button';
import { Dialog } from '../shared/ui/dialog';
import { FaultList } from '../shared/ui/fault-list';
import { FileField } from '../shared/ui/file-field';

interface DialogProps {
  path: string;
  open: boolean;
  onOpenChange(open: boolean): void;
  onMade(jobId: string): void;
}

const LARGEST_BYTES = 40_000_000;

/** A whole job from a file. What is wrong with it is listed with its place, and then nothing is saved. */
export function ImportDialog({ path, open, onOpenChange, onMade }: DialogProps) {
  const client = useQueryClient();
  const [busy, setBusy] = useState(false);
  const [refusal, setRefusal] = useState<{ text: string; issues: Issue[] } | null>(null);

  const take = async (file: File) => {
    if (file.size > LARGEST_BYTES) return setRefusal({ text: t('issue.file-too-large'), issues: [] });
    setBusy(true);
    setRefusal(null);
    try {
      const { jobId } = await api.post<{ jobId: string }>(path, await file.text());
      await client.invalidateQueries({ queryKey: ['jobs'] });
      onMade(jobId);
    } catch (fault) {
      if (!(fault instanceof ApiError)) throw fault;
      const issues = fault.issues();
      setRefusal({
        text: issues.length > 0 ? t('import.refused', { n: issues.length }) : tOf(`failed.${fault.isAway ? 'away' : fault.code}.text`),
        issues,
      });
    } finally {
      setBusy(false);
    }
  };

  return (
    <Dialog open={open} onOpenChange={onOpenChange} title={t('jobs.import')} wide>
      <div className="flex flex-col gap-3">
        <p>{t('import.how')}</p>
        <FileField label={t('import.file')} accept=".json,application/json" disabled={busy} onFile={(file) => void take(file)} />
        {busy ? <p role="status">{t('import.busy')}</p> : null}
        {refusal ? <FaultList title={refusal.text} issues={refusal.issues} /> : null}
        <Button className="self-end" onClick={() => onOpenChange(false)}>
          {t('cancel')}
        </Button>
      </div>
    </Dialog>
  );
}
