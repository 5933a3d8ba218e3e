import type { LogKeysDto } from '@caulkhorn/contract';
import { issue } from '@caulkhorn/core/issues';
import { RECORD_LIMITS } from '@caulkhorn/core/jobs';
import {
  type Doer,
  verdictOf,
  type CareTicked,
  type ConfinedState,
  FIRST_LINK,
  type HoldVerdict,
  type LogEntry,
  type LogLine,
  type Receipt,
  confinedAt,
  sealReceipt,
} from '@caulkhorn/core/site-log';
import type { EntityManager } from 'typeorm';
import { invalid } from '../platform/errors.js';
import { type ServerKey, signReceipt } from './signatures.js';

/** The last receipt of a job's log, and the last entry of one device in it. */
export interface LogEnds {
  receipt: Receipt | null;
  device: { hash: string; deviceSeq: number };
}

/** The append-only log of one job, inside a tenant's transaction. The job must be locked while appending. */
export class LogRows {
  constructor(
    private readonly manager: EntityManager,
    private readonly organisationId: string,
    private readonly jobId: string,
  ) {}

  async lines(): Promise<LogLine[]> {
    const rows = await this.manager.query<{ entry: LogEntry; receipt: Receipt; imported_at: Date | null }[]>(
      `select entry, receipt, imported_at from log_entry where organisation_id = $1 and job_id = $2 order by receipt_seq`,
      [this.organisationId, this.jobId],
    );
    const lost = await this.lostDevices();
    const lostBefore = ({ deviceId }: LogEntry, { receivedAt }: Receipt): { deviceRevokedAt?: string } => {
      const at = lost.get(deviceId);
      return at && at.getTime() <= Date.parse(receivedAt) ? { deviceRevokedAt: at.toISOString() } : {};
    };
    return rows.map(({ entry, receipt, imported_at }) => ({
      ...{ entry, receipt, ...lostBefore(entry, receipt) },
      ...(imported_at ? { importedAt: imported_at.toISOString() } : {}),
    }));
  }

  /** Devices of the house that were told lost, and when: few, whatever the log holds. */
  private async lostDevices(): Promise<Map<string, Date>> {
    const rows = await this.manager.query<{ id: string; revoked_at: Date }[]>(
      `select id, revoked_at from device where organisation_id = $1 and revoked_at is not null`,
      [this.organisationId],
    );
    return new Map(rows.map(({ id, revoked_at }) => [id, revoked_at]));
  }

  /** Where the job's receipts and a device's entries have come to; true while the job is locked. */
  async ends(deviceId: string): Promise<LogEnds> {
    const [row] = await this.manager.query<{ receipt: Receipt | null; hash: string | null; device_seq: number | null }[]>(
      `select (select receipt from log_entry where organisation_id = $1 and job_id = $2 order by receipt_seq desc limit 1) as receipt,
              d.hash, d.device_seq
       from (values (0)) as one
       left join lateral (select entry->>'hash' as hash, device_seq from log_entry
         where organisation_id = $1 and job_id = $2 and device_id = $3 order by device_seq desc limit 1) as d on true`,
      [this.organisationId, this.jobId, deviceId],
    );
    return {
      receipt: row!.receipt,
      device: row!.hash ? { hash: row!.hash, deviceSeq: row!.device_seq! } : { hash: FIRST_LINK, deviceSeq: 0 },
    };
  }

  /** An entry by its id; null where there is none. */
  async entry(entryId: string): Promise<LogEntry | null> {
    const [row] = await this.manager.query<{ entry: LogEntry }[]>(
      `select entry from log_entry where organisation_id = $1 and job_id = $2 and entry_id = $3`,
      [this.organisationId, this.jobId, entryId],
    );
    return row?.entry ?? null;
  }

  /** Checks of one room that stand. */
  async careTicked(spaceId: string): Promise<CareTicked[]> {
    const rows = await this.manager.query<{ at: string; checks: string[] }[]>(
      `select entry->>'occurredAt' as at, entry->'body'->'checks' as checks from log_entry care
       where organisation_id = $1 and job_id = $2 and entry->'body'->>'kind' = 'care' and entry->'body'->>'spaceId' = $3
         and not exists (select 1 from log_entry later where later.organisation_id = $1 and later.job_id = $2
           and later.entry->>'supersedes' = care.entry->>'id')`,
      [this.organisationId, this.jobId, spaceId],
    );
    return rows.map(({ at, checks }) => ({ spaceId, at: Date.parse(at), checks }));
  }

