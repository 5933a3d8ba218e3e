import '../messages/later';
import '../messages/today';
import { type BundleSeal, dossierOf } from '@caulkhorn/core/proof';
import type { LogLine } from '@caulkhorn/core/site-log';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { type BundleCheck, checkBundle } from '../bundle/check-bundle';
import { type MadeBundle, makeBundle } from '../bundle/make-bundle';
import { sealText } from '../bundle/seal-text';
import { BringingPictures } from '../bundle/bringing-pictures';
import { picturesIn, unpackBundle } from '../bundle/unpack-bundle';
import { parts, useJob } from '../job/job-context';
import { t, tOf } from '../messages/t';
import { useProof } from '../proof/use-proof';
import { ApiError, api } from '../shared/api';
import { useUnits } from '../shared/preferences';
import { saveFile } from '../shared/save-file';
import { trueNow } from '../shared/true-clock';
import { Button } from '../shared/ui/button';
import { FileField } from '../shared/ui/file-field';
import { DOSSIER_PDF, bundleParts } from './bundle-parts';
import { LogOutcome } from './log-check';
import { useRecordRead } from './use-record-read';

type Making =
  { state: 'making'; done: number; of: number } | { state: 'made'; made: MadeBundle } | { state: 'stopped' | 'failed'; why: string };

/** The job as one ZIP that checks itself: made here on the device, with how far it is, and stopped at one press. */
export function BundlePanel() {
  const { path, model, revision, lines, outbox } = useJob(parts('path', 'model', 'revision', 'lines', 'outbox'));
  const proof = useProof();
  const read = useRecordRead();
  const units = useUnits();
  const [withPdf, setWithPdf] = useState(true);
  const [making, setMaking] = useState<Making | null>(null);
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);
  const make = async () => {
    const controller = new AbortController();
    running.current = controller;
    const madeMs = trueNow();
    const received = lines.filter((line): line is LogLine => line.receipt !== null);
    const bundle = bundleParts({
      path,
      model,
      revision,
      lines: received,
      proof,
      madeMs,
      ...(withPdf ? { print: { paper: units === 'us' ? 'Letter' : 'A4', units, part: 'all', locale: navigator.language } } : {}),
      faces: dossierOf(revision, received, model.readings, madeMs).faces,
    });
    setMaking({ state: 'making', done: 0, of: bundle.length });
    try {
      const made = await makeBundle({
        job: { id: model.job.id, name: model.job.name },
        ...{ madeAt: new Date(madeMs).toISOString(), parts: bundle, signal: controller.signal },
        seal: (manifestSha256) => sealed(path, manifestSha256),
        onProgress: (done, of) => setMaking({ state: 'making', done, of }),
      });
      saveFile(`${model.job.name.replaceAll(/[^\p{L}\p{N} ,.-]/gu, '')}.zip`, made.file);
      setMaking({ state: 'made', made });
    } catch (fault) {
      if (controller.signal.aborted) return setMaking({ state: 'stopped', why: '' });
      const code = fault instanceof ApiError && fault.isAway ? 'away' : 'fault';
      setMaking({ state: 'failed', why: t(`failed.${code}.text`) });
    }
  };
  const photosMissing = making?.state === 'made' ? making.made.missing.filter((each) => each !== DOSSIER_PDF).length : 0;
  return (
    <section aria-label={t('bundle.title')} className="mt-4 border-t border-rule pt-2">
      <h3 className="font-semibold">{t('bundle.title')}</h3>
      <p className="mb-2 text-[13px] text-soft">{t('bundle.how')}</p>
      {outbox.pending.length > 0 ? <p className="mb-2 font-medium">{t('bundle.waiting', { n: outbox.pending.length })}</p> : null}
      {making?.state === 'making' ? (
        <div className="flex items-center gap-3">
          <progress className="h-2 flex-1 accent-water" value={making.done} max={making.of} aria-label={t('bundle.title')} />
          <span className="text-[13px] tabular-nums">{t('bundle.making', { done: Math.floor(making.done), of: making.of })}</span>
          <Button size="small" className="max-[719px]:h-14" onClick={() => running.current?.abort()}>
            {t('bundle.cancel')}
          </Button>
        </div>
      ) : (
        <>
          <label className="mb-2 flex min-h-9 items-center gap-2 max-[719px]:min-h-14">
            <input
              type="checkbox"
              className="size-5 accent-water"
              checked={withPdf}
              onChange={({ target }) => setWithPdf(target.checked)}
            />
            {t('bundle.with-pdf')}
          </label>
          <Button className="max-[719px]:h-14 max-[719px]:w-full" disabled={read === 'reading'} onClick={() => void make()}>
            {t('bundle.make')}
          </Button>
        </>
      )}
      <div role="status" className="mt-2">
        {making?.state === 'stopped' ? t('bundle.stopped') : null}
        {making?.state === 'failed' ? <p className="font-medium text-iron">{t('bundle.failed', { why: making.why })}</p> : null}
        {making?.state === 'made' ? (
          <>
            <p>{t('bundle.made')}</p>
            <p className="font-mono text-[13px] break-all">{making.made.manifestSha256}</p>
            {making.made.isSealed ? null : <p className="font-medium">{t('bundle.unsealed')}</p>}
            {making.made.missing.includes(DOSSIER_PDF) ? <p className="font-medium">{t('bundle.without-pdf')}</p> : null}
            {photosMissing > 0 ? <p className="font-medium">{t('bundle.missing', { n: photosMissing })}</p> : null}
          </>
        ) : null}
      </div>
    </section>
  );
}

