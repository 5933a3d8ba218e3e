import { issue } from '@caulkhorn/core/issues';
import { Body, Controller, Get, Header, HttpCode, Param, Put, StreamableFile } from '@nestjs/common';
import { WhoAsks } from '../people/access.guard.js';
import { Needs, idOf } from '../platform/route-rules.js';
import type { Caller } from '../people/caller.js';
import { BodyOf } from '../platform/body.js';
import { invalid } from '../platform/errors.js';
import type { PictureFacts } from '../records/photo-file-rows.js';
import { PhotosService } from './photos.service.js';

/** A file never changes under its address; only this person's browser may keep it. */
const FOR_GOOD = 'private, max-age=31536000, immutable';

@Controller('organisations/:organisationId/jobs/:jobId/photos/:photoId')
export class PhotosController {
  constructor(private readonly photos: PhotosService) {}

  @Put('file')
  @BodyOf({ as: 'bytes', limit: '15mb' })
  @Needs('survey', 'log')
  @HttpCode(200)
  keep(
    @Param('jobId') jobId: string,
    @idOf('photoId') photoId: string,
    @Body() original: unknown,
    @WhoAsks() caller: Caller,
  ): Promise<PictureFacts> {
    if (!Buffer.isBuffer(original) || original.length === 0) throw invalid([issue('not-a-picture', 'file')]);
    return this.photos.keep(jobId, photoId, original, caller);
  }

  @Get('image')
  @Needs('read-job')
  @Header('Cache-Control', FOR_GOOD)
  async image(@Param('jobId') jobId: string, @idOf('photoId') photoId: string, @WhoAsks() caller: Caller): Promise<StreamableFile> {
    return new StreamableFile(await this.photos.picture(jobId, photoId, 'image', caller), { type: 'image/jpeg' });
  }

  @Get('thumbnail')
  @Needs('read-job')
  @Header('Cache-Control', FOR_GOOD)
  async thumbnail(@Param('jobId') jobId: string, @idOf('photoId') photoId: string, @WhoAsks() caller: Caller): Promise<StreamableFile> {
    return new StreamableFile(await this.photos.picture(jobId, photoId, 'thumbnail', caller), { type: 'image/jpeg' });
  }
}
