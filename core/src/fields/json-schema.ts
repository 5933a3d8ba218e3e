import type { FieldSpec, TextForm } from './field.js';

/** JSON Schema of a record of the core's fields. */
export function recordSchema(fields: Readonly<Record<string, FieldSpec>>): object {
  const required = Object.entries(fields)
    .filter(([, spec]) => spec.required)
    .map(([name]) => name);
  return {
    type: 'object',
    additionalProperties: false,
    required,
    properties: Object.fromEntries(Object.entries(fields).map(([name, spec]) => [name, fieldSchema(spec)])),
  };
}

const FORMS: Readonly<Record<TextForm, object>> = {
  id: { format: 'uuid' },
  'sha-256': { pattern: '^[0-9a-f]{64}$' },
  'time-zone': { description: 'IANA time zone' },
};

/** JSON Schema of one of the core's fields. */
export function fieldSchema(spec: FieldSpec): object {
  switch (spec.type) {
    case 'number':
      return {
        type: spec.whole ? 'integer' : 'number',
        description: spec.unit,
        minimum: spec.above ?? spec.min,
        exclusiveMinimum: spec.above !== undefined || undefined,
        maximum: spec.max,
        nullable: spec.nullable,
        default: spec.default,
      };
    case 'choice':
      return { type: 'string', enum: [...spec.choices], default: spec.default };
    case 'flag':
      return { type: 'boolean', default: spec.default };
    case 'time':
      return { type: 'string', format: 'date-time' };
    case 'date':
      return { type: 'string', format: 'date' };
    case 'text':
      return {
        ...{ type: 'string', minLength: spec.minLength ?? 1, maxLength: spec.maxLength },
        pattern: spec.pattern && `^(?:${spec.pattern})$`,
        ...(spec.form && FORMS[spec.form]),
      };
    case 'map':
      return spec.names
        ? {
            ...{ type: 'object', additionalProperties: false },
            properties: Object.fromEntries(spec.names.map((name) => [name, fieldSchema(spec.of)])),
          }
        : { type: 'object', additionalProperties: fieldSchema(spec.of), maxProperties: spec.maxItems };
    case 'union':
      return {
        oneOf: Object.entries(spec.kinds).map(([kind, fields]) =>
          recordSchema({ kind: { type: 'choice', choices: [kind], required: true }, ...fields }),
        ),
      };
    case 'list':
      return {
        type: 'array',
        items: fieldSchema(spec.of),
        minItems: spec.minItems ?? 1,
        maxItems: spec.maxItems,
        ...(spec.distinct ? { uniqueItems: true } : {}),
      };
    case 'record':
      return recordSchema(spec.fields);
  }
}
