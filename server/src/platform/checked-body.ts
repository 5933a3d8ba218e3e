import { checkShape } from '@caulkhorn/contract';
import { Body, type PipeTransform } from '@nestjs/common';
import { invalid } from './errors.js';

class ShapePipe<T extends object> implements PipeTransform<unknown, T> {
  constructor(private readonly cls: new () => T) {}

  transform(raw: unknown): T {
    const result = checkShape(this.cls, raw);
    if (!result.ok) throw invalid(result.issues);
    return result.value;
  }
}

/** The request body, checked against a contract class; a 400 names each field at fault. */
export function CheckedBody<T extends object>(cls: new () => T): ParameterDecorator {
  return Body(new ShapePipe(cls));
}
