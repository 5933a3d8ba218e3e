import { COMMON_PRACTICE, type Source } from '../fields/index.js';
import type { Demands } from './choices.js';
import type { Face } from './job.js';

/** What must be seen to before people work at a place, because the place itself can kill. */
export const CARE_IDS = ['confined-space', 'gas-test', 'watcher', 'isolation', 'sewage', 'electricity', 'trench'] as const;
export type CareId = (typeof CARE_IDS)[number];

/** Where a check is asked for. */
export interface CareRule {
  readonly id: CareId;
  readonly asks: (face: CarePlace, demands: Demands) => boolean;
  readonly source: Source;
}

type CarePlace = Pick<Face, 'kind' | 'near' | 'far'>;

/** Tanks, shafts and tunnels, sewers, and every place that someone called confined. */
const isConfined = ({ kind, near }: CarePlace, { sewerGas, confined }: Demands): boolean =>
  confined ?? (near.kind === 'tank' || kind === 'lining' || sewerGas === true);
const holdsWater = ({ near, far }: CarePlace, { sewerGas }: Demands): boolean =>
  near.kind === 'tank' || far.kind === 'tank' || sewerGas === true;

/** Each is ticked before the first start of a day in that room. A tick is a check, never a permit. */
export const SITE_CARE: readonly CareRule[] = [
  { id: 'confined-space', asks: isConfined, source: { kind: 'published', title: '29 CFR 1910.146 (permit-required confined spaces)' } },
  { id: 'gas-test', asks: isConfined, source: { kind: 'published', title: '29 CFR 1910.146 (oxygen 19.5 to 23.5 %)' } },
  { id: 'watcher', asks: isConfined, source: { kind: 'published', title: '29 CFR 1910.146 (attendant, rescue)' } },
  { id: 'isolation', asks: holdsWater, source: COMMON_PRACTICE },
  { id: 'sewage', asks: (_, { sewerGas }) => sewerGas === true, source: COMMON_PRACTICE },
  { id: 'electricity', asks: (face, demands) => isConfined(face, demands) || holdsWater(face, demands), source: COMMON_PRACTICE },
  {
    id: 'trench',
    // dug free from outside: the earth that stood against it stands beside the people
    asks: ({ kind, near }) => kind === 'wall' && near.kind === 'ground',
    source: { kind: 'published', title: '29 CFR 1926.652 (support of excavations from 5 ft; many codes sooner)' },
  },
];

/** What a place asks for every day, in the order of the table. What is asked of the face goes before what is asked of the job. */
export function careOf(face: CarePlace & Pick<Face, 'demands'>, job: { demands?: Demands }): CareId[] {
  const demands = { ...job.demands, ...face.demands };
  return SITE_CARE.filter(({ asks }) => asks(face, demands)).map(({ id }) => id);
}
