import { type Face, type Feature, facesInWalk, groupBy, runs } from '@caulkhorn/core/jobs';
import { useVirtualizer } from '@tanstack/react-virtual';
import { Camera, Search } from 'lucide-react';
import { type KeyboardEvent, type ReactNode, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { t } from '../messages/t';
import { parts, useJob, useSelection } from '../job/job-context';
import type { Selected } from '../job/selection';
import { featureSeen, wetnessText } from './feature-seen';

type Row =
  | { kind: 'space'; id: string; name: string }
  | { kind: 'face'; id: string; face: Face; count: number }
  | { kind: 'feature'; id: string; feature: Feature };

interface ItemListProps {
  editable: boolean;
  beside?: ReactNode;
  /** as long as it is, on a page that scrolls; a very long one keeps to its own */ whole?: boolean;
}

const MOST_WHOLE_PX = 6000;

/** The same faces and features as on the sheet, as a list: it carries focus, names and keyboard. */
export function ItemList({ editable, beside, whole = false }: ItemListProps) {
  const { model, remove } = useJob(parts('model', 'remove'));
  const { selected, also, tool, select, toggle, openPlate } = useSelection('selected', 'also', 'tool', 'select', 'toggle', 'openPlate');
  const [words, setWords] = useState('');
  const wanted = useDeferredValue(words.trim().toLowerCase());
  const rows = useMemo(() => rowsOf(model, wanted), [model, wanted]);
  const photographed = useMemo(() => new Set(model.photos.map(({ faceId, featureId }) => featureId ?? faceId)), [model.photos]);
  const forThumbs = matchMedia('(max-width: 719px)').matches;
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: (i) => (forThumbs ? 56 : rows[i]!.kind === 'feature' ? 30 : 34),
    overscan: 12,
  });
  const at = rows.findIndex((row) => row.id === selected?.id);

  useEffect(() => {
    if (at >= 0) virtual.scrollToIndex(at, { align: 'auto' });
    // only a new selection scrolls the list
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [selected?.id]);

  const choose = (index: number) => {
    const row = rows[index];
    if (row && row.kind !== 'space') select({ kind: row.kind, id: row.id } as Selected);
  };
  const step = (by: 1 | -1) => {
    let next = at + by;
    while (rows[next]?.kind === 'space') next += by;
    if (rows[next]) choose(next);
  };
  /** With Shift held, the next feature down or up joins what is chosen. */
  const extend = (by: 1 | -1) => {
    const edge = rows.findIndex((row) => row.id === (also.at(-1) ?? selected?.id));
    let next = edge + by;
    while (rows[next] && rows[next]!.kind !== 'feature') next += by;
    if (rows[next]) toggle(rows[next]!.id);
  };
  const onKey = (event: KeyboardEvent) => {
    if (event.shiftKey && (event.key === 'ArrowDown' || event.key === 'ArrowUp')) {
      event.preventDefault();
      return extend(event.key === 'ArrowDown' ? 1 : -1);
    }
    const act: Record<string, () => void> = {
      ArrowDown: () => step(1),
      ArrowUp: () => step(-1),
      Home: () => choose(rows.findIndex((row) => row.kind !== 'space')),
      End: () => choose(rows.length - 1),
      Enter: () =>
        selected?.kind === 'face' && openPlate(model.faces.find((f) => f.id === selected.id)?.kind === 'slab' ? selected.id : null),
      Delete: () => editable && selected?.kind === 'feature' && remove('feature', selected.id, ...also),
    };
    // while drawing, Enter sets or ends what is drawn
    if (!act[event.key] || (event.key === 'Enter' && tool !== null)) return;
    event.preventDefault();
    act[event.key]!();
  };

  return (
    <section aria-label={t('list.name')} className={whole ? '' : 'flex min-h-0 flex-1 flex-col'}>
      <div className="flex items-center border-b border-rule">
        <label className="flex min-w-0 flex-1 items-center gap-1.5 pl-2">
          <Search size={14} aria-hidden className="text-soft" />
          <span className="sr-only">{t('list.search')}</span>
          <input
            value={words}
            onChange={(event) => setWords(event.target.value)}
            placeholder={t('list.search')}
            className="h-9 w-full bg-transparent outline-none focus-visible:outline-2 max-[719px]:h-14"
          />
        </label>
        {beside}
      </div>
      <div
        ref={scroller}
        role="listbox"
        aria-multiselectable
        tabIndex={0}
        aria-label={t('list.name')}
        aria-activedescendant={at >= 0 ? `row-${rows[at]!.id}` : undefined}
        onKeyDown={onKey}
        className={`min-h-0 overflow-y-auto focus-visible:outline-offset-[-2px] ${whole ? '' : 'flex-1'}`}
        style={whole ? { height: virtual.getTotalSize(), maxHeight: MOST_WHOLE_PX } : undefined}
      >
        {rows.length === 0 ? <p className="p-3 text-soft">{words ? t('list.nothing-found') : t('list.empty')}</p> : null}
        <div style={{ height: virtual.getTotalSize(), position: 'relative' }}>
          {virtual.getVirtualItems().map((item) => {
            const row = rows[item.index]!;
            const position = {
              position: 'absolute',
              top: 0,
              left: 0,
              right: 0,
              height: item.size,
              transform: `translateY(${item.start}px)`,
            } as const;
            if (row.kind === 'space')
              return (
                <div key={row.id} role="presentation" style={position} className="flex items-end px-2.5 pb-0.5 text-[13px] text-soft">
                  {row.name}
                </div>
              );
            const isSelected = row.id === selected?.id || also.includes(row.id);
            return (
              <div
                key={row.id}
                id={`row-${row.id}`}
                role="option"
                aria-selected={isSelected}
                style={position}
                onClick={(event) => {
                  if (row.kind === 'feature' && (event.ctrlKey || event.metaKey)) toggle(row.id);
                  else choose(item.index);
                }}
                className={`flex cursor-pointer items-center gap-2 px-2.5 ${isSelected ? 'bg-water-soft shadow-[inset_3px_0_0_var(--water)]' : 'hover:bg-sunk'} ${row.kind === 'feature' ? 'pl-6' : ''}`}
              >
                {row.kind === 'face' ? <FaceRow face={row.face} count={row.count} /> : <FeatureRow feature={row.feature} />}
                {photographed.has(row.id) ? <Camera size={14} className="shrink-0 text-soft" aria-label={t('list.has-photo')} /> : null}
              </div>
            );
          })}
        </div>
      </div>
    </section>
  );
}

