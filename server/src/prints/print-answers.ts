import type { PrintedRecord } from '@caulkhorn/contract';
import { Injectable } from '@nestjs/common';
import { HouseService } from '../house/house.service.js';
import { JobsService } from '../jobs/jobs.service.js';
import type { Caller } from '../people/caller.js';
import { PeopleService } from '../people/people.service.js';
import { notFound } from '../platform/errors.js';
import { PhotosService } from '../photos/photos.service.js';

/** What a print is made from: of this one job the same as whoever asked may read, and nothing else. */
@Injectable()
export class PrintAnswers {
  constructor(
    private readonly people: PeopleService,
    private readonly jobs: JobsService,
    private readonly house: HouseService,
    private readonly photos: PhotosService,
  ) {}

  async record(jobId: string, caller: Caller): Promise<Pick<PrintedRecord, 'session' | 'answers'>> {
    const session = await this.people.sessionInfo(caller.personId);
    if (!session) throw notFound();
    const { text: job } = await this.jobs.text(jobId, caller);
    const [log, plan, house, brought] = await Promise.all([
      this.jobs.log(jobId, caller),
      this.jobs.latestPlan(jobId, caller),
      this.house.read(caller),
      this.photos.brought(jobId, caller),
    ]);
    const texts = { log: JSON.stringify(log), plan: JSON.stringify(plan), house: JSON.stringify(house), brought: JSON.stringify(brought) };
    return { session, answers: { job, ...texts } };
  }

  /** As wide as it is printed, where it was kept so, at the address that the page has it under; undefined where it is of something else, or not there. */
  async picture(path: string, jobId: string, caller: Caller): Promise<Buffer | undefined> {
    const [, photoId] = /\/photos\/([0-9a-f-]{36})\/image$/.exec(path) ?? [];
    if (!photoId || path !== pictureAt(photoId, jobId, caller)) return undefined;
    return this.photos.picture(jobId, photoId, 'printed', caller).catch(() => undefined);
  }

  /** Addresses of the pictures of work, all of which a whole dossier shows. */
  async pictures(jobId: string, caller: Caller): Promise<string[]> {
    const ids = await this.photos.ofWork(jobId, caller);
    return ids.map((id) => pictureAt(id, jobId, caller));
  }
}

const pictureAt = (photoId: string, jobId: string, { organisationId }: Caller): string =>
  `/api/organisations/${organisationId}/jobs/${jobId}/photos/${photoId}/image`;
