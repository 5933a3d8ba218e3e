import { READING_SPECS, type Face, type Reading } from '@caulkhorn/core/jobs';
import { Bluetooth } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { v4 } from 'uuid';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { useNow } from '../shared/use-now';
import { readingText } from '../words/reading-text';
import { parts, useJob, useSelection } from '../job/job-context';
import { INSTRUMENTS, usePaired } from './instruments';
import { type LiveValue, liveValues } from './live';
import { PairingDialog, SimulatedBadge } from './pairing-dialog';

/** What the paired instruments show now, held to the place last pointed at; one press takes a reading. */
export function FaceInstruments({ face }: { face: Face }) {
  const { since } = usePaired();
  const [pairing, setPairing] = useState(false);
  const paired = INSTRUMENTS.filter(({ id, reads }) => since[id] !== undefined && reads.length > 0);
  return (
    <section aria-label={t('devices.live')} className="mt-3">
      <div className="flex items-center justify-between">
        <h4 className="font-medium">{t('devices.live')}</h4>
        <Button look="quiet" size="small" className="max-[719px]:h-14" onClick={() => setPairing(true)}>
          <Bluetooth size={15} /> {t('devices.title')}
        </Button>
      </div>
      {paired.length > 0 ? <Live face={face} /> : <p className="text-[13px] text-soft">{t('devices.none')}</p>}
      <PairingDialog open={pairing} onOpenChange={setPairing} />
    </section>
  );
}

function Live({ face }: { face: Face }) {
  const { model, put } = useJob(parts('model', 'put'));
  const units = useUnits();
  const nowMs = useNow(1000);
  const { since } = usePaired();
  const { readingAt: pointed } = useSelection('readingAt');
  const point = pointed?.faceId === face.id ? pointed.point : undefined;
  // the same second shows the same figure, however often it is drawn
  const jitter = Math.sin(Math.floor(nowMs / 1000) * 12.9898);

  const take = (name: string, { kind, value }: LiveValue) => {
    const reading: Reading = {
      id: v4(),
      faceId: face.id,
      kind,
      value,
      at: new Date(nowMs).toISOString(),
      instrument: t('devices.instrument', { name }),
      ...(point && !READING_SPECS[kind].ofAir ? { point } : {}),
    };
    put('reading', reading);
    toast(t('readings.added', { kind: t(`reading.${kind}`) }));
  };

  return (
    <>
      <p className="text-[13px] text-soft">
        {point
          ? t('devices.held-at', { u: formatQuantity(point[0], 'm', units), v: formatQuantity(point[1], 'm', units) })
          : t('devices.point-first')}
      </p>
      <ul>
        {INSTRUMENTS.filter(({ id }) => since[id] !== undefined).flatMap(({ id, name, reads }) =>
          liveValues(reads, { face, point, readings: model.readings }, { nowMs, sinceMs: since[id]!, jitter }).map((live) => (
            <li key={`${id} ${live.kind}`} className="flex items-center gap-2 border-b border-rule py-1">
              <span className="min-w-0 flex-1">
                {t(`reading.${live.kind}`)}
                <span className="block text-[13px] break-words text-soft">
                  {name} <SimulatedBadge />
                </span>
              </span>
              <span className="text-right">
                <b className="whitespace-nowrap">{readingText(live, units)}</b>
                {live.isRising ? <span className="block text-[13px] text-ochre">{t('devices.rising')}</span> : null}
              </span>
              <Button
                size="small"
                className="max-[719px]:h-14"
                disabled={live.isRising || (!point && !READING_SPECS[live.kind].ofAir)}
                aria-label={t('devices.take-one', { kind: t(`reading.${live.kind}`) })}
                onClick={() => take(name, live)}
              >
                {t('devices.take')}
              </Button>
            </li>
          )),
        )}
      </ul>
    </>
  );
}
