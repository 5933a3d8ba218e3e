import type { Drawing, DrawingUnit, DrawnLine } from '@caulkhorn/core/exchange';
import { type Result, accept, issue, refuse } from '@caulkhorn/core/issues';
import type { FacePoint } from '@caulkhorn/core/jobs';
import { XMLParser } from 'fast-xml-parser';
import svgpath from 'svgpath';

type Node = Record<string, unknown> & { ':@'?: Record<string, string> };

const CURVE_STEPS = 12;
const NO_LAYER = 'drawing';
const SHAPES = new Set(['path', 'polygon', 'polyline', 'line', 'rect', 'circle', 'ellipse']);
const PARENTS = new Set(['g', 'svg', 'a']);
/** Never drawn themselves. */
const SILENT = new Set(['title', 'desc', 'metadata', 'defs', 'style', '#text', '?xml', 'symbol', 'clipPath', 'mask']);

/** Lines of an SVG file; layers are the ids of its outermost groups. Refuses what is none (`svg-unreadable`). */
export function readSvg(text: string): Result<Drawing> {
  let tree: Node[];
  try {
    tree = new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '', preserveOrder: true, processEntities: false }).parse(
      text,
    ) as Node[];
  } catch {
    return refuse(issue('svg-unreadable', ''));
  }
  const root = tree.find((node) => 'svg' in node);
  if (!root) return refuse(issue('svg-unreadable', ''));
  const lines: DrawnLine[] = [];
  const notRead: Record<string, number> = {};
  walk(root['svg'] as Node[], NO_LAYER, [], 0);
  const scale = millimetresPerUnit(root[':@'] ?? {});
  const points = ([x, y]: FacePoint): FacePoint => [x * (scale ?? 1), -y * (scale ?? 1)];
  const unit: DrawingUnit | undefined = scale === undefined ? undefined : 'mm';
  return accept({ lines: lines.map((line) => ({ ...line, points: line.points.map(points) })), notRead, ...(unit ? { unit } : {}) });

  function walk(nodes: readonly Node[], layer: string, transforms: readonly string[], depth: number): void {
    for (const node of nodes) {
      const name = Object.keys(node).find((key) => key !== ':@') ?? '#text';
      const attributes = node[':@'] ?? {};
      const own = attributes['transform'] ? [attributes['transform'], ...transforms] : transforms;
      if (PARENTS.has(name)) walk(node[name] as Node[], depth === 0 ? (attributes['id'] ?? layer) : layer, own, depth + 1);
      else if (SHAPES.has(name)) lines.push(...linesOf(pathOf(name, attributes), own).map((line) => ({ layer, ...line })));
      else if (!SILENT.has(name)) notRead[name] = (notRead[name] ?? 0) + 1;
    }
  }
}

/** Any basic shape as path data. */
function pathOf(name: string, a: Record<string, string>): string {
  const n = (key: string) => Number.parseFloat(a[key] ?? '0') || 0;
  if (name === 'path') return a['d'] ?? '';
  if (name === 'polygon' || name === 'polyline') return `M${a['points'] ?? ''}${name === 'polygon' ? 'Z' : ''}`;
  if (name === 'line') return `M${n('x1')} ${n('y1')}L${n('x2')} ${n('y2')}`;
  if (name === 'rect') return `M${n('x')} ${n('y')}h${n('width')}v${n('height')}h${-n('width')}Z`;
  const [rx, ry] = name === 'circle' ? [n('r'), n('r')] : [n('rx'), n('ry')];
  return `M${n('cx') - rx} ${n('cy')}a${rx} ${ry} 0 1 0 ${2 * rx} 0a${rx} ${ry} 0 1 0 ${-2 * rx} 0Z`;
}

/** Path data as polylines, one for each `M`, the transforms applied from the innermost out. */
function linesOf(d: string, transforms: readonly string[]): Omit<DrawnLine, 'layer'>[] {
  const path = svgpath(d);
  for (const transform of transforms) path.transform(transform);
  const found: { points: FacePoint[]; closed: boolean }[] = [];
  path
    .abs()
    .unarc()
    .unshort()
    .iterate((segment, _i, x, y) => {
      const [command, ...values] = segment as [string, ...number[]];
      const line = found.at(-1);
      if (command === 'M') found.push({ points: [[values[0]!, values[1]!]], closed: false });
      else if (!line) return;
      else if (command === 'Z' || command === 'z') line.closed = true;
      else if (command === 'H') line.points.push([values[0]!, y]);
      else if (command === 'V') line.points.push([x, values[0]!]);
      else if (command === 'L') line.points.push([values[0]!, values[1]!]);
      else if (command === 'C' || command === 'Q') line.points.push(...curve([[x, y], ...pairs(values)]));
    });
  return found.filter(({ points }) => points.length > 1 && points.every((point) => point.every(Number.isFinite)));
}

function pairs(values: readonly number[]): FacePoint[] {
  return values.flatMap((value, i): FacePoint[] => (i % 2 === 0 ? [[value, values[i + 1]!]] : []));
}

/** Points along a Bézier curve by repeated halving between its controls (de Casteljau). */
function curve(controls: readonly FacePoint[]): FacePoint[] {
  return Array.from({ length: CURVE_STEPS }, (_, i) => {
    const t = (i + 1) / CURVE_STEPS;
    let points = [...controls];
    while (points.length > 1)
      points = points.slice(1).map(([x, y], j): FacePoint => {
        const [fromX, fromY] = points[j]!;
        return [fromX + (x - fromX) * t, fromY + (y - fromY) * t];
      });
    return points[0]!;
  });
}

/** Physical units of CSS, in mm; pixels and percent say nothing about a building. */
const MM: Readonly<Record<string, number>> = { mm: 1, cm: 10, in: 25.4, pt: 25.4 / 72, pc: 25.4 / 6 };

/** From a width with a physical unit and the view box; undefined where the file does not say. */
function millimetresPerUnit({ width = '', viewBox = '' }: Record<string, string>): number | undefined {
  const [, value, unit = ''] = /^\s*([\d.]+)\s*(mm|cm|in|pt|pc)\s*$/.exec(width) ?? [];
  const wide = Number(viewBox.trim().split(/[\s,]+/)[2]);
  return value === undefined || !(wide > 0) ? undefined : (Number(value) * MM[unit]!) / wide;
}
