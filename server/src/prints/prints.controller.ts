import { type PrintAnswer, PrintDto } from '@caulkhorn/contract';
import { Controller, Delete, Get, HttpCode, Param, Post, StreamableFile } from '@nestjs/common';
import { WhoAsks } from '../people/access.guard.js';
import type { Caller } from '../people/caller.js';
import { CheckedBody } from '../platform/checked-body.js';
import { Needs, idOf } from '../platform/route-rules.js';
import { PrintsService } from './prints.service.js';

@Controller('organisations/:organisationId/jobs/:jobId/prints')
export class PrintsController {
  constructor(private readonly prints: PrintsService) {}

  @Post()
  @Needs('export-job')
  ask(@Param('jobId') jobId: string, @CheckedBody(PrintDto) asked: PrintDto, @WhoAsks() caller: Caller): Promise<{ printId: string }> {
    return this.prints.ask(jobId, asked, caller);
  }

  @Get(':printId')
  @Needs('export-job')
  read(@Param('jobId') jobId: string, @idOf('printId') printId: string, @WhoAsks() caller: Caller): Promise<PrintAnswer> {
    return this.prints.read(jobId, printId, caller);
  }

  @Get(':printId/file')
  @Needs('export-job')
  async file(@Param('jobId') jobId: string, @idOf('printId') printId: string, @WhoAsks() caller: Caller): Promise<StreamableFile> {
    const file = await this.prints.file(jobId, printId, caller);
    return new StreamableFile(file, { type: 'application/pdf', disposition: 'attachment; filename="dossier.pdf"' });
  }

  @Delete(':printId')
  @Needs('export-job')
  @HttpCode(204)
  stop(@Param('jobId') jobId: string, @idOf('printId') printId: string, @WhoAsks() caller: Caller): Promise<void> {
    return this.prints.stop(jobId, printId, caller);
  }
}
