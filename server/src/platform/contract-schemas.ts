// eslint-disable-next-line @typescript-eslint/triple-slash-reference -- the tests compile this file on its own
/// <reference path="./class-transformer-storage.d.ts" />
import { COMMAND_KINDS, CommandDto, JobFileDto, SignInDto } from '@caulkhorn/contract';
import { type FieldSpec, fieldSchema } from '@caulkhorn/core/fields';
import { defaultMetadataStorage } from 'class-transformer/cjs/storage';
import { validationMetadatasToSchemas } from 'class-validator-jsonschema';

/** As much of JSON Schema as is touched here. */
interface SchemaObject {
  properties?: Record<string, SchemaObject>;
  type?: unknown;
  enum?: unknown[];
  [keyword: string]: unknown;
}

/** Kinds of nested things that are told apart by their `kind`. */
const BY_KIND: Readonly<Record<string, readonly string[]>> = {
  EntryBodyDto: [
    'StartBodyDto',
    'FinishBodyDto',
    'ReadingBodyDto',
    'NoteBodyDto',
    'CareBodyDto',
    'MixBodyDto',
    'PailBodyDto',
    'FilmBodyDto',
    'RoundBodyDto',
    'HoldBodyDto',
    'RedoneBodyDto',
    'GasBodyDto',
    'HotBodyDto',
    'LookBodyDto',
    'InsideBodyDto',
    'RescueBodyDto',
    'AloneBodyDto',
    'TalkBodyDto',
    'DiaryBodyDto',
    'PhotoBodyDto',
    'TestBodyDto',
    'SignBodyDto',
    'UnsignBodyDto',
    'VisitBodyDto',
    'WithdrawnBodyDto',
  ],
};

/** JSON Schemas of the contract's classes, made from the same decorators that check requests. */
export function contractSchemas(refPrefix: string): Record<string, SchemaObject> {
  if (!CommandDto || !JobFileDto || !SignInDto) throw new Error('the contract is not loaded');
  const schemas = validationMetadatasToSchemas({
    classTransformerMetadataStorage: defaultMetadataStorage,
    refPointerPrefix: refPrefix,
    additionalConverters: {
      isRecord: { type: 'object' },
      isWhole: { type: 'integer' },
      isTimeWithOffset: { type: 'string', format: 'date-time' },
      isDay: { type: 'string', format: 'date' },
      isOfField: (meta) => fieldSchema(meta.constraints?.[0] as FieldSpec) as never,
    },
  }) as unknown as Record<string, SchemaObject>;
  for (const schema of Object.values(schemas)) schema['additionalProperties'] = false;
  for (const [base, kinds] of Object.entries(BY_KIND)) {
    for (const kind of kinds) schemas[kind]!.properties!['kind']!.enum = [kindName(kind)];
    schemas[base] = { oneOf: kinds.map((kind) => ({ $ref: `${refPrefix}${kind}` })) };
  }
  nullable(schemas['LogEntryDto']!, 'signature');
  nullable(schemas['WaitDto']!, 'maxH');
  schemas['CommandDto']!.properties!['kind']!.enum = [...COMMAND_KINDS];
  return schemas;
}

/** StartBodyDto → start. */
function kindName(className: string): string {
  return className.replace(/BodyDto$/, '').toLowerCase();
}

function nullable(schema: SchemaObject, property: string): void {
  const { type, ...rest } = schema.properties![property]!;
  schema.properties![property] = { ...rest, type: [type, 'null'] };
}

/** The same in draft 2020-12: there a bound that is not reached is a figure, where the language of the API's description has a flag. */
function inDraft(schema: unknown): unknown {
  if (Array.isArray(schema)) return schema.map(inDraft);
  if (typeof schema !== 'object' || schema === null) return schema;
  const { minimum, exclusiveMinimum } = schema as { minimum?: unknown; exclusiveMinimum?: unknown };
  const isExclusive = exclusiveMinimum === true;
  return Object.fromEntries(
    Object.entries(schema)
      .filter(([name, value]) => value !== undefined && !(isExclusive && name === 'exclusiveMinimum'))
      .map(([name, value]) => (isExclusive && name === 'minimum' ? ['exclusiveMinimum', minimum] : [name, inDraft(value)])),
  );
}

/** The published schema of a job file: self-contained, draft 2020-12. */
export function jobFileSchema(): object {
  const schemas = contractSchemas('#/$defs/');
  const used = new Set<string>();
  const visit = (name: string): void => {
    if (used.has(name)) return;
    used.add(name);
    for (const [, ref] of JSON.stringify(schemas[name]).matchAll(/"#\/\$defs\/([^"]+)"/g)) visit(ref!);
  };
  visit('JobFileDto');
  const defs = Object.fromEntries([...used].sort().map((name) => [name, inDraft(schemas[name])]));
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    $id: 'urn:caulkhorn:job-file:3',
    title: 'Caulkhorn job file, version 3',
    $ref: '#/$defs/JobFileDto',
    $defs: defs,
  };
}
