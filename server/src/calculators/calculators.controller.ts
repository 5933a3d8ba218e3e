import { CALCULATORS, calculate } from '@caulkhorn/core/calculators';
import { describeFields, takesLong } from '@caulkhorn/core/fields';
import { Body, Controller, Get, HttpCode, Param, Post, Req, Res } from '@nestjs/common';
import type { Request, Response } from 'express';
import { invalid, notFound } from '../platform/errors.js';
import { CalculatorPool } from './calculator-pool.js';

@Controller('calculators')
export class CalculatorsController {
  constructor(private readonly pool: CalculatorPool) {}

  /** What can be calculated, with the fields of each: enough to build a form. */
  @Get()
  list(): object[] {
    return [...CALCULATORS.values()].map(({ id, fields, oneOf, outputs, symbols, equation, sources }) => ({
      id,
      fields: describeFields(fields),
      oneOf: oneOf ?? [],
      outputs,
      symbols: symbols ?? {},
      equation,
      sources,
    }));
  }

  /** Light ones answer at once; those that may take long run in a thread, by the same function. */
  @Post(':id')
  @HttpCode(200)
  async run(
    @Param('id') id: string,
    @Body() input: unknown,
    @Req() { session }: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<object> {
    const calculator = CALCULATORS.get(id);
    if (!calculator) throw notFound();
    const left = new AbortController();
    response.once('close', () => left.abort());
    const result = takesLong(calculator) ? await this.pool.run(id, input, session.personId!, left.signal) : calculate(id, input);
    if (!result.ok) throw invalid(result.issues);
    return result.value;
  }
}
