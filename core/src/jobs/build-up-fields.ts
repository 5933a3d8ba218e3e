import { type ShapeOf, choice, id, list, mapOf, number, optional, record, text, textOrNone, time } from '../fields/index.js';
import { ALTERABLE_LAYERS, type BuildUp, FAMILY_IDS, PRODUCT_ROLES, READY_STEPS, SCHOOL_QUESTIONS } from './choices.js';
import { MENDS_FIELD } from './mend.js';
import { REMEDIES_FIELD } from './remedy.js';
import type { Same } from './same.js';

/** A school and why, by question. */
export const SCHOOLS_FIELD = mapOf(SCHOOL_QUESTIONS, record({ school: choice(['A', 'B']), reason: optional(textOrNone(500)) }));

export const PRODUCT_REF_FIELDS = { id: text(80, '[a-z0-9-]+'), version: number('', { min: 1, max: 1_000_000, whole: true }) };

export const POUR_FIELDS = {
  name: text(120),
  concreteM3: optional(number('m³', { min: 0.01, max: 100_000 })),
  cementKgM3: number('kg/m³', { min: 50, max: 1000 }),
  dosePct: number('%', { min: 0, max: 10 }),
  pouredAt: optional(time()),
  bayM2: optional(number('m²', { min: 0.1, max: 100_000 })),
};

const override = record({ targetId: text(200), ruleId: text(80), reason: text(500) });

const alteration = record({
  do: choice(['coats', 'add', 'rate']),
  layer: choice(ALTERABLE_LAYERS),
  figure: optional(number('', { min: 0.01, max: 200 })),
  reason: text(500),
});

/** More strips than this are more laps than face. */
export const MOST_ZONES = 40;

export const BUILD_UP_FIELDS = {
  id: id(),
  faceId: id(),
  family: choice(FAMILY_IDS),
  products: mapOf(PRODUCT_ROLES, record(PRODUCT_REF_FIELDS)),
  schools: optional(SCHOOLS_FIELD),
  overrides: optional(list(override, 5000, 0)),
  alterations: optional(list(alteration, 20, 0)),
  readies: optional(list(choice(READY_STEPS), READY_STEPS.length, 0)),
  pour: optional(record(POUR_FIELDS)),
  zones: optional(number('', { min: 2, max: MOST_ZONES, whole: true })),
  remedies: optional(REMEDIES_FIELD),
  mends: optional(MENDS_FIELD),
  reason: optional(textOrNone(1000)),
  exception: optional(record({ by: text(120), reason: text(500) })),
};
true satisfies Same<ShapeOf<typeof BUILD_UP_FIELDS>, BuildUp>;
