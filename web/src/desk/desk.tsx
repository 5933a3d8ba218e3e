import { PanelLeftClose, PanelLeftOpen, PanelRight, PanelTop } from 'lucide-react';
import { Suspense, useState } from 'react';
import { t } from '../messages/t';
import { usePreferences } from '../shared/preferences';
import { Loading } from '../shared/ui/states';
import { useMedia } from '../shared/use-media';
import { ItemList } from '../sheet/item-list';
import { KeyPlan } from '../sheet/key-plan';
import { SectionSheet } from '../sheet/section-sheet';
import type { SheetCamera } from '../sheet/sheet-camera';
import { parts, useJob } from '../job/job-context';
import { type Lens, NO_TOOLS } from './lenses';
import { useHasSheet } from './use-has-sheet';

const NARROW = '(max-width: 1100px)';

/** List, sheet and slate. Tables may take the width, with the sheet as a strip above them; the list folds away, and both stay as they were left. */
export function Desk({ lens, camera }: { lens: Lens; camera: SheetCamera }) {
  const { can } = useJob(parts('can'));
  const chosen = usePreferences(({ across }) => across[lens.id]);
  const setAcross = usePreferences((preferences) => preferences.setAcross);
  const isNarrow = useMedia(NARROW);
  const isPage = !useHasSheet(lens);
  const across = isPage || (chosen ?? (lens.layout === 'across' || (lens.layout === 'wide' && isNarrow)));
  const toggle = lens.layout === 'page' ? (isPage ? 'desk.with-sheet' : 'desk.without-sheet') : across ? 'desk.beside' : 'desk.across';
  const Slate = lens.slate;
  return (
    <div className="relative flex min-h-0 flex-1">
      {isPage ? null : <List isNarrow={isNarrow} />}
      <main id="content" className={`flex min-h-0 min-w-0 flex-1 ${across ? 'flex-col' : ''}`}>
        {isPage ? null : (
          <SectionSheet
            camera={camera}
            tools={can('survey') ? lens.tools : NO_TOOLS}
            className={across ? 'h-[204px] flex-none! border-b border-rule-strong max-[1100px]:h-[180px]' : ''}
          />
        )}
        <aside
          key={lens.id}
          aria-label={t('slate.name')}
          // what scrolls can be reached by keys
          tabIndex={0}
          className={`relative overflow-y-auto bg-raised p-4 ${across ? 'min-h-0 flex-1' : `shrink-0 border-l border-rule ${lens.layout === 'narrow' ? 'w-[348px]' : 'w-[536px]'} max-[860px]:w-[46%]`}`}
        >
          {lens.layout === 'narrow' ? null : (
            <button
              type="button"
              onClick={() => setAcross(lens.id, lens.layout === 'page' ? !chosen : !across)}
              aria-label={t(toggle)}
              title={t(toggle)}
              className="float-right grid size-9 place-items-center rounded-[3px] text-soft hover:bg-sunk hover:text-ink"
            >
              {toggle === 'desk.beside' ? <PanelRight size={18} aria-hidden /> : <PanelTop size={18} aria-hidden />}
            </button>
          )}
          <Suspense fallback={<Loading what={t(`lens.${lens.id}`)} />}>
            <Slate />
          </Suspense>
        </aside>
      </main>
    </div>
  );
}

/** Faces and features by name. On a narrow page it lies over the sheet and folds away again. */
function List({ isNarrow }: { isNarrow: boolean }) {
  const { can } = useJob(parts('can'));
  const { isListFolded, foldList } = usePreferences();
  const [isOpenOverSheet, setOpenOverSheet] = useState(false);
  const folded = isNarrow ? !isOpenOverSheet : isListFolded;
  const fold = (to: boolean) => (isNarrow ? setOpenOverSheet(!to) : foldList(to));
  if (folded)
    return (
      <div className="w-11 shrink-0 border-r border-rule bg-raised p-1">
        <FoldButton label={t('list.unfold')} onClick={() => fold(false)}>
          <PanelLeftOpen size={18} aria-hidden />
        </FoldButton>
      </div>
    );
  return (
    <div
      className={`flex w-52 shrink-0 flex-col border-r border-rule bg-raised ${isNarrow ? 'absolute inset-y-0 left-0 z-20 w-64 shadow-xl' : ''}`}
    >
      <ItemList
        editable={can('survey')}
        beside={
          <FoldButton label={t('list.fold')} onClick={() => fold(true)}>
            <PanelLeftClose size={18} aria-hidden />
          </FoldButton>
        }
      />
      <KeyPlan />
    </div>
  );
}

function FoldButton({ label, children, onClick }: { label: string; children: React.ReactNode; onClick(): void }) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      onClick={onClick}
      className="grid size-9 shrink-0 place-items-center rounded-[3px] text-soft hover:bg-sunk hover:text-ink"
    >
      {children}
    </button>
  );
}
