import { levelRange } from '@caulkhorn/core/jobs';
import type { FacePlan } from '@caulkhorn/core/planning';
import { type Conditions, DEW_MARGIN_C, type LogLine, dewMargin, findBrokenLink, standingEntries } from '@caulkhorn/core/site-log';
import { ArrowLeft, Printer } from 'lucide-react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { t } from '../messages/t';
import { formatMargin, formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { fullTime } from '../shared/times';
import { Button, buttonClass } from '../shared/ui/button';
import { useNow } from '../shared/use-now';
import { EntryText } from '../site-log/log-list';
import { itemName } from '../words/item-name';
import { parts, useJob } from '../job/job-context';
import { usePlanning } from '../job/plan-context';
import { whatIsMissing } from './missing';

/** The dossier: what was done where, by whom, in which conditions and with which batches. Made for A4. */
export function DossierPage() {
  const { model, revision, lines, outbox, organisationId, jobId } = useJob(
    parts('model', 'revision', 'lines', 'outbox', 'organisationId', 'jobId'),
  );
  const { plan, site } = usePlanning();
  const now = useNow(60_000);
  const { job } = model;
  const received = lines.filter((line): line is LogLine => line.receipt !== null);
  const entries = standingEntries(received);
  const coated = plan.faces.filter((face) => face.products);
  const people = [...new Map(entries.map((entry) => [entry.personId, entry.personName])).values()];
  const breaches = entries.filter((entry) => entry.body.kind === 'start' && entry.body.breachReason);
  const refused = plan.faces.flatMap((face) => face.treatments.filter((treatment) => treatment.rule.verdict === 'refuse'));
  const missing = whatIsMissing(model, plan, revision, site, outbox.pending.length);
  const broken = findBrokenLink(received);
  const last = received.at(-1);
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
          </p>
        ) : null}
      </header>
      {missing.length > 0 ? (
        <Section title={t('dossier.open')}>
          <ul className="list-disc pl-5">
            {missing.map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
        </Section>
      ) : null}
      <Section title={t('dossier.faces')}>
        <FacesTable faces={plan.faces} />
      </Section>
      {coated.map((face) => (
        <FaceSection key={face.faceId} facePlan={face} />
      ))}
      <Section title={t('dossier.exceptions')}>
        {breaches.length + refused.length === 0 ? <p>{t('none')}</p> : null}
        {breaches.map((entry) => (
          <p key={entry.id} className="py-0.5">
            {fullTime(entry.occurredAt, job.timeZone)} · <EntryText entry={entry} name={workName(entry.body)} />
          </p>
        ))}
        {refused.map((treatment) => (
          <p key={treatment.targetId} className="py-0.5">
            <b>{model.features.find((f) => f.id === treatment.targetId)?.mark}</b>: {t(`why.${treatment.rule.why}`)}{' '}
            {t(`instead.${treatment.rule.why}`)}
          </p>
        ))}
      </Section>
      <Section title={t('dossier.readings')}>
        {entries
          .filter((entry) => entry.body.kind === 'reading' || entry.body.kind === 'note')
          .map((entry) => (
            <p key={entry.id} className="py-0.5">
              {fullTime(entry.occurredAt, job.timeZone)} · {entry.personName} · <EntryText entry={entry} />
            </p>
          ))}
      </Section>
      <Section title={t('dossier.people')}>
        <p>{people.join(', ') || t('none')}</p>
      </Section>
      <Section title={t('dossier.log')}>
        <p>{broken ? t('dossier.chain-broken', { seq: broken.receiptSeq }) : t('dossier.chain-whole', { n: received.length })}</p>
        {last ? (
          <dl className="mt-1 font-mono text-[11px] break-all">
            <dt>{t('dossier.last-entry', { n: last.receipt.receiptSeq })}</dt>
            <dd>{last.entry.hash}</dd>
            <dt>{t('dossier.last-receipt')}</dt>
            <dd>{last.receipt.receiptHash}</dd>
          </dl>
        ) : null}
      </Section>
      <p className="mt-6 border-t border-ink pt-2 text-[13px]">{t('dossier.disclaimer')}</p>
    </main>
  );

  function workName(body: (typeof entries)[number]['body']): string | undefined {
    const item = 'workItemId' in body ? revision?.workItems.find((w) => w.id === body.workItemId) : undefined;
    return item && itemName(item, model);
  }
}

