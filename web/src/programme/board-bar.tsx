import { Pin } from 'lucide-react';
import { type KeyboardEvent, type PointerEvent, useLayoutEffect, useRef } from 'react';
import { t } from '../messages/t';
import type { BoardBar } from './board-rows';
import type { TimeBands } from './time-bands';

/** Narrower bars are drawn so wide all the same, to be seen and pressed. */
const LEAST_PX = 10;
const LEAST_PRESS_PX = 28;
/** Smaller ones are left to the pointer: keys and screen readers reach them from the piece before, or in the table. */
const LEAST_TARGET_PX = 24;
/** A press that moves less is no drag. */
const DRAG_FROM_PX = 4;
const PX_A_LETTER = 6.7;
const QUARTER_MS = 15 * 60_000;

export interface BarProps {
  bar: BoardBar;
  bands: TimeBands;
  /** what it is called on the board, and all that is known of it */ label: string;
  title: string;
  /** px until the next bar of its row */ roomPx: number;
  isChosen: boolean;
  isPinned: boolean;
  /** may be moved by hand */ isMovable: boolean;
  person: string | undefined;
  choose(): void;
  /** the start that a hand or key means by a time */ aim(ms: number): number;
  /** isHeld: the hand goes on, and what follows from it may come later */ moveTo(startMs: number, isHeld: boolean): void;
  togglePin(): void;
}

const HATCH = 'repeating-linear-gradient(45deg, var(--iron) 0 2px, transparent 2px 7px)';

/** A piece of work: drawn along by mouse or keys, pressed to be looked at. What goes on by itself follows it as a dashed line. */
export function Bar({ bar, bands, label, title, roomPx, isChosen, isPinned, isMovable, person, choose, aim, moveTo, togglePin }: BarProps) {
  const { task, leftMs, conflict } = bar;
  const button = useRef<HTMLButtonElement>(null);
  const drag = useRef<{ fromPx: number; startPx: number; aimedMs: number | null } | null>(null);
  const wasDragged = useRef(false);
  const leftPx = bands.x(task.startMs);
  const workPx = Math.max(LEAST_PX, bands.x(leftMs) - leftPx);
  const restPx = bands.x(task.endMs) - leftPx - workPx;
  const hasWork = leftMs > task.startMs;
  const pressPx = Math.max(workPx, Math.min(LEAST_PRESS_PX, roomPx));
  const isTarget = Math.min(pressPx, roomPx) >= LEAST_TARGET_PX;
  const text = person ? `${label} · ${person}` : label;
  const isInside = text.length * PX_A_LETTER + (isPinned ? 26 : 10) < workPx;
  const isBeside = !isInside && hasWork && text.length * PX_A_LETTER + 8 < roomPx - workPx;

  // the bar is at the hand at once, whatever follows from it elsewhere on the board
  const place = () => {
    const aimedMs = drag.current?.aimedMs ?? null;
    if (button.current) button.current.style.translate = aimedMs === null ? '' : `${bands.x(aimedMs) - leftPx}px`;
  };
  useLayoutEffect(place);

  const onPointerDown = (event: PointerEvent<HTMLButtonElement>) => {
    wasDragged.current = false;
    // a finger scrolls; it moves work by the buttons beside the board
    if (!isMovable || event.pointerType === 'touch' || event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = { fromPx: event.clientX, startPx: leftPx, aimedMs: null };
  };
  const onPointerMove = ({ clientX }: PointerEvent) => {
    const { current } = drag;
    if (!current) return;
    const byPx = clientX - current.fromPx;
    if (current.aimedMs === null && Math.abs(byPx) <= DRAG_FROM_PX) return;
    const aimedMs = aim(bands.at(current.startPx + byPx));
    if (aimedMs === current.aimedMs) return;
    current.aimedMs = aimedMs;
    place();
    moveTo(aimedMs, true);
  };
  const drop = () => {
    const aimedMs = drag.current?.aimedMs ?? null;
    drag.current = null;
    wasDragged.current = aimedMs !== null;
    if (aimedMs !== null) moveTo(aimedMs, false);
  };
  const onClick = () => {
    if (!wasDragged.current) choose();
    wasDragged.current = false;
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -QUARTER_MS, ArrowRight: QUARTER_MS }[event.key];
    if (isMovable && event.shiftKey && by !== undefined) moveTo(aim(task.startMs + by), false);
    else if (isMovable && event.key.toLowerCase() === 'p' && !event.ctrlKey && !event.metaKey) togglePin();
    else return;
    event.preventDefault();
    event.stopPropagation();
  };

  return (
    <>
      {restPx > 2 ? (
        <span
          aria-hidden
          className="absolute top-1/2 h-0 border-t-2 border-dashed border-water"
          style={{ left: hasWork ? leftPx + workPx : leftPx, width: hasWork ? restPx : restPx + workPx }}
        />
      ) : null}
      <button
        ref={button}
        type="button"
        data-work={task.id}
        title={title}
        aria-label={title}
        aria-pressed={isChosen}
        aria-hidden={!isTarget}
        tabIndex={isTarget ? undefined : -1}
        onPointerDown={onPointerDown}
        onPointerMove={onPointerMove}
        onPointerUp={drop}
        onPointerCancel={drop}
        onClick={onClick}
        onKeyDown={onKeyDown}
        className={`group absolute inset-y-0 flex items-center focus-visible:z-20 ${isMovable ? 'cursor-grab active:cursor-grabbing' : ''} ${isChosen ? 'z-10' : ''}`}
        style={{ left: leftPx, width: pressPx }}
      >
        <span
          className={`flex h-7 shrink-0 items-center overflow-hidden rounded-[2px] px-1 text-[12px] leading-4 whitespace-nowrap ${lookOf(bar)} ${isChosen ? 'outline-2 outline-offset-1 outline-ink' : ''}`}
          style={{ width: workPx, ...(conflict ? { backgroundImage: HATCH } : {}) }}
        >
          {isPinned && workPx > 18 ? <Pin size={11} className="mr-0.5 shrink-0" aria-label={t('board.pinned')} /> : null}
          {isInside ? <span className={conflict ? 'bg-iron-soft px-0.5 font-semibold text-ink' : ''}>{text}</span> : null}
        </span>
        {isBeside ? (
          // what goes on by itself is drawn as a dashed line: its name is not struck through by it
          <span
            className={`ml-1 text-[12px] whitespace-nowrap ${restPx > 2 ? 'bg-paper px-0.5' : ''} ${conflict ? 'font-semibold text-iron' : 'text-soft'}`}
          >
            {text}
          </span>
        ) : null}
      </button>
    </>
  );
}

/** Coats are the solid ones: what is laid. Everything else makes ready for them or follows them. */
function lookOf({ task, item, conflict, leftMs }: BoardBar): string {
  if (conflict) return 'border-2 border-iron bg-iron-soft text-ink';
  if (task.state === 'done') return 'bg-rule-strong text-paper';
  if (leftMs <= task.startMs) return 'border-2 border-water bg-paper';
  if (item.step.startsWith('coat-')) return 'bg-water text-paper';
  if (item.step === 'plug' || item.step === 'inject') return 'bg-ink text-paper';
  return 'border border-water bg-water-soft text-ink';
}
