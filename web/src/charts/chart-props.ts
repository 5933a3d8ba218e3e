import type { UnitSystem } from '@caulkhorn/core/quantities';

export interface ChartProps {
  input: Readonly<Record<string, unknown>>;
  output: Readonly<Record<string, unknown>>;
  units: UnitSystem;
}
