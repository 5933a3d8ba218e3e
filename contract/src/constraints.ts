import { Type } from 'class-transformer';
import { applyDecorators } from './apply-decorators.js';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsDefined,
  IsIn,
  IsNumber,
  IsString,
  IsUUID,
  Matches,
  Max,
  MaxLength,
  Min,
  MinLength,
  ValidateBy,
  ValidateIf,
  ValidateNested,
} from 'class-validator';

/** Field rules in the trade's terms. Each carries its limits as context, so that a refusal can name them in any language. */

/** A finite number in the unit that the field's name carries. */
export function Quantity(min: number, max: number): PropertyDecorator {
  const context = { min, max };
  return applyDecorators(IsNumber({ allowNaN: false, allowInfinity: false }), Min(min, { context }), Max(max, { context }));
}

export function Whole(min: number, max: number): PropertyDecorator {
  return applyDecorators(Quantity(min, max), ValidateBy({ name: 'isWhole', validator: { validate: (value) => Number.isInteger(value) } }));
}

export function Text(maxLength: number, minLength = 1): PropertyDecorator {
  return applyDecorators(
    IsString(),
    MinLength(minLength, { context: { min: minLength } }),
    MaxLength(maxLength, { context: { max: maxLength } }),
    // no control signs, and no half of a pair: neither can be stored or shown
    Matches(/^[^\u0000-\u0008\u000b\u000c\u000e-\u001f\p{Cs}]*$/u),
  );
}

export function OneOf(choices: readonly string[]): PropertyDecorator {
  return IsIn([...choices], { context: { choices: choices.join(', ') } });
}

/** Some of a set, each at most once. */
export function Several(choices: readonly string[]): PropertyDecorator {
  const each = (value: unknown[]) =>
    value.every((one) => typeof one === 'string' && choices.includes(one)) && new Set(value).size === value.length;
  return ValidateBy(
    { name: 'isSeveral', constraints: [choices], validator: { validate: (value) => Array.isArray(value) && each(value) } },
    { context: { choices: choices.join(', ') } },
  );
}

/** An id made by whoever made the thing: a UUID. */
export function Id(): PropertyDecorator {
  return IsUUID('all');
}

export const ISO_TIME = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{1,3})?)?(Z|[+-]\d{2}:\d{2})$/;

/** ISO 8601 with its offset. */
export function Time(): PropertyDecorator {
  return ValidateBy({
    name: 'isTimeWithOffset',
    validator: { validate: (value) => typeof value === 'string' && ISO_TIME.test(value) && !Number.isNaN(Date.parse(value)) },
  });
}

export function TimeZone(): PropertyDecorator {
  return ValidateBy({ name: 'isTimeZone', validator: { validate: isTimeZone } });
}

function isTimeZone(value: unknown): boolean {
  if (typeof value !== 'string' || value.length > 64) return false;
  try {
    new Intl.DateTimeFormat('en', { timeZone: value });
    return true;
  } catch {
    return false;
  }
}

export function Sha256(): PropertyDecorator {
  return applyDecorators(IsString(), Matches(/^[0-9a-f]{64}$/));
}

/** Points on a face: pairs of metres. */
export function FacePoints(min: number, max: number): PropertyDecorator {
  return ValidateBy(
    {
      name: 'isFacePoints',
      constraints: [min, max],
      validator: { validate: (value) => Array.isArray(value) && value.length >= min && value.length <= max && value.every(isFacePoint) },
    },
    { context: { min, max } },
  );
}

/** Closed polygons on a face. */
export function Outlines(max: number): PropertyDecorator {
  const isOutline = (points: unknown) => Array.isArray(points) && points.length >= 3 && points.length <= 200 && points.every(isFacePoint);
  return ValidateBy(
    {
      name: 'isOutlines',
      constraints: [max],
      validator: { validate: (value) => Array.isArray(value) && value.length <= max && value.every(isOutline) },
    },
    { context: { min: 3, max: 200 } },
  );
}

/** One point on a face. */
export function OnePoint(): PropertyDecorator {
  return ValidateBy({ name: 'isOnePoint', validator: { validate: isFacePoint } }, { context: { min: 1, max: 1 } });
}

/** A day of the calendar, YYYY-MM-DD. */
export function Day(): PropertyDecorator {
  return ValidateBy({ name: 'isDay', validator: { validate: isDay } });
}

function isDay(value: unknown): boolean {
  if (typeof value !== 'string' || !/^\d{4}-\d{2}-\d{2}$/.test(value)) return false;
  const at = new Date(`${value}T00:00:00Z`);
  return !Number.isNaN(at.getTime()) && at.toISOString().startsWith(value);
}

function isFacePoint(point: unknown): boolean {
  return (
    Array.isArray(point) && point.length === 2 && point.every((c) => typeof c === 'number' && Number.isFinite(c) && Math.abs(c) <= 10_000)
  );
}

/** What was typed for the quantities of a thing: text and unit by field name. */
export function Typed(): PropertyDecorator {
  return ValidateBy({ name: 'isTyped', validator: { validate: isTyped } });
}

