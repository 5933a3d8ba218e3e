import type { JobFileDto } from '@caulkhorn/contract';
import { Body, Controller, Get, Header, Param, Post } from '@nestjs/common';
import { WhoAsks } from '../people/access.guard.js';
import { Needs } from '../platform/route-rules.js';
import type { Caller } from '../people/caller.js';
import { BodyOf } from '../platform/body.js';
import { ExchangeService } from './exchange.service.js';

@Controller('organisations/:organisationId')
export class ExchangeController {
  constructor(private readonly exchange: ExchangeService) {}

  @Post('import')
  @BodyOf({ as: 'json', limit: '40mb' })
  @Needs('make-job')
  import(@Body() file: unknown, @WhoAsks() caller: Caller): Promise<{ jobId: string }> {
    return this.exchange.import(file, caller);
  }

  @Get('jobs/:jobId/export')
  @Needs('export-job')
  @Header('Content-Disposition', 'attachment; filename="job.caulkhorn.json"')
  export(@Param('jobId') jobId: string, @WhoAsks() caller: Caller): Promise<JobFileDto> {
    return this.exchange.export(jobId, caller);
  }
}
