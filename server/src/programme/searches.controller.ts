import { type ProgrammeSearchAnswer, ProgrammeSearchDto } from '@caulkhorn/contract';
import { Controller, Delete, Get, HttpCode, Param, Post } from '@nestjs/common';
import { WhoAsks } from '../people/access.guard.js';
import type { Caller } from '../people/caller.js';
import { CheckedBody } from '../platform/checked-body.js';
import { Needs } from '../platform/route-rules.js';
import { SearchesService } from './searches.service.js';

@Controller('organisations/:organisationId/jobs/:jobId/programme-searches')
export class SearchesController {
  constructor(private readonly searches: SearchesService) {}

  @Post()
  @Needs('plan')
  ask(
    @Param('jobId') jobId: string,
    @CheckedBody(ProgrammeSearchDto) asked: ProgrammeSearchDto,
    @WhoAsks() caller: Caller,
  ): Promise<{ searchId: string }> {
    return this.searches.ask(jobId, asked, caller);
  }

  @Get(':searchId')
  @Needs('plan')
  read(@Param('jobId') jobId: string, @Param('searchId') searchId: string, @WhoAsks() caller: Caller): Promise<ProgrammeSearchAnswer> {
    return this.searches.read(jobId, searchId, caller);
  }

  @Delete(':searchId')
  @Needs('plan')
  @HttpCode(204)
  stop(@Param('jobId') jobId: string, @Param('searchId') searchId: string, @WhoAsks() caller: Caller): Promise<void> {
    return this.searches.stop(jobId, searchId, caller);
  }
}
