import { randomUUID } from 'node:crypto';
import { MakePlateDto, type Plate, RenewPlateDto } from '@caulkhorn/contract';
import { issue } from '@caulkhorn/core/issues';
import { type PlateSays, plateOf } from '@caulkhorn/core/proof';
import { Controller, Delete, Get, HttpCode, Post, Put } from '@nestjs/common';
import { WhoAsks } from '../people/access.guard.js';
import type { Caller } from '../people/caller.js';
import { newToken } from '../people/one-time-token.js';
import { CheckedBody } from '../platform/checked-body.js';
import { invalid, notFound } from '../platform/errors.js';
import { Needs, idOf } from '../platform/route-rules.js';
import { type JobRecords, RecordsDatabase } from '../records/records.js';

/** Plates on the wall: what anybody may see of a job is published by somebody, and taken back by somebody. */
@Controller('organisations/:organisationId/jobs/:jobId/plates')
@Needs('publish')
export class PlatesController {
  constructor(private readonly database: RecordsDatabase) {}

  @Get()
  list(@idOf('jobId') jobId: string, @WhoAsks() caller: Caller): Promise<Plate[]> {
    return this.database.inJob(jobId, caller, ({ plates }) => plates.all());
  }

  @Post()
  async make(
    @idOf('jobId') jobId: string,
    @CheckedBody(MakePlateDto) { faceId, contact }: MakePlateDto,
    @WhoAsks() caller: Caller,
  ): Promise<{ id: string }> {
    const id = randomUUID();
    await this.database.inJob(jobId, caller, async (records) => {
      const says = await saysOf(records, faceId);
      await records.plates.add({
        ...{ id, token: newToken(), contact: contact.trim(), says, madeBy: caller.personId },
        ...(faceId === undefined ? {} : { faceId }),
      });
    });
    return { id };
  }

  @Put(':plateId')
  @HttpCode(204)
  async renew(
    @idOf('jobId') jobId: string,
    @idOf('plateId') plateId: string,
    @CheckedBody(RenewPlateDto) { contact }: RenewPlateDto,
    @WhoAsks() caller: Caller,
  ): Promise<void> {
    await this.database.inJob(jobId, caller, async (records) => {
      const plate = await records.plates.faceOf(plateId);
      if (!plate) throw notFound();
      await records.plates.renew(plateId, contact.trim(), await saysOf(records, plate.faceId ?? undefined));
    });
  }

  @Delete(':plateId')
  @HttpCode(204)
  async withdraw(@idOf('jobId') jobId: string, @idOf('plateId') plateId: string, @WhoAsks() caller: Caller): Promise<void> {
    const isDone = await this.database.inJob(jobId, caller, ({ plates }) => plates.withdraw(plateId));
    if (!isDone) throw notFound();
  }
}

async function saysOf({ items, revisions, log }: JobRecords, faceId: string | undefined): Promise<PlateSays> {
  const stored = await items.read();
  if (!stored) throw notFound();
  const { readings } = stored.model;
  const record = { revision: await revisions.latest(), lines: await log.lines(), readings, nowMs: Date.now() };
  const says = plateOf(record, faceId);
  if (!says) throw invalid([issue('nothing-to-publish', faceId === undefined ? '' : 'faceId')]);
  return says;
}
