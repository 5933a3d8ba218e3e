import type { LayerSpec } from '../family.js';

/** Layers that several families have. */
export const MESHED = { role: 'mesh', embedded: true, lapPct: 12, counts: false } as const;
export const PRIMED_MINERAL: LayerSpec = {
  id: 'silicate-primer',
  role: 'silicate-primer',
  when: [{ salts: ['strong'] }, { school: ['silicate-primer', 'A'] }, { substrates: ['brick', 'rubble'] }],
  counts: false,
};
/** Injected into the foot of old masonry where damp rises, by who holds that it helps. */
export const DAMP_COURSE: LayerSpec = {
  id: 'damp-course',
  role: 'damp-course',
  when: [{ rising: true, school: ['rising-injection', 'A'], substrates: ['brick', 'block', 'rubble'] }],
  alongFoot: true,
  counts: false,
};
/** Levels what is rough, and parts the coat from a render that would repel it. */
export const LEVELLED: LayerSpec = {
  id: 'levelling',
  role: 'levelling-render',
  when: [{ roughnessOver: 1.3 }, { substrates: ['rubble'] }, { lastOld: ['waterproofed-render'] }],
  counts: false,
};
export const BOARD: LayerSpec = { id: 'board', role: 'protection-board', when: [{ buried: true }], lapPct: 3, counts: false };
export const COAT: LayerSpec = { id: 'coat', role: 'coat', crosswise: true, counts: true };

/** Of thick films and membranes no reading may be under the least thickness (DIN 18533-3, from memory). */
export const NO_READING_UNDER = 1;
