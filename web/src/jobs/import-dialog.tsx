import type { Issue } from '@caulkhorn/core/issues';
import { useQueryClient } from '@tanstack/react-query';
import { Suspense, lazy, useState } from 'react';
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
const LARGEST_BUNDLE_BYTES = 1_000_000_000;
const NO_PICTURES: ReadonlyMap<string, Uint8Array> = new Map();
const BringingPictures = lazy(() => import('../bundle/bringing-pictures').then((m) => ({ default: m.BringingPictures })));

interface Refusal {
  text: string;
  issues: Issue[];
  /** what is not as it was, file by file */ altered?: string[];
}

const MOST_TOLD = 20;

/** The job and the pictures of a bundle, where every file is as it was when the bundle was made. */
async function readBundle(file: File): Promise<{ text: string; pictures: ReadonlyMap<string, Uint8Array> } | { refused: Refusal }> {
  await import('../messages/later');
  const [{ checkBundle }, { picturesIn, unpackBundle }] = await Promise.all([
    import('../bundle/check-bundle'),
    import('../bundle/unpack-bundle'),
  ]);
  const bytes = new Uint8Array(await file.arrayBuffer());
  const check = await checkBundle(bytes);
  if (check.kind === 'no-bundle') return { refused: { text: t('import.no-bundle'), issues: [] } };
  const altered = check.files.filter(({ state }) => state !== 'whole').map(({ path, state }) => tOf(`bundle.file-${state}`, { path }));
  if (altered.length > 0) return { refused: { text: t('import.altered'), issues: [], altered: altered.slice(0, MOST_TOLD) } };
  const files = unpackBundle(bytes)!;
  const job = files.get('job.json');
  if (!job) return { refused: { text: t('import.no-bundle'), issues: [] } };
  return { text: new TextDecoder().decode(job), pictures: picturesIn(files) };
}

/** A whole job from a file. What is wrong with it is listed with its place, and then nothing is saved. */
export function ImportDialog({ path, open, onOpenChange, onMade }: DialogProps) {
  const client = useQueryClient();
  const [busy, setBusy] = useState(false);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const [made, setMade] = useState<{ jobId: string; pictures: ReadonlyMap<string, Uint8Array> } | null>(null);
  const jobPath = (jobId: string) => `${path.replace(/\/import$/, '')}/jobs/${jobId}`;

  const take = async (file: File) => {
    const isBundle = /\.zip$/i.test(file.name);
    if (file.size > (isBundle ? LARGEST_BUNDLE_BYTES : LARGEST_BYTES)) return setRefusal({ text: t('issue.file-too-large'), issues: [] });
    setBusy(true);
    setRefusal(null);
    try {
      const read = isBundle ? await readBundle(file) : { text: await file.text(), pictures: NO_PICTURES };
      if ('refused' in read) return setRefusal(read.refused);
      const { jobId } = await api.post<{ jobId: string }>(path, read.text);
      await client.invalidateQueries({ queryKey: ['jobs'] });
      if (read.pictures.size === 0) return onMade(jobId);
      setMade({ jobId, pictures: read.pictures });
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
        {made ? (
          <>
            <Suspense>
              <BringingPictures path={jobPath(made.jobId)} pictures={made.pictures} isBegun onDone={() => onMade(made.jobId)} />
            </Suspense>
            <Button className="self-start" onClick={() => onMade(made.jobId)}>
              {t('import.open')}
            </Button>
          </>
        ) : (
          <FileField
            label={t('import.file')}
            accept=".json,application/json,.zip,application/zip"
            disabled={busy}
            onFile={(file) => void take(file)}
          />
        )}
        {busy ? <p role="status">{t('import.busy')}</p> : null}
        {refusal ? <FaultList title={refusal.text} issues={refusal.issues} /> : null}
        {refusal?.altered?.map((line) => (
          <p key={line} className="break-all text-iron">
            {line}
          </p>
        ))}
        <Button className="self-end" onClick={() => onOpenChange(false)}>
          {t('cancel')}
        </Button>
      </div>
    </Dialog>
  );
}
