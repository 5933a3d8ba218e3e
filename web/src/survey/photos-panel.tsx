import type { Photo } from '@caulkhorn/core/jobs';
import { Camera } from 'lucide-react';
import { useRef, useState } from 'react';
import { t } from '../messages/t';
import { fullTime } from '../shared/times';
import { Button } from '../shared/ui/button';
import { parts, useJob } from '../job/job-context';
import { PhotoDialog } from './photo-dialog';
import { Picture } from './picture';
import { useTakePhotos } from './use-take-photos';

/** Photos of a face or of something on it; a face shows those of its features too. */
export function PhotosPanel({ faceId, featureId, editable }: { faceId: string; featureId?: string; editable: boolean }) {
  const { model } = useJob(parts('model'));
  const chooser = useRef<HTMLInputElement>(null);
  const [openId, setOpenId] = useState<string | null>(null);
  const { faults, take } = useTakePhotos();
  const own = model.photos
    .filter((photo) => photo.faceId === faceId && (featureId === undefined || photo.featureId === featureId))
    .sort((a, b) => Date.parse(b.at) - Date.parse(a.at));
  const open = own.find(({ id }) => id === openId);
  const markOf = (photo: Photo) => model.features.find(({ id }) => id === photo.featureId)?.mark;

  return (
    <section aria-label={t('photos.title')} className="mt-4 border-t border-rule pt-3">
      <div className="flex items-center justify-between gap-2">
        <h3 className="font-semibold">{t('photos.title')}</h3>
        {editable ? (
          <>
            <input
              ref={chooser}
              type="file"
              accept="image/jpeg,image/png,image/webp"
              capture="environment"
              multiple
              className="hidden"
              aria-label={t('photos.file')}
              onChange={(event) => {
                void take([...(event.target.files ?? [])], { faceId, ...(featureId ? { featureId } : {}) });
                event.target.value = '';
              }}
            />
            <Button size="small" className="max-[719px]:h-14 max-[719px]:px-4" onClick={() => chooser.current?.click()}>
              <Camera size={16} /> {t('photos.take')}
            </Button>
          </>
        ) : null}
      </div>
      {faults.map((fault) => (
        <p key={fault} role="alert" className="mt-1 font-medium text-iron">
          {fault}
        </p>
      ))}
      {own.length === 0 ? <p className="text-soft">{t('photos.none')}</p> : null}
      <ul className="mt-1.5 grid grid-cols-3 gap-1.5">
        {own.map((photo) => (
          <li key={photo.id}>
            <button
              type="button"
              onClick={() => setOpenId(photo.id)}
              className="relative block aspect-square w-full overflow-hidden rounded-[3px] border border-rule bg-sunk"
              aria-label={photo.caption || t('photos.of', { mark: markOf(photo) ?? '', at: fullTime(photo.at, model.job.timeZone) })}
            >
              <Picture photoId={photo.id} size="thumbnail" className="size-full object-cover" />
              {featureId === undefined && markOf(photo) ? (
                <span className="absolute top-1 left-1 rounded-[2px] bg-bar px-1 text-[13px] font-semibold text-bar-ink">
                  {markOf(photo)}
                </span>
              ) : null}
            </button>
          </li>
        ))}
      </ul>
      {open ? <PhotoDialog photo={open} editable={editable} close={() => setOpenId(null)} /> : null}
    </section>
  );
}
