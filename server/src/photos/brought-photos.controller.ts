import { issue } from '@caulkhorn/core/issues';
import { Body, Controller, Get, HttpCode, Put } from '@nestjs/common';
import { WhoAsks } from '../people/access.guard.js';
import type { Caller } from '../people/caller.js';
import { BodyOf } from '../platform/body.js';
import { invalid } from '../platform/errors.js';
import { Needs, idOf } from '../platform/route-rules.js';
import type { PictureFacts } from '../records/photo-file-rows.js';
import { PhotosService } from './photos.service.js';

/** Pictures that came with a bundle of the job, and not from a camera. */
@Controller('organisations/:organisationId/jobs/:jobId/brought-photos')
export class BroughtPhotosController {
  constructor(private readonly photos: PhotosService) {}

  @Get()
  @Needs('read-job')
  list(@idOf('jobId') jobId: string, @WhoAsks() caller: Caller): Promise<string[]> {
    return this.photos.brought(jobId, caller);
  }

  @Put(':photoId')
  @BodyOf({ as: 'bytes', limit: '15mb' })
  @Needs('make-job')
  @HttpCode(200)
  bring(
    @idOf('jobId') jobId: string,
    @idOf('photoId') photoId: string,
    @Body() image: unknown,
    @WhoAsks() caller: Caller,
  ): Promise<PictureFacts> {
    if (!Buffer.isBuffer(image) || image.length === 0) throw invalid([issue('not-a-picture', 'file')]);
    return this.photos.bring(jobId, photoId, image, caller);
  }
}
