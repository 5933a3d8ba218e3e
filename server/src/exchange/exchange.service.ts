import { randomUUID } from 'node:crypto';
import { JOB_FILE_FORMAT, JOB_FILE_VERSION, JobFileDto, checkShape, upgradeJobFile } from '@caulkhorn/contract';
import { type Product, SHIPPED_CATALOGUE } from '@caulkhorn/core/catalogue';
import { type Issue, issue } from '@caulkhorn/core/issues';
import { type JobModel, checkModel } from '@caulkhorn/core/jobs';
import { findBrokenLink } from '@caulkhorn/core/site-log';
import { Injectable } from '@nestjs/common';
import { HouseStore } from '../records/house-store.js';
import { addMissing } from '../house/house.service.js';
import { JobStore } from '../records/job-store.js';
import type { Caller } from '../people/caller.js';
import { RevisionStore } from '../records/revision-store.js';
import { TenantDatabase } from '../platform/database.js';
import { invalid, notFound } from '../platform/errors.js';
import { LogStore } from '../records/log-store.js';

@Injectable()
export class ExchangeService {
  constructor(private readonly database: TenantDatabase) {}

  export(jobId: string, caller: Caller): Promise<JobFileDto> {
    return this.database.within(caller, async (manager) => {
      const stored = await new JobStore(manager, caller.organisationId, jobId).read();
      if (!stored) throw notFound();
      const log = await new LogStore(manager, caller.organisationId, jobId).lines();
      return {
        format: JOB_FILE_FORMAT,
        formatVersion: JOB_FILE_VERSION,
        ...sortedById(stored.model),
        ...(await ownPinned(stored.model, new HouseStore(manager, caller.organisationId))),
        planRevisions: await new RevisionStore(manager, caller.organisationId, jobId).all(),
        log: log.map(({ entry, receipt }) => ({ entry, receipt })),
      } as JobFileDto;
    });
  }

  /** Saves a whole job or nothing. It keeps its id unless this organisation already has a job under it. */
  async import(raw: unknown, caller: Caller): Promise<{ jobId: string }> {
    const file = this.check(upgradeJobFile(raw));
    return this.database.within(caller, async (manager) => {
      const taken = await new JobStore(manager, caller.organisationId, file.job.id).exists();
      const jobId = taken ? randomUUID() : file.job.id;
      const store = new JobStore(manager, caller.organisationId, jobId);
      await addMissing(file.products ?? [], 'products', manager, caller);
      await store.insertHead({ ...file.job, id: jobId });
      await store.insertModel(file);
      await new RevisionStore(manager, caller.organisationId, jobId).insert(file.planRevisions);
      await new LogStore(manager, caller.organisationId, jobId).insert(file.log, new Date());
      return { jobId };
    });
  }

  private check(raw: unknown): JobFileDto & JobModel {
    const shape = checkShape(JobFileDto, raw);
    if (!shape.ok) throw invalid(shape.issues.slice(0, 200));
    // hashes cover what was written, so what is stored is the file itself, not the checked copy
    const { readings = [], photos = [], ...rest } = raw as JobFileDto;
    const file = { ...rest, readings, photos };
    const issues: Issue[] = [...checkModel(file as unknown as JobModel), ...this.checkRecords(file)];
    if (issues.length > 0) throw invalid(issues.slice(0, 200));
    return file as JobFileDto & JobModel;
  }

  private checkRecords(file: JobFileDto): Issue[] {
    const found: Issue[] = [];
    const broken = findBrokenLink(file.log);
    if (broken) found.push(issue(broken.code, `log[${file.log.findIndex((line) => line.entry.id === broken.entryId)}]`));
    const numbers = new Set<number>();
    const ids = new Set<string>();
    file.planRevisions.forEach((revision, i) => {
      if (numbers.has(revision.number)) found.push(issue('duplicate-number', `planRevisions[${i}].number`));
      if (ids.has(revision.id)) found.push(issue('duplicate-id', `planRevisions[${i}].id`));
      numbers.add(revision.number);
      ids.add(revision.id);
    });
    return found;
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
  const sorted = <T extends { id: string }>(items: T[]) => items.sort((a, b) => (a.id < b.id ? -1 : 1));
  return {
    job: model.job,
    spaces: sorted(model.spaces),
    faces: sorted(model.faces),
    features: sorted(model.features),
    waterBodies: sorted(model.waterBodies),
    waterLevels: sorted(model.waterLevels),
    buildUps: sorted(model.buildUps),
    readings: sorted(model.readings),
    photos: sorted(model.photos),
  };
}
