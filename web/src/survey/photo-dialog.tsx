import type { Photo } from '@caulkhorn/core/jobs';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { parts, useJob } from '../job/job-context';
import { t } from '../messages/t';
import { fullTime } from '../shared/times';
import { Button } from '../shared/ui/button';
import { Dialog } from '../shared/ui/dialog';
import { TextField } from '../shared/ui/field';
import { MarkedPicture } from './marked-picture';

/** A photo large, with what was drawn on it and what is said of it; what the log speaks of is not removed. */
export function PhotoDialog({ photo, editable, close }: { photo: Photo; editable: boolean; close(): void }) {
  const { model, put, remove } = useJob(parts('model', 'put', 'remove'));
  const mark = model.features.find(({ id }) => id === photo.featureId)?.mark;
  return (
    <Dialog open onOpenChange={close} title={`${mark ?? ''} ${fullTime(photo.at, model.job.timeZone)}`.trim()} wide>
      <MarkedPicture photo={photo} draw={editable ? (marks) => put('photo', { ...photo, marks }) : undefined} />
      {editable ? (
        <Caption
          key={photo.id}
          photo={photo}
          save={(next) => put('photo', next)}
          remove={() => {
            remove('photo', photo.id);
            close();
            toast(t('photos.removed'));
          }}
        />
      ) : (
        <p className="mt-3">{photo.caption}</p>
      )}
    </Dialog>
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
      {photo.workItemId === undefined ? (
        <Button look="quiet" className="text-iron max-[719px]:h-14" onClick={remove}>
          <Trash2 size={16} /> {t('photos.remove')}
        </Button>
      ) : null}
    </div>
  );
}
