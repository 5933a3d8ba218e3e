import type { Field, Fields } from '@caulkhorn/core/fields';
import type { Issue } from '@caulkhorn/core/issues';
import { ValidateBy } from 'class-validator';
import { Optional } from './constraints.js';

/** Name under which class-validator knows a field of the core; its schema is made from the specification. */
export const OF_FIELD = 'isOfField';

/** By class and property: the library tells of a refusal only its name. */
const FIELDS = new WeakMap<object, Map<string, Field<unknown>>>();

/** A value as one of the core's fields has it. */
export function OfField(field: Field<unknown>): PropertyDecorator {
  const validate = (value: unknown) => {
    const issues: Issue[] = [];
    field.read(value, '', issues);
    return issues.length === 0;
  };
  return (target, key) => {
    const own = FIELDS.get(target.constructor) ?? new Map<string, Field<unknown>>();
    FIELDS.set(target.constructor, own.set(String(key), field));
    ValidateBy({ name: OF_FIELD, constraints: [field.spec], validator: { validate } })(target, key as string);
  };
}

/** What exactly is wrong with a value that one of the core's fields refused; null where none stands behind the property. */
export function issuesOfField(target: object, property: string, value: unknown, path: string): Issue[] | null {
  const field = FIELDS.get(target.constructor)?.get(property);
  if (!field) return null;
  const issues: Issue[] = [];
  field.read(value, path, issues);
  return issues;
}

/** The class that requests and files are checked against, made from the fields of a thing: whatever the fields say, it says. */
export function dtoOf<T extends object>(name: string, fields: Fields): new () => T {
  const cls = { [name]: class {} }[name]! as new () => T;
  for (const [key, field] of Object.entries(fields)) {
    if (!field.spec.required) Optional()(cls.prototype as object, key);
    OfField(field)(cls.prototype as object, key);
  }
  return cls;
}
