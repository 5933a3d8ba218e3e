import type { Face } from '@caulkhorn/core/jobs';
import type { FacePlan } from '@caulkhorn/core/planning';
import { Printer } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { t } from '../messages/t';
import { Button, buttonClass } from '../shared/ui/button';
import { parts, useJob, usePlanning, useSelection } from '../job/job-context';
import { SlateTitle } from '../shared/ui/slate-title';
import { Asked } from './asked';
import { ChosenSystem } from './chosen-system';
import { Chooser } from './chooser';
import { FaceTreatments } from './face-treatments';
import { LayerView } from './layer-view';
import { SameElsewhere } from './same-elsewhere';
import { SchoolsPanel } from './schools-panel';
import { Traps } from './traps';
import { TreatmentCard } from './treatment-card';
import { useFaceSite } from './use-face-site';

/** Build-up: the system of the chosen face and why, its layers, and what each feature gets. */
export function BuildUpSlate() {
  const { model } = useJob(parts('model'));
  const { plan } = usePlanning();
  const { selected } = useSelection('selected');
  const feature = selected?.kind === 'feature' ? model.features.find((f) => f.id === selected.id) : undefined;
  const face = model.faces.find((f) => f.id === (feature?.faceId ?? (selected?.kind === 'face' ? selected.id : '')));
  const facePlan = face && plan.faces.find((f) => f.faceId === face.id);
  if (!face || !facePlan) return <Overview />;
  const only = feature && facePlan.treatments.find((treatment) => treatment.targetId === feature.id);
  return (
    <>
      <SlateTitle mark={feature?.mark ?? face.mark}>
        {feature ? `${t(`feature.${feature.kind}`)} · ${face.mark} ${face.name}` : face.name}
      </SlateTitle>
      {only ? <TreatmentCard treatment={only} facePlan={facePlan} open /> : <FaceSystem key={face.id} face={face} />}
    </>
  );
}

function FaceSystem({ face }: { face: Face }) {
  const { can, organisationId, jobId } = useJob(parts('can', 'organisationId', 'jobId'));
  const site = useFaceSite(face);
  const [chooses, setChooses] = useState(false);
  const { buildUp, family } = site.plan;
  const isOpen = chooses || !buildUp;
  return (
    <>
      {buildUp ? <ChosenSystem site={site} /> : <p className="mb-2">{t('build-up.none-on-face')}</p>}
      {family ? <Traps site={site} /> : null}
      {buildUp ? (
        <div className="my-2 flex flex-wrap gap-2">
          {can('plan') ? (
            <Button size="small" aria-expanded={isOpen} onClick={() => setChooses(!chooses)}>
              {t(isOpen ? 'choose.close' : 'choose.another')}
            </Button>
          ) : null}
          {can('plan') ? <SameElsewhere site={site} /> : null}
          <Link to={`/o/${organisationId}/jobs/${jobId}/details/${face.id}`} className={buttonClass('outline', 'small')}>
            <Printer size={15} /> {t('details.print')}
          </Link>
        </div>
      ) : null}
      {isOpen ? <Chooser site={site} onChosen={() => setChooses(false)} /> : null}
      {family && !isOpen ? <LayerView plan={site.plan} /> : null}
      <FaceTreatments facePlan={site.plan} />
      <SchoolsPanel questions={family?.schools ?? ['crack-width']} face={face} plan={site.plan} />
      <Asked face={face} />
    </>
  );
}

function Overview() {
  const { model } = useJob(parts('model'));
  const { plan } = usePlanning();
  const { select } = useSelection('select');
  return (
    <>
      <SlateTitle>{t('lens.build-up')}</SlateTitle>
      <p className="mb-2 text-soft">{model.faces.length === 0 ? t('build-up.no-faces') : t('build-up.choose-face')}</p>
      {plan.faces.map((facePlan) => {
        const face = model.faces.find((f) => f.id === facePlan.faceId)!;
        const refused = facePlan.treatments.filter((treatment) => treatment.rule.verdict === 'refuse').length;
        return (
          <button
            key={face.id}
            type="button"
            onClick={() => select({ kind: 'face', id: face.id })}
            className="flex w-full items-baseline gap-2 border-b border-rule py-1.5 text-left hover:bg-sunk max-[719px]:min-h-14"
          >
            <b className="w-5">{face.mark}</b>
            <span className="min-w-0 flex-1 break-words">{face.name}</span>
            <span className="min-w-0 flex-1 break-words text-soft">
              {facePlan.products?.coat?.name ?? t('build-up.none-yet')}
              {refused > 0 ? (
                <span className="block text-[13px] font-medium text-iron">{t('build-up.refused-n', { n: refused })}</span>
              ) : null}
            </span>
            <Utilisation facePlan={facePlan} />
          </button>
        );
      })}
      <SchoolsPanel questions="all" />
      <Asked />
    </>
  );
}

function Utilisation({ facePlan }: { facePlan: FacePlan }) {
  const { rating } = facePlan;
  if (!rating) return <span className="w-10" />;
  const { utilisation, passes } = rating.output;
  return (
    <span className={`w-10 shrink-0 text-right text-[13px] font-semibold ${passes ? 'text-water' : 'text-iron'}`}>
      {utilisation === null ? (passes ? t('no-value') : t('rating.void')) : `${Math.round(utilisation * 100)} %`}
    </span>
  );
}
