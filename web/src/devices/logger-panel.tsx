import { tidalLevelM } from '@caulkhorn/core/devices';
import type { WaterBody, WaterLevel } from '@caulkhorn/core/jobs';
import { toast } from 'sonner';
import { v4 } from 'uuid';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { useNow } from '../shared/use-now';
import { parts, useJob } from '../job/job-context';
import { INSTRUMENTS, usePaired } from './instruments';
import { SimulatedBadge } from './pairing-dialog';

const LOGGER = INSTRUMENTS.find(({ kind }) => kind === 'level-logger')!;
const STEP_MS = 30 * 60_000;
const MEMORY_STEPS = 48;
const AMPLITUDE_M = 0.22;

/** The paired logger in a standpipe: its level now, and what its memory holds of the last day. */
export function LoggerPanel({ body }: { body: WaterBody }) {
  const { model, put, send } = useJob(parts('model', 'put', 'send'));
  const units = useUnits();
  const nowMs = useNow(1000);
  const isPaired = usePaired((state) => state.since[LOGGER.id] !== undefined);
  if (!isPaired || body.kind !== 'ground') return null;
  const own = model.waterLevels.filter((level) => level.waterBodyId === body.id);
  // the level it swings about is the mean of what was dipped by hand
  const dips = own.filter(({ kind }) => kind === 'dip').map(({ levelM }) => levelM);
  const at = { meanM: dips.length > 0 ? dips.reduce((sum, each) => sum + each, 0) / dips.length : -1, amplitudeM: AMPLITUDE_M };
  const level = (ms: number): WaterLevel => ({
    id: v4(),
    waterBodyId: body.id,
    at: new Date(ms).toISOString(),
    levelM: tidalLevelM(ms, at),
    kind: 'logger',
    note: t('devices.instrument', { name: LOGGER.name }),
  });
  const readOut = () => {
    const known = new Set(own.filter(({ kind }) => kind === 'logger').map((each) => Date.parse(each.at)));
    const last = Math.floor(nowMs / STEP_MS) * STEP_MS;
    const levels = Array.from({ length: MEMORY_STEPS }, (_, i) => last - (MEMORY_STEPS - 1 - i) * STEP_MS)
      .filter((ms) => !known.has(ms))
      .map(level);
    if (levels.length === 0) return toast(t('devices.nothing-new'));
    send('water-levels.add', { levels });
    toast(t('water.imported', { n: levels.length }));
  };
  return (
    <div className="mt-2 flex flex-wrap items-center gap-2 border-y border-rule py-1.5">
      <span className="min-w-0 flex-1 text-[13px] text-soft">
        {LOGGER.name} <SimulatedBadge />
        <b className="block text-base text-ink">{formatQuantity(tidalLevelM(nowMs, at), 'm', units)}</b>
      </span>
      <Button size="small" className="max-[719px]:h-14" onClick={() => put('water-level', level(nowMs))}>
        {t('devices.take')}
      </Button>
      <Button size="small" className="max-[719px]:h-14" onClick={readOut}>
        {t('devices.read-out')}
      </Button>
    </div>
  );
}
