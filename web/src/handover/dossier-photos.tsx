import type { DossierFace } from '@caulkhorn/core/proof';
import { t } from '../messages/t';
import { fullTime } from '../shared/times';
import { Picture } from '../survey/picture';
import { releasedStepName } from '../words/released-name';
import { useBroughtPhotos } from './use-brought-photos';

/** Pictures that the log sealed, before and after side by side: what was hidden for good is seen here alone. */
export function PhotosOfFace({ of: { face, work }, timeZone }: { of: DossierFace; timeZone: string }) {
  const ids = useBroughtPhotos();
  const taken = work.flatMap(({ item, photos }) => photos.map((photo) => ({ item, photo })));
  if (taken.length === 0) return null;
  return (
    <section aria-label={t('dossier.photos')} className="mt-3">
      <h3 className="text-[13px] font-semibold">{t('dossier.photos')}</h3>
      <ul className="mt-1 grid grid-cols-3 gap-2 max-[719px]:grid-cols-1">
        {taken.map(({ item, photo: { photoId, of, at, personName } }) => (
          <li key={photoId} className="break-inside-avoid">
            <span className="block aspect-[4/3] overflow-hidden bg-sunk">
              <Picture photoId={photoId} size="image" className="size-full object-contain" />
            </span>
            <span className="block text-[12px]">
              {t('dossier.photo-of', {
                work: releasedStepName(item, face),
                of: t(`work-photos.short.${of}`),
                when: fullTime(at, timeZone),
                who: personName,
              })}
              {ids?.includes(photoId) ? ` · ${t('brought.caption')}` : ''}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
