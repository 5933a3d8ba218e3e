import type { CommandDto, CommandOutcome } from '@caulkhorn/contract';
import type { EntityManager } from 'typeorm';

/** What an entry bears of the way on which it was sent. */
const AS_SENT = ['signature', 'hash', 'prevHash', 'deviceSeq', 'deviceId'];

/** Commands that a job has taken, and what came of each, inside a tenant's transaction. */
export class CommandRows {
  constructor(
    private readonly manager: EntityManager,
    private readonly organisationId: string,
    private readonly jobId: string,
  ) {}

  /**
   * What came of a command under this id; `isSame` tells whether it asked for the same. Null where there was none. An entry that is sent
   * again says the same, though it bears another signature (no two of a key are alike) or was linked anew meanwhile.
   */
  async outcomeOf({ id, payload }: CommandDto): Promise<{ outcome: CommandOutcome; isSame: boolean } | null> {
    const [row] = await this.manager.query<{ outcome: CommandOutcome; isSame: boolean }[]>(
      `select outcome,
         case when kind = 'log.append' then (command->'payload') - $5::text[] = $4::jsonb - $5::text[] else command->'payload' = $4::jsonb end
         as "isSame" from command where organisation_id = $1 and job_id = $2 and id = $3`,
      [this.organisationId, this.jobId, id, JSON.stringify(payload), AS_SENT],
    );
    return row ?? null;
  }

  async keep(command: CommandDto, outcome: CommandOutcome, personId: string): Promise<void> {
    await this.manager.query(
      `insert into command (organisation_id, job_id, id, kind, device_id, person_id, command, outcome) values ($1, $2, $3, $4, $5, $6, $7, $8)`,
      [this.organisationId, this.jobId, command.id, command.kind, command.deviceId, personId, command, outcome],
    );
  }
}