/** The air in which a coat went on, and its margin. */
function Measured({ conditions }: { conditions: Conditions }) {
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
      {margin ? (
        <span className={margin.marginC < DEW_MARGIN_C ? 'font-semibold' : ''}>
          , {t('log.margin', { margin: formatMargin(margin.marginC, units) })}
        </span>
      ) : null}
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

function FacesTable({ faces }: { faces: readonly FacePlan[] }) {
  const { model } = useJob(parts('model'));
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
          {faces.map((plan) => {
            const face = model.faces.find((f) => f.id === plan.faceId)!;
            const { bottomM, topM } = levelRange(face);
            const use = plan.rating?.output;
            return (
              <tr key={face.id} className="break-inside-avoid border-b border-rule align-top">
                <td className="py-1 pr-2">
                  <b>{face.mark}</b> {face.name}
                </td>
                <td className="py-1 pr-2">{t(`substrate.${face.substrate}`)}</td>
                <td className="py-1 pr-2 whitespace-nowrap">
                  {formatQuantity(bottomM, 'm', units)}
                  {topM > bottomM ? ` … ${formatQuantity(topM, 'm', units)}` : ''}
                </td>
                <td className="py-1 pr-2 whitespace-nowrap">{formatQuantity(plan.areaM2, 'm²', units)}</td>
                <td className="py-1 pr-2 whitespace-nowrap">
                  {plan.headAtFoot ? formatQuantity(plan.headAtFoot.output.headM, 'm', units) : t('no-value')}
                </td>
                <td className="py-1 pr-2 whitespace-nowrap">
                  {plan.force ? formatQuantity(plan.force.forceKN, 'kN', units) : t('no-value')}
                </td>
                <td className="py-1 pr-2">{plan.products?.coat?.name ?? t('no-value')}</td>
                <td className={`py-1 ${use && !use.passes ? 'font-semibold text-iron' : ''}`}>
                  {use ? (use.utilisation === null ? t('rating.void') : `${Math.round(use.utilisation * 100)} %`) : t('no-value')}
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
function FaceSection({ facePlan }: { facePlan: FacePlan }) {
  const { model, revision } = useJob(parts('model', 'revision'));
  const { site } = usePlanning();
  const units = useUnits();
  const face = model.faces.find((f) => f.id === facePlan.faceId)!;
  const { buildUp, products, family } = facePlan;
  const coat = products!.coat!;
  const items = revision?.workItems.filter((item) => item.faceId === face.id) ?? [];
  const time = (ms: number | undefined) => (ms === undefined ? t('no-value') : fullTime(ms, model.job.timeZone));
  return (
    <Section title={`${face.mark} ${face.name}`}>
      <p>
        {t(`family.${buildUp!.family}`)}: {coat.name} {t('product.version', { n: coat.version })}
        {family!.schools.map((question) => ` · ${t(`school.${question}.${facePlan.schools[question].school}`)}`)}
        {buildUp!.reason ? ` · ${buildUp!.reason}` : ''}
      </p>
      <ul className="my-1 list-disc pl-5">
        {facePlan.treatments.map((treatment) => {
          const feature = model.features.find((f) => f.id === treatment.targetId);
          return (
            <li key={treatment.targetId}>
              <b>{feature ? `${feature.mark} ${t(`feature.${feature.kind}`)}` : t(`junction.${treatment.of}`)}</b>
              {feature?.widthMm ? `, ${formatQuantity(feature.widthMm, 'mm', units)}` : ''}
              {treatment.head
                ? `, ${t('dossier.under-head', { head: formatQuantity(treatment.head.output.headM, 'm', units) })}`
                : ''}: {t(`verdict.${treatment.rule.verdict}`)}. {t(`why.${treatment.rule.why}`)}
              {treatment.instead
                ? ` ${t('override.dossier', { reason: treatment.instead.reason, usual: t(`why.${treatment.instead.rule.why}`) })}`
                : ''}
            </li>
          );
        })}
      </ul>
      {items.length > 0 ? (
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
            {items.map((item) => {
              const done = site.done.get(item.id);
              return (
                <tr key={item.id} className="break-inside-avoid border-b border-rule">
                  <td className="py-0.5 pr-2">
                    {itemName(item, model)}
                    {done?.conditions ? <Measured conditions={done.conditions} /> : null}
                  </td>
                  <td className="py-0.5 pr-2">{time(done?.startedAt)}</td>
                  <td className="py-0.5 pr-2">{time(done?.finishedAt)}</td>
                  <td className="py-0.5 pr-2">{done?.batchNumbers.join(', ') || t('no-value')}</td>
                  <td className="py-0.5">{done?.people.join(', ') || t('no-value')}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      ) : null}
      {coat.coat ? <p className="mt-1 text-[13px]">{t('dossier.no-drilling')}</p> : null}
    </Section>
  );
}
