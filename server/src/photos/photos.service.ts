import { createHash } from 'node:crypto';
import { issue } from '@caulkhorn/core/issues';
import type { Photo } from '@caulkhorn/core/jobs';
import { Injectable } from '@nestjs/common';
import type { Caller } from '../people/caller.js';
import { invalid, notFound } from '../platform/errors.js';
import { Turnstile } from '../platform/turnstile.js';
import type { PictureFacts, PictureSize } from '../records/photo-file-rows.js';
import { RecordsDatabase } from '../records/records.js';
import { asKept, reEncode } from './re-encode.js';

/** Files of photos. The item comes first, as a command; its file follows and is never written twice. */
@Injectable()
export class PhotosService {
  /** beside sign-in's own: the platform has four threads for both, and pictures may take no more than half */
  private readonly turnstile = new Turnstile({ atOnce: 2, waiting: 16, longestWaitMs: 20_000, ofOnePerson: 6 });

  constructor(private readonly database: RecordsDatabase) {}

  async keep(jobId: string, photoId: string, original: Buffer, caller: Caller): Promise<PictureFacts> {
    const originalSha256 = sha256(original);
    const before = await this.database.inJob(jobId, caller, async ({ items, photoFiles }) => {
      const photo = await items.item('photo', photoId);
      if (!photo || photo.deleted) throw notFound();
      if ((photo.body as Photo).originalSha256 !== originalSha256) throw invalid([issue('another-picture', 'file')]);
      return photoFiles.facts(photoId);
    });
    if (before) return before;
    // outside of a transaction: no connection is held while a picture is worked on
    const made = await this.turnstile.through(caller.personId, () => reEncode(original));
    if (!made.ok) throw invalid(made.issues);
    const file = { ...made.value, originalSha256, storedSha256: sha256(made.value.image) };
    return this.database.inJob(jobId, caller, ({ photoFiles }) => photoFiles.keep(photoId, file));
  }

  /** A picture that came with a bundle, kept as it is. Throws `another-picture` where another one is kept already. */
  async bring(jobId: string, photoId: string, image: Buffer, caller: Caller): Promise<PictureFacts> {
    const storedSha256 = sha256(image);
    const [photo, before] = await this.database.inJob(jobId, caller, async ({ items, photoFiles }) => [
      await items.item('photo', photoId),
      await photoFiles.facts(photoId),
    ]);
    if (!photo || photo.deleted) throw notFound();
    if (before && before.storedSha256 !== storedSha256) throw invalid([issue('another-picture', 'file')]);
    if (before) return before;
    const made = await this.turnstile.through(caller.personId, () => asKept(image));
    if (!made.ok) throw invalid(made.issues);
    const { originalSha256 } = photo.body as Photo;
    const file = { ...made.value, originalSha256, storedSha256, isBrought: true };
    return this.database.inJob(jobId, caller, ({ photoFiles }) => photoFiles.keep(photoId, file));
  }

  brought(jobId: string, caller: Caller): Promise<string[]> {
    return this.database.inJob(jobId, caller, ({ photoFiles }) => photoFiles.brought());
  }

  /** Ids of the photos of work that the log speaks of. */
  ofWork(jobId: string, caller: Caller): Promise<string[]> {
    return this.database.inJob(jobId, caller, ({ log }) => log.photoIds());
  }

  async picture(jobId: string, photoId: string, size: PictureSize, caller: Caller): Promise<Buffer> {
    const picture = await this.database.inJob(jobId, caller, ({ photoFiles }) => photoFiles.picture(photoId, size));
    if (!picture) throw notFound();
    return picture;
  }
}

function sha256(bytes: Buffer): string {
  return createHash('sha256').update(bytes).digest('hex');
}
