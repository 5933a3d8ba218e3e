import { t } from '../messages/t';
import { Button } from '../shared/ui/button';
import { Dialog } from '../shared/ui/dialog';
import { INSTRUMENTS, usePaired } from './instruments';
import { trueNow } from '../shared/true-clock';

/** Instruments in reach. All that ship today are simulated, and each says so. */
export function PairingDialog({ open, onOpenChange }: { open: boolean; onOpenChange(open: boolean): void }) {
  const { since, pair, part } = usePaired();
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title={t('devices.title')}>
      <p className="mb-2">{t('devices.how')}</p>
      <ul>
        {INSTRUMENTS.map(({ id, kind, name }) => (
          <li key={id} className="flex items-center gap-3 border-b border-rule py-1.5">
            <span className="min-w-0 flex-1">
              <span className="font-medium">{name}</span> <SimulatedBadge />
              <span className="block text-[13px] text-soft">{t(`instrument.${kind}`)}</span>
            </span>
            {since[id] === undefined ? (
              <Button className="max-[719px]:h-14" onClick={() => pair(id, trueNow())} aria-label={t('devices.pair-one', { name })}>
                {t('devices.pair')}
              </Button>
            ) : (
              <Button look="quiet" className="max-[719px]:h-14" onClick={() => part(id)} aria-label={t('devices.part-one', { name })}>
                {t('devices.part')}
              </Button>
            )}
          </li>
        ))}
      </ul>
    </Dialog>
  );
}

export function SimulatedBadge() {
  return (
    <span className="rounded-[2px] border border-ochre bg-ochre-soft px-1 text-[13px] font-medium whitespace-nowrap">
      {t('devices.simulated')}
    </span>
  );
}
