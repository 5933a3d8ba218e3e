import { PAPERS } from '@caulkhorn/contract';
import { FileDown } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { parts, useJob } from '../job/job-context';
import { t, tOf } from '../messages/t';
import { useUnits } from '../shared/preferences';
import { saveFile } from '../shared/save-file';
import { Button } from '../shared/ui/button';
import { SelectField } from '../shared/ui/field';
import { PrintStopped, type Printing, printDossier } from './print-dossier';

/** Which part of the dossier, on which paper; made as PDF by the server, with how far it is, and stopped at one press. */
export function PdfMaker() {
  const { path, model, revision, can } = useJob(parts('path', 'model', 'revision', 'can'));
  const units = useUnits();
  const [which, setWhich] = useSearchParams();
  const [paper, setPaper] = useState<(typeof PAPERS)[number]>(units === 'us' ? 'Letter' : 'A4');
  const [printing, setPrinting] = useState<Printing | null>(null);
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);
  if (!can('export-job')) return null;
  const faceId = which.get('face') ?? undefined;
  const part = which.get('part') === 'tests' ? 'tests' : 'all';
  const choose = (value: string) =>
    setWhich(value === 'all' ? {} : value === 'tests' ? { part: 'tests' } : { face: value }, { replace: true });
  const make = async () => {
    const controller = new AbortController();
    running.current = controller;
    setPrinting({ state: 'making', share: 0 });
    try {
      const asked = { paper, units, part, locale: navigator.language, ...(faceId ? { faceId } : {}) } as const;
      const file = await printDossier(path, asked, {
        signal: controller.signal,
        onShare: (share) => setPrinting({ state: 'making', share }),
      });
      saveFile(`${model.job.name.replaceAll(/[^\p{L}\p{N} ,.-]/gu, '')}.pdf`, file);
      setPrinting({ state: 'made', kB: Math.ceil(file.size / 1000) });
    } catch (fault) {
      if (controller.signal.aborted) return setPrinting({ state: 'stopped' });
      setPrinting({ state: 'failed', code: fault instanceof PrintStopped ? fault.code : 'fault' });
    }
  };
  const faces = revision?.decided?.faces ?? [];
  return (
    <div className="flex basis-full flex-wrap items-end gap-2">
      <SelectField
        label={t('pdf.part')}
        value={faceId ?? part}
        onChange={({ target }) => choose(target.value)}
        options={[
          { value: 'all', label: t('pdf.all') },
          { value: 'tests', label: t('pdf.tests') },
          ...faces.map(({ faceId: value, mark, name }) => ({ value, label: t('pdf.face', { mark, name }) })),
        ]}
      />
      <SelectField
        label={t('pdf.paper')}
        value={paper}
        onChange={({ target }) => setPaper(PAPERS.find((each) => each === target.value)!)}
        options={PAPERS.map((value) => ({ value, label: tOf(`pdf.paper.${value}`) }))}
      />
      {printing?.state === 'making' ? (
        <span className="flex h-9 items-center gap-2 max-[719px]:h-14">
          <progress className="h-2 w-32 accent-water" value={printing.share} max={1} aria-label={t('pdf.making')} />
          <Button size="small" className="max-[719px]:h-14" onClick={() => running.current?.abort()}>
            {t('pdf.cancel')}
          </Button>
        </span>
      ) : (
        <Button look="solid" onClick={() => void make()}>
          <FileDown size={16} /> {t('pdf.make')}
        </Button>
      )}
      <p role="status" className="basis-full text-[13px]">
        {printing?.state === 'making' ? t('pdf.making') : null}
        {printing?.state === 'made' ? t('pdf.made', { kB: printing.kB }) : null}
        {printing?.state === 'stopped' ? t('pdf.stopped') : null}
        {printing?.state === 'failed' ? <b className="text-iron">{tOf(`pdf.failed.${printing.code}`)}</b> : null}
      </p>
    </div>
  );
}
