import type { MachineKind } from './machine-kinds.js';
import { PERMIT_KINDS, type Permit, type PermitKind } from './permit.js';
import type { CareId } from './site-care.js';

/** Which checks of a place, and which machines, want one; common practice beside the sources of the checks, local codes decide. */
const BY_CARE: Partial<Record<CareId, PermitKind>> = { 'confined-space': 'confined-space', trench: 'excavation' };
const BY_MACHINE: Partial<Record<MachineKind, PermitKind>> = { kettle: 'hot-work' };

export function permitsFor(care: readonly CareId[], machines: readonly MachineKind[]): PermitKind[] {
  const kinds = [...care.flatMap((each) => BY_CARE[each] ?? []), ...machines.flatMap((each) => BY_MACHINE[each] ?? [])];
  return PERMIT_KINDS.filter((kind) => kinds.includes(kind));
}

/** Permits of a kind that hold in a room. */
export function permitsIn(permits: readonly Permit[], kind: PermitKind, spaceId: string): Permit[] {
  return permits.filter((permit) => permit.kind === kind && (permit.spaceId === undefined || permit.spaceId === spaceId));
}

/** Of the kinds that are wanted in a room those that the job keeps permits of, and none of which holds at a time. */
export function permitsLapsed(
  permits: readonly Permit[],
  wanted: readonly PermitKind[],
  { spaceId, atMs }: { spaceId: string; atMs: number },
): PermitKind[] {
  return wanted.filter((kind) => {
    const kept = permits.filter((permit) => permit.kind === kind);
    const holds = permitsIn(kept, kind, spaceId).some(({ from, until }) => Date.parse(from) <= atMs && atMs < Date.parse(until));
    return kept.length > 0 && !holds;
  });
}