function isTyped(value: unknown): boolean {
  if (!isRecord(value)) return false;
  const entries = Object.entries(value);
  return entries.length <= 20 && entries.every(([name, typed]) => name.length <= 40 && isTypedText(typed));
}

function isTypedText(typed: unknown): boolean {
  if (!isRecord(typed)) return false;
  const { text, unit, ...rest } = typed;
  return isShortText(text, 40) && isShortText(unit, 20) && Object.keys(rest).length === 0;
}

const UNFIT = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\p{Cs}]/u;

const isShortText = (value: unknown, maxLength: number): boolean =>
  typeof value === 'string' && value.length <= maxLength && !UNFIT.test(value);

/** Values by names out of a set, each value checked by a class-validator-like test of its own. */
function ByName(name: string, names: readonly string[], isValue: (value: unknown) => boolean): PropertyDecorator {
  return ValidateBy(
    {
      name,
      constraints: [names],
      validator: {
        validate: (value) => isRecord(value) && Object.entries(value).every(([key, each]) => names.includes(key) && isValue(each)),
      },
    },
    { context: { choices: names.join(', ') } },
  );
}

/** Product and version by the part it plays. */
export function RefsByRole(roles: readonly string[]): PropertyDecorator {
  return ByName('isRefsByRole', roles, (value) => {
    if (!isRecord(value)) return false;
    const { id, version, ...rest } = value;
    return typeof id === 'string' && /^[a-z0-9-]{1,80}$/.test(id) && isCount(version) && Object.keys(rest).length === 0;
  });
}

/** A school and why, by question. */
export function SchoolsByQuestion(questions: readonly string[]): PropertyDecorator {
  return ByName('isSchoolsByQuestion', questions, (value) => {
    if (!isRecord(value)) return false;
    const { school, reason, ...rest } = value;
    const isReason = reason === undefined || isShortText(reason, 500);
    return (school === 'A' || school === 'B') && isReason && Object.keys(rest).length === 0;
  });
}

/** Quantities in one range, by name. */
export function QuantitiesByName(names: readonly string[], min: number, max: number): PropertyDecorator {
  return ByName('isQuantitiesByName', names, (value) => typeof value === 'number' && value >= min && value <= max);
}

const isCount = (value: unknown): boolean => Number.isInteger(value) && (value as number) >= 1 && (value as number) <= 1_000_000;

/** Whole numbers in one range. */
export function Wholes(min: number, max: number, maxItems: number): PropertyDecorator {
  const isWhole = (value: unknown) => Number.isInteger(value) && (value as number) >= min && (value as number) <= max;
  return ValidateBy(
    {
      name: 'isWholes',
      constraints: [min, max, maxItems],
      validator: { validate: (value) => Array.isArray(value) && value.length <= maxItems && value.every(isWhole) },
    },
    { context: { min, max } },
  );
}

export function ListOf(max: number, min = 0): PropertyDecorator {
  return applyDecorators(IsArray(), ArrayMinSize(min, { context: { min } }), ArrayMaxSize(max, { context: { max } }));
}

/** May be left out. Null is not leaving out: it is refused like any other value of the wrong type. */
export function Optional(): PropertyDecorator {
  return (target, key) => ValidateIf((holder: Record<string | symbol, unknown>) => holder[key] !== undefined)(target, key as string);
}

/** Null where there is none; the field itself must be there. */
export function OrNull(): PropertyDecorator {
  return (target, key) => ValidateIf((holder: Record<string | symbol, unknown>) => holder[key] !== null)(target, key as string);
}

const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value);

/** class-validator takes an empty list for an object with nothing wrong in it: a thing must be one. */
function IsRecord(each = false): PropertyDecorator {
  return ValidateBy({ name: 'isRecord', validator: { validate: isRecord } }, { each });
}

type Kinds = readonly (readonly [kind: string, cls: new () => object])[];

function nestedType(cls: () => new () => object, kinds: Kinds | undefined): PropertyDecorator {
  // the library's own discriminator throws on a list that holds null
  return Type((help) => {
    const value: unknown = help && (help.object as Record<string, unknown>)[help.property];
    const kind = isRecord(value) ? value['kind'] : undefined;
    return kinds?.find(([name]) => name === kind)?.[1] ?? cls();
  });
}

/** One thing inside another; of several classes, its `kind` says which. */
export function Nested(cls: () => new () => object, kinds?: Kinds): PropertyDecorator {
  return applyDecorators(IsRecord(), ValidateNested(), nestedType(cls, kinds));
}

export function NestedList(cls: () => new () => object, max: number, min = 0): PropertyDecorator {
  return applyDecorators(ListOf(max, min), IsRecord(true), ValidateNested({ each: true }), nestedType(cls, undefined));
}

/** An object of which somebody else knows the shape. */
export function AnyRecord(): PropertyDecorator {
  return IsRecord();
}

export function AnyRecords(max: number, min = 0): PropertyDecorator {
  return applyDecorators(ListOf(max, min), IsRecord(true));
}

export { IsDefined as Given };
