import '../messages/later';
import { type DossierFace, type DossierLine, type ReleasedFace, dossierOf, dossierOfFace } from '@caulkhorn/core/proof';
import { MINUTE_MS } from '@caulkhorn/core/quantities';
import { type LogLine } from '@caulkhorn/core/site-log';
import { memo, useEffect, useMemo } from 'react';
import { t, tOf } from '../messages/t';
import { fullTime } from '../shared/times';
import { useNow } from '../shared/use-now';
import { EntryText } from '../site-log/entry-text';
import { alterationText } from '../words/alteration-text';
import { releasedItemName } from '../words/released-name';
import { parts, useJob } from '../job/job-context';
import { CareSection } from './dossier-care';
import { DrawingsSection } from './dossier-drawings';
import { FaceSection, FacesTable, Section } from './dossier-faces';
import { FrontPage } from './dossier-front';
import { DossierPeople } from './dossier-people';
import { SectionsOfDetails } from './dossier-sections';
import { TestsOfFace } from './dossier-tests';
import { WarrantySection } from './dossier-warranty';
import { openText } from './open-text';
import { SignatureLine, useSignatures } from './signature-line';

/** The day moves on by this; what was written meanwhile shows at once. Anew at each minute, a large record would do nothing else. */
const DRAWN_EVERY_MS = 15 * MINUTE_MS;

/** Drawn anew when the record changes, and for nothing else: a large one is tens of thousands of lines. */
export const DossierRecord = memo(function DossierRecord({
  faceId,
  isTests,
  unsent,
}: {
  faceId: string | null;
  isTests: boolean;
  unsent: number;
}) {
  const { model, revision, lines } = useJob(parts('model', 'revision', 'lines'));
  const now = useNow(DRAWN_EVERY_MS);
  const dossier = useMemo(() => {
    const received = lines.filter((line): line is LogLine => line.receipt !== null);
    const whole = dossierOf(revision, received, model.readings, now);
    return faceId ? dossierOfFace(whole, faceId) : whole;
  }, [revision, lines, model.readings, now, faceId]);
  const job = revision?.decided?.job ?? model.job;
  useEffect(() => {
    document.title = t('dossier.page-title', { job: job.name });
  }, [job.name]);
  const { chain } = dossier;
  const untold = dossier.lines.filter(({ isTold }) => !isTold);
  const told = dossier.lines.length - untold.length;
  const released = dossier.faces.map(({ face }) => face);
  const items = new Map(revision?.workItems.map((item) => [item.id, item]));
  const workName = ({ line }: Pick<DossierLine, 'line'>): string | undefined => {
    const { body } = line.entry;
    const item = 'workItemId' in body ? items.get(body.workItemId) : undefined;
    return item && releasedItemName(item, released);
  };
  const open = [...dossier.open.map((point) => openText(point, released)), ...(unsent > 0 ? [t('missing.unsent', { n: unsent })] : [])];
  return (
    <>
      <header className="border-b-2 border-ink pb-2">
        <p className="text-[13px]">
          {t(isTests ? 'dossier.title-tests' : 'dossier.title')}
          {faceId ? ` · ${t('dossier.one-face', { marks: released.map(({ mark }) => mark).join(', ') })}` : ''}
        </p>
        <h1 className="text-2xl leading-8 font-bold">{job.name}</h1>
        <p>
          {job.site} · {t('dossier.datum', { datum: job.datum })} ·{' '}
          {t('dossier.printed', { when: fullTime(now, job.timeZone), zone: job.timeZone })}
        </p>
        {revision ? (
          <p>
            {t('release.current', { n: revision.number, who: revision.madeBy, when: fullTime(revision.madeAt, job.timeZone) })}{' '}
            {t('dossier.pins', { rules: revision.pins.rules, core: revision.pins.core })}
            <span className="block font-mono text-[11px] break-all">
              {t('dossier.fingerprint')} {revision.fingerprint}
            </span>
          </p>
        ) : null}
      </header>
      <FrontPage faces={dossier.faces} />
      <Signatures />
      {isTests ? (
        dossier.faces.map((each) => <Tested key={each.face.faceId} of={each} timeZone={job.timeZone} />)
      ) : (
        <>
          {open.length > 0 ? (
            <Section title={t('dossier.open')}>
              <ul className="list-disc pl-5">
                {open.map((text) => (
                  <li key={text}>{text}</li>
                ))}
              </ul>
            </Section>
          ) : null}
          {released.length > 0 ? (
            <Section title={t('dossier.faces')}>
              <FacesTable faces={released} products={revision!.decided!.products} />
            </Section>
          ) : null}
          <DrawingsSection faceId={faceId} />
          {dossier.faces
            .filter(({ face }) => face.family)
            .map((each) => (
              <FaceSection key={each.face.faceId} of={each} products={revision!.decided!.products} timeZone={job.timeZone} />
            ))}
          <SectionsOfDetails faces={released} />
          <CareSection faces={dossier.faces} timeZone={job.timeZone} />
          <WarrantySection faces={dossier.faces} lines={dossier.lines.map(({ line }) => line)} nowMs={now} timeZone={job.timeZone} />
          <Section title={t('dossier.exceptions')}>
            <Exceptions faces={released} />
            {dossier.breaches.map((entry) => (
              <p key={entry.id} className="py-0.5">
                {fullTime(entry.occurredAt, job.timeZone)} · <EntryText entry={entry} name={workName({ line: { entry } as LogLine })} />
              </p>
            ))}
          </Section>
          <Section title={t('dossier.entries')}>
            {told > 0 ? <p className="mb-1">{t('dossier.told', { n: told, of: chain.n })}</p> : null}
            <ol>
              {untold.map((each) => (
                <Line key={each.line.entry.id} of={each} name={workName(each)} timeZone={job.timeZone} />
              ))}
            </ol>
          </Section>
        </>
      )}
      <Section title={t('dossier.people')}>
        <DossierPeople people={dossier.people} />
      </Section>
      <Section title={t('dossier.log')}>
        <p>{chain.broken ? t('dossier.chain-broken', { seq: chain.broken.receiptSeq }) : t('dossier.chain-whole', { n: chain.n })}</p>
        <p>{t('dossier.signed-by-device', { n: chain.signedByDevice, of: chain.n })}</p>
        {Object.entries(chain.byServerKey).map(([key, n]) => (
          <p key={key}>{key === '' ? t('dossier.received-by-nobody', { n }) : t('dossier.received-by', { n, key })}</p>
        ))}
        {chain.imported > 0 ? <p>{t('dossier.imported', { n: chain.imported })}</p> : null}
        {chain.last ? (
          <dl className="mt-1 font-mono text-[11px] break-all">
            <dt>{t('dossier.last-entry', { n: chain.last.receiptSeq })}</dt>
            <dd>{chain.last.entryHash}</dd>
            <dt>{t('dossier.last-receipt')}</dt>
            <dd>{chain.last.receiptHash}</dd>
          </dl>
        ) : null}
      </Section>
      <p className="mt-6 border-t border-ink pt-2 text-[13px]">{t('dossier.disclaimer')}</p>
    </>
  );
});

