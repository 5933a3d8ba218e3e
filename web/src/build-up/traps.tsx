import { TriangleAlert } from 'lucide-react';
import { t, tOf } from '../messages/t';
import { type FaceSite, useTraps } from './use-face-site';

/** What in this build-up would lie where it must not. */
export function Traps({ site }: { site: FaceSite }) {
  const traps = useTraps(site);
  if (traps.length === 0) return null;
  return (
    <ul className="mt-2 flex flex-col gap-1.5" aria-label={t('traps.name')}>
      {traps.map(({ id, source }) => (
        <li key={id} className="flex gap-2 border-l-4 border-iron bg-iron-soft px-2.5 py-1.5">
          <TriangleAlert size={16} className="mt-0.5 shrink-0 text-iron" aria-hidden />
          <span>
            {tOf(`trap.${id}`)} <span className="text-soft">({t(`source.${source.kind}`)})</span>
          </span>
        </li>
      ))}
    </ul>
  );
}
