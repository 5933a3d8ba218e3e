import { FAMILIES } from '@caulkhorn/core/catalogue';
import '../messages/later';
import { type DossierFace, type DossierLine, type ReleasedFace, dossierOf } from '@caulkhorn/core/proof';
import { type Breach, type Conditions, type LogLine, dewMargin } from '@caulkhorn/core/site-log';
import { ArrowLeft, Printer } from 'lucide-react';
import { type ReactNode, useMemo } from 'react';
import { Link } from 'react-router';
import { t, tOf } from '../messages/t';
import { formatMargin, formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { fullTime } from '../shared/times';
import { Button, buttonClass } from '../shared/ui/button';
import { useNow } from '../shared/use-now';
import { breachText } from '../words/breach-text';
import { EntryText } from '../site-log/log-list';
import { alterationText } from '../words/alteration-text';
import { releasedItemName, releasedStepName } from '../words/released-name';
import { parts, useJob } from '../job/job-context';
import { openText } from './open-text';

/** The dossier as it is drawn for A4. Everything in it comes from what was released, written and measured, nothing from today's plan. */
export function DossierPage() {
  const { model, revision, lines, outbox, organisationId, jobId } = useJob(
    parts('model', 'revision', 'lines', 'outbox', 'organisationId', 'jobId'),
  );
  const now = useNow(60_000);
  const dossier = useMemo(() => {
    const received = lines.filter((line): line is LogLine => line.receipt !== null);
    return dossierOf(revision, received, model.readings, []);
  }, [revision, lines, model.readings]);
  const job = revision?.decided?.job ?? model.job;
  const { chain } = dossier;
  const released = dossier.faces.map(({ face }) => face);
  const items = new Map(revision?.workItems.map((item) => [item.id, item]));
  const workName = ({ line }: Pick<DossierLine, 'line'>): string | undefined => {
    const { body } = line.entry;
    const item = 'workItemId' in body ? items.get(body.workItemId) : undefined;
    return item && releasedItemName(item, released);
  };
  const open = [
    ...dossier.open.map((point) => openText(point, released)),
    ...(outbox.pending.length > 0 ? [t('missing.unsent', { n: outbox.pending.length })] : []),
  ];
  return (
    <main className="mx-auto max-w-[190mm] bg-raised p-6 max-[719px]:p-3 print:max-w-none print:p-0">
      <div className="no-print mb-4 flex gap-2">
        <Link to={`/o/${organisationId}/jobs/${jobId}/handover`} className={buttonClass('quiet')}>
          <ArrowLeft size={16} /> {t('dossier.back')}
        </Link>
        <Button look="solid" onClick={() => print()}>
          <Printer size={16} /> {t('dossier.print')}
        </Button>
      </div>
      <header className="border-b-2 border-ink pb-2">
        <p className="text-[13px]">{t('dossier.title')}</p>
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
      {dossier.faces
        .filter(({ face }) => face.family)
        .map((each) => (
          <FaceSection key={each.face.faceId} of={each} products={revision!.decided!.products} timeZone={job.timeZone} />
        ))}
      <Section title={t('dossier.exceptions')}>
        <Exceptions faces={released} />
        {dossier.breaches.map((entry) => (
          <p key={entry.id} className="py-0.5">
            {fullTime(entry.occurredAt, job.timeZone)} · <EntryText entry={entry} name={workName({ line: { entry } as LogLine })} />
          </p>
        ))}
      </Section>
      <Section title={t('dossier.entries')}>
        <ol>
          {dossier.lines.map((each) => (
            <Line key={each.line.entry.id} of={each} name={workName(each)} timeZone={job.timeZone} />
          ))}
        </ol>
      </Section>
      <Section title={t('dossier.people')}>
        <p>{dossier.people.map(({ name }) => name).join(', ') || t('none')}</p>
      </Section>
      <Section title={t('dossier.log')}>
        <p>
          {chain.broken
            ? t('dossier.chain-broken', { seq: chain.broken.receiptSeq })
            : t('dossier.chain-whole', { n: dossier.lines.length })}
        </p>
        <p>{t('dossier.signed-by-device', { n: chain.signedByDevice, of: dossier.lines.length })}</p>
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
    </main>
  );
}

/** One entry, in full. What was superseded is struck through, with who did it and why; it is never left out. */
function Line({ of, name, timeZone }: { of: DossierLine; name: string | undefined; timeZone: string }) {
  const { line, marks, supersededBy } = of;
  const { entry, importedAt } = line;
  return (
    <li className="break-inside-avoid border-b border-rule py-1 text-[13px]">
      <p className={supersededBy ? 'line-through' : ''}>
        {line.receipt.receiptSeq} · {fullTime(entry.occurredAt, timeZone)} · {entry.personName} · <EntryText entry={entry} name={name} />
      </p>
      {supersededBy ? (
        <p className="pl-4">
          {t('dossier.superseded-by', { who: supersededBy.personName, when: fullTime(supersededBy.writtenAt, timeZone) })}
          {supersededBy.supersedesReason ? `: ${supersededBy.supersedesReason}` : ''}
        </p>
      ) : null}
      {marks.length > 0 || importedAt ? (
        <p className="pl-4 text-soft">
          {[...marks.map((mark) => t(`log.mark.${mark}`)), ...(importedAt ? [t('log.imported')] : [])].join(' · ')}
        </p>
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

/** The air in which a coat went on, and its margin. */
function Measured({
  conditions,
  breaches,
  at,
}: {
  conditions: Conditions;
  breaches: readonly Breach[];
  /** where that was before the start */ at?: string;
}) {
  const units = useUnits();
  const { airTemperatureC, surfaceTemperatureC, relativeHumidityPct } = conditions;
  const margin = dewMargin(conditions);
  return (
    <span className="block text-[12px]">
      {t('log.conditions', {
        air: formatQuantity(airTemperatureC, '°C', units),
        surface: formatQuantity(surfaceTemperatureC, '°C', units),
        rh: relativeHumidityPct,
      })}
      {margin ? `, ${t('log.margin', { margin: formatMargin(margin.marginC, units) })}` : ''}
      {at ? ` ${t('log.measured-at', { at })}` : ''}
      {breaches.map((breach) => (
        <b key={breach.code} className="block">
          {breachText(breach, units)}
        </b>
      ))}
    </span>
  );
}

function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="mt-5 break-inside-avoid-page">
      <h2 className="mb-1 border-b border-rule-strong text-base font-semibold">{title}</h2>
      {children}
    </section>
  );
}

type Sheets = readonly { id: string; version: number; name: string }[];
const sheetOf = (sheets: Sheets, ref: { id: string; version: number } | undefined) =>
  sheets.find(({ id, version }) => id === ref?.id && version === ref.version);

function FacesTable({ faces, products }: { faces: readonly ReleasedFace[]; products: Sheets }) {
  const units = useUnits();
  const heads = ['face', 'substrate', 'levels', 'area', 'head', 'force', 'coat', 'used'] as const;
  return (
    <div className="overflow-x-auto">
      <table className="w-full border-collapse text-[13px]">
        <thead>
          <tr>
            {heads.map((name) => (
              <th key={name} className={`border-b border-rule-strong py-1 pr-2 text-left font-semibold`}>
                {t(`dossier.col-${name}`)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {faces.map((face) => {
            const { load, rating } = face;
            return (
              <tr key={face.faceId} className="break-inside-avoid border-b border-rule align-top">
                <td className="py-1 pr-2">
                  <b>{face.mark}</b> {face.name}
                </td>
                <td className="py-1 pr-2">{tOf(`substrate.${face.substrate}`)}</td>
                <td className="py-1 pr-2 whitespace-nowrap">
                  {formatQuantity(face.bottomLevelM, 'm', units)}
                  {face.topLevelM > face.bottomLevelM ? ` … ${formatQuantity(face.topLevelM, 'm', units)}` : ''}
                </td>
                <td className="py-1 pr-2 whitespace-nowrap">{formatQuantity(face.areaM2, 'm²', units)}</td>
                <td className="py-1 pr-2">
                  {load ? (
                    <>
                      <span className="whitespace-nowrap">{formatQuantity(load.headAtFootM, 'm', units)}</span>
                      <span className="block text-[12px] text-soft">{load.water}</span>
                    </>
                  ) : (
                    t('no-value')
                  )}
                </td>
                <td className="py-1 pr-2 whitespace-nowrap">
                  {load?.forceKN === undefined ? t('no-value') : formatQuantity(load.forceKN, 'kN', units)}
                </td>
                <td className="py-1 pr-2">{sheetOf(products, face.products['coat'])?.name ?? t('no-value')}</td>
                <td className={`py-1 ${rating && !rating.passes ? 'font-semibold text-iron' : ''}`}>
                  {rating ? (rating.utilisation === null ? t('rating.void') : `${Math.round(rating.utilisation * 100)} %`) : t('no-value')}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

/** One coated face: its treatments with their rules, then what was done, when and with what. */
function FaceSection({ of: { face, work }, products, timeZone }: { of: DossierFace; products: Sheets; timeZone: string }) {
  const units = useUnits();
  const coat = sheetOf(products, face.products['coat']);
  const time = (ms: number | undefined) => (ms === undefined ? t('no-value') : fullTime(ms, timeZone));
  // a school is told where it was used, and one that nobody chose as the usual one
  const used = face.family === undefined ? [] : FAMILIES[face.family].schools;
  const schools = Object.entries(face.schools).filter(([question]) => used.some((each) => each === question));
  return (
    <Section title={`${face.mark} ${face.name}`}>
      <p>
        {tOf(`family.${face.family}`)}
        {coat ? `: ${coat.name} ${t('product.version', { n: coat.version })}` : ''}
        {schools.map(([question, { school, from }]) => {
          const name = `${tOf(`school.${question}`)} ${tOf(`school.${question}.${school}`)}`;
          return ` · ${from === 'usual' ? t('dossier.school-usual', { school: name }) : name}`;
        })}
        {face.reason ? ` · ${face.reason}` : ''}
      </p>
      <ul className="my-1 list-disc pl-5">
        {face.treatments.map((treatment) => (
          <li key={treatment.targetId}>
            <b>{treatment.mark ? `${treatment.mark} ${tOf(`feature.${treatment.of}`)}` : tOf(`junction.${treatment.of}`)}</b>
            {treatment.widthMm === undefined ? '' : `, ${formatQuantity(treatment.widthMm, 'mm', units)}`}
            {treatment.headM === undefined
              ? ''
              : `, ${t('dossier.under-head', { head: formatQuantity(treatment.headM, 'm', units) })}`}: {t(`verdict.${treatment.verdict}`)}.{' '}
            {tOf(`why.${treatment.why}`)}
            {treatment.instead
              ? ` ${t('override.dossier', { reason: treatment.instead.reason, usual: tOf(`why.${treatment.instead.why}`) })}`
              : ''}
          </li>
        ))}
      </ul>
      {work.length > 0 ? (
        <table className="w-full border-collapse text-[13px]">
          <thead>
            <tr>
              {(['work', 'begun', 'ended', 'batch', 'by'] as const).map((name) => (
                <th key={name} className="border-b border-rule-strong py-1 pr-2 text-left font-semibold">
                  {t(`dossier.col-${name}`)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {work.map(({ item, done, breaches }) => (
              <tr key={item.id} className="break-inside-avoid border-b border-rule">
                <td className="py-0.5 pr-2">
                  {releasedStepName(item, face)}
                  {done?.conditions ? (
                    <Measured
                      conditions={done.conditions}
                      breaches={breaches}
                      {...(done.conditionsAt === undefined ? {} : { at: time(done.conditionsAt) })}
                    />
                  ) : null}
                </td>
                <td className="py-0.5 pr-2">{time(done?.startedAt)}</td>
                <td className="py-0.5 pr-2">{time(done?.finishedAt)}</td>
                <td className="py-0.5 pr-2">{done?.batchNumbers.join(', ') || t('no-value')}</td>
                <td className="py-0.5">{done?.people.join(', ') || t('no-value')}</td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : null}
      <p className="mt-1 text-[13px]">{t('dossier.no-drilling')}</p>
    </Section>
  );
}
