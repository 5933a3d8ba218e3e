import type { Bounds } from './schedule-bounds.js';
import { type ScheduleModel, holds } from './schedule-model.js';
import { intersect } from './start-times.js';

/** One way out of an overfull resource: an order of two tasks, or a task that waits for a time. */
export type Choice = { before: number; after: number } | { task: number; notBeforeMin: number };

/** Which of several overfull resources is seen to first. */
export type FirstOverload = 'fewest-ways-out' | 'in-time';

interface Piece {
  task: number;
  amount: number;
  fromMin: number;
  toMin: number;
}

/** A resource overfull from `atMin` until the first of its tasks pauses or ends, when all start at their earliest. */
interface Overload {
  pieces: Piece[];
  resource: number;
}

/**
 * All ways out of one overfull resource, most room first; null when no resource is overfull. Of several, the one with the fewest
 * ways out is taken, so that a dead end shows early, or the first in time, as a schedule is built up on site. In every schedule below
 * this node at least one of the choices holds, so trying them all loses nothing.
 */
export function waysOut(model: ScheduleModel, bounds: Bounds, first: FirstOverload): Choice[] | null {
  let best: { choices: Choice[]; room: number; atMin: number } | null = null;
  for (let resource = 0; resource < model.capacities.length; resource++) {
    const overload = firstOverload(model, bounds, resource);
    if (!overload) continue;
    const found = { ...choicesFor(model, bounds, overload), atMin: Math.max(...overload.pieces.map(({ fromMin }) => fromMin)) };
    const before =
      best === null
        ? -1
        : first === 'in-time'
          ? found.atMin - best.atMin
          : found.choices.length - best.choices.length || found.room - best.room;
    if (before < 0) best = found;
  }
  return best?.choices ?? null;
}

function firstOverload(model: ScheduleModel, bounds: Bounds, resource: number): Overload | null {
  const pieces = piecesOn(model, bounds, resource);
  if (pieces.length === 0) return null;
  pieces.sort((a, b) => a.fromMin - b.fromMin);
  let active: Piece[] = [];
  let amount = 0;
  for (const piece of pieces) {
    if (active.some(({ toMin }) => toMin <= piece.fromMin + EPSILON)) {
      active = active.filter(({ toMin }) => toMin > piece.fromMin + EPSILON);
      amount = active.reduce((sum, each) => sum + each.amount, 0);
    }
    active.push(piece);
    amount += piece.amount;
    if (amount > model.capacities[resource]!) return { pieces: minimal(active, model.capacities[resource]!), resource };
  }
  return null;
}

function piecesOn(model: ScheduleModel, bounds: Bounds, resource: number): Piece[] {
  const pieces: Piece[] = [];
  for (const { task, amount } of model.usersOf[resource]!) {
    const { working } = model.tasks[task]!;
    const whole = { fromMin: bounds.startMin(task), toMin: bounds.endMin(task) };
    if (whole.toMin <= whole.fromMin) continue;
    if (working === null) pieces.push({ task, amount, ...whole });
    else for (const span of intersect(working, [whole])) pieces.push({ task, amount, ...span });
  }
  return pieces;
}

/** As few of the active pieces as still do not fit together, largest first. */
function minimal(active: readonly Piece[], capacity: number): Piece[] {
  const chosen: Piece[] = [];
  let amount = 0;
  for (const piece of [...active].sort((a, b) => b.amount - a.amount)) {
    chosen.push(piece);
    amount += piece.amount;
    if (amount > capacity) break;
  }
  return chosen;
}

function choicesFor(model: ScheduleModel, bounds: Bounds, { pieces, resource }: Overload): { choices: Choice[]; room: number } {
  if (pieces.every(({ task }) => holds(model.tasks[task]!, model.availability[resource]!))) {
    const orders: { choice: Choice; room: number }[] = [];
    for (const { task: before } of pieces)
      for (const { task: after } of pieces) {
        const room = bounds.latestStartMin(after) - bounds.endMin(before);
        if (before !== after && room >= -EPSILON) orders.push({ choice: { before, after }, room });
      }
    orders.sort((a, b) => b.room - a.room);
    return { choices: orders.map(({ choice }) => choice), room: orders[0]?.room ?? -1 };
  }
  // at the last moment of the overlap at least one of them has not begun
  const untilMin = Math.min(...pieces.map(({ toMin }) => toMin));
  const waits = pieces
    .map(({ task }) => ({ choice: { task, notBeforeMin: untilMin }, room: bounds.latestStartMin(task) - untilMin }))
    .filter(({ room }) => room >= -EPSILON)
    .sort((a, b) => b.room - a.room);
  return { choices: waits.map(({ choice }) => choice), room: waits[0]?.room ?? -1 };
}

const EPSILON = 1e-6;
