import 'reflect-metadata';
import type { Issue, Result } from '@caulkhorn/core/issues';
import { plainToInstance } from 'class-transformer';
import { type ValidationError, getMetadataStorage, validateSync } from 'class-validator';
import { OF_FIELD, issuesOfField } from './dto-of.js';

/**
 * Checks an unknown value against a DTO class: types, ranges, unknown and missing fields. On success the value is the
 * class's instance. Issue codes are the constraints' names.
 */
export function checkShape<T extends object>(cls: new () => T, raw: unknown, path = ''): Result<T> {
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw)) return { ok: false, issues: [{ code: 'not-a-record', path }] };
  const reserved = reservedNames(raw, path);
  if (reserved.length > 0) return { ok: false, issues: reserved };
  const instance = plainToInstance(cls, raw, { enableCircularCheck: false });
  const errors = validateSync(instance, {
    whitelist: true,
    forbidNonWhitelisted: true,
    forbidUnknownValues: true,
    stopAtFirstError: false,
  });
  return errors.length === 0 ? { ok: true, value: instance } : { ok: false, issues: errors.flatMap((error) => issuesOf(error, path)) };
}

const RESERVED: ReadonlySet<string> = new Set(Object.getOwnPropertyNames(Object.prototype).concat('prototype'));

/** Names that every object has in the language itself: the copy that is checked would not hold them, so that they would pass unseen. */
function reservedNames(value: unknown, path: string, found: Issue[] = []): Issue[] {
  if (typeof value !== 'object' || value === null) return found;
  if (Array.isArray(value)) for (const [i, each] of value.entries()) reservedNames(each, `${path}[${i}]`, found);
  else
    for (const [name, each] of Object.entries(value)) {
      const at = path ? `${path}.${name}` : name;
      if (RESERVED.has(name)) found.push({ code: 'unknown-field', path: at });
      else reservedNames(each, at, found);
    }
  return found;
}

function issuesOf(error: ValidationError, parent: string): Issue[] {
  const isIndex = /^\d+$/.test(error.property);
  const path = isIndex ? `${parent}[${error.property}]` : parent ? `${parent}.${error.property}` : error.property;
  const missing = error.value === undefined && error.constraints && !error.constraints['whitelistValidation'];
  const ofField = error.constraints?.[OF_FIELD] === undefined ? null : issuesOfField(error.target!, error.property, error.value, path);
  if (ofField && !missing) return ofField;
  const own = missing ? [{ code: 'missing', path }] : failedConstraint(error).map((name) => toIssue(error, name, path));
  return [...own, ...(error.children ?? []).flatMap((child) => issuesOf(child, path))];
}

/** What is of the wrong type is out of range too; only the type is worth saying. */
const TYPE_CHECKS = ['whitelistValidation', 'isNumber', 'isString', 'isArray', 'isRecord'];

function failedConstraint({ constraints = {} }: ValidationError): string[] {
  const names = Object.keys(constraints);
  return [TYPE_CHECKS.find((name) => names.includes(name)) ?? names.at(-1)].filter((name) => name !== undefined);
}

/** What each rule's failure is called. */
export const CONSTRAINT_CODES: Readonly<Record<string, string>> = {
  whitelistValidation: 'unknown-field',
  isNumber: 'not-a-number',
  isWhole: 'not-whole',
  min: 'below-min',
  max: 'above-max',
  isString: 'not-text',
  minLength: 'too-short',
  maxLength: 'too-long',
  matches: 'not-in-this-form',
  isIn: 'not-one-of',
  isUuid: 'not-an-id',
  isTimeWithOffset: 'not-a-time-with-offset',
  isDay: 'not-a-date',
  isHardPin: 'easy-pin',
  isArray: 'not-a-list',
  arrayMinSize: 'empty-list',
  arrayMaxSize: 'too-many',
  arrayUnique: 'listed-twice',
  isBoolean: 'not-true-or-false',
  isEmail: 'not-an-e-mail',
  isRecord: 'not-a-record',
  isDefined: 'missing',
  equals: 'not-this-format',
  nestedValidation: 'not-a-record',
};

/** The limits that a rule was given: the library leaves them out of what it tells when it answers at once. */
function limitsOf({ target, property }: ValidationError, name: string): Issue['values'] | undefined {
  const rules = getMetadataStorage().getTargetValidationMetadatas(target!.constructor, '', true, false);
  const rule = rules.find((each) => each.propertyName === property && (each.name ?? each.type) === name);
  return rule?.context as Issue['values'] | undefined;
}

function toIssue(error: ValidationError, name: string, path: string): Issue {
  const values = limitsOf(error, name);
  const code = CONSTRAINT_CODES[name] ?? name;
  return values ? { code, path, values } : { code, path };
}
