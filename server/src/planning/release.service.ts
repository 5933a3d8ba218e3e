import type { CommandOutcome, Payloads } from '@caulkhorn/contract';
import { issue } from '@caulkhorn/core/issues';
import { RECORD_LIMITS } from '@caulkhorn/core/jobs';
import { planJob, revisionContent } from '@caulkhorn/core/planning';
import { Injectable } from '@nestjs/common';
import { invalid } from '../platform/errors.js';
import type { JobRecords } from '../records/records.js';

@Injectable()
export class ReleaseService {
  /** Plans the job as it stands and freezes that as the next revision. The job is locked by the caller. */
  async release(
    { revisionId, people, temperatureC, tool }: Payloads['plan.release'],
    records: JobRecords,
  ): Promise<Omit<CommandOutcome, 'id'>> {
    const { revisions } = records;
    if (await revisions.byId(revisionId)) throw invalid([issue('id-used-before', 'payload.revisionId')]);
    const { model } = (await records.items.read())!;
    const conditions = { people, temperatureC, ...(tool ? { tool } : {}) };
    const house = await records.house.house();
    const plan = planJob(model, conditions, house);
    if (plan.workItems.length === 0) throw invalid([issue('nothing-to-release', 'payload')]);
    const number = ((await revisions.latest())?.number ?? 0) + 1;
    if (number > RECORD_LIMITS.planRevisions) throw invalid([issue('too-many', 'payload', { max: RECORD_LIMITS.planRevisions })]);
    const body = JSON.stringify({
      id: revisionId,
      number,
      madeAt: new Date().toISOString(),
      madeBy: await records.people.nameOf(records.caller.personId),
      ...revisionContent(model, plan, conditions, house),
    });
    await revisions.insert([{ id: revisionId, number, body }]);
    return { version: number };
  }
}
