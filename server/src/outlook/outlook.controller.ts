import type { JobOutlookAnswer, StoreOutlookAnswer } from '@caulkhorn/contract';
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

  @Get('stores/outlook')
  @Needs('stock')
  store(@WhoAsks() caller: Caller): Promise<StoreOutlookAnswer> {
    return this.outlook.store(caller);
  }
}
