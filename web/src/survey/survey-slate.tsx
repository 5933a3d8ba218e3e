import { type Face, type Feature, levelRange, netAreaM2 } from '@caulkhorn/core/jobs';
import { DraftingCompass, FileDown, FileUp, ListChecks, Plus } from 'lucide-react';
import { Suspense, lazy, useState } from 'react';
import { t } from '../messages/t';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { useIsPhone } from '../shared/use-media';
import { Loading } from '../shared/ui/states';
import { parts, useJob, useSelection } from '../job/job-context';
import { Figure } from '../workings/figure';
import { Legend } from '../sheet/legend';
import { SlateTitle } from '../shared/ui/slate-title';
import { CopyAlong } from './copy-along';
import { FeatureForm } from './feature-form';
import { GapsPanel } from './gaps-panel';
import { JunctionList } from './junction-list';
import { NewFaceForm } from './new-face-form';
import { PhotosPanel } from './photos-panel';
import { ReadingsPanel } from './readings-panel';
import { RoomsPanel } from './rooms-panel';

// opened now and then: fetched when they are
const DiagnosisPanel = lazy(() => import('./diagnosis-panel').then((m) => ({ default: m.DiagnosisPanel })));
const FaceForm = lazy(() => import('./face-form').then((m) => ({ default: m.FaceForm })));
const FacesDialog = lazy(() => import('./faces-dialog').then((m) => ({ default: m.FacesDialog })));
const ManyForm = lazy(() => import('./many-form').then((m) => ({ default: m.ManyForm })));
const RoomDialog = lazy(() => import('./room-dialog').then((m) => ({ default: m.RoomDialog })));
const DrawingImport = lazy(() => import('../drawings/drawing-import').then((m) => ({ default: m.DrawingImport })));
const SheetExport = lazy(() => import('../drawings/sheet-export').then((m) => ({ default: m.SheetExport })));

const FaceCare = lazy(() => import('./face-care').then((m) => ({ default: m.FaceCare })));
const StructureSigns = lazy(() => import('./structure-signs').then((m) => ({ default: m.StructureSigns })));

/** Where the structure itself may have moved, or its steel may rust. */
const MAY_BE_STRUCTURAL: ReadonlySet<Feature['kind']> = new Set(['crack', 'joint', 'mortar-joint', 'honeycomb', 'spall']);

/** What is damp is asked where the damp comes from. */
const DAMP_KINDS: ReadonlySet<Feature['kind']> = new Set(['damp-area', 'salt-bloom', 'mould', 'ponding']);

