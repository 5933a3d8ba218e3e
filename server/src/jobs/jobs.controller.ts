import {
  type BookingAnswer,
  CommandDto,
  type CommandOutcome,
  CopyJobDto,
  JobHeadDto,
  JobStateDto,
  type JobSummary,
} from '@caulkhorn/contract';
import type { PlanRevision } from '@caulkhorn/core/planning';
import type { LogLine } from '@caulkhorn/core/site-log';
import { promisify } from 'node:util';
import { gunzip } from 'node:zlib';
import { Controller, Get, HttpCode, Param, Post, Put, Req, Res } from '@nestjs/common';
import type { Request, Response } from 'express';
import { WhoAsks } from '../people/access.guard.js';
import { Needs } from '../platform/route-rules.js';
import type { Caller } from '../people/caller.js';
import { CheckedBody } from '../platform/checked-body.js';
import { CommandsService } from './commands.service.js';
import { JobsService } from './jobs.service.js';

const unpress = promisify(gunzip);

@Controller('organisations/:organisationId/jobs')
export class JobsController {
  constructor(
    private readonly jobs: JobsService,
    private readonly commands: CommandsService,
  ) {}

  @Get()
  @Needs('read-job')
  list(@WhoAsks() caller: Caller): Promise<JobSummary[]> {
    return this.jobs.list(caller);
  }

  @Post()
  @Needs('make-job')
  make(@CheckedBody(JobHeadDto) head: JobHeadDto, @WhoAsks() caller: Caller): Promise<{ jobId: string }> {
    return this.jobs.make(head, caller);
  }

  @Get(':jobId')
  @Needs('read-job')
  async read(@Param('jobId') jobId: string, @WhoAsks() caller: Caller, @Req() request: Request, @Res() response: Response): Promise<void> {
    const { tag, pressed } = await this.jobs.readAgain(jobId, caller, (now) => {
      response.set('ETag', `W/"${now}"`);
      return request.fresh;
    });
    response.set('ETag', `W/"${tag}"`);
    if (!pressed) return void response.status(304).end();
    response.type('json').vary('Accept-Encoding');
    if (request.acceptsEncodings('gzip')) response.set('Content-Encoding', 'gzip').send(pressed);
    else response.send(await unpress(pressed));
  }

  @Put(':jobId/state')
  @Needs('make-job')
  @HttpCode(204)
  putState(@Param('jobId') jobId: string, @CheckedBody(JobStateDto) { state }: JobStateDto, @WhoAsks() caller: Caller): Promise<void> {
    return this.jobs.putState(jobId, state, caller);
  }

  @Post(':jobId/copies')
  @Needs('make-job')
  copy(@Param('jobId') jobId: string, @CheckedBody(CopyJobDto) copy: CopyJobDto, @WhoAsks() caller: Caller): Promise<{ jobId: string }> {
    return this.jobs.copy(jobId, copy, caller);
  }

  @Get(':jobId/log')
  @Needs('read-job')
  log(@Param('jobId') jobId: string, @WhoAsks() caller: Caller): Promise<LogLine[]> {
    return this.jobs.log(jobId, caller);
  }

  @Get(':jobId/bookings')
  @Needs('read-job')
  bookings(@Param('jobId') jobId: string, @WhoAsks() caller: Caller): Promise<BookingAnswer[]> {
    return this.jobs.bookings(jobId, caller);
  }

  @Get(':jobId/plan')
  @Needs('read-job')
  plan(@Param('jobId') jobId: string, @WhoAsks() caller: Caller): Promise<{ latest: PlanRevision | null }> {
    return this.jobs.latestPlan(jobId, caller);
  }

  @Post(':jobId/commands')
  @Needs('read-job')
  @HttpCode(200)
  apply(@Param('jobId') jobId: string, @CheckedBody(CommandDto) command: CommandDto, @WhoAsks() caller: Caller): Promise<CommandOutcome> {
    return this.commands.apply(command, jobId, caller);
  }
}
