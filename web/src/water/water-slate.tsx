import type { Face, Feature } from '@caulkhorn/core/jobs';
import { checkCrackFlow, type CrackCheck, waterOn } from '@caulkhorn/core/water';
import { Bluetooth, Upload } from 'lucide-react';
import { Suspense, lazy, useState } from 'react';
import { LoggerPanel } from '../devices/logger-panel';
import { PairingDialog } from '../devices/pairing-dialog';
import { t } from '../messages/t';
import { aboutFlow } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { parts, useJob, usePlanning, useSelection } from '../job/job-context';
import { SlateTitle } from '../shared/ui/slate-title';
import { Figure } from '../workings/figure';
import { CasesPanel } from './cases-panel';
import { LevelForm } from './level-form';
import { LevelImport } from './level-import';
import { LevelTable } from './level-table';
import { SlabMoisture } from './slab-moisture';
import { SealingPlan } from './sealing-plan';

const LevelChart = lazy(() => import('./level-chart').then((m) => ({ default: m.LevelChart })));

/** Water: what pushes. The chosen thing's load first, then the levels and which of them governs. */
export function WaterSlate() {
  const { model, can } = useJob(parts('model', 'can'));
  const { selected } = useSelection('selected');
  const [importing, setImporting] = useState(false);
  const [pairing, setPairing] = useState(false);
  const feature = selected?.kind === 'feature' ? model.features.find((f) => f.id === selected.id) : undefined;
  const face = model.faces.find((f) => f.id === (feature?.faceId ?? (selected?.kind === 'face' ? selected.id : '')));
  const water = face && waterOn(face, model);
  return (
    <>
      {face ? <Load face={face} feature={feature} /> : <SlateTitle>{t('lens.water')}</SlateTitle>}
      <CasesPanel face={face} feature={feature} />
      {face?.kind === 'slab' ? <SlabMoisture key={face.id} face={face} /> : null}
      {face && water ? <SealingPlan key={face.id} face={face} waterLevelM={water.level.levelM} /> : null}
      {model.waterBodies.length === 0 ? <p className="text-soft">{t('water.none')}</p> : null}
      {model.waterBodies.map((body) => (
        <section key={body.id} className="mt-4">
          <h3 className="mb-1 font-semibold">{body.name}</h3>
          <LevelTable body={body} editable={can('survey')} />
          {can('survey') ? <LoggerPanel body={body} /> : null}
          <Suspense fallback={<div className="h-32" />}>
            <LevelChart body={body} />
          </Suspense>
        </section>
      ))}
      {can('survey') ? (
        <section className="mt-4 border-t border-rule pt-3">
          <LevelForm />
          <div className="mt-2 flex flex-wrap gap-2">
            {model.waterBodies.length > 0 ? (
              <Button onClick={() => setImporting(true)}>
                <Upload size={16} /> {t('water.import')}
              </Button>
            ) : null}
            <Button onClick={() => setPairing(true)}>
              <Bluetooth size={16} /> {t('devices.title')}
            </Button>
          </div>
          <PairingDialog open={pairing} onOpenChange={setPairing} />
          <LevelImport open={importing} onOpenChange={setImporting} />
        </section>
      ) : null}
    </>
  );
}

function Load({ face, feature }: { face: Face; feature?: Feature }) {
  const plan = usePlanning().plan.faces.find((f) => f.faceId === face.id);
  const treatment = feature && plan?.treatments.find((each) => each.targetId === feature.id);
  const { model } = useJob(parts('model'));
  const water = waterOn(face, model);
  return (
    <>
      <SlateTitle mark={feature?.mark ?? face.mark}>
        {feature ? `${t(`feature.${feature.kind}`)} · ${face.mark} ${face.name}` : face.name}
      </SlateTitle>
      {plan?.water ? (
        <>
          {treatment?.head ? (
            <>
              <Figure label={t('water.head-at-lowest')} value={treatment.head.output.headM} unit="m" working={treatment.head} />
              <Figure label={t('field.pressureKPa')} value={treatment.head.output.pressureKPa} unit="kPa" working={treatment.head} />
            </>
          ) : (
            <Figure label={t('water.head-at-foot')} value={plan.headAtFoot?.output.headM ?? 0} unit="m" working={plan.headAtFoot} />
          )}
          {plan.force ? (
            <>
              <Figure label={t('water.force')} value={plan.force.forceKN} unit="kN" working={plan.force.working} />
              <Figure label={t('water.force-acts-at')} value={plan.force.resultantLevelM} unit="m" working={plan.force.working} />
              {plan.force.working ? null : <p className="py-1 text-[13px] text-soft">{t('water.force-integrated')}</p>}
            </>
          ) : null}
          {feature && water ? <CrackFigures check={checkCrackFlow(feature, face, water.level.levelM)} /> : null}
          <Figure label={t('water.side')} value={t(`side-of-coat.${plan.water.side}`)} />
          {plan.rating ? (
            <Figure
              label={t('water.rating-used')}
              value={plan.rating.output.utilisation === null ? t('rating.void') : `${Math.round(plan.rating.output.utilisation * 100)} %`}
              tone={plan.rating.output.passes ? 'good' : 'wrong'}
              working={plan.rating}
            />
          ) : null}
        </>
      ) : (
        <p className="text-soft">{t('water.no-load')}</p>
      )}
      {plan?.loads.some(({ headM }) => headM === undefined) ? (
        <p role="note" className="mt-1 border-l-4 border-ochre px-2 py-1">
          {t('water.may-press')}
        </p>
      ) : null}
    </>
  );
}

/** What the crack could pass beside what was caught, and what a wide difference suggests. */
function CrackFigures({ check }: { check: CrackCheck | undefined }) {
  const units = useUnits();
  if (!check) return null;
  return (
    <>
      <Figure
        label={t('crack.could')}
        value={t('crack.about', { flow: aboutFlow(check.could.output.flowLPerDay, units) })}
        working={check.could}
      />
      {check.caught ? (
        <Figure label={t('crack.caught')} value={aboutFlow(check.caught.output.lPerDay, units)} working={check.caught} />
      ) : null}
      {check.says && check.says !== 'alike' ? (
        <p className="border-l-4 border-ochre bg-ochre-soft px-3 py-1.5">{t(`crack.${check.says}`)}</p>
      ) : null}
    </>
  );
}
