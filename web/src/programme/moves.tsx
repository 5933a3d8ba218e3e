import type { Move, WorkItem } from '@caulkhorn/core/planning';
import { useState } from 'react';
import { parts, useJob } from '../job/job-context';
import { t } from '../messages/t';
import { hoursMinutes } from '../shared/times';
import { itemName } from '../words/item-name';

const MOVES_SHOWN = 12;

/** Each piece of work that moves, by how much. */
export function Moves({ moves, workItems }: { moves: readonly Move[]; workItems: readonly WorkItem[] }) {
  const { model } = useJob(parts('model'));
  const [isOpen, setOpen] = useState(false);
  const items = new Map(workItems.map((item) => [item.id, item]));
  if (moves.length === 0) return null;
  return (
    <>
      <button
        type="button"
        aria-expanded={isOpen}
        className="min-h-6 underline underline-offset-2 max-[719px]:min-h-14"
        onClick={() => setOpen(!isOpen)}
      >
        {t('board.what-moves')}
      </button>
      {isOpen ? (
        <ul className="mt-1 basis-full columns-[260px] gap-6 text-[13px]">
          {moves.slice(0, MOVES_SHOWN).map(({ taskId, byMs }) => (
            <li key={taskId}>
              {t(byMs > 0 ? 'board.later' : 'board.earlier', {
                name: itemName(items.get(taskId)!, model),
                by: hoursMinutes(Math.abs(byMs)),
              })}
            </li>
          ))}
          {moves.length > MOVES_SHOWN ? <li>{t('programme.more-conflicts', { n: moves.length - MOVES_SHOWN })}</li> : null}
        </ul>
      ) : null}
    </>
  );
}
