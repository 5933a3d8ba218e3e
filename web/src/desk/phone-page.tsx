import { ArrowDown, ClipboardList, Layers, PanelsTopLeft, Timer } from 'lucide-react';
import { type ComponentType, Suspense, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { t } from '../messages/t';
import { Loading } from '../shared/ui/states';
import { ItemList } from '../sheet/item-list';
import { SectionSheet } from '../sheet/section-sheet';
import type { SheetCamera } from '../sheet/sheet-camera';
import { TOOLS } from '../sheet/tools';
import { WalkLine } from '../sheet/walk-line';
import { IncidentNotes } from '../site-log/incident-notes';
import { LogList } from '../site-log/log-list';
import { ReadingForm } from '../site-log/reading-form';
import { TakeBack } from '../site-log/take-back';
import { parts, useJob, useSelection } from '../job/job-context';
import type { Selected } from '../job/selection';
import { LENSES, type LensId, NO_TOOLS } from './lenses';
import { OutboxNotices } from './outbox-notices';
import { PhonePlace } from './phone-place';

type Tab = 'now' | 'faces' | 'log' | 'sheet';

const TABS: readonly { id: Tab; icon: ComponentType<{ size?: number }> }[] = [
  { id: 'now', icon: Timer },
  { id: 'faces', icon: Layers },
  { id: 'log', icon: ClipboardList },
  { id: 'sheet', icon: PanelsTopLeft },
];

/** The job in one hand: what to do now, the faces, the log, the sheet. */
export function PhonePage({ lens, camera }: { lens: LensId; camera: SheetCamera }) {
  const { can } = useJob(parts('can'));
  const [tab, setTab] = useState<Tab>(lens === 'site-log' ? 'now' : 'faces');
  const { selected } = useSelection('selected');
  const [before, setBefore] = useState(lens);
  // a link to another step opens it
  if (before !== lens) {
    setBefore(lens);
    setTab(lens === 'site-log' ? 'now' : 'faces');
  }
  return (
    <>
      <OutboxNotices />
      <main id="content" className="flex min-h-0 flex-1 flex-col overflow-y-auto">
        {tab === 'now' ? (
          <div className="p-4">
            <Slate id="site-log" />
          </div>
        ) : null}
        {tab === 'faces' ? (
          <div className="flex min-h-0 flex-1 flex-col">
            <LensPicker lens={lens} />
            {hasOwnList(lens) ? (
              <div className="min-h-0 flex-1 overflow-y-auto p-4">
                <Slate id={lens} />
              </div>
            ) : selected ? (
              <PhonePlace selected={selected} camera={camera}>
                {/* what is to be done now has a tab of its own: here is what was done */}
                {lens === 'site-log' ? <LogHere selected={selected} /> : <Slate id={lens} />}
              </PhonePlace>
            ) : (
              <AllFaces lens={lens} />
            )}
          </div>
        ) : null}
        {tab === 'log' ? (
          <div className="flex flex-col gap-5 p-4">
            {can('log') ? <ReadingForm faceId={selected?.kind === 'face' ? selected.id : undefined} /> : null}
            <IncidentNotes />
            <LogList />
          </div>
        ) : null}
        {tab === 'sheet' ? (
          <>
            <WalkLine camera={camera} />
            <SectionSheet camera={camera} tools={can('survey') ? TOOLS : NO_TOOLS} sweeps />
          </>
        ) : null}
      </main>
      {can('log') ? <TakeBack /> : null}
      <nav aria-label={t('phone.tabs')} className="grid h-14 shrink-0 grid-cols-4 border-t border-rule-strong bg-raised">
        {TABS.map(({ id, icon: Icon }) => (
          <button
            key={id}
            type="button"
            aria-current={tab === id ? 'page' : undefined}
            onClick={() => setTab(id)}
            className={`flex flex-col items-center justify-center border-t-[3px] text-[13px] ${tab === id ? 'border-water font-semibold' : 'border-transparent text-soft'}`}
          >
            <Icon size={19} />
            {t(`phone.${id}`)}
          </button>
        ))}
      </nav>
    </>
  );
}

/** All faces and what was found, then what the step says of the job as a whole. */
function AllFaces({ lens }: { lens: LensId }) {
  const { can, model } = useJob(parts('can', 'model'));
  const below = useRef<HTMLDivElement>(null);
  const isLog = lens === 'site-log';
  return (
    <div className="min-h-0 flex-1 overflow-y-auto">
      {model.faces.length > 0 ? (
        <div className="border-b border-rule-strong bg-raised">
          {isLog ? null : (
            <button
              type="button"
              className="flex h-14 w-full items-center justify-between border-b border-rule px-4 font-semibold"
              onClick={() => void below.current?.scrollIntoView()}
            >
              {t('place.as-a-whole', { step: t(`lens.${lens}`) })} <ArrowDown size={18} aria-hidden />
            </button>
          )}
          <ItemList editable={can('survey')} whole />
        </div>
      ) : null}
      {isLog ? null : (
        <div ref={below} className="p-4">
          <Slate id={lens} />
        </div>
      )}
    </div>
  );
}

/** What was written about the face that is chosen, or on which the chosen thing lies. */
function LogHere({ selected }: { selected: Selected }) {
  const { model } = useJob(parts('model'));
  const faceId = selected.kind === 'feature' ? model.features.find(({ id }) => id === selected.id)?.faceId : selected.id;
  return <LogList key={faceId} {...(faceId === undefined ? {} : { faceId })} />;
}

/** Steps that list faces themselves, or need all of a small screen. */
const hasOwnList = (lens: LensId) => lens === 'proof' || lens === 'handover' || LENSES.find(({ id }) => id === lens)!.layout === 'page';

function Slate({ id }: { id: LensId }) {
  const Content = LENSES.find((lens) => lens.id === id)!.slate;
  return (
    <Suspense fallback={<Loading what={t(`lens.${id}`)} />}>
      <Content />
    </Suspense>
  );
}

function LensPicker({ lens }: { lens: LensId }) {
  const { organisationId, jobId } = useParams();
  return (
    <nav aria-label={t('steps')} className="flex shrink-0 overflow-x-auto border-b border-rule bg-sunk">
      {LENSES.map(({ id }) => (
        <Link
          key={id}
          // the step that is open may lie beyond the edge
          ref={(link) => {
            if (id === lens) void link?.scrollIntoView({ inline: 'center', block: 'nearest' });
          }}
          to={`/o/${organisationId}/jobs/${jobId}/${id}`}
          aria-current={id === lens ? 'page' : undefined}
          className={`flex h-14 items-center border-b-[3px] px-3 whitespace-nowrap ${id === lens ? 'border-water font-semibold' : 'border-transparent text-soft'}`}
        >
          {t(`lens.${id}`)}
        </Link>
      ))}
    </nav>
  );
}
