import type { JobModel, Junction } from '@caulkhorn/core/jobs';
import { faceForce, watersInCase, watersOn } from '@caulkhorn/core/water';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { usePreferences } from '../shared/preferences';
import { parts, useJob, usePlanningSoFar, useDrawnPointer, useSelection } from '../job/job-context';
import { DraftBar } from './draft-bar';
import { layOut } from './layout';
import type { ShownForce } from './painting';
import { readPalette } from './palette';
import { PointerReadout } from './pointer-readout';
import { SheetCamera } from './sheet-camera';
import { SheetPictures, preparePainter } from './sheet-pictures';
import { SheetToolbar } from './sheet-toolbar';
import { useDrawing } from './use-drawing';
import { useSheetPointer } from './use-sheet-pointer';

preparePainter();

const NONE_YET: readonly Junction[] = [];

/** The job's one drawing: a canvas that takes pointer and wheel. The list beside it carries focus and keyboard. */
export function SectionSheet({ editable, oneFace = false }: { editable: boolean; oneFace?: boolean }) {
  const { model: asGoverned, jobId } = useJob(parts('model', 'jobId'));
  const junctions = usePlanningSoFar()?.plan.junctions ?? NONE_YET;
  const { units, theme } = usePreferences();
  const { selected, also, tool, draft, places, openPlateId, shownCase, showsForces } = useSelection(
    'selected',
    'also',
    'tool',
    'draft',
    'places',
    'openPlateId',
    'shownCase',
    'showsForces',
  );
  const model = useMemo(
    () => (shownCase ? { ...asGoverned, waterBodies: watersInCase(asGoverned, shownCase) } : asGoverned),
    [asGoverned, shownCase],
  );
  // only what is drawn follows the pointer; choosing draws nothing anew
  const pointer = useDrawnPointer();
  const canvas = useRef<HTMLCanvasElement>(null);
  const frame = useRef<HTMLDivElement>(null);
  const [pictures] = useState(() => new SheetPictures());
  const [camera] = useState(() => new SheetCamera(pictures, oneFace));
  const layout = useMemo(() => layOut(model, openPlateId), [model, openPlateId]);
  const palette = useMemo(() => readPalette(theme), [theme]);

  const forces = useMemo(
    () => (showsForces && selected?.kind === 'face' ? forcesOn(selected.id, model, units) : []),
    [showsForces, selected, model, units],
  );

  useLayoutEffect(() => {
    camera.look({ forces, layout, palette, model, selected, also, draft, places, pointer, units });
  });
  useEffect(() => pictures.open(), [pictures]);
  useEffect(() => camera.attach(frame.current!, canvas.current!), [camera]);
  useEffect(
    () => pictures.use({ model, junctions, openPlateId, palette, units }),
    [pictures, model, junctions, openPlateId, palette, units],
  );
  useEffect(() => camera.redraw(), [camera, layout, palette, selected, also, draft, places, forces, pointer, units]);
  useEffect(() => camera.lookAgain(), [camera, openPlateId, jobId]);
  const { minX, maxX, minY, maxY } = layout.bounds;
  useEffect(() => camera.follow(), [camera, minX, maxX, minY, maxY]);
  useEffect(() => camera.bringIntoSight(selected), [camera, selected]);

  const drawing = useDrawing(editable);
  const handlers = useSheetPointer(camera, editable, drawing.addPoint);

  return (
    <div ref={frame} className="@container relative min-h-0 min-w-0 flex-1 overflow-hidden bg-paper">
      <canvas
        ref={canvas}
        data-testid="sheet"
        role="img"
        aria-label={t('sheet.name', { faces: model.faces.length, features: model.features.length })}
        className={`absolute inset-0 size-full touch-none ${tool === 'select' ? 'cursor-default' : 'cursor-crosshair'}`}
        onDoubleClick={drawing.end}
        {...handlers}
      />
      {shownCase ? (
        <p className="absolute top-2 right-2 rounded-[3px] border border-water bg-water-soft px-3 py-1 font-medium" role="status">
          {t('cases.shown', { name: t(`case.${shownCase}`) })}
        </p>
      ) : null}
      <DraftBar end={drawing.end} />
      <SheetToolbar camera={camera} editable={editable} />
      <PointerReadout />
    </div>
  );
}

/** The force of each water against a face, as the sheet draws it. */
function forcesOn(faceId: string, model: JobModel, units: UnitSystem): ShownForce[] {
  const face = model.faces.find(({ id }) => id === faceId);
  if (!face) return [];
  return watersOn(face, model).flatMap((water) => {
    const force = faceForce(face, water);
    if (!force || force.resultantLevelM === null) return [];
    const text = formatQuantity(force.forceKN, 'kN', units);
    return [{ faceId, levelM: force.resultantLevelM, comesOut: water.side === 'negative', text }];
  });
}
