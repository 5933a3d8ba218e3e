import { type Incident, IncidentDto, PERMISSIONS } from '@caulkhorn/contract';
import { issue } from '@caulkhorn/core/issues';
import { Controller, Get, HttpCode, Post } from '@nestjs/common';
import { WhoAsks } from '../people/access.guard.js';
import type { Caller } from '../people/caller.js';
import { CheckedBody } from '../platform/checked-body.js';
import { RefusedError, invalid } from '../platform/errors.js';
import { Needs, idOf } from '../platform/route-rules.js';
import { RecordsDatabase } from '../records/records.js';

/** A phone's clock may be ahead by so much before what it tells lies in the future, ms. */
const SLACK_MS = 10 * 60_000;

/** Accidents and near misses: written by whoever works on the job, read by who answers for it and by who wrote them. */
@Controller('organisations/:organisationId/jobs/:jobId/incidents')
@Needs('log')
export class IncidentsController {
  constructor(private readonly database: RecordsDatabase) {}

  @Get()
  list(@idOf('jobId') jobId: string, @WhoAsks() caller: Caller): Promise<Incident[]> {
    const seesAll = PERMISSIONS[caller.standing].includes('read-incidents');
    return this.database.inJob(jobId, caller, ({ incidents }) => incidents.all(seesAll ? undefined : caller.personId));
  }

  @Post()
  @HttpCode(204)
  async add(@idOf('jobId') jobId: string, @CheckedBody(IncidentDto) note: IncidentDto, @WhoAsks() caller: Caller): Promise<void> {
    if (Date.parse(note.happenedAt) > Date.now() + SLACK_MS) throw invalid([issue('in-the-future', 'happenedAt')]);
    const isKept = await this.database.inJob(jobId, caller, ({ incidents }) => incidents.add(note, caller.personId));
    if (!isKept) throw new RefusedError(409, { error: 'id-used-before' });
  }
}
