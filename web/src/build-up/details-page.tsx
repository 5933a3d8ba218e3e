import type { JobModel } from '@caulkhorn/core/jobs';
import { sectionOf } from '@caulkhorn/core/materials';
import { ArrowLeft, Printer } from 'lucide-react';
import { Link, useParams } from 'react-router';
import { t, tOf } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { fullTime } from '../shared/times';
import { Button, buttonClass } from '../shared/ui/button';
import { useNow } from '../shared/use-now';
import { CareList } from '../words/care-list';
import { LayCard } from '../words/lay-card';
import { PrepareCard } from '../words/prepare-card';
import { leakMark } from '../words/leak-mark';
import { parts, useJob, usePlanning } from '../job/job-context';
import { DetailSection } from './detail-section';
import { howText } from './how-text';
import { LayerView } from './layer-view';
import { TreatmentCautions, junctionName, lineLabel } from './treatment-card';

/** Every detail of a face for the crew, on paper: what, where, how, and the cut to scale. */
export function DetailsPage() {
  const { model, organisationId, jobId } = useJob(parts('model', 'organisationId', 'jobId'));
  const { plan, conditions } = usePlanning();
  const units = useUnits();
  const now = useNow(60_000);
  const { faceId } = useParams();
  const face = model.faces.find(({ id }) => id === faceId);
  const facePlan = plan.faces.find((each) => each.faceId === faceId);
  if (!face || !facePlan) return <p className="p-6">{t('details.no-face')}</p>;
  const treated = facePlan.treatments.filter(({ rule }) => rule.verdict !== 'coat-over');
  const coatMm = facePlan.layers.filter(({ counts }) => counts).reduce((sum, { dryMm }) => sum + (dryMm ?? 0), 0);
  return (
    <main id="content" className="mx-auto max-w-[190mm] bg-raised p-6 max-[719px]:p-3 print:max-w-none print:p-0">
      <div className="no-print mb-4 flex gap-2">
        <Link to={`/o/${organisationId}/jobs/${jobId}/build-up`} className={buttonClass('quiet')}>
          <ArrowLeft size={16} /> {t('details.back')}
        </Link>
        <Button look="solid" onClick={() => print()}>
          <Printer size={16} /> {t('details.do-print')}
        </Button>
      </div>
      <header className="border-b-2 border-ink pb-2">
        <p className="text-[13px]">
          {model.job.name} · {t('dossier.printed', { when: fullTime(now, model.job.timeZone), zone: model.job.timeZone })}
        </p>
        <h1 className="text-2xl leading-8 font-bold">
          {face.mark} {face.name}
        </h1>
        {facePlan.products?.coat ? (
          <p>
            {t(`family.${facePlan.family!.id}`)}: {facePlan.products.coat.name}{' '}
            {t('product.version', { n: facePlan.products.coat.version })}
          </p>
        ) : null}
      </header>
      <CareList face={face} job={model.job} />
      {facePlan.family ? <PrepareCard plan={facePlan} /> : null}
      <LayerView plan={facePlan} />
      <LayCard plan={facePlan} tool={conditions.tool} />
      <Stopping order={facePlan.stopping?.order ?? []} model={model} faceId={face.id} />
      {treated.map((treatment) => {
        const feature = model.features.find(({ id }) => id === treatment.targetId);
        const { rule, lines, geometry, instead } = treatment;
        return (
          <section key={treatment.targetId} className="mt-5 break-inside-avoid-page border-t border-rule-strong pt-2">
            <h2 className="text-base font-semibold">
              {feature ? `${feature.mark} ${t(`feature.${feature.kind}`)}` : junctionName(treatment, facePlan, model)}
              {geometry.lengthM > 0 ? `, ${formatQuantity(geometry.lengthM, 'm', units)}` : ''}
            </h2>
            <p>{tOf(`why.${rule.why}`)}</p>
            {instead ? <p className="font-medium">{t('override.shown', { reason: instead.reason })}</p> : null}
            <ol className="my-1.5 list-decimal pl-5">
              {rule.steps.map((step, i) => (
                <li key={i}>{howText(step, treatment, facePlan, units)}</li>
              ))}
            </ol>
            <DetailSection section={sectionOf(treatment, coatMm)} widthPx={620} />
            <p className="my-1.5">
              {lines.map((line) => `${lineLabel(line, lines)} ${formatQuantity(line.amount, line.product.measure, units)}`).join(' · ')}
            </p>
            <TreatmentCautions treatment={treatment} />
          </section>
        );
      })}
      <p className="mt-6 border-t border-ink pt-2 text-[13px]">{t('dossier.disclaimer')}</p>
    </main>
  );
}

/** In which order leaks are stopped; the last one bleeds until the others have set. */
function Stopping({ order, model, faceId }: { order: readonly string[]; model: JobModel; faceId: string }) {
  const marks = order.flatMap((id) => leakMark(id, model, faceId) ?? []);
  if (marks.length < 2) return null;
  return (
    <section aria-label={t('sealing.title')} className="mt-4 break-inside-avoid-page">
      <h3 className="mb-1 font-semibold">{t('sealing.title')}</h3>
      <p>{t('sealing.in-short', { first: marks.slice(0, -1).join(', '), last: marks.at(-1)! })}</p>
    </section>
  );
}
