import { pondAt, pullN } from '@caulkhorn/core/devices';
import { type FacePoint, type TestKind } from '@caulkhorn/core/jobs';
import type { PlannedTest } from '@caulkhorn/core/proof';
import { INSTRUMENTS, type InstrumentKind, usePaired } from '../devices/instruments';
import { SimulatedBadge } from '../devices/pairing-dialog';
import { t } from '../messages/t';
import { Button } from '../shared/ui/button';

const TAKES: Partial<Record<TestKind, InstrumentKind>> = {
  ponding: 'tank-logger',
  'tank-fill': 'tank-logger',
  'pull-off': 'pull-off-rig',
  pinhole: 'spark-tester',
};
const WATCHED_H: Partial<Record<TestKind, number>> = { ponding: 48, 'tank-fill': 168 };
const DOLLY_MM = 50;
/** Of a coat that holds well, MPa. */
const SOUND_MPA = 1.6;

interface SimulatedReadingProps {
  kind: TestKind;
  planned: PlannedTest;
  places: readonly FacePoint[];
  onTaken(result: Record<string, unknown>, instrument: string): void;
}

/** The paired instrument for a test, where there is one: a simulated one, and it says so where it is and in what is written down. */
export function SimulatedReading({ kind, planned, places, onTaken }: SimulatedReadingProps) {
  const instrument = INSTRUMENTS.find((each) => each.kind === TAKES[kind]);
  const isPaired = usePaired(({ since }) => instrument !== undefined && since[instrument.id] !== undefined);
  if (!instrument || !isPaired) return null;
  return (
    <div className="flex flex-wrap items-center gap-2 border-y border-rule py-1.5">
      <span className="min-w-0 flex-1 text-[13px]">
        {instrument.name} <SimulatedBadge />
      </span>
      <Button
        size="small"
        className="max-[719px]:h-14"
        onClick={() => onTaken(readingOf(kind, planned, places), t('proof.simulated-name', { name: instrument.name }))}
      >
        {t('proof.simulate')}
      </Button>
    </div>
  );
}

function readingOf(kind: TestKind, { limits, places: wanted = 3 }: PlannedTest, places: readonly FacePoint[]): Record<string, unknown> {
  const lastH = WATCHED_H[kind];
  if (lastH !== undefined)
    return { levels: Array.from({ length: lastH + 1 }, (_, h) => ({ h, ...pondAt(h, { startMm: 50, lossMmPerDay: 0.2 }), rainMm: 0 })) };
  if (kind === 'pinhole') return { how: 'spark', volts: limits['sparkV'], coveredM2: limits['areaM2'], holes: [] };
  const pulls = Array.from({ length: Math.max(3, wanted) }, (_, i) => {
    const place = places[i];
    const loadN = pullN(i, { dollyMm: DOLLY_MM, strengthMPa: SOUND_MPA });
    return { loadN, failure: i % 3 === 0 ? 'substrate' : 'coat', ...(place ? { uM: place[0], vM: place[1] } : {}) };
  });
  return { dollyMm: DOLLY_MM, pulls };
}