/** The server's word for the list; null where it does not answer: the bundle is made all the same. */
const sealed = (path: string, manifestSha256: string): Promise<string | null> =>
  api.post<BundleSeal>(`${path}/bundle-seals`, { manifestSha256 }).then(
    (seal) => JSON.stringify(seal, null, 1),
    (fault: unknown) => {
      if (fault instanceof ApiError) return null;
      throw fault;
    },
  );

/** Checks a bundle that somebody handed over, here in the browser. */
export function BundleCheckPanel() {
  const { path, model, can } = useJob(parts('path', 'model', 'can'));
  const [check, setCheck] = useState<BundleCheck | 'checking' | null>(null);
  const [pictures, setPictures] = useState<ReadonlyMap<string, Uint8Array>>(new Map());
  const client = useQueryClient();
  const read = async (file: File) => {
    setCheck('checking');
    const bytes = new Uint8Array(await file.arrayBuffer());
    const found = await checkBundle(bytes);
    const photos = new Set(model.photos.map(({ id }) => id));
    const files = found.kind === 'checked' && found.files.every(({ state }) => state === 'whole') ? unpackBundle(bytes) : undefined;
    setPictures(new Map([...picturesIn(files ?? new Map())].filter(([id]) => photos.has(id))));
    setCheck(found);
  };
  return (
    <details className="mt-4 border-t border-rule pt-2">
      <summary className="min-h-9 py-1.5 font-semibold max-[719px]:min-h-14">{t('bundle.check-title')}</summary>
      <p className="mb-2 text-[13px] text-soft">{t('bundle.check-how')}</p>
      <FileField
        label={t('bundle.verify-file')}
        accept=".zip,application/zip"
        onFile={(file) => void read(file).catch(() => setCheck({ kind: 'no-bundle' }))}
      />
      <div role="status" className="mt-2">
        {check === 'checking' ? t('verify.checking') : check ? <Outcome check={check} /> : null}
      </div>
      {typeof check === 'object' && check?.kind === 'checked' && pictures.size > 0 && can('make-job') ? (
        <BringingPictures
          key={check.manifestSha256}
          path={path}
          pictures={pictures}
          onDone={() => void client.invalidateQueries({ queryKey: ['brought-photos', path] })}
        />
      ) : null}
    </details>
  );
}

const MOST_TOLD = 40;

function Outcome({ check }: { check: BundleCheck }) {
  if (check.kind === 'no-bundle') return <p className="font-medium text-iron">{t('bundle.no-bundle')}</p>;
  const wrong = check.files.filter(({ state }) => state !== 'whole');
  return (
    <div className="flex flex-col gap-1">
      <p className={check.isWhole ? 'font-medium text-water' : 'border-l-4 border-iron bg-iron-soft px-2.5 py-1.5 font-medium'}>
        {t(check.isWhole ? 'bundle.whole' : 'bundle.not-whole', { job: check.job })}
      </p>
      <p>{t('bundle.files', { n: check.files.length - wrong.length, of: check.files.length })}</p>
      {wrong.slice(0, MOST_TOLD).map(({ path, state }) => (
        <p key={path} className="font-medium break-all text-iron">
          {tOf(`bundle.file-${state}`, { path })}
        </p>
      ))}
      {check.plans.map(({ number, isWhole }) => (
        <p key={number} className={isWhole ? '' : 'font-medium text-iron'}>
          {t(isWhole ? 'bundle.plan-whole' : 'bundle.plan-altered', { n: number })}
        </p>
      ))}
      {check.photosMissing > 0 ? <p>{t('bundle.photos-missing', { n: check.photosMissing })}</p> : null}
      <LogOutcome check={check.log} />
      <p className={check.seal.kind === 'broken' || check.seal.kind === 'foreign' ? 'font-medium text-iron' : ''}>{sealText(check.seal)}</p>
      <p className="text-[13px] break-all text-soft">
        {t('bundle.manifest', { hash: check.manifestSha256 })} {t('bundle.compare')}
      </p>
    </div>
  );
}
