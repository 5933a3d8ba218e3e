import { HAZARDS } from '../catalogue/index.js';
import type { TakeOffLine } from '../materials/index.js';
import type { WorkItem } from './work-items.js';
import { REMEDY_STEPS } from './paces.js';
import type { WorkStep } from './work-steps.js';

/** Hazards of the work itself, whatever the product; common practice, no source. */
export const WORK_HAZARDS = [...HAZARDS, 'pressure', 'jet', 'strip', 'height'] as const;
export type WorkHazard = (typeof WORK_HAZARDS)[number];
const BY_STEP: Partial<Record<WorkStep, readonly WorkHazard[]>> = {
  prepare: ['silica-dust', 'jet', 'strip'],
  open: ['silica-dust'],
  chamfer: ['silica-dust'],
  clean: ['silica-dust'],
  inject: ['pressure'],
  'damp-course': ['silica-dust'],
  'slurry-in': ['silica-dust'],
  abrade: ['silica-dust'],
  'take-off': ['silica-dust'],
  // cement and sand beside the liquid that is taken off
  screed: ['caustic-cement'],
};

/** What can hurt somebody at a piece of work: by the work itself, and by every product that goes into it, bond coat and mesh as well. */
export function hazardsOf(
  { faceId, targetId, step, machines = [] }: Pick<WorkItem, 'faceId' | 'targetId' | 'step' | 'machines'>,
  lines: readonly TakeOffLine[],
): WorkHazard[] {
  const own = lines.filter((line) => line.faceId === faceId && line.targetId === targetId);
  // a bond coat is brushed on in the same piece of work as what it holds
  const used =
    targetId === undefined ? own.filter(({ what }) => isLayer(step, what)) : own.filter(({ what }) => what === step || what === 'bond');
  const byMachine: WorkHazard[] = machines.includes('scaffold') ? ['height'] : [];
  return [...new Set([...byMachine, ...(BY_STEP[step] ?? []), ...used.flatMap(({ product }) => product.hazards ?? [])])];
}

/** What is sanded, warmed or taken off is the coat: its own hazards come with it. */
const ON_COAT: ReadonlySet<string> = new Set(REMEDY_STEPS);
const isLayer = (step: WorkStep, what: string): boolean =>
  what === step || (what === 'coat' && (step.startsWith('coat-') || ON_COAT.has(step)));
