import type { WorkItem } from '@caulkhorn/core/planning';
import type { PhotoOf } from '@caulkhorn/core/site-log';
import { Camera } from 'lucide-react';
import { useRef, useState } from 'react';
import { parts, useJob, usePlanning } from '../job/job-context';
import { t } from '../messages/t';
import { timeOfDay } from '../shared/times';
import { Button } from '../shared/ui/button';
import { PhotoDialog } from '../survey/photo-dialog';
import { Picture } from '../survey/picture';
import { useTakePhotos } from '../survey/use-take-photos';

/** Photos of a piece of work: one press says what it will show, the next is the camera's own. Sealed into the log by the picture's hash. */
export function WorkPhotos({ item, asked, isLarge = false }: { item: WorkItem; asked: readonly PhotoOf[]; isLarge?: boolean }) {
  const { model, revision, can, log } = useJob(parts('model', 'revision', 'can', 'log'));
  const { site } = usePlanning();
  const { faults, take } = useTakePhotos();
  const chooser = useRef<HTMLInputElement>(null);
  const of = useRef<PhotoOf>(asked[0]!);
  const [openId, setOpenId] = useState<string | null>(null);
  const taken = (site.photos.get(item.id) ?? []).filter((photo) => asked.includes(photo.of));
  const open = model.photos.find(({ id }) => id === openId);

  const write = async (files: readonly File[]) => {
    const about = { workItemId: item.id, planRevisionId: revision!.id, of: of.current };
    for (const { id, at, originalSha256 } of await take(files, { faceId: item.faceId, workItemId: item.id }))
      log({ kind: 'photo', ...about, photoId: id, originalSha256 }, at);
  };

  if (!can('log') && taken.length === 0) return null;
  return (
    <section aria-label={t('work-photos.title')} className="flex flex-col gap-2">
      {can('log') ? (
        <div className="flex gap-2">
          <input
            ref={chooser}
            type="file"
            accept="image/jpeg,image/png,image/webp"
            capture="environment"
            className="hidden"
            aria-label={t('work-photos.file', { of: t(`work-photos.of.${asked[0]!}`) })}
            onChange={(event) => {
              void write([...(event.target.files ?? [])]);
              event.target.value = '';
            }}
          />
          {asked.map((each) => (
            <Button
              key={each}
              size={isLarge ? 'large' : 'usual'}
              className="min-h-14 flex-1"
              onClick={() => {
                of.current = each;
                chooser.current?.click();
              }}
            >
              <Camera size={20} aria-hidden /> {t(`work-photos.of.${each}`)}
            </Button>
          ))}
        </div>
      ) : null}
      {faults.map((fault) => (
        <p key={fault} role="alert" className="font-medium text-iron">
          {fault}
        </p>
      ))}
      {taken.length > 0 ? (
        <ul className="grid grid-cols-3 gap-1.5">
          {taken.map(({ photoId, of: what, at }) => (
            <li key={photoId}>
              <button
                type="button"
                className="block w-full overflow-hidden rounded-[3px] border border-rule bg-sunk text-left"
                onClick={() => setOpenId(photoId)}
              >
                <span className="block aspect-square">
                  <Picture photoId={photoId} size="thumbnail" className="size-full object-cover" />
                </span>
                <span className="block px-1 text-[13px]">
                  {t(`work-photos.short.${what}`)} {timeOfDay(at, model.job.timeZone)}
                </span>
              </button>
            </li>
          ))}
        </ul>
      ) : null}
      {open ? <PhotoDialog photo={open} editable={can('survey')} close={() => setOpenId(null)} /> : null}
    </section>
  );
}
