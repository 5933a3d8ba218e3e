import { bucketMl } from '@caulkhorn/core/devices';
import { type Feature, plannedWetness } from '@caulkhorn/core/jobs';
import { USUAL_ML_PER_MIN } from '@caulkhorn/core/water';
import { useState } from 'react';
import { t } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { Button } from '../shared/ui/button';
import { useNow } from '../shared/use-now';
import { INSTRUMENTS, usePaired } from './instruments';
import { SimulatedBadge } from './pairing-dialog';
import { trueNow } from '../shared/true-clock';

const BUCKET = INSTRUMENTS.find(({ kind }) => kind === 'flow-bucket')!;
const SHORTEST_S = 5;

/** The paired bucket under a leak: it runs from when it was put there, and its weight and time are taken at a press. */
export function Bucket({ feature, onTaken }: { feature: Feature; onTaken(volumeMl: number, seconds: number): void }) {
  const isPaired = usePaired((state) => state.since[BUCKET.id] !== undefined);
  const [beganMs, setBegan] = useState<number | null>(null);
  if (!isPaired) return null;
  return (
    <div className="col-span-2 flex items-center gap-2">
      <span className="min-w-0 flex-1 text-[13px]">
        {BUCKET.name} <SimulatedBadge />
        {beganMs === null ? null : <Running feature={feature} beganMs={beganMs} onTaken={onTaken} stop={() => setBegan(null)} />}
      </span>
      {beganMs === null ? (
        <Button size="small" className="max-[719px]:h-14" onClick={() => setBegan(trueNow())}>
          {t('devices.put-under')}
        </Button>
      ) : null}
    </div>
  );
}

interface RunningProps {
  feature: Feature;
  beganMs: number;
  onTaken(volumeMl: number, seconds: number): void;
  stop(): void;
}

function Running({ feature, beganMs, onTaken, stop }: RunningProps) {
  const seconds = Math.max(0, Math.floor((useNow(500) - beganMs) / 1000));
  const volumeMl = bucketMl(seconds, USUAL_ML_PER_MIN[plannedWetness(feature)] ?? 0);
  return (
    <span className="mt-1 flex items-center gap-2" role="status">
      <b className="flex-1 text-base">{t('devices.bucket', { volume: formatNumber(volumeMl, 0), seconds })}</b>
      <Button
        size="small"
        className="max-[719px]:h-14"
        disabled={seconds < SHORTEST_S || volumeMl === 0}
        onClick={() => {
          onTaken(volumeMl, seconds);
          stop();
        }}
      >
        {t('devices.take')}
      </Button>
      <Button size="small" look="quiet" className="max-[719px]:h-14" onClick={stop}>
        {t('devices.put-away')}
      </Button>
    </span>
  );
}
