import { SHIPPED_CATALOGUE, type Product } from '@caulkhorn/core/catalogue';
import { type FiguresFrom, type JobFigures, type JobOutlook, type OutlookFrom, jobFigures, jobOutlook } from '@caulkhorn/core/outlook';
import { type StockMove, foldStock } from '@caulkhorn/core/materials';
import type { House } from '@caulkhorn/core/planning';

/** What a thread is handed: plain data, since a catalogue is none. */
export interface OutlookTask extends Pick<OutlookFrom, 'model' | 'lines' | 'revision' | 'nowMs' | 'bookings'> {
  rules: Omit<House, 'catalogue'>;
  products: Product[];
  /** none for who may not see the store */ moves?: StockMove[];
}

/** Runs in a worker thread: planning a large job takes a while, in which the server answers others. */
export default function outlookInThread({ rules, products, moves, ...job }: OutlookTask): JobOutlook {
  const catalogue = SHIPPED_CATALOGUE.with(products);
  const today = new Date(job.nowMs).toISOString().slice(0, 10);
  return jobOutlook({ ...job, house: { ...rules, catalogue }, ...(moves ? { stock: foldStock(moves, catalogue, today) } : {}) });
}

/** The same for what was planned against what it took. */
export function figuresInThread(from: FiguresFrom): JobFigures {
  return jobFigures(from);
}
