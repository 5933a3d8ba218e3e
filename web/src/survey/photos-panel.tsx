import type { Photo } from '@caulkhorn/core/jobs';
import { Camera, ImageOff, Trash2 } from 'lucide-react';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { t } from '../messages/t';
import { deviceRoom } from '../shared/device-storage';
import { fullTime } from '../shared/times';
import { Button } from '../shared/ui/button';
import { Dialog } from '../shared/ui/dialog';
import { TextField } from '../shared/ui/field';
import { faultText } from '../shared/fault-text';
import { parts, useJob } from '../job/job-context';
import { keepPhotoFile } from '../job/photo-files';
import { readPhoto } from './read-photo';
import { usePicture } from './use-picture';

/** Photos of a face or of something on it; a face shows those of its features too. */
export function PhotosPanel({ faceId, featureId, editable }: { faceId: string; featureId?: string; editable: boolean }) {
  const { model, put, remove } = useJob(parts('model', 'put', 'remove'));
  const chooser = useRef<HTMLInputElement>(null);
  const [openId, setOpenId] = useState<string | null>(null);
  const [faults, setFaults] = useState<readonly string[]>([]);
  const own = model.photos
    .filter((photo) => photo.faceId === faceId && (featureId === undefined || photo.featureId === featureId))
    .sort((a, b) => Date.parse(b.at) - Date.parse(a.at));
  const open = own.find(({ id }) => id === openId);
  const markOf = (photo: Photo) => model.features.find(({ id }) => id === photo.featureId)?.mark;

  const take = async (files: readonly File[]) => {
    const refused: string[] = [];
    for (const file of files) {
      const read = await readPhoto(
        file,
        { faceId, ...(featureId ? { featureId } : {}) },
        { now: new Date().toISOString(), room: await deviceRoom(), draw: (each) => createImageBitmap(each) },
      );
      if (!read.ok) {
        refused.push(`${file.name}: ${read.issues.map(faultText).join(' ')}`);
        continue;
      }
      try {
        await keepPhotoFile(read.value.id, file);
        put('photo', read.value);
      } catch {
        refused.push(`${file.name}: ${t('photos.not-kept')}`);
      }
    }
    setFaults(refused);
  };

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
                void take([...(event.target.files ?? [])]);
                event.target.value = '';
              }}
            />
            <Button size="small" className="max-[719px]:h-12 max-[719px]:px-4" onClick={() => chooser.current?.click()}>
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
      {open ? (
        <Dialog
          open
          onOpenChange={() => setOpenId(null)}
          title={`${markOf(open) ?? ''} ${fullTime(open.at, model.job.timeZone)}`.trim()}
          wide
        >
          <Picture photoId={open.id} size="image" className="max-h-[60vh] w-full bg-sunk object-contain" />
          {editable ? (
            <Caption
              key={open.id}
              photo={open}
              save={(photo) => put('photo', photo)}
              remove={() => {
                remove('photo', open.id);
                setOpenId(null);
                toast(t('photos.removed'));
              }}
            />
          ) : (
            <p className="mt-3">{open.caption}</p>
          )}
        </Dialog>
      ) : null}
    </section>
  );
}

const LONGEST_CAPTION = 300;

function Caption({ photo, save, remove }: { photo: Photo; save(photo: Photo): void; remove(): void }) {
  const [text, setText] = useState(photo.caption ?? '');
  const isTooLong = text.trim().length > LONGEST_CAPTION;
  const leave = () => {
    if (isTooLong || text.trim() === (photo.caption ?? '')) return;
    const { caption: _, ...rest } = photo;
    save(text.trim() ? { ...rest, caption: text.trim() } : rest);
  };
  return (
    <div className="mt-3 flex items-end gap-2">
      <div className="flex-1">
        <TextField
          label={t('photos.caption')}
          value={text}
          fault={isTooLong ? t('issue.too-long', { max: LONGEST_CAPTION }) : undefined}
          onChange={(event) => setText(event.target.value)}
          onBlur={leave}
          onKeyDown={(event) => {
            if (event.key === 'Enter') leave();
          }}
        />
      </div>
      <Button look="quiet" className="text-iron max-[719px]:h-12" onClick={remove}>
        <Trash2 size={16} /> {t('photos.remove')}
      </Button>
    </div>
  );
}

/** The picture, or a word in its place where it cannot be had. */
function Picture({ photoId, size, className }: { photoId: string; size: 'image' | 'thumbnail'; className: string }) {
  const source = usePicture(photoId, size);
  const [failed, setFailed] = useState<string | null>(null);
  if (source === null) return null;
  if (failed === source)
    return (
      <span className="grid size-full place-content-center justify-items-center gap-1 p-1 text-[13px] text-soft">
        <ImageOff size={18} /> {t('photos.not-here')}
      </span>
    );
  return <img src={source} alt="" className={className} onError={() => setFailed(source)} />;
}
