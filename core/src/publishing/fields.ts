import { PRODUCT_FIELDS } from '../catalogue/index.js';
import { type Fields, describeFields, recordSchema } from '../fields/index.js';
import { FEATURE_SPECS, ITEM_SPECS, JOB_HEAD_FIELDS, READING_SPECS, RECORD_LIMITS } from '../jobs/index.js';
import { RELEASED_PLAN } from '../proof/index.js';

const schema = (fields: Fields): object => recordSchema(describeFields(fields));

/** What each thing of a job, a product's sheet and a released plan may hold, as JSON Schema, with what refers to what and the most of each. */
export function publishedFields(): object {
  return {
    job: schema(JOB_HEAD_FIELDS),
    items: Object.fromEntries(
      Object.entries(ITEM_SPECS).map(([kind, { list, most, permission, refers, fields }]) => [
        kind,
        { list, most, permission, refers, fields: schema(fields) },
      ]),
    ),
    featureKinds: FEATURE_SPECS,
    readingKinds: READING_SPECS,
    recordLimits: RECORD_LIMITS,
    productSheet: schema(PRODUCT_FIELDS),
    releasedPlan: schema(RELEASED_PLAN),
  };
}
