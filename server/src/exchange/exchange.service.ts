import { createHash, randomUUID } from 'node:crypto';
import { resolve } from 'node:path';
import { JOB_FILE_FORMAT, JOB_FILE_VERSION, type JobFileDto, type LogKeysDto } from '@caulkhorn/contract';
import { type Product, SHIPPED_CATALOGUE } from '@caulkhorn/core/catalogue';
import type { Result } from '@caulkhorn/core/issues';
import { ITEM_KINDS, ITEM_LISTS, type JobModel } from '@caulkhorn/core/jobs';
import type { LogLine } from '@caulkhorn/core/site-log';
import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import { Piscina } from 'piscina';
import type { EntityManager } from 'typeorm';
import { addMissing } from '../house/house.service.js';
import type { Caller } from '../people/caller.js';
import { TenantDatabase } from '../platform/database.js';
import { RefusedError, invalid, notFound } from '../platform/errors.js';
import { Turnstile } from '../platform/turnstile.js';
import { DeviceStore } from '../records/device-store.js';
import { HouseStore } from '../records/house-store.js';
import { JobStore } from '../records/job-store.js';
import { LogStore } from '../records/log-store.js';
import { RevisionStore } from '../records/revision-store.js';
import { ServerKeys } from '../records/server-keys.js';
import type { ReadJobFile } from './read-job-file.js';

/** the compiled worker, also for tests that run this file from its source */
const WORKER = resolve(__dirname, '../../dist/exchange/read-job-file.worker.js');

@Injectable()
export class ExchangeService implements OnModuleDestroy {
  private readonly threads = new Piscina({ filename: WORKER, minThreads: 0, maxThreads: 1, idleTimeout: 30_000 });
  private readonly turnstile = new Turnstile({ atOnce: 1, waiting: 4, longestWaitMs: 30_000, ofOnePerson: 2 });

  constructor(
    private readonly database: TenantDatabase,
    private readonly serverKeys: ServerKeys,
  ) {}

  async onModuleDestroy(): Promise<void> {
    await this.threads.destroy();
  }

  async export(jobId: string, caller: Caller): Promise<JobFileDto> {
    const { id, publicKey } = await this.serverKeys.current();
    return this.database.within(caller, async (manager) => {
      const stored = await new JobStore(manager, caller.organisationId, jobId).read();
      if (!stored) throw notFound();
      const store = new LogStore(manager, caller.organisationId, jobId);
      const log = await store.lines();
      return {
        format: JOB_FILE_FORMAT,
        formatVersion: JOB_FILE_VERSION,
        ...sortedById(stored.model),
        ...(await ownPinned(stored.model, new HouseStore(manager, caller.organisationId))),
        planRevisions: await new RevisionStore(manager, caller.organisationId, jobId).all(),
        log,
        keys: await this.keysOf(log, { id, publicKey }, manager, caller, await store.foreignKeys()),
      } as JobFileDto;
    });
  }

  /** All public keys by which this log can be checked: of its devices, of this server, and of those that had it before. */
  private async keysOf(
    log: readonly LogLine[],
    own: { id: string; publicKey: string },
    manager: EntityManager,
    caller: Caller,
    foreign: LogKeysDto | null,
  ): Promise<LogKeysDto> {
    const devices = await new DeviceStore(manager, caller.organisationId).among([...new Set(log.map(({ entry }) => entry.deviceId))]);
    const known = new Set(devices.map((device) => device.id));
    return {
      devices: [...devices, ...(foreign?.devices ?? []).filter((device) => !known.has(device.id))],
      servers: [own, ...(foreign?.servers ?? []).filter((server) => server.id !== own.id)],
    };
  }

  /**
   * Saves a whole job or nothing. It keeps its id unless this organisation already has a job under it. Sent twice under one
   * `importId` it is imported once.
   */
  async import(bytes: Uint8Array, importId: string | undefined, caller: Caller): Promise<{ jobId: string }> {
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    const read = await this.turnstile.through(caller.personId, () => this.threads.run(bytes) as Promise<Result<ReadJobFile>>);
    if (!read.ok) throw invalid(read.issues);
    return this.database.within(caller, async (manager) => {
      await manager.query(`set local statement_timeout = '120s'`);
      // two of the same at once are imported one after the other
      await manager.query(`select pg_advisory_xact_lock(hashtext($1))`, [`import ${caller.organisationId}`]);
      const before = importId && (await this.importedAs(importId, manager, caller));
      if (before && before.sha256 !== sha256) throw new RefusedError(409, { error: 'id-used-before' });
      if (before) return { jobId: before.jobId };
      const jobId = await this.save(read.value, manager, caller);
      if (importId)
        await manager.query(`insert into job_import (organisation_id, id, file_sha256, job_id) values ($1, $2, $3, $4)`, [
          caller.organisationId,
          importId,
          sha256,
          jobId,
        ]);
      return { jobId };
    });
  }

  private async importedAs(
    importId: string,
    manager: EntityManager,
    { organisationId }: Caller,
  ): Promise<{ sha256: string; jobId: string } | undefined> {
    const [row] = await manager.query<{ sha256: string; jobId: string }[]>(
      `select file_sha256 as sha256, job_id as "jobId" from job_import where organisation_id = $1 and id = $2`,
      [organisationId, importId],
    );
    return row;
  }

  private async save(file: ReadJobFile, manager: EntityManager, caller: Caller): Promise<string> {
    const taken = await new JobStore(manager, caller.organisationId, file.head.id).exists();
    const jobId = taken ? randomUUID() : file.head.id;
    await addMissing(JSON.parse(file.products) as Product[], 'products', manager, caller);
    const store = new JobStore(manager, caller.organisationId, jobId);
    await store.insertHead({ ...file.head, id: jobId });
    await store.insertModel(file.items);
    await new RevisionStore(manager, caller.organisationId, jobId).insert(file.revisions);
    const log = new LogStore(manager, caller.organisationId, jobId);
    await log.insert(file.log, new Date());
    if (file.keys) await log.keepForeignKeys(file.keys);
    return jobId;
  }
}

/** Sheets of the organisation's own that a job's build-ups pin: without them another organisation could not plan it. */
async function ownPinned({ buildUps }: JobModel, house: HouseStore): Promise<{ products?: Product[] }> {
  const pinned = new Set(buildUps.flatMap((buildUp) => Object.values(buildUp.products).map(({ id, version }) => `${id}@${version}`)));
  const products = (await house.products()).filter(
    (product) => pinned.has(`${product.id}@${product.version}`) && !SHIPPED_CATALOGUE.find(product),
  );
  return products.length > 0 ? { products } : {};
}

/** Rows come in no order; a file compared with another should differ only where the jobs do. */
function sortedById(model: JobModel): JobModel {
  const lists = ITEM_KINDS.map((kind) => [ITEM_LISTS[kind], [...model[ITEM_LISTS[kind]]].sort((a, b) => (a.id < b.id ? -1 : 1))]);
  return { job: model.job, ...Object.fromEntries(lists) } as JobModel;
}
