import '../messages/later';
import { type Face, type Feature, facesInWalk } from '@caulkhorn/core/jobs';
import type { PlacedTask } from '@caulkhorn/core/programme';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { t } from '../messages/t';
import { timeNear } from '../shared/times';
import { useNow } from '../shared/use-now';
import { SectionSheet } from '../sheet/section-sheet';
import type { SheetCamera } from '../sheet/sheet-camera';
import { featureSeen } from '../sheet/feature-seen';
import { parts, useJob, usePlanningSoFar, useSelection } from '../job/job-context';
import type { Selected } from '../job/selection';
import { stepName } from '../words/item-name';
import { NO_TOOLS } from './lenses';
import { PhoneReading } from './phone-reading';

/** What is chosen, as a page of its own: back to all of them, on to the one before or after, and nothing else to scroll. */
export function PhonePlace({ selected, camera, children }: { selected: Selected; camera: SheetCamera; children: ReactNode }) {
  const { model } = useJob(parts('model'));
  const { select, tool } = useSelection('select', 'tool');
  const page = useRef<HTMLDivElement>(null);
  const [isReading, setReading] = useState(false);
  // the tool is laid down with each place, the page stays for the next one
  if (tool === 'reading' && !isReading) setReading(true);
  // each place is read from its top
  useEffect(() => {
    // newer browsers answer with a promise, which is no way to tidy up
    void page.current?.scrollTo(0, 0);
  }, [selected.id]);
  const feature = selected.kind === 'feature' ? model.features.find(({ id }) => id === selected.id) : undefined;
  const face = model.faces.find(({ id }) => id === (feature?.faceId ?? selected.id));
  if (!face) return <div className="min-h-0 flex-1 overflow-y-auto p-4">{children}</div>;
  if (isReading && !feature) return <PhoneReading key={face.id} face={face} camera={camera} leave={() => setReading(false)} />;
  const siblings: readonly (Face | Feature)[] = feature ? model.features.filter(({ faceId }) => faceId === face.id) : facesInWalk(model);
  const at = siblings.findIndex(({ id }) => id === selected.id);
  const goTo = (to: Face | Feature | undefined) => to && select({ kind: selected.kind, id: to.id } as Selected);
  return (
    <>
      <nav aria-label={t('place.nav')} className="flex h-14 shrink-0 items-stretch border-b border-rule-strong bg-raised">
        <button
          type="button"
          className="flex min-w-0 flex-1 items-center gap-1 px-2 font-semibold"
          onClick={() => select(feature ? { kind: 'face', id: face.id } : null)}
        >
          <ChevronLeft size={22} aria-hidden />
          <span className="truncate">{feature ? t('place.to-face', { mark: face.mark }) : t('place.to-all')}</span>
        </button>
        {siblings.length > 1 ? (
          <>
            <Turn label={t('place.before')} to={siblings[at - 1]} go={goTo}>
              <ChevronLeft size={22} aria-hidden />
            </Turn>
            <span className="self-center text-[13px] text-soft">{t('place.of', { no: at + 1, of: siblings.length })}</span>
            <Turn label={t('place.after')} to={siblings[at + 1]} go={goTo}>
              <ChevronRight size={22} aria-hidden />
            </Turn>
          </>
        ) : null}
      </nav>
      <div ref={page} className="min-h-0 flex-1 overflow-y-auto">
        {feature ? null : (
          <>
            <SectionSheet camera={camera} tools={NO_TOOLS} sweeps inPage className="h-72 flex-none! border-b border-rule-strong" />
            <FoundHere face={face} />
          </>
        )}
        <div className="p-4">{children}</div>
      </div>
    </>
  );
}

function Turn({
  label,
  to,
  go,
  children,
}: {
  label: string;
  to: Face | Feature | undefined;
  go(to: Face | Feature | undefined): void;
  children: ReactNode;
}) {
  return (
    <button
      type="button"
      aria-label={label}
      disabled={!to}
      onClick={() => go(to)}
      className="grid w-14 place-items-center disabled:opacity-30"
    >
      {children}
    </button>
  );
}

/** What comes next on a face, and what was found on it. */
function FoundHere({ face }: { face: Face }) {
  const { model } = useJob(parts('model'));
  const { select } = useSelection('select');
  const planning = usePlanningSoFar();
  const now = useNow(60_000);
  const next = planning?.programme.tasks
    .filter((task) => task.chain === face.id && task.state !== 'done' && Number.isFinite(task.startMs))
    .reduce<PlacedTask | undefined>((first, task) => (first && first.startMs <= task.startMs ? first : task), undefined);
  const item = next && planning?.workItems.find(({ id }) => id === next.id);
  const found = model.features.filter(({ faceId }) => faceId === face.id);
  return (
    <>
      {next && item ? (
        <p className="border-b border-rule px-4 py-3">
          <b>{t(next.state === 'running' ? 'place.running' : 'place.next')}</b> {stepName(item, model)} ·{' '}
          {timeNear(next.state === 'running' ? next.endMs : next.startMs, now, model.job.timeZone)}
        </p>
      ) : null}
      {found.length > 0 ? (
        <ul aria-label={t('place.found')} className="border-b border-rule-strong">
          {found.map((feature) => (
            <li key={feature.id}>
              <button
                type="button"
                className="flex min-h-14 w-full items-center gap-3 border-b border-rule px-4 text-left last:border-0"
                onClick={() => select({ kind: 'feature', id: feature.id })}
              >
                <b className="min-w-10 shrink-0">{feature.mark}</b>
                <span className="min-w-0 flex-1">{featureSeen(feature)}</span>
                <ChevronRight size={18} aria-hidden className="shrink-0 text-soft" />
              </button>
            </li>
          ))}
        </ul>
      ) : null}
    </>
  );
}
