import { Injectable } from '@nestjs/common';
import { HouseService } from '../house/house.service.js';
import { JobsService } from '../jobs/jobs.service.js';
import type { Caller } from '../people/caller.js';
import { PeopleService } from '../people/people.service.js';
import { PhotosService } from '../photos/photos.service.js';
import type { Answer } from './print-pictures.js';

/** What the page that is printed may read: of this one job the same as whoever asked, and nothing else. */
@Injectable()
export class PrintAnswers {
  constructor(
    private readonly people: PeopleService,
    private readonly jobs: JobsService,
    private readonly house: HouseService,
    private readonly photos: PhotosService,
  ) {}

  async at(path: string, jobId: string, caller: Caller): Promise<Answer> {
    const house = `/organisations/${caller.organisationId}`;
    const job = `${house}/jobs/${jobId}`;
    if (path === '/session') return (await this.people.sessionInfo(caller.personId)) ?? undefined;
    if (path === `${house}/house`) return this.house.read(caller);
    if (path === job) return (await this.jobs.text(jobId, caller)).text;
    if (path === `${job}/log`) return this.jobs.log(jobId, caller);
    if (path === `${job}/plan`) return this.jobs.latestPlan(jobId, caller);
    if (path === `${job}/bookings`) return this.jobs.bookings(jobId, caller);
    if (path === `${job}/brought-photos`) return this.photos.brought(jobId, caller);
    const [, photoId, size] = /\/photos\/([0-9a-f-]{36})\/(image|thumbnail)$/.exec(path) ?? [];
    if (!photoId || path !== `${job}/photos/${photoId}/${size}`) return undefined;
    return this.photos.picture(jobId, photoId, size as 'image' | 'thumbnail', caller).catch(() => undefined);
  }

  /** Addresses of the pictures of work, all of which a whole dossier shows. */
  async pictures(jobId: string, caller: Caller): Promise<string[]> {
    const ids = await this.photos.ofWork(jobId, caller);
    return ids.map((id) => `/organisations/${caller.organisationId}/jobs/${jobId}/photos/${id}/image`);
  }
}
