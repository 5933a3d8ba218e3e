import { Minus, Plus } from 'lucide-react';
import { t } from '../messages/t';

/** px an hour, from weeks to quarters of an hour. */
export const SCALES = [4, 10, 28, 72] as const;
export const USUAL_SCALE = 2;

/** More days or more of each. */
export function BoardScale({ scale, setScale }: { scale: number; setScale(scale: number): void }) {
  return (
    <div className="flex overflow-hidden rounded-[3px] border border-rule-strong">
      {(['wider', 'closer'] as const).map((way) => (
        <button
          key={way}
          type="button"
          aria-label={t(`board.${way}`)}
          title={t(`board.${way}`)}
          disabled={way === 'wider' ? scale === 0 : scale === SCALES.length - 1}
          onClick={() => setScale(way === 'wider' ? scale - 1 : scale + 1)}
          className="grid h-[30px] w-9 place-items-center hover:bg-sunk disabled:opacity-40 max-[719px]:h-14 max-[719px]:w-12"
        >
          {way === 'wider' ? <Minus size={16} aria-hidden /> : <Plus size={16} aria-hidden />}
        </button>
      ))}
    </div>
  );
}
