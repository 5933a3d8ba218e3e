import '../messages/later';
import type { SessionInfo } from '@caulkhorn/contract';
import { useQuery } from '@tanstack/react-query';
import { ArrowLeft } from 'lucide-react';
import { useState } from 'react';
import { t } from '../messages/t';
import { ApiError } from '../shared/api';
import { type Drawer, forgetDrawer, openDrawer } from '../shared/drawers';
import { refusalOf } from '../shared/refusal';
import { Button } from '../shared/ui/button';
import { PinPad } from '../shared/ui/pin-pad';
import { waitingOf } from './waiting-of';

interface Props {
  drawers: readonly Drawer[];
  /** opened as that person: the session before is over */ onOpened(session: SessionInfo): Promise<void>;
  /** one is shut for good, and gone from here */ onShut(): void;
}

/** Who shares this browser: a name, then its PIN. What waits here of somebody is told beside the name. */
export function DrawersHere({ drawers, onOpened, onShut }: Props) {
  const [chosen, choose] = useState<Drawer>();
  const [isBusy, setBusy] = useState(false);
  const [fault, setFault] = useState<string>();
  const open = async (drawer: Drawer, pin: string) => {
    setBusy(true);
    setFault(undefined);
    try {
      await onOpened(await openDrawer(drawer, pin));
    } catch (refused) {
      setFault(whyNot(refused));
      if (refused instanceof ApiError && refused.code === 'drawer-shut') {
        forgetDrawer(drawer.drawerId);
        choose(undefined);
        onShut();
      }
    } finally {
      setBusy(false);
    }
  };
  if (chosen)
    return (
      <div className="flex flex-col gap-2">
        <Button look="quiet" className="self-start max-[719px]:h-14" onClick={() => choose(undefined)}>
          <ArrowLeft size={18} aria-hidden /> {t('drawers.others')}
        </Button>
        <p className="text-lg font-semibold">{chosen.name}</p>
        <PinPad key={chosen.drawerId} label={t('drawers.pin')} fault={fault} isBusy={isBusy} onDone={(pin) => void open(chosen, pin)} />
      </div>
    );
  return (
    <>
      {fault ? (
        <p role="alert" className="font-medium text-iron">
          {fault}
        </p>
      ) : null}
      <ul className="flex flex-col gap-2">
        {drawers.map((drawer) => (
          <li key={drawer.drawerId}>
            <Button
              size="large"
              className="w-full justify-between"
              onClick={() => {
                setFault(undefined);
                choose(drawer);
              }}
            >
              {drawer.name} <Waits personId={drawer.personId} />
            </Button>
          </li>
        ))}
      </ul>
    </>
  );
}

function Waits({ personId }: { personId: string }) {
  const { data = 0 } = useQuery({ queryKey: ['waiting-of', personId], queryFn: () => waitingOf(personId), networkMode: 'always' });
  return data === 0 ? null : <span className="text-[13px] font-normal text-soft">{t('drawers.waits', { n: data })}</span>;
}

function whyNot(refused: unknown): string {
  if (!(refused instanceof ApiError)) return refusalOf(refused);
  if (refused.isAway) return t('drawers.away');
  if (refused.code === 'drawer-shut') return t('drawers.shut');
  if (refused.code === 'wrong-pin') return t('drawers.wrong');
  return refusalOf(refused);
}
