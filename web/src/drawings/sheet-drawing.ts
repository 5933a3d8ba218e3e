import {
  type DrawnFace,
  type DrawnFeature,
  type DrawnSheet,
  FEATURE_SPECS,
  type FacePoint,
  type Reading,
  leaks,
} from '@caulkhorn/core/jobs';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { type PlacedFace, layOut, toSheet } from '../sheet/layout';
import { readingText } from '../words/reading-text';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';

type Placed = PlacedFace<DrawnFace>;

/** The section sheet as lines and words in metres, x along the walk, y the level: what every drawing format is written from. */

export const LAYERS = ['faces', 'openings', 'features', 'leaks', 'readings', 'water', 'words'] as const;
export type Layer = (typeof LAYERS)[number];
export type Dash = 'moving' | 'joint' | 'level';

export type DrawnMark =
  | { kind: 'line'; layer: Layer; points: FacePoint[]; closed: boolean; dash?: Dash; heavy?: boolean }
  | { kind: 'circle'; layer: Layer; at: FacePoint; radiusM: number }
  | { kind: 'text'; layer: Layer; at: FacePoint; text: string; size: 'small' | 'usual'; anchor?: 'end' };

export interface SheetDrawing {
  marks: DrawnMark[];
  minX: number;
  minY: number;
  widthM: number;
  heightM: number;
}

const UNDER_THE_SECTION_M = 1.5;
const BETWEEN_PLANS_M = 1;
const SMALLEST_HOLE_M = 0.02;
/** Beyond the last face, for the words of the levels. */
const ROOM_FOR_LEVELS_M = 4;

/** @param readings those of the sheet's faces that have a place */
export function sheetDrawing(sheet: DrawnSheet, readings: readonly Reading[], units: UnitSystem): SheetDrawing {
  const placed = inTrueShape(layOut({ ...sheet, waterLevels: sheet.levels }, null).faces);
  const byId = new Map(placed.map((each) => [each.face.id, each]));
  const uprights = placed.filter(({ as }) => as !== 'plan');
  const [minX, maxX] = [Math.min(0, ...placed.map((f) => f.x)), Math.max(1, ...placed.map((f) => f.x + f.width)) + ROOM_FOR_LEVELS_M];
  const levels = uprights.length > 0 ? shownLevels(sheet, units) : [];
  const marks: DrawnMark[] = [
    ...placed.flatMap(faceMarks),
    ...sheet.features.flatMap((feature) => featureMarks(feature, byId.get(feature.faceId))),
    ...readings.flatMap((reading): DrawnMark[] => {
      const on = byId.get(reading.faceId);
      if (!on || !reading.point) return [];
      const [x, y] = toSheet(on, reading.point);
      return [
        { kind: 'circle', layer: 'readings', at: [x, y], radiusM: SMALLEST_HOLE_M },
        { kind: 'text', layer: 'readings', at: [x + 0.05, y - 0.04], text: readingText(reading, units), size: 'small' },
      ];
    }),
    ...levels.flatMap(({ levelM, text, heavy }): DrawnMark[] => [
      {
        kind: 'line',
        layer: 'water',
        points: [
          [minX, levelM],
          [maxX, levelM],
        ],
        closed: false,
        heavy,
        dash: heavy ? undefined : 'level',
      },
      { kind: 'text', layer: 'water', at: [maxX, levelM + 0.05], text, size: 'small', anchor: 'end' },
    ]),
  ];
  const ys = [...placed.flatMap((f) => [f.top, f.bottom]), ...levels.map(({ levelM }) => levelM)];
  const [minY, maxY] = [Math.min(0, ...ys), Math.max(0, ...ys) + 0.8];
  return { marks, minX, minY, widthM: maxX - minX, heightM: maxY - minY };
}

/** Level faces stand edge-on in the section; on a drawing to scale they lie under it in true plan. */
function inTrueShape(faces: readonly Placed[]): Placed[] {
  const top = Math.min(0, ...faces.filter(({ as }) => as !== 'plate').map((f) => f.bottom)) - UNDER_THE_SECTION_M;
  let x = 0;
  return faces.map((face) => {
    if (face.as !== 'plate') return face;
    const { minU, maxU, minV, maxV } = face.extent;
    const at = Math.max(x, face.x);
    x = at + (maxU - minU) + BETWEEN_PLANS_M;
    return { ...face, as: 'plan', x: at, top, bottom: top - (maxV - minV), width: maxU - minU };
  });
}

function faceMarks(placed: Placed): DrawnMark[] {
  const ring = (points: readonly FacePoint[], layer: Layer): DrawnMark => ({
    kind: 'line',
    layer,
    points: points.map((point) => toSheet(placed, point)),
    closed: true,
    heavy: layer === 'faces',
  });
  const { mark, name, outline, openings = [] } = placed.face;
  return [
    ring(outline, 'faces'),
    ...openings.map((opening) => ring(opening, 'openings')),
    { kind: 'text', layer: 'words', at: [placed.x, placed.top + 0.12], text: `${mark} ${name}`, size: 'usual' },
    ...(placed.spaceName && placed.as !== 'plan'
      ? [{ kind: 'text', layer: 'words', at: [placed.x, placed.top + 0.45], text: placed.spaceName, size: 'usual' } as const]
      : []),
  ];
}

const DASH: Partial<Record<DrawnFeature['kind'], Dash>> = { joint: 'joint', 'mortar-joint': 'joint' };

function featureMarks(feature: DrawnFeature, on: Placed | undefined): DrawnMark[] {
  if (!on) return [];
  const layer = leaks(feature) ? 'leaks' : 'features';
  const points = feature.path.map((point) => toSheet(on, point));
  const [x, y] = points[0]!;
  const dash = feature.movement === 'moving' ? 'moving' : DASH[feature.kind];
  const shape: DrawnMark =
    points.length === 1
      ? { kind: 'circle', layer, at: [x, y], radiusM: Math.max(SMALLEST_HOLE_M, (feature.diameterMm ?? 0) / 2000) }
      : { kind: 'line', layer, points, closed: FEATURE_SPECS[feature.kind].shape === 'area', dash };
  return [shape, { kind: 'text', layer, at: [x + 0.06, y + 0.04], text: feature.mark, size: 'small' }];
}

function shownLevels({ levels }: DrawnSheet, units: UnitSystem): { levelM: number; text: string; heavy: boolean }[] {
  return levels.map(({ water, kind, levelM, governs }) => ({
    ...{ levelM, heavy: governs },
    text: `${water} · ${t(`level-kind.${kind}`)} ${formatQuantity(levelM, 'm', units)}`,
  }));
}