/** Of one face only what was tested. */
function Tested({ of, timeZone }: { of: DossierFace; timeZone: string }) {
  if (of.tests.length === 0) return null;
  return (
    <Section title={`${of.face.mark} ${of.face.name}`}>
      <TestsOfFace of={of} timeZone={timeZone} />
    </Section>
  );
}

/** Who has signed, and whether the record is still what they signed. */
function Signatures() {
  const { signatures } = useSignatures();
  if (signatures.length === 0) return null;
  return (
    <Section title={t('sign.title')}>
      <ul>
        {signatures.map((signature) => (
          <li key={signature.entry.id} className="break-inside-avoid border-b border-rule py-1">
            <SignatureLine signature={signature} />
          </li>
        ))}
      </ul>
    </Section>
  );
}

/** One entry, in full. What was superseded is struck through, with who did it and why; it is never left out. */
function Line({ of, name, timeZone }: { of: DossierLine; name: string | undefined; timeZone: string }) {
  const { line, marks, supersededBy } = of;
  const { entry, importedAt } = line;
  const says = (
    <>
      {`${line.receipt.receiptSeq} · ${fullTime(entry.occurredAt, timeZone)} · ${entry.personName} · `}
      <EntryText entry={entry} name={name} />
    </>
  );
  return (
    <li className="border-b border-rule py-1 text-[13px]">
      {supersededBy ? <s>{says}</s> : says}
      {supersededBy ? (
        <p className="pl-4">
          {t('dossier.superseded-by', { who: supersededBy.personName, when: fullTime(supersededBy.writtenAt, timeZone) })}
          {supersededBy.supersedesReason ? `: ${supersededBy.supersedesReason}` : ''}
        </p>
      ) : null}
      {marks.length > 0 || importedAt ? (
        <span className="text-soft">
          {['', ...marks.map((mark) => t(`log.mark.${mark}`)), ...(importedAt ? [t('log.imported')] : [])].join(' · ')}
        </span>
      ) : null}
    </li>
  );
}

/** What the system could not carry, and what people decided otherwise, with their reason. */
function Exceptions({ faces }: { faces: readonly ReleasedFace[] }) {
  const treatments = faces.flatMap((face) => face.treatments);
  const refused = treatments.filter(({ verdict }) => verdict === 'refuse');
  const otherwise = treatments.filter(({ instead }) => instead !== undefined);
  const against = faces.filter(({ exception }) => exception !== undefined);
  const altered = faces.flatMap(({ mark, alterations = [] }) => alterations.map((change) => ({ mark, change })));
  if (refused.length + otherwise.length + against.length + altered.length === 0) return <p>{t('none')}</p>;
  return (
    <>
      {against.map(({ faceId, mark, exception }) => (
        <p key={faceId} className="py-0.5">
          <b>{mark}</b>: {t('exception.shown', exception!)}
        </p>
      ))}
      {altered.map(({ mark, change }, i) => (
        <p key={i} className="py-0.5">
          <b>{mark}</b>: {alterationText(change)} {change.reason}
        </p>
      ))}
      {refused.map((treatment) => (
        <p key={treatment.targetId} className="py-0.5">
          <b>{treatment.mark ?? tOf(`junction.${treatment.of}`)}</b>: {tOf(`why.${treatment.why}`)} {tOf(`instead.${treatment.why}`)}
        </p>
      ))}
      {otherwise.map(({ targetId, mark, of, instead }) => (
        <p key={targetId} className="py-0.5">
          <b>{mark ?? tOf(`junction.${of}`)}</b>: {t('override.dossier', { reason: instead!.reason, usual: tOf(`why.${instead!.why}`) })}
        </p>
      ))}
    </>
  );
}
