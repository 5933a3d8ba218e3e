import type { StockMove } from '@caulkhorn/core/materials';
import { demoId } from './survey.js';

const DAY_MS = 86_400_000;

/** The firm's store: enough of some, too little of others, a cold night, an expired batch, a count that does not fit. */
export function demoStock(now: Date): object[] {
  const jobId = demoId('ropewalk');
  const iso = (days: number) => new Date(now.getTime() - days * DAY_MS).toISOString();
  const day = (days: number) => iso(days).slice(0, 10);
  const id = (name: string) => demoId(`stock ${name}`);
  const delivered = (
    batchNumber: string,
    product: string,
    version: number,
    packSize: number,
    packs: number,
    days: number,
    madeDays: number,
  ) => ({
    id: id(batchNumber),
    at: iso(days),
    kind: 'delivery',
    product: { id: product, version },
    batchNumber,
    madeOn: day(madeDays),
    packSize,
    packs,
  });
  const happened = (name: string, days: number, part: Record<string, unknown> & { kind: StockMove['kind'] }) => ({
    id: id(name),
    at: iso(days),
    ...part,
  });
  return [
    delivered('TV-1182', 'tarnwick-veil', 2, 25, 3, 20, 60),
    delivered('TV-1184', 'tarnwick-veil', 2, 25, 4, 9, 30),
    delivered('TS-0417', 'tarnwick-stay', 1, 5, 4, 20, 330),
    delivered('TP-2231', 'tarnwick-pack', 1, 25, 2, 20, 80),
    delivered('OD-0093', 'osmere-deep', 1, 20, 2, 15, 40),
    delivered('FS-77', 'fennick-seam', 1, 0.84, 6, 30, 390),
    happened('cold night', 12, { kind: 'temperature', temperatureC: 2.5 }),
    happened('this week', 1, { kind: 'temperature', temperatureC: 14 }),
    happened('veil out', 3, { kind: 'taken', lotId: id('TV-1182'), amount: 75, jobId }),
    happened('veil out too', 1.2, { kind: 'taken', lotId: id('TV-1184'), amount: 25, jobId }),
    happened('plug out', 3, { kind: 'taken', lotId: id('TS-0417'), amount: 5, jobId }),
    happened('pack counted', 0.6, { kind: 'counted', lotId: id('TP-2231'), amount: 25 }),
    happened('deep kept back', 0.5, { kind: 'reserved', jobId, productId: 'osmere-deep', amount: 40 }),
  ];
}
