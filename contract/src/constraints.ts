import { Type } from 'class-transformer';
import { applyDecorators } from './apply-decorators.js';
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
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

// no control signs, and no half of a pair: neither can be stored or shown
const SHOWN = /^[^\u0000-\u0008\u000b\u000c\u000e-\u001f\p{Cs}]*$/u;

export function Text(maxLength: number, minLength = 1): PropertyDecorator {
  return applyDecorators(
    IsString(),
    MinLength(minLength, { context: { min: minLength } }),
    MaxLength(maxLength, { context: { max: maxLength } }),
    Matches(SHOWN),
  );
}

export function OneOf(choices: readonly string[]): PropertyDecorator {
  return IsIn([...choices], { context: { choices: choices.join(', ') } });
}

/** An id made by whoever made the thing: a UUID. */
/** A language tag as browsers have it, like en-GB. */
export function Language(): PropertyDecorator {
  return applyDecorators(IsString(), MaxLength(35, { context: { max: 35 } }), Matches(/^[a-z]{2,3}(-[a-z0-9]{2,8})*$/i));
}

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

export function Sha256(): PropertyDecorator {
  return applyDecorators(IsString(), Matches(/^[0-9a-f]{64}$/));
}

/** Text of one form alone. */
export function Pattern(form: RegExp, maxLength: number): PropertyDecorator {
  return applyDecorators(IsString(), MaxLength(maxLength, { context: { max: maxLength } }), Matches(form));
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

/** Days of the calendar, none where there is none. */
export function Days(max: number): PropertyDecorator {
  return applyDecorators(ListOf(max), ValidateBy({ name: 'isDay', validator: { validate: isDay } }, { each: true }));
}

function ListOf(max: number, min = 0): PropertyDecorator {
  return applyDecorators(IsArray(), ArrayMinSize(min, { context: { min } }), ArrayMaxSize(max, { context: { max } }));
}

/** Some of a set, each once. */
export const SomeOf = (choices: readonly string[]): PropertyDecorator => Chosen(choices, 1);
export const SomeOrNone = (choices: readonly string[]): PropertyDecorator => Chosen(choices, 0);

function Chosen(choices: readonly string[], min: number): PropertyDecorator {
  return applyDecorators(
    ListOf(choices.length, min),
    ArrayUnique(),
    IsIn([...choices], { each: true, context: { choices: choices.join(', ') } }),
  );
}

/** Names of people, each once and at least one. */
export function Names(max: number): PropertyDecorator {
  const each = true;
  return applyDecorators(
    ListOf(max, 1),
    ArrayUnique(),
    IsString({ each }),
    MinLength(1, { each, context: { min: 1 } }),
    MaxLength(120, { each, context: { max: 120 } }),
    Matches(SHOWN, { each }),
  );
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
