import type { JobModel } from '@caulkhorn/core/jobs';
import { DAY_MS } from '@caulkhorn/core/quantities';
import { type KeyboardEvent, type PointerEvent, useDeferredValue, useEffect, useMemo, useRef } from 'react';
import { t } from '../messages/t';
import { usePreferences } from '../shared/preferences';
import { useNow } from '../shared/use-now';
import { parts, useJob, usePlanningSoFar, useSelection } from '../job/job-context';
import { layOut } from './layout';
import { type WalkScale, paintWalk, walkScale } from './paint-walk';
import { readPalette } from './palette';
import type { SheetCamera } from './sheet-camera';

/** A wider bracket can be taken hold of, px. */
const LEAST_BRACKET_PX = 14;

/** The whole job as one thin line, with what is wet, due and unseen, and brackets round what is in view: pressed or drawn, it walks there. */
export function WalkLine({
  camera,
  hasSheet = true,
}: {
  camera: SheetCamera;
  /** else a press chooses the face that lies there */ hasSheet?: boolean;
}) {
  const { model: latest } = useJob(parts('model'));
  // the sheet comes first, and so does what is typed
  const model = useDeferredValue<JobModel | null>(latest, null);
  if (latest.faces.length === 0) return null;
  return (
    <section aria-label={t('walk.title')} className="flex h-14 shrink-0 border-b border-rule bg-raised max-[719px]:h-14">
      {model && model.faces.length > 0 ? <Line camera={camera} model={model} hasSheet={hasSheet} /> : null}
    </section>
  );
}

function Line({ camera, model, hasSheet }: { camera: SheetCamera; model: JobModel; hasSheet: boolean }) {
  const theme = usePreferences((preferences) => preferences.theme);
  const planning = usePlanningSoFar();
  const { openPlateId, openPlate, select } = useSelection('openPlateId', 'openPlate', 'select');
  const now = useNow(60_000);
  const layout = useMemo(() => layOut(model, null), [model]);
  const due = useMemo(
    () =>
      new Set(
        (planning?.programme.tasks ?? [])
          .filter(({ state, startMs }) => state === 'planned' && startMs < now + DAY_MS)
          .map(({ chain }) => chain),
      ),
    [planning, now],
  );
  const unseen = useMemo(() => {
    const seen = new Set(model.features.map(({ faceId }) => faceId));
    return new Set(model.faces.filter(({ id, clearAt }) => clearAt === undefined && !seen.has(id)).map(({ id }) => id));
  }, [model]);
  const bar = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const bracket = useRef<HTMLDivElement>(null);

  useEffect(() => {
    // what is observed may still answer when the line has gone already
    const [line, on] = [bar.current!, canvas.current!];
    const paint = () => {
      const { clientWidth: width, clientHeight: height } = line;
      if (width === 0) return;
      const dpr = Math.min(2, devicePixelRatio || 1);
      Object.assign(on, { width: Math.round(width * dpr), height: Math.round(height * dpr) });
      const ctx = on.getContext('2d')!;
      ctx.setTransform(dpr, 0, 0, dpr, 0, 0);
      paintWalk(ctx, { layout, model, due, unseen }, { width, height }, readPalette(theme));
    };
    const observer = new ResizeObserver(paint);
    observer.observe(line);
    void document.fonts.ready.then(paint);
    return () => observer.disconnect();
  }, [layout, model, due, unseen, theme]);

  useEffect(() => {
    const [line, around] = [bar.current!, bracket.current!];
    const place = () => {
      const span = hasSheet && openPlateId === null ? camera.span : null;
      const width = line.clientWidth;
      const scale = walkScale(layout, width);
      if (!span) return around.style.setProperty('display', 'none');
      const left = Math.min(width - LEAST_BRACKET_PX, Math.max(0, scale.toPx(span[0])));
      const right = Math.max(left + LEAST_BRACKET_PX, Math.min(width, scale.toPx(span[1])));
      Object.assign(around.style, { display: '', transform: `translateX(${left}px)`, width: `${right - left}px` });
      const middle = (span[0] + span[1]) / 2;
      line.setAttribute(
        'aria-valuenow',
        String(Math.round((100 * (middle - layout.bounds.minX)) / (layout.bounds.maxX - layout.bounds.minX))),
      );
    };
    place();
    return camera.onView(place);
  }, [camera, layout, openPlateId, hasSheet]);

  const walk = useWalking(camera, () => walkScale(layout, bar.current!.clientWidth));
  const asScrollbar = {
    role: 'scrollbar',
    'aria-controls': 'section-sheet',
    'aria-orientation': 'horizontal',
    'aria-valuemin': 0,
    'aria-valuemax': 100,
    'aria-valuenow': 0,
    tabIndex: 0,
    ...walk,
    onPointerDown: (event: PointerEvent) => {
      if (openPlateId !== null) openPlate(null);
      walk.onPointerDown(event);
    },
  } as const;
  const choose = (event: PointerEvent) => {
    const xM = walkScale(layout, bar.current!.clientWidth).toM(event.clientX - event.currentTarget.getBoundingClientRect().left);
    const at = layout.faces.find(({ x, width }) => xM >= x && xM <= x + width);
    if (at) select({ kind: 'face', id: at.face.id });
  };
  return (
    <>
      <div
        ref={bar}
        aria-label={t('walk.name')}
        className="relative min-w-0 flex-1 cursor-pointer touch-none overflow-hidden focus-visible:outline-offset-[-2px]"
        {...(hasSheet ? asScrollbar : { role: 'img', onPointerDown: choose })}
      >
        <canvas ref={canvas} aria-hidden className="absolute inset-0 size-full" />
        <div ref={bracket} aria-hidden className="pointer-events-none absolute inset-y-0.5 left-0 border-x-[3px] border-ink">
          {['top-0 left-0', 'bottom-0 left-0', 'top-0 right-0', 'bottom-0 right-0'].map((corner) => (
            <i key={corner} className={`absolute h-[3px] w-1.5 bg-ink ${corner}`} />
          ))}
        </div>
      </div>
      <ul className="flex w-[132px] shrink-0 flex-col justify-center border-l border-rule pl-3 text-[12px] leading-[15px] text-soft max-[980px]:hidden">
        <li className="flex items-center gap-1.5">
          <i className="size-2 rounded-full bg-iron" /> {t('walk.wet')}
        </li>
        <li className="flex items-center gap-1.5">
          <i className="size-2 bg-ochre" /> {t('walk.due')}
        </li>
        <li className="flex items-center gap-1.5">
          <i className="size-2 rounded-full border-2 border-ochre" /> {t('walk.unseen')}
        </li>
      </ul>
    </>
  );
}

/** A press walks there, a drag goes along; arrows go from face to face, as everywhere. */
function useWalking(camera: SheetCamera, scale: () => WalkScale) {
  const held = useRef(false);
  const go = (event: PointerEvent) => camera.walkTo(scale().toM(event.clientX - event.currentTarget.getBoundingClientRect().left));
  return {
    onPointerDown(event: PointerEvent) {
      event.currentTarget.setPointerCapture(event.pointerId);
      held.current = true;
      go(event);
    },
    onPointerMove(event: PointerEvent) {
      if (held.current) go(event);
    },
    onPointerUp() {
      held.current = false;
    },
    onPointerCancel() {
      held.current = false;
    },
    onKeyDown(event: KeyboardEvent) {
      const ends: Record<string, () => void> = { Home: () => camera.walkToEnd(-1), End: () => camera.walkToEnd(1) };
      if (!ends[event.key]) return;
      event.preventDefault();
      ends[event.key]!();
    },
  };
}
