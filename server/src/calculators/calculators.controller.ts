import { CALCULATORS, calculate } from '@caulkhorn/core/calculators';
import { describeFields } from '@caulkhorn/core/fields';
import { Body, Controller, Get, HttpCode, Param, Post } from '@nestjs/common';
import { invalid, notFound } from '../platform/errors.js';

@Controller('calculators')
export class CalculatorsController {
  /** What can be calculated, with the fields of each: enough to build a form. */
  @Get()
  list(): object[] {
    return [...CALCULATORS.values()].map(({ id, fields, oneOf, outputs, equation, sources }) => ({
      id,
      fields: describeFields(fields),
      oneOf: oneOf ?? [],
      outputs,
      equation,
      sources,
    }));
  }

  @Post(':id')
  @HttpCode(200)
  run(@Param('id') id: string, @Body() input: unknown): object {
    if (!CALCULATORS.has(id)) throw notFound();
    const result = calculate(id, input);
    if (!result.ok) throw invalid(result.issues);
    return result.value;
  }
}
