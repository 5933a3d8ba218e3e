import { type JobFileDto, SealBundleDto } from '@caulkhorn/contract';
import type { BundleSeal } from '@caulkhorn/core/proof';
import { Body, Controller, Get, Header, Param, ParseUUIDPipe, Post, Query } from '@nestjs/common';
import { WhoAsks } from '../people/access.guard.js';
import { Needs, idOf } from '../platform/route-rules.js';
import type { Caller } from '../people/caller.js';
import { BodyOf } from '../platform/body.js';
import { CheckedBody } from '../platform/checked-body.js';
import { notFound } from '../platform/errors.js';
import { ExchangeService } from './exchange.service.js';

@Controller('organisations/:organisationId')
export class ExchangeController {
  constructor(private readonly exchange: ExchangeService) {}

  @Post('import')
  @BodyOf({ as: 'bytes', limit: '40mb' })
  @Needs('make-job')
  import(
    @Body() file: unknown,
    @Query('importId', new ParseUUIDPipe({ optional: true, exceptionFactory: notFound })) importId: string | undefined,
    @WhoAsks() caller: Caller,
  ): Promise<{ jobId: string }> {
    return this.exchange.import(Buffer.isBuffer(file) ? file : Buffer.alloc(0), importId, caller);
  }

  @Get('jobs/:jobId/export')
  @Needs('export-job')
  @Header('Content-Disposition', 'attachment; filename="job.caulkhorn.json"')
  export(@Param('jobId') jobId: string, @WhoAsks() caller: Caller): Promise<JobFileDto> {
    return this.exchange.export(jobId, caller);
  }

  @Post('jobs/:jobId/bundle-seals')
  @Needs('export-job')
  seal(
    @idOf('jobId') jobId: string,
    @CheckedBody(SealBundleDto) { manifestSha256 }: SealBundleDto,
    @WhoAsks() caller: Caller,
  ): Promise<BundleSeal> {
    return this.exchange.seal(jobId, manifestSha256, caller);
  }
}
