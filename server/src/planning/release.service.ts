import type { CommandDto, CommandOutcome, ReleasePayloadDto } from '@caulkhorn/contract';
import { issue } from '@caulkhorn/core/issues';
import { RECORD_LIMITS } from '@caulkhorn/core/jobs';
import { planJob, revisionContent } from '@caulkhorn/core/planning';
import { Injectable } from '@nestjs/common';
import type { EntityManager } from 'typeorm';
import { HouseStore } from '../records/house-store.js';
import { JobStore } from '../records/job-store.js';
import type { Caller } from '../people/caller.js';
import { invalid } from '../platform/errors.js';
import { RevisionStore } from '../records/revision-store.js';

@Injectable()
export class ReleaseService {
  /** Plans the job as it stands and freezes that as the next revision. The job is locked by the caller. */
  async release(
    { revisionId, people, temperatureC, tool }: ReleasePayloadDto,
    command: CommandDto,
    manager: EntityManager,
    caller: Caller,
  ): Promise<Omit<CommandOutcome, 'id'>> {
    const revisions = new RevisionStore(manager, caller.organisationId, command.jobId);
    if (await revisions.byId(revisionId)) throw invalid([issue('id-used-before', 'payload.revisionId')]);
    const { model } = (await new JobStore(manager, caller.organisationId, command.jobId).read())!;
    const conditions = { people, temperatureC, ...(tool ? { tool } : {}) };
    const house = await new HouseStore(manager, caller.organisationId).house();
    const plan = planJob(model, conditions, house);
    if (plan.workItems.length === 0) throw invalid([issue('nothing-to-release', 'payload')]);
    const number = ((await revisions.latest())?.number ?? 0) + 1;
    const [person] = await manager.query<{ name: string }[]>(`select name from person where id = $1`, [caller.personId]);
    if (number > RECORD_LIMITS.planRevisions) throw invalid([issue('too-many', 'payload', { max: RECORD_LIMITS.planRevisions })]);
    const body = JSON.stringify({
      id: revisionId,
      number,
      madeAt: new Date().toISOString(),
      madeBy: person!.name,
      ...revisionContent(model, plan, conditions, house),
    });
    await revisions.insert([{ id: revisionId, number, body }]);
    return { version: number };
  }
}