/** Survey: what was seen. The chosen feature or face; otherwise how to begin. */
export function SurveySlate() {
  const isPhone = useIsPhone();
  const { model, can } = useJob(parts('model', 'can'));
  const { selected, also, select } = useSelection('selected', 'also', 'select');
  const editable = can('survey');
  const units = useUnits();
  const [dialog, setDialog] = useState<'room' | 'import' | 'export' | 'faces' | null>(null);
  const feature = selected?.kind === 'feature' ? model.features.find((f) => f.id === selected.id) : undefined;
  const face = selected?.kind === 'face' ? model.faces.find((f) => f.id === selected.id) : undefined;
  const together = feature && also.length > 0 ? [feature, ...model.features.filter(({ id }) => also.includes(id))] : [];
  if (together.length > 1)
    return (
      <Suspense fallback={<Loading what={t('lens.survey')} />}>
        <ManyForm features={together} editable={editable} />
      </Suspense>
    );
  if (feature) {
    const on = model.faces.find((f) => f.id === feature.faceId)!;
    return (
      <>
        <SlateTitle mark={feature.mark}>
          {t(`feature.${feature.kind}`)} · {on.mark} {on.name}
        </SlateTitle>
        <div className="flex flex-col">
          <FeatureForm key={`${feature.id} ${units}`} feature={feature} editable={editable} />
          {/* in the cellar the photo comes first */}
          <div className="max-[719px]:order-first max-[719px]:mb-4">
            <PhotosPanel key={feature.id} faceId={on.id} featureId={feature.id} editable={editable} />
          </div>
        </div>
        <Suspense>
          {MAY_BE_STRUCTURAL.has(feature.kind) ? <StructureSigns feature={feature} editable={editable} /> : null}
          {editable ? <CopyAlong key={`copy ${feature.id}`} feature={feature} face={on} /> : null}
          {DAMP_KINDS.has(feature.kind) ? <DiagnosisPanel face={on} place={feature} editable={editable} /> : null}
        </Suspense>
      </>
    );
  }
  if (face)
    return (
      <>
        <FaceFacts face={face} />
        {/* all at once: what comes late would push what stands below from under a finger */}
        <Suspense>
          <FaceCare face={face} />
          {editable ? <FaceForm key={`${face.id} ${units}`} face={face} /> : null}
          <PhotosPanel key={face.id} faceId={face.id} editable={editable} />
          <ReadingsPanel key={`readings ${face.id}`} face={face} editable={editable} />
          {editable ? (
            <Button className="mt-4" onClick={() => select(null)}>
              <Plus size={16} /> {t('new-face.another')}
            </Button>
          ) : null}
        </Suspense>
      </>
    );
  return (
    <>
      <SlateTitle>{model.faces.length === 0 ? t('survey.first-face') : t('lens.survey')}</SlateTitle>
      {model.faces.length > 0 ? <p className="mb-3 text-soft">{t(isPhone ? 'survey.how-here' : 'survey.how')}</p> : null}
      <GapsPanel />
      {editable ? (
        <>
          <div className="mt-4 mb-4 flex flex-wrap gap-2">
            <Button className="max-[719px]:h-14" onClick={() => setDialog('room')}>
              <DraftingCompass size={16} /> {t('room.title')}
            </Button>
            <Button className="max-[719px]:h-14" onClick={() => setDialog('import')}>
              <FileUp size={16} /> {t('drawing.open')}
            </Button>
            {model.faces.length > 1 ? (
              <Button className="max-[719px]:h-14" onClick={() => setDialog('faces')}>
                <ListChecks size={16} /> {t('faces.title')}
              </Button>
            ) : null}
          </div>
          <NewFaceForm />
          <RoomsPanel />
        </>
      ) : null}
      {model.faces.length > 0 ? (
        <Button className="mt-4 max-[719px]:h-14" onClick={() => setDialog('export')}>
          <FileDown size={16} /> {t('export.open')}
        </Button>
      ) : null}
      <Suspense>
        {dialog === 'room' ? <RoomDialog open onOpenChange={() => setDialog(null)} /> : null}
        {dialog === 'faces' ? <FacesDialog close={() => setDialog(null)} /> : null}
        {dialog === 'import' ? <DrawingImport open onOpenChange={() => setDialog(null)} /> : null}
        {dialog === 'export' ? <SheetExport open onOpenChange={() => setDialog(null)} /> : null}
      </Suspense>
      <Legend />
    </>
  );
}

function FaceFacts({ face }: { face: Face }) {
  const { can } = useJob(parts('can'));
  const { bottomM, topM } = levelRange(face);
  return (
    <>
      <SlateTitle mark={face.mark}>{face.name}</SlateTitle>
      <Figure label={t('face.kind')} value={t(`face-kind.${face.kind}`)} />
      <Figure label={t('face.substrate')} value={t(`substrate.${face.substrate}`)} />
      <Figure label={t('field.strengthMPa')} value={face.strengthMPa === 0 ? t('face.strength-none') : face.strengthMPa} unit="MPa" />
      <Figure label={t('field.thicknessMm')} value={face.thicknessMm} unit="mm" />
      <Figure label={t('field.areaM2')} value={netAreaM2(face)} unit="m²" />
      <Figure label={t('face.top')} value={topM} unit="m" />
      <Figure label={t('face.foot')} value={bottomM} unit="m" />
      <Figure label={t('field.roughnessFactor')} value={face.roughnessFactor} />
      <Figure label={t('face.near')} value={t(`side.${face.near.kind}`)} />
      <Figure label={t('face.far')} value={t(`side.${face.far.kind}`)} />
      <JunctionList face={face} editable={can('survey')} />
    </>
  );
}