  /** What was said of a held piece of work, in order, as far as it stands. */
  async verdicts(workItemId: string): Promise<HoldVerdict[]> {
    const rows = await this.manager.query<{ entry: LogEntry }[]>(
      `select entry from log_entry said
       where organisation_id = $1 and job_id = $2 and entry->'body'->>'kind' in ('hold', 'redone') and entry->'body'->>'workItemId' = $3
         and not exists (select 1 from log_entry later where later.organisation_id = $1 and later.job_id = $2
           and later.entry->>'supersedes' = said.entry->>'id')
       order by (entry->>'occurredAt')::timestamptz, receipt_seq`,
      [this.organisationId, this.jobId, workItemId],
    );
    return rows.flatMap(({ entry }) => verdictOf(entry) ?? []);
  }

  /** Photos of a piece of work, as far as they stand. */
  async photosOf(workItemId: string): Promise<{ of: string; at: number }[]> {
    const rows = await this.manager.query<{ of: string; at: string }[]>(
      `select entry->'body'->>'of' as of, entry->>'occurredAt' as at from log_entry photo
       where organisation_id = $1 and job_id = $2 and entry->'body'->>'kind' = 'photo' and entry->'body'->>'workItemId' = $3
         and not exists (select 1 from log_entry later where later.organisation_id = $1 and later.job_id = $2
           and later.entry->>'supersedes' = photo.entry->>'id')`,
      [this.organisationId, this.jobId, workItemId],
    );
    return rows.map(({ of, at }) => ({ of, at: Date.parse(at) }));
  }

  /** Ids of all photos of work, as far as they stand. */
  async photoIds(): Promise<string[]> {
    const rows = await this.manager.query<{ id: string }[]>(
      `select entry->'body'->>'photoId' as id from log_entry photo
       where organisation_id = $1 and job_id = $2 and entry->'body'->>'kind' = 'photo'
         and not exists (select 1 from log_entry later where later.organisation_id = $1 and later.job_id = $2
           and later.entry->>'supersedes' = photo.entry->>'id')
       order by receipt_seq`,
      [this.organisationId, this.jobId],
    );
    return rows.map(({ id }) => id);
  }

  /** The last that the log says by then of the air of a room, and of how somebody is brought out of it. */
  async confinedAt(spaceId: string, atMs: number): Promise<Pick<ConfinedState, 'gas' | 'rescue'>> {
    const rows = await this.manager.query<{ entry: LogEntry }[]>(
      `select distinct on (entry->'body'->>'kind') entry from log_entry read
       where organisation_id = $1 and job_id = $2 and entry->'body'->>'kind' in ('gas', 'rescue') and entry->'body'->>'spaceId' = $3
         and (entry->>'occurredAt')::timestamptz <= $4
         and not exists (select 1 from log_entry later where later.organisation_id = $1 and later.job_id = $2
           and later.entry->>'supersedes' = read.entry->>'id')
       order by entry->'body'->>'kind', (entry->>'occurredAt')::timestamptz desc`,
      [this.organisationId, this.jobId, spaceId, new Date(atMs)],
    );
    const { gas, rescue } = confinedAt(rows, spaceId, atMs);
    return { gas, rescue };
  }

  async speaksOfPhoto(photoId: string): Promise<boolean> {
    const rows = await this.manager.query<unknown[]>(
      `select 1 from log_entry where organisation_id = $1 and job_id = $2 and entry->'body'->>'kind' = 'photo'
         and entry->'body'->>'photoId' = $3 limit 1`,
      [this.organisationId, this.jobId, photoId],
    );
    return rows.length > 0;
  }

