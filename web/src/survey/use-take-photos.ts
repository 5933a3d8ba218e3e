import type { Photo } from '@caulkhorn/core/jobs';
import { useState } from 'react';
import { parts, useJob } from '../job/job-context';
import { keepPhotoFile } from '../job/photo-files';
import { t } from '../messages/t';
import { deviceRoom } from '../shared/device-storage';
import { faultText } from '../shared/fault-text';
import { readPhoto } from './read-photo';
import { trueNowIso } from '../shared/true-clock';

/** Files of the camera become photos of the job, their pictures kept on the device until they are sent. What is refused is told by its file's name. */
export function useTakePhotos(): {
  faults: readonly string[];
  /** answers what was taken */ take(files: readonly File[], of: Pick<Photo, 'faceId' | 'featureId' | 'workItemId'>): Promise<Photo[]>;
} {
  const { put, send } = useJob(parts('put', 'send'));
  const [faults, setFaults] = useState<readonly string[]>([]);
  const take = async (files: readonly File[], of: Pick<Photo, 'faceId' | 'featureId' | 'workItemId'>) => {
    const refused: string[] = [];
    const taken: Photo[] = [];
    for (const file of files) {
      const context = {
        now: trueNowIso(),
        room: await deviceRoom(),
        draw: (each: Blob) => createImageBitmap(each),
      };
      const read = await readPhoto(file, of, context);
      if (!read.ok) {
        refused.push(`${file.name}: ${read.issues.map(faultText).join(' ')}`);
        continue;
      }
      try {
        await keepPhotoFile(read.value.id, file);
      } catch {
        refused.push(`${file.name}: ${t('photos.not-kept')}`);
        continue;
      }
      // what the log speaks of is not taken back by an undo
      if (of.workItemId === undefined) put('photo', read.value);
      else send('photo.put', read.value);
      taken.push(read.value);
    }
    setFaults(refused);
    return taken;
  };
  return { faults, take };
}
