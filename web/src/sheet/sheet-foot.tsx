import { isLevelFace, levelAt } from '@caulkhorn/core/jobs';
import { headAt, pressureKPa } from '@caulkhorn/core/physics';
import { waterOn } from '@caulkhorn/core/water';
import { Minus, Plus } from 'lucide-react';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { parts, useJob, useSelection } from '../job/job-context';
import { DraftBar } from './draft-bar';
import type { SheetCamera } from './sheet-camera';

const ZOOM_STEP = 1.4;

/** Under the sheet, never over it: what the tool in hand waits for or what the pointer is on, and how to look. */
export function SheetFoot({ camera, end }: { camera: SheetCamera; end(): void }) {
  const { tool } = useSelection('tool');
  return (
    <div className="@container flex h-10 shrink-0 items-center gap-x-2 border-t border-rule bg-raised px-2 max-[719px]:h-13">
      <div className="flex min-w-0 flex-1 items-center">{tool ? <DraftBar tool={tool} end={end} /> : <PointerReadout />}</div>
      <div className={`flex items-center ${tool ? 'max-[719px]:hidden' : ''}`} role="group" aria-label={t('sheet.look')}>
        <PlateButton />
        <LookButton label={t('sheet.zoom-out')} onClick={() => camera.zoomBy(1 / ZOOM_STEP)}>
          <Minus size={16} aria-hidden />
        </LookButton>
        <LookButton label={t('sheet.zoom-in')} onClick={() => camera.zoomBy(ZOOM_STEP)}>
          <Plus size={16} aria-hidden />
        </LookButton>
        <LookButton label={t('sheet.fit-face')} onClick={() => camera.showFace()}>
          {t('sheet.one-face-short')}
        </LookButton>
        <LookButton label={t('sheet.fit')} onClick={() => camera.showAll()}>
          {t('sheet.all-short')}
        </LookButton>
      </div>
    </div>
  );
}

function LookButton({ label, children, onClick }: { label: string; children: React.ReactNode; onClick(): void }) {
  return (
    <Button
      size="small"
      look="quiet"
      aria-label={label}
      title={label}
      className="min-w-9 px-2! max-[719px]:h-14 max-[719px]:min-w-12"
      onClick={onClick}
    >
      {children}
    </Button>
  );
}

/** A level face stands edge-on in the section; here it opens in true plan. */
function PlateButton() {
  const { model } = useJob(parts('model'));
  const { selected, openPlateId, openPlate } = useSelection('selected', 'openPlateId', 'openPlate');
  const face = selected?.kind === 'face' ? model.faces.find((f) => f.id === selected.id) : undefined;
  if (openPlateId)
    return (
      <Button size="small" className="mr-1 max-[719px]:h-14" onClick={() => openPlate(null)}>
        {t('sheet.back-to-section')}
      </Button>
    );
  if (!face || !isLevelFace(face)) return null;
  return (
    <Button size="small" className="mr-1 max-[719px]:h-14" onClick={() => openPlate(face.id)}>
      {t('sheet.open-plan', { mark: face.mark })}
    </Button>
  );
}

/** Level, head and pressure where the pointer is; while it is off the sheet, how one gets about. */
function PointerReadout() {
  const { model } = useJob(parts('model'));
  const units = useUnits();
  const { pointer } = useSelection('pointer');
  const face = pointer && model.faces.find((f) => f.id === pointer.faceId);
  if (!pointer || !face)
    return <p className="text-[13px] leading-4 text-soft max-[719px]:hidden @max-[520px]:hidden">{t('sheet.getting-about')}</p>;
  const levelM = levelAt(face, pointer.point);
  const water = waterOn(face, model);
  const headM = water ? headAt(water.level.levelM, levelM) : undefined;
  return (
    <p data-testid="readout" className="truncate text-[13px] max-[719px]:hidden">
      <b>{face.mark}</b> {t('readout.level', { level: formatQuantity(levelM, 'm', units) })}
      {water && headM !== undefined
        ? ` · ${t('readout.head', { head: formatQuantity(headM, 'm', units), pressure: formatQuantity(pressureKPa(headM, water.body.densityKgM3), 'kPa', units) })}`
        : ''}
    </p>
  );
}
