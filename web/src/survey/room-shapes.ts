import type { Issue, Result } from '@caulkhorn/core/issues';
import { type PlacedShape, roomShapes, shaftShapes, tunnelShapes } from '@caulkhorn/core/jobs';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { readQuantity } from '../shared/numbers';
import { usualFace } from './usual-face';

export const ROOM_SHAPES = ['rectangle', 'walls', 'shaft', 'tunnel'] as const;
export type RoomShape = (typeof ROOM_SHAPES)[number];

/** What a form for a room starts from, as texts in the reader's units. */
export const roomTexts = (units: UnitSystem) => ({
  plan: '',
  shape: 'rectangle' as RoomShape,
  name: '',
  footM: '',
  heightM: '',
  lengthM: '',
  widthM: '',
  diameterM: '',
  walls: [
    { length: '', turn: '90' },
    { length: '', turn: '90' },
    { length: '', turn: '90' },
    { length: '', turn: '90' },
  ],
  soffit: false,
  ...usualFace(units),
  floor: '',
  near: 'room' as 'room' | 'tank',
});
export type RoomTexts = ReturnType<typeof roomTexts>;

type Measure = 'footM' | 'heightM' | 'lengthM' | 'widthM' | 'diameterM';

/** What is measured of each shape, in the order in which one tapes it. */
export const MEASURES: Readonly<Record<RoomShape, readonly Measure[]>> = {
  rectangle: ['lengthM', 'widthM', 'heightM', 'footM'],
  walls: ['heightM', 'footM'],
  shaft: ['diameterM', 'heightM', 'footM'],
  tunnel: ['lengthM', 'diameterM', 'footM'],
};

export function readFigure(text: string, unit: string, units: UnitSystem): number {
  return readQuantity(text, unit, units) ?? NaN;
}

/** The faces of a room as typed, with where each stands. Refuses what is missing or is no figure, by field, and what the walls refuse. */
export function shapesOf(texts: RoomTexts, units: UnitSystem, place: { xM: number; yM: number }): Result<PlacedShape[]> {
  const metres = (name: Measure) => readFigure(texts[name], 'm', units);
  const walls =
    texts.shape === 'rectangle'
      ? ['lengthM', 'widthM', 'lengthM', 'widthM'].map((side) => ({ lengthM: metres(side as Measure), turnRightDeg: 90 }))
      : texts.walls.map(({ length, turn }) => ({ lengthM: readFigure(length, 'm', units), turnRightDeg: readFigure(turn, '', units) }));
  const issues: Issue[] = MEASURES[texts.shape]
    .filter((name) => Number.isNaN(metres(name)))
    .map((path) => ({ code: texts[path].trim() === '' ? 'missing' : 'not-a-number', path }));
  for (const path of texts.shape === 'tunnel' ? (['substrate'] as const) : (['substrate', 'floor'] as const))
    if (texts[path] === '') issues.push({ code: 'missing', path });
  if (texts.shape === 'walls' && walls.some(({ lengthM, turnRightDeg }) => !(lengthM > 0) || Number.isNaN(turnRightDeg)))
    issues.push({ code: 'wall-not-read', path: 'walls' });
  if (issues.length > 0) return { ok: false, issues };
  const [footM, heightM, diameterM] = [metres('footM'), metres('heightM'), metres('diameterM')];
  if (texts.shape === 'shaft') return { ok: true, value: shaftShapes({ ...place, footM, heightM, diameterM }) };
  if (texts.shape === 'tunnel')
    return { ok: true, value: tunnelShapes({ ...place, invertM: footM, lengthM: metres('lengthM'), diameterM }) };
  return roomShapes(walls, { ...place, footM, heightM, soffit: texts.soffit });
}
