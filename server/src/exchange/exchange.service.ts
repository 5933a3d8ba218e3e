import { createHash, randomUUID } from 'node:crypto';
import { resolve } from 'node:path';
import { JOB_FILE_FORMAT, JOB_FILE_VERSION, type JobFileDto, type LogKeysDto } from '@caulkhorn/contract';
import { type Product, SHIPPED_CATALOGUE } from '@caulkhorn/core/catalogue';
import type { Result } from '@caulkhorn/core/issues';
import type { BundleSeal } from '@caulkhorn/core/proof';
import { ITEM_KINDS, ITEM_LISTS, type JobModel } from '@caulkhorn/core/jobs';
import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import { Piscina } from 'piscina';
import { addMissing } from '../house/house.service.js';
import type { Caller } from '../people/caller.js';
import { RefusedError, invalid, notFound } from '../platform/errors.js';
import { Turnstile } from '../platform/turnstile.js';
import type { HouseRows } from '../records/house-rows.js';
import { type Records, RecordsDatabase } from '../records/records.js';
import { ServerKeys } from '../records/server-keys.js';
import { signSeal } from '../records/signatures.js';
import type { ReadJobFile } from './read-job-file.js';

/** the compiled worker, also for tests that run this file from its source */
const WORKER = resolve(__dirname, '../../dist/exchange/read-job-file.worker.js');

@Injectable()
export class ExchangeService implements OnModuleDestroy {
  private readonly threads = new Piscina({ filename: WORKER, minThreads: 0, maxThreads: 1, idleTimeout: 30_000 });
  private readonly turnstile = new Turnstile({ atOnce: 1, waiting: 4, longestWaitMs: 30_000, ofOnePerson: 2 });

  constructor(
    private readonly database: RecordsDatabase,
    private readonly serverKeys: ServerKeys,
  ) {}

  async onModuleDestroy(): Promise<void> {
    await this.threads.destroy();
  }

  async export(jobId: string, caller: Caller): Promise<JobFileDto> {
    const { id, publicKey } = await this.serverKeys.current();
    return this.database.inJob(jobId, caller, async ({ items, house, revisions, log, devices }) => {
      const stored = await items.read();
      if (!stored) throw notFound();
      const lines = await log.lines();
      const writers = await devices.among([...new Set(lines.map(({ entry }) => entry.deviceId))]);
      return {
        format: JOB_FILE_FORMAT,
        formatVersion: JOB_FILE_VERSION,
        ...sortedById(stored.model),
        ...(await ownPinned(stored.model, house)),
        planRevisions: await revisions.all(),
        log: lines,
        keys: allKeys({ devices: writers, servers: [{ id, publicKey }] }, await log.foreignKeys()),
      } as JobFileDto;
    });
  }

  /** Signs for having been shown the list of a bundle's files: whoever changes the list later has no such seal. */
  async seal(jobId: string, manifestSha256: string, caller: Caller): Promise<BundleSeal> {
    const by = await this.database.inJob(jobId, caller, async ({ items, devices }) => {
      if (!(await items.exists())) throw notFound();
      return await devices.nameOf(caller.personId);
    });
    return signSeal({ jobId, manifestSha256, at: new Date().toISOString(), by }, await this.serverKeys.current());
  }

  /**
   * Saves a whole job or nothing. It keeps its id unless this organisation already has a job under it. Sent twice under one
   * `importId` it is imported once.
   */
  async import(bytes: Uint8Array, importId: string | undefined, caller: Caller): Promise<{ jobId: string }> {
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    const read = await this.turnstile.through(caller.personId, () => this.threads.run(bytes) as Promise<Result<ReadJobFile>>);
    if (!read.ok) throw invalid(read.issues);
    return this.database.within(caller, async (records) => {
      await records.mayTakeS(120);
      // two of the same at once are imported one after the other
      await records.takeTurns('import');
      const before = importId ? await records.imports.find(importId) : null;
      if (before && before.sha256 !== sha256) throw new RefusedError(409, { error: 'id-used-before' });
      if (before) return { jobId: before.jobId };
      const jobId = await this.save(read.value, records);
      if (importId) await records.imports.keep(importId, sha256, jobId);
      return { jobId };
    });
  }

  private async save(file: ReadJobFile, records: Records): Promise<string> {
    const taken = await records.ofJob(file.head.id).items.exists();
    const jobId = taken ? randomUUID() : file.head.id;
    await addMissing(JSON.parse(file.products) as Product[], 'products', records);
    const { items, revisions, log } = records.ofJob(jobId);
    await items.insertHead({ ...file.head, id: jobId });
    await items.insertModel(file.items);
    await revisions.insert(file.revisions);
    await log.insert(file.log, new Date());
    if (file.keys) await log.keepForeignKeys(file.keys);
    return jobId;
  }
}

/** All public keys by which a log can be checked: of its devices, of this server, and of those that had it before. */
function allKeys(own: LogKeysDto, foreign: LogKeysDto | null): LogKeysDto {
  const added = <T extends { id: string }>(mine: readonly T[], theirs: readonly T[] = []): T[] => [
    ...mine,
    ...theirs.filter(({ id }) => !mine.some((each) => each.id === id)),
  ];
  return { devices: added(own.devices, foreign?.devices), servers: added(own.servers, foreign?.servers) };
}

/** Sheets of the organisation's own that a job's build-ups pin: without them another organisation could not plan it. */
async function ownPinned({ buildUps }: JobModel, house: HouseRows): Promise<{ products?: Product[] }> {
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
