import '../messages/bench-page';
import type { ReactNode } from 'react';
import type { ChartProps } from './chart-props';
import { CrackChart, EvaporationChart, PressureChart, SealingChart, WindowChart } from './law-charts';
import { DryingChart } from './drying-chart';
import { FilmChart } from './film-chart';
import { HoursChart, ProgrammeChart } from './time-charts';

const CHARTS: Readonly<Record<string, (props: ChartProps) => ReactNode>> = {
  'hydrostatic-head': PressureChart,
  'face-load': PressureChart,
  'crack-flow': CrackChart,
  'sealing-order': SealingChart,
  'evaporation-rate': EvaporationChart,
  'application-window': HoursChart,
  'recoat-window': WindowChart,
  'slab-drying': DryingChart,
  'slab-drying-fit': DryingChart,
  'film-map': FilmChart,
  programme: ProgrammeChart,
};

/** The picture that goes with a calculation, where looking beats reading. */
export default function Chart({ id, ...props }: ChartProps & { id: string }) {
  const Picture = CHARTS[id];
  return Picture ? <Picture {...props} /> : null;
}