  /** Who wrote starts and finishes of any of these pieces of work, corrected or not, and whom those that stand name beside. */
  async doers(workItemIds: readonly string[]): Promise<Doer[]> {
    const rows = await this.manager.query<{ id: string; name: string; hands: string[] | null }[]>(
      `select distinct entry->>'personId' as id, entry->>'personName' as name, case when exists (select 1 from log_entry later where later.organisation_id = $1 and later.job_id = $2
           and later.entry->>'supersedes' = done.entry->>'id') then null else entry->'body'->'hands' end as hands
       from log_entry done
       where organisation_id = $1 and job_id = $2 and entry->'body'->>'kind' in ('start', 'finish')
         and entry->'body'->>'workItemId' = any($3)`,
      [this.organisationId, this.jobId, workItemIds],
    );
    return rows.flatMap(({ id, name, hands }) => [{ id, name }, ...(hands ?? []).map((other) => ({ name: other }))]);
  }

  /** Which of these pieces of work are finished by entries that stand, and when each last was, ms since 1970. */
  async finished(workItemIds: readonly string[]): Promise<Map<string, number>> {
    const rows = await this.manager.query<{ id: string; at: Date }[]>(
      `select entry->'body'->>'workItemId' as id, max((entry->>'occurredAt')::timestamptz) as at from log_entry done
       where organisation_id = $1 and job_id = $2 and entry->'body'->>'kind' = 'finish' and entry->'body'->>'workItemId' = any($3)
         and not exists (select 1 from log_entry later where later.organisation_id = $1 and later.job_id = $2
           and later.entry->>'supersedes' = done.entry->>'id')
       group by 1`,
      [this.organisationId, this.jobId, workItemIds],
    );
    return new Map(rows.map(({ id, at }) => [id, at.getTime()]));
  }

  async isSuperseded(entryId: string): Promise<boolean> {
    const rows = await this.manager.query<unknown[]>(
      `select 1 from log_entry where organisation_id = $1 and job_id = $2 and entry->>'supersedes' = $3`,
      [this.organisationId, this.jobId, entryId],
    );
    return rows.length > 0;
  }

  /** Adds an entry after the last receipt and gives its own. */
  async append(entry: LogEntry, last: Receipt | null, receivedAt: Date, key: ServerKey): Promise<Receipt> {
    // as much as the job's file can carry
    if ((last?.receiptSeq ?? 0) >= RECORD_LIMITS.log) throw invalid([issue('too-many', 'payload', { max: RECORD_LIMITS.log })]);
    const sealed = sealReceipt(entry, {
      receiptSeq: (last?.receiptSeq ?? 0) + 1,
      receivedAt: receivedAt.toISOString(),
      prevReceiptHash: last?.receiptHash ?? FIRST_LINK,
    });
    const receipt = signReceipt(sealed, key);
    await this.insert(JSON.stringify([{ entry, receipt }]), null);
    return receipt;
  }

  /** Keys of devices and servers that this log had before it came here, as its file carried them. */
  async foreignKeys(): Promise<LogKeysDto | null> {
    const [row] = await this.manager.query<{ keys: LogKeysDto }[]>(`select keys from job_keys where organisation_id = $1 and job_id = $2`, [
      this.organisationId,
      this.jobId,
    ]);
    return row?.keys ?? null;
  }

  async keepForeignKeys(keys: string): Promise<void> {
    await this.manager.query(`insert into job_keys (organisation_id, job_id, keys) values ($1, $2, $3)`, [
      this.organisationId,
      this.jobId,
      keys,
    ]);
  }

  /** Lines as another server once received them; marked, because this server did not. */
  async insert(lines: string, importedAt: Date | null): Promise<void> {
    if (lines === '[]') return;
    await this.manager.query(
      `insert into log_entry (organisation_id, job_id, receipt_seq, entry_id, device_id, device_seq, entry, receipt, imported_at)
       select $1, $2, (line->'receipt'->>'receiptSeq')::integer, (line->'entry'->>'id')::uuid, (line->'entry'->>'deviceId')::uuid,
              (line->'entry'->>'deviceSeq')::integer, line->'entry', line->'receipt', $4
       from jsonb_array_elements($3::jsonb) as line`,
      [this.organisationId, this.jobId, lines, importedAt],
    );
  }
}
