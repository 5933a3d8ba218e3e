import type { Drawing, DrawingUnit, DrawnLine } from '@caulkhorn/core/exchange';
import { type Result, accept, issue, refuse } from '@caulkhorn/core/issues';
import type { FacePoint } from '@caulkhorn/core/jobs';
import DxfParser, {
  type IArcEntity,
  type ICircleEntity,
  type IEntity,
  type ILineEntity,
  type ILwpolylineEntity,
  type IPolylineEntity,
} from 'dxf-parser';

/** Group code of $INSUNITS, DXF reference; other units and 0 say nothing that can be used. */
const INSUNITS: Readonly<Record<number, DrawingUnit>> = { 1: 'in', 2: 'ft', 4: 'mm', 5: 'cm', 6: 'm' };
const ARC_STEP = Math.PI / 18;

/** Lines of a DXF file, text form. Refuses what is none (`dxf-unreadable`). */
export function readDxf(text: string): Result<Drawing> {
  let parsed;
  try {
    parsed = new DxfParser().parseSync(text);
  } catch {
    parsed = null;
  }
  if (!parsed) return refuse(issue('dxf-unreadable', ''));
  const lines: DrawnLine[] = [];
  const notRead: Record<string, number> = {};
  for (const entity of parsed.entities) {
    const line = lineOf(entity);
    if (line) lines.push({ layer: entity.layer ?? '0', ...line });
    else notRead[entity.type] = (notRead[entity.type] ?? 0) + 1;
  }
  const unit = INSUNITS[Number(parsed.header?.['$INSUNITS'])];
  return accept({ lines, notRead, ...(unit ? { unit } : {}) });
}

function lineOf(entity: IEntity): Omit<DrawnLine, 'layer'> | null {
  switch (entity.type) {
    case 'LINE':
      return { points: (entity as ILineEntity).vertices.map(({ x, y }): FacePoint => [x, y]), closed: false };
    case 'LWPOLYLINE':
    case 'POLYLINE': {
      const { vertices, shape } = entity as ILwpolylineEntity | IPolylineEntity;
      return { points: withBulges(vertices, shape), closed: shape };
    }
    case 'CIRCLE': {
      const { center, radius } = entity as ICircleEntity;
      return { points: arc([center.x, center.y], radius, 0, 2 * Math.PI).slice(0, -1), closed: true };
    }
    case 'ARC': {
      const { center, radius, startAngle, endAngle } = entity as IArcEntity;
      const sweep = (endAngle - startAngle + 2 * Math.PI) % (2 * Math.PI) || 2 * Math.PI;
      return { points: arc([center.x, center.y], radius, startAngle, sweep), closed: false };
    }
    default:
      return null;
  }
}

/** A bulge is the tangent of a quarter of the arc's angle, positive counter-clockwise (DXF reference). */
function withBulges(vertices: readonly { x: number; y: number; bulge?: number }[], closed: boolean): FacePoint[] {
  const last = closed ? vertices.length : vertices.length - 1;
  const points = vertices.flatMap(({ x, y, bulge }, i): FacePoint[] => {
    const next = vertices[(i + 1) % vertices.length]!;
    if (!bulge || i >= last) return [[x, y]];
    const angle = 4 * Math.atan(bulge);
    const [dx, dy] = [next.x - x, next.y - y];
    const chord = Math.hypot(dx, dy);
    const radius = chord / (2 * Math.sin(angle / 2));
    // from the middle of the chord to its left by the distance of the centre
    const away = radius * Math.cos(angle / 2);
    const centre: FacePoint = [x + dx / 2 - (dy / chord) * away, y + dy / 2 + (dx / chord) * away];
    return arc(centre, Math.abs(radius), Math.atan2(y - centre[1], x - centre[0]), angle).slice(0, -1);
  });
  return points;
}

function arc([x, y]: FacePoint, radius: number, from: number, sweep: number): FacePoint[] {
  const steps = Math.max(2, Math.ceil(Math.abs(sweep) / ARC_STEP));
  return Array.from({ length: steps + 1 }, (_, i): FacePoint => {
    const a = from + (sweep * i) / steps;
    return [x + radius * Math.cos(a), y + radius * Math.sin(a)];
  });
}
