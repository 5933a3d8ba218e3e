import type { Face } from '@caulkhorn/core/jobs';
import { ArrowLeft, ArrowRight, Trash2 } from 'lucide-react';
import { t } from '../messages/t';
import { Button } from '../shared/ui/button';
import { parts, useJob, useSelection } from '../job/job-context';

/** A face earlier or later in the walk round its room, or off the job altogether. */
export function FacePlace({ face }: { face: Face }) {
  const { model, put, remove } = useJob(parts('model', 'put', 'remove'));
  const { select } = useSelection('select');
  const walk = model.faces.filter(({ spaceId }) => spaceId === face.spaceId).sort((a, b) => a.order - b.order);
  const at = walk.findIndex(({ id }) => id === face.id);
  const on = (items: readonly { faceId: string }[]) => items.filter(({ faceId }) => faceId === face.id).length;
  const counts = { features: on(model.features), readings: on(model.readings), photos: on(model.photos), buildUps: on(model.buildUps) };
  const isBare = Object.values(counts).every((n) => n === 0);
  const moveTo = (to: number) => {
    const order = walk.toSpliced(at, 1).toSpliced(to, 0, face);
    // as few changes as the new order needs
    put('face', ...order.flatMap((each, i) => (each.order === i ? [] : [{ ...each, order: i }])));
  };
  const big = 'max-[719px]:h-14';
  return (
    <div className="mt-3 flex flex-col gap-1.5">
      <div className="flex flex-wrap gap-1.5">
        <Button size="small" className={big} disabled={at <= 0} onClick={() => moveTo(at - 1)}>
          <ArrowLeft size={15} aria-hidden /> {t('face.earlier')}
        </Button>
        <Button size="small" className={big} disabled={at >= walk.length - 1} onClick={() => moveTo(at + 1)}>
          {t('face.later')} <ArrowRight size={15} aria-hidden />
        </Button>
        <Button
          size="small"
          look="quiet"
          className={`${big} ml-auto`}
          disabled={!isBare}
          onClick={() => {
            remove('face', face.id);
            select(null);
          }}
        >
          <Trash2 size={15} aria-hidden /> {t('face.remove')}
        </Button>
      </div>
      {isBare ? null : <p className="text-[13px] text-soft">{t('face.not-bare', counts)}</p>}
    </div>
  );
}
