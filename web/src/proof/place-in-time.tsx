import type { Photo } from '@caulkhorn/core/jobs';
import { useMemo } from 'react';
import { parts, useJob, useSelection } from '../job/job-context';
import { t } from '../messages/t';
import { fullTime } from '../shared/times';
import { Picture } from '../survey/picture';

/** Pictures of one place in the order in which they were taken, side by side: of what is chosen on the face, or of the face. */
export function PlaceInTime({ faceId }: { faceId: string }) {
  const { model } = useJob(parts('model'));
  const { selected } = useSelection('selected');
  const { photos, features, job } = model;
  const feature = features.find(({ id, faceId: on }) => id === selected?.id && on === faceId);
  const own = useMemo(
    () =>
      photos
        .filter((photo: Photo) => (feature ? photo.featureId === feature.id : photo.faceId === faceId))
        .sort((a, b) => Date.parse(a.at) - Date.parse(b.at)),
    [photos, feature, faceId],
  );
  if (own.length < 2) return null;
  const mark = feature?.mark ?? model.faces.find(({ id }) => id === faceId)?.mark ?? '';
  return (
    <section aria-label={t('in-time.title', { mark })} className="mb-4">
      <h3 className="border-b border-rule-strong pb-0.5 font-semibold">{t('in-time.title', { mark })}</h3>
      <ol
        aria-label={t('in-time.pictures', { n: own.length })}
        className="mt-1.5 grid grid-cols-[repeat(auto-fill,minmax(9rem,1fr))] gap-2"
      >
        {own.map(({ id, at, caption }) => (
          <li key={id}>
            <span className="block aspect-[4/3] overflow-hidden rounded-[3px] border border-rule bg-sunk">
              <Picture photoId={id} size="thumbnail" className="size-full object-cover" />
            </span>
            <span className="block text-[13px]">{fullTime(at, job.timeZone)}</span>
            {caption ? <span className="block text-[13px] text-soft">{caption}</span> : null}
          </li>
        ))}
      </ol>
    </section>
  );
}
