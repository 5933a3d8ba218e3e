import type { ProofRow } from '@caulkhorn/core/proof';
import { Ban, Check, CircleDashed, Hammer, type LucideIcon, Minus, TestTubeDiagonal, X } from 'lucide-react';
import { t } from '../messages/t';

type State = ProofRow['state'];

/** Each state has a shape and words of its own; colour only helps. */
const LOOKS: Readonly<Record<State, { icon: LucideIcon; tone: string }>> = {
  failed: { icon: X, tone: 'border-iron bg-iron-soft text-ink font-semibold' },
  mending: { icon: Hammer, tone: 'border-ochre bg-ochre-soft text-ink' },
  due: { icon: TestTubeDiagonal, tone: 'border-ink bg-ink text-paper font-semibold' },
  'not-shown': { icon: CircleDashed, tone: 'border-ochre bg-ochre-soft text-ink' },
  'left-out': { icon: Ban, tone: 'border-rule-strong text-ink' },
  waits: { icon: Minus, tone: 'border-rule-strong text-soft' },
  passed: { icon: Check, tone: 'border-water bg-water-soft text-ink font-semibold' },
};

export const STATES = Object.keys(LOOKS) as readonly State[];

/** How far a test is, in a word. */
export function StateChip({ state }: { state: State }) {
  const { icon: Icon, tone } = LOOKS[state];
  return (
    <span className={`inline-flex items-center gap-1 rounded-[3px] border px-1.5 text-[13px] leading-6 whitespace-nowrap ${tone}`}>
      <Icon size={14} aria-hidden /> {t(`proof.state.${state}`)}
    </span>
  );
}