function FaceRow({ face, count }: { face: Face; count: number }) {
  return (
    <>
      <b className="min-w-5 shrink-0">{face.mark}</b>
      <span className="min-w-0 flex-1 truncate" title={face.name}>
        {face.name}
      </span>
      {count > 0 ? <span className="text-[13px] text-soft">{count}</span> : null}
    </>
  );
}

function FeatureRow({ feature }: { feature: Feature }) {
  const isRunning = runs(feature);
  const seen = featureSeen(feature);
  return (
    <>
      <b className={`min-w-8 shrink-0 ${isRunning ? 'text-iron' : ''}`}>{feature.mark}</b>
      <span className="min-w-0 flex-1 truncate text-[13px]" title={seen}>
        {seen}
      </span>
    </>
  );
}

function rowsOf(
  model: { spaces: { id: string; name: string; order: number }[]; faces: Face[]; features: Feature[] },
  words: string,
): Row[] {
  const featuresOf = groupBy(model.features, ({ faceId }) => faceId);
  const matches = (text: string) => text.toLowerCase().includes(words);
  const rows: Row[] = [];
  const facesOf = groupBy(facesInWalk(model), ({ spaceId }) => spaceId);
  for (const space of [...model.spaces].sort((a, b) => a.order - b.order)) {
    const inSpace: Row[] = [];
    for (const face of facesOf.get(space.id) ?? []) {
      const all = featuresOf.get(face.id) ?? [];
      const faceMatches = words === '' || matches(`${face.mark} ${face.name} ${space.name}`);
      const features = faceMatches
        ? all
        : all.filter((f) => matches(`${f.mark} ${t(`feature.${f.kind}`)} ${wetnessText(f)} ${f.note ?? ''}`));
      if (!faceMatches && features.length === 0) continue;
      inSpace.push(
        { kind: 'face', id: face.id, face, count: all.length },
        ...features.map((feature) => ({ kind: 'feature', id: feature.id, feature }) as const),
      );
    }
    if (inSpace.length > 0 || words === '') rows.push({ kind: 'space', id: space.id, name: space.name }, ...inSpace);
  }
  return rows;
}
