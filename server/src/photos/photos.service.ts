import { createHash } from 'node:crypto';
import { issue } from '@caulkhorn/core/issues';
import type { Photo } from '@caulkhorn/core/jobs';
import { Injectable } from '@nestjs/common';
import { JobStore } from '../records/job-store.js';
import type { Caller } from '../people/caller.js';
import { TenantDatabase } from '../platform/database.js';
import { invalid, notFound } from '../platform/errors.js';
import { Turnstile } from '../platform/turnstile.js';
import { reEncode } from './re-encode.js';

export interface PictureFacts {
  storedSha256: string;
  widthPx: number;
  heightPx: number;
}

/** Files of photos. The item comes first, as a command; its file follows and is never written twice. */
@Injectable()
export class PhotosService {
  /** beside sign-in's own: the platform has four threads for both, and pictures may take no more than half */
  private readonly turnstile = new Turnstile({ atOnce: 2, waiting: 16, longestWaitMs: 20_000, ofOnePerson: 6 });

  constructor(private readonly database: TenantDatabase) {}

  async keep(jobId: string, photoId: string, original: Buffer, caller: Caller): Promise<PictureFacts> {
    const originalSha256 = sha256(original);
    const before = await this.database.within(caller, async (manager) => {
      const photo = await new JobStore(manager, caller.organisationId, jobId).item('photo', photoId);
      if (!photo || photo.deleted) throw notFound();
      if ((photo.body as Photo).originalSha256 !== originalSha256) throw invalid([issue('another-picture', 'file')]);
      const [row] = await manager.query<PictureFacts[]>(FACTS, [caller.organisationId, jobId, photoId]);
      return row;
    });
    if (before) return before;
    // outside of a transaction: no connection is held while a picture is worked on
    const made = await this.turnstile.through(caller.personId, () => reEncode(original));
    if (!made.ok) throw invalid(made.issues);
    const { image, thumbnail, widthPx, heightPx } = made.value;
    return this.database.within(caller, async (manager) => {
      const key = [caller.organisationId, jobId, photoId];
      await manager.query(
        `insert into photo_file (organisation_id, job_id, photo_id, original_sha256, stored_sha256, width_px, height_px, image, thumbnail)
         values ($1, $2, $3, $4, $5, $6, $7, $8, $9) on conflict do nothing`,
        [...key, originalSha256, sha256(image), widthPx, heightPx, image, thumbnail],
      );
      const [row] = await manager.query<PictureFacts[]>(FACTS, key);
      return row!;
    });
  }

  async picture(jobId: string, photoId: string, size: 'image' | 'thumbnail', caller: Caller): Promise<Buffer> {
    const [row] = await this.database.within(caller, (manager) =>
      manager.query<{ picture: Buffer }[]>(
        `select f.${size} as picture from photo_file f
         join photo p on p.organisation_id = f.organisation_id and p.job_id = f.job_id and p.id = f.photo_id
         where f.organisation_id = $1 and f.job_id = $2 and f.photo_id = $3 and p.deleted_at is null`,
        [caller.organisationId, jobId, photoId],
      ),
    );
    if (!row) throw notFound();
    return row.picture;
  }
}

const FACTS = `select stored_sha256 as "storedSha256", width_px as "widthPx", height_px as "heightPx" from photo_file
  where organisation_id = $1 and job_id = $2 and photo_id = $3`;

function sha256(bytes: Buffer): string {
  return createHash('sha256').update(bytes).digest('hex');
}
