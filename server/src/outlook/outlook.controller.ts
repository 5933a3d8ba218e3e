import type { JobOutlookAnswer, StoreOutlookAnswer } from '@caulkhorn/contract';
import type { JobFigures } from '@caulkhorn/core/outlook';
import { Controller, Get, Param } from '@nestjs/common';
import { WhoAsks } from '../people/access.guard.js';
import type { Caller } from '../people/caller.js';
import { Needs } from '../platform/route-rules.js';
import { OutlookService } from './outlook.service.js';

@Controller('organisations/:organisationId')
export class OutlookController {
  constructor(private readonly outlook: OutlookService) {}

  @Get('jobs/:jobId/outlook')
  @Needs('read-job')
  ofJob(@Param('jobId') jobId: string, @WhoAsks() caller: Caller): Promise<JobOutlookAnswer> {
    return this.outlook.ofJob(jobId, caller);
  }

  @Get('jobs/:jobId/figures')
  @Needs('plan')
  figures(@Param('jobId') jobId: string, @WhoAsks() caller: Caller): Promise<JobFigures> {
    return this.outlook.figures(jobId, caller);
  }

  @Get('stores/outlook')
  @Needs('stock')
  store(@WhoAsks() caller: Caller): Promise<StoreOutlookAnswer> {
    return this.outlook.store(caller);
  }
}
