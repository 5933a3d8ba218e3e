import type { JobModel, Junction } from '@caulkhorn/core/jobs';
import { faceForce, watersInCase, watersOn } from '@caulkhorn/core/water';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { useEffect, useLayoutEffect, useMemo, useRef } from 'react';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { usePreferences } from '../shared/preferences';
import { isPhone } from '../shared/use-media';
import { parts, useJob, usePlanningSoFar, useDrawnPointer, useSelection } from '../job/job-context';
import type { Tool } from '../job/selection';
import { layOut } from './layout';
import type { ShownForce } from './painting';
import { readPalette } from './palette';
import type { SheetCamera } from './sheet-camera';
import { preparePainter } from './sheet-pictures';
import { SheetFoot } from './sheet-foot';
import { ToolTray } from './tool-tray';
import { useDrawing } from './use-drawing';
import { useSheetPointer } from './use-sheet-pointer';
import { useWalkKeys } from './use-walk-keys';

// on a phone the sheet is a tab of its own: what is to be done now comes first, and a second thread with it would slow it
if (!isPhone()) preparePainter();

const NONE_YET: readonly Junction[] = [];

interface SectionSheetProps {
  camera: SheetCamera;
  /** what may be taken up here: none where one only looks */ tools: readonly Tool[];
  /** a finger's sweep goes on to the next face instead of pushing the sheet */ sweeps?: boolean;
  /** stands in a page that is scrolled: a finger up or down moves the page */ inPage?: boolean;
  className?: string;
}

/** The job's one drawing: a canvas that takes pointer and wheel. The list beside it carries focus and keyboard. */
export function SectionSheet({ camera, tools, sweeps = false, inPage = false, className = '' }: SectionSheetProps) {
  const { model: asGoverned, jobId } = useJob(parts('model', 'jobId'));
  const planning = usePlanningSoFar();
  const junctions = planning?.plan.junctions ?? NONE_YET;
  const nextFaceId = planning?.programme.tasks.find(({ state }) => state === 'planned')?.chain;
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
  const { pictures } = camera;
  const layout = useMemo(() => layOut(model, openPlateId), [model, openPlateId]);
  const palette = useMemo(() => readPalette(theme), [theme]);

  const forces = useMemo(
    () => (showsForces && selected?.kind === 'face' ? forcesOn(selected.id, model, units) : []),
    [showsForces, selected, model, units],
  );

  useLayoutEffect(() => {
    camera.look({ forces, layout, palette, model, selected, nextFaceId, also, draft, places, pointer, units });
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
  useEffect(() => camera.follow(), [camera, minX, maxX, minY, maxY, nextFaceId]);
  useEffect(() => camera.bringIntoSight(selected), [camera, selected]);

  const drawing = useDrawing(tools);
  const handlers = useSheetPointer(camera, { editable: tools.length > 1, sweeps }, drawing.addPoint);
  useWalkKeys(camera);

  return (
    <div className={`flex min-h-0 min-w-0 flex-1 flex-col ${className}`}>
      <div className="flex min-h-0 flex-1 max-[719px]:flex-col-reverse">
        {tools.length > 0 ? <ToolTray tools={tools} /> : null}
        <div ref={frame} className="relative min-h-0 min-w-0 flex-1 overflow-hidden bg-paper">
          <canvas
            ref={canvas}
            id="section-sheet"
            data-testid="sheet"
            role="img"
            aria-label={t('sheet.name', { faces: model.faces.length, features: model.features.length })}
            className={`absolute inset-0 size-full ${inPage ? 'touch-pan-y' : 'touch-none'} ${tool === null ? 'cursor-default' : 'cursor-crosshair'}`}
            onDoubleClick={drawing.end}
            {...handlers}
          />
          {shownCase ? (
            <p className="absolute top-2 right-2 rounded-[3px] border border-water bg-water-soft px-3 py-1 font-medium" role="status">
              {t('cases.shown', { name: t(`case.${shownCase}`) })}
            </p>
          ) : null}
        </div>
      </div>
      <SheetFoot camera={camera} end={drawing.end} />
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
