import type { EntityManager } from 'typeorm';

export interface PictureFacts {
  storedSha256: string;
  widthPx: number;
  heightPx: number;
}

export interface PictureFile extends PictureFacts {
  originalSha256: string;
  /** came with a bundle: the camera's own file was not seen here */ isBrought?: boolean;
  image: Buffer;
  /** as wide as a dossier prints it */ printed: Buffer;
  thumbnail: Buffer;
}

export type PictureSize = 'image' | 'printed' | 'thumbnail';

/** Files of a job's photos, inside a tenant's transaction. Never written twice. */
export class PhotoFileRows {
  constructor(
    private readonly manager: EntityManager,
    private readonly organisationId: string,
    private readonly jobId: string,
  ) {}

  async facts(photoId: string): Promise<PictureFacts | null> {
    const [row] = await this.manager.query<PictureFacts[]>(
      `select stored_sha256 as "storedSha256", width_px as "widthPx", height_px as "heightPx" from photo_file
       where organisation_id = $1 and job_id = $2 and photo_id = $3`,
      [this.organisationId, this.jobId, photoId],
    );
    return row ?? null;
  }

  /** Keeps a file unless there is one already, and tells of the one that is kept. */
  async keep(photoId: string, { originalSha256, isBrought = false, ...file }: PictureFile): Promise<PictureFacts> {
    const { storedSha256, widthPx, heightPx, image, printed, thumbnail } = file;
    await this.manager.query(
      `insert into photo_file (organisation_id, job_id, photo_id, original_sha256, stored_sha256, width_px, height_px, image, printed, thumbnail, brought)
       values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11) on conflict do nothing`,
      [this.organisationId, this.jobId, photoId, originalSha256, storedSha256, widthPx, heightPx, image, printed, thumbnail, isBrought],
    );
    return (await this.facts(photoId))!;
  }

  /** Ids of photos whose pictures came with a bundle. */
  async brought(): Promise<string[]> {
    const rows = await this.manager.query<{ id: string }[]>(
      `select photo_id as id from photo_file where organisation_id = $1 and job_id = $2 and brought order by photo_id`,
      [this.organisationId, this.jobId],
    );
    return rows.map(({ id }) => id);
  }

  /** Null where the photo was taken off, or its file has not come yet. One that was kept before there was a printed size comes in full. */
  async picture(photoId: string, size: PictureSize): Promise<Buffer | null> {
    const [row] = await this.manager.query<{ picture: Buffer }[]>(
      `select coalesce(f.${size}, f.image) as picture from photo_file f
       join photo p on p.organisation_id = f.organisation_id and p.job_id = f.job_id and p.id = f.photo_id
       where f.organisation_id = $1 and f.job_id = $2 and f.photo_id = $3 and p.deleted_at is null`,
      [this.organisationId, this.jobId, photoId],
    );
    return row?.picture ?? null;
  }
}
