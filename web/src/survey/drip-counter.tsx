import { useState } from 'react';
import { t } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { Button } from '../shared/ui/button';
import { Dialog } from '../shared/ui/dialog';

interface DripCounterProps {
  open: boolean;
  onOpenChange(open: boolean): void;
  onCounted(dripsPerMin: number): void;
}

const FEWEST_TAPS = 3;

/** One big button, pressed at every drip: the rate follows from the times between the presses. */
export function DripCounter({ open, onOpenChange, onCounted }: DripCounterProps) {
  const [taps, setTaps] = useState<readonly number[]>([]);
  const rate = dripsPerMinute(taps);
  const close = () => {
    setTaps([]);
    onOpenChange(false);
  };
  return (
    <Dialog open={open} onOpenChange={(next) => (next ? onOpenChange(true) : close())} title={t('flow.count')}>
      <div className="flex flex-col gap-3">
        <p>{t('flow.count-how')}</p>
        <button
          type="button"
          className="h-40 rounded-[4px] border-2 border-water bg-water-soft text-2xl font-semibold active:bg-water active:text-raised"
          onPointerDown={(event) => setTaps([...taps, event.timeStamp])}
          onKeyDown={(event) => {
            if ((event.key === ' ' || event.key === 'Enter') && !event.repeat) setTaps([...taps, event.timeStamp]);
          }}
        >
          {t('flow.drip', { n: taps.length })}
        </button>
        <p role="status" className="text-lg">
          {rate === null
            ? t('flow.more-drips', { n: Math.max(0, FEWEST_TAPS - taps.length) })
            : t('flow.rate', { n: formatNumber(rate, 1) })}
        </p>
        <div className="flex justify-end gap-2">
          <Button look="quiet" onClick={() => setTaps([])}>
            {t('flow.again')}
          </Button>
          <Button
            look="solid"
            disabled={rate === null}
            onClick={() => {
              if (rate !== null) onCounted(rate);
              close();
            }}
          >
            {t('flow.use')}
          </Button>
        </div>
      </div>
    </Dialog>
  );
}

/** From the first to the last press; null while there are too few to tell. */
function dripsPerMinute(tapsMs: readonly number[]): number | null {
  const spanMs = (tapsMs.at(-1) ?? 0) - (tapsMs[0] ?? 0);
  return tapsMs.length < FEWEST_TAPS || spanMs <= 0 ? null : ((tapsMs.length - 1) * 60_000) / spanMs;
}
