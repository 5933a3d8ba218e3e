import type { ReadingKind } from '@caulkhorn/core/jobs';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';

export type InstrumentKind =
  'rh-probe' | 'moisture-meter' | 'weather-station' | 'level-logger' | 'flow-bucket' | 'tank-logger' | 'pull-off-rig' | 'spark-tester';

export interface Instrument {
  id: string;
  kind: InstrumentKind;
  /** as it stands on its case */ name: string;
  /** what it gives on a face */ reads: readonly ReadingKind[];
}

/** Every instrument that can be paired today. All are simulated and say so wherever they appear. */
export const INSTRUMENTS: readonly Instrument[] = [
  { id: 'sim-rh-1', kind: 'rh-probe', name: 'Bore probe B-1', reads: ['in-slab-rh'] },
  { id: 'sim-meter-1', kind: 'moisture-meter', name: 'Pin meter P-2', reads: ['moisture-meter'] },
  {
    id: 'sim-weather-1',
    kind: 'weather-station',
    name: 'Cellar station C-1',
    reads: ['air-temperature', 'air-humidity', 'surface-temperature'],
  },
  { id: 'sim-level-1', kind: 'level-logger', name: 'Standpipe logger S-4', reads: [] },
  { id: 'sim-tank-1', kind: 'tank-logger', name: 'Tank logger T-6 with pan', reads: [] },
  { id: 'sim-pull-1', kind: 'pull-off-rig', name: 'Pull rig R-7', reads: [] },
  { id: 'sim-spark-1', kind: 'spark-tester', name: 'Spark tester K-3', reads: [] },
  { id: 'sim-bucket-1', kind: 'flow-bucket', name: 'Weighing bucket W-1', reads: [] },
];

interface Paired {
  /** when each was paired, ms; the probe has been in its hole since */ since: Readonly<Record<string, number>>;
  pair(id: string, nowMs: number): void;
  part(id: string): void;
}

/** Instruments paired with this device. */
export const usePaired = create<Paired>()(
  persist(
    (set) => ({
      since: {},
      pair: (id, nowMs) => set(({ since }) => ({ since: { ...since, [id]: nowMs } })),
      part: (id) => set(({ since: { [id]: _, ...rest } }) => ({ since: rest })),
    }),
    { name: 'caulkhorn-instruments' },
  ),
);
