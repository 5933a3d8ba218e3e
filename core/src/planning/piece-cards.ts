import type { Issue, Result } from '../issues.js';
import type { TakeOffLine } from '../materials/index.js';
import type { PlanConditions } from './conditions.js';
import type { House } from './house.js';
import { type MixingCard, mixingCard } from './supply.js';

/** A card for one piece of work: a coat of a face, or one step of its details. */
export interface PieceCard extends MixingCard {
  faceId: string;
  /** layer or step */ what: string;
  /** coats, and strips of them, that are mixed for alike, one after another */ times: number;
  /** of the wall, °C */ temperatureC: number;
  /** nobody measured it: it is assumed */ isAssumed: boolean;
}

export interface PieceCards {
  cards: PieceCard[];
  /** pieces that cannot be mixed for as they are, with why */ refused: { faceId: string; what: string; issues: Issue[] }[];
}

/**
 * What is mixed for each piece of work, at the temperature of its own wall: batches never run from one coat, or one face, into the
 * next. Details of one step on a face are mixed for together.
 */
export function pieceCards(
  lines: readonly TakeOffLine[],
  crew: PlanConditions,
  { vesselL, wallsC }: Pick<House, 'vesselL'> & { wallsC: ReadonlyMap<string, number> },
): PieceCards {
  const pieces = new Map<string, { line: TakeOffLine; kg: number }>();
  for (const line of lines) {
    const key = `${line.faceId} ${line.targetId === undefined ? line.id : line.what} ${line.product.id}`;
    const piece = pieces.get(key) ?? { line, kg: 0 };
    pieces.set(key, { line, kg: piece.kg + line.amount / timesOf(line) });
  }
  const out: PieceCards = { cards: [], refused: [] };
  for (const { line, kg } of pieces.values()) {
    const { faceId, what, product } = line;
    const measuredC = wallsC.get(faceId);
    const temperatureC = measuredC ?? crew.temperatureC;
    const card: Result<MixingCard> | undefined = kg > 0 ? mixingCard(product, kg, { ...crew, temperatureC }, vesselL) : undefined;
    if (card?.ok) out.cards.push({ ...card.value, faceId, what, times: timesOf(line), temperatureC, isAssumed: measuredC === undefined });
    else if (card) out.refused.push({ faceId, what, issues: [...card.issues] });
  }
  return out;
}

const timesOf = ({ coats, zones = 1 }: TakeOffLine): number => coats * zones;
