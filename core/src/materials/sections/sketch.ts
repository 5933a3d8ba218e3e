import type { DetailRule, DetailStep } from '../../build-up/index.js';
import type { DetailGeometry } from '../detail-take-off.js';

/** A point of a drawing, mm: x along the wall, y into it; the coats lie above 0. In a corner y runs down the wall to the floor. */
export type SectionPoint = readonly [xMm: number, yMm: number];

export type SectionMaterial =
  | 'wall'
  | 'plug'
  | 'filler'
  | 'coat'
  | 'stripe'
  | 'mesh'
  | 'primer'
  | 'bond'
  | 'sealant'
  | 'rod'
  | 'sheet'
  | 'bar'
  | 'sand'
  | 'grout'
  | 'pipe'
  | 'crack';

export interface SectionPart {
  material: SectionMaterial;
  /** closed, or open for lines: cracks, meshes, sheets */ points: SectionPoint[];
  isLine?: boolean;
  /** what the crew reads: the step that makes it */ step?: DetailStep['do'];
}

export interface SectionDimension {
  from: SectionPoint;
  to: SectionPoint;
  mm: number;
}

/** As much of a treatment as its drawing shows. */
export interface DrawnDetail {
  of: DetailRule['of'];
  rule: Pick<DetailRule, 'steps' | 'with'>;
  geometry: Omit<DetailGeometry, 'alongM' | 'isCorner'>;
}

/** A cut through a detail, to scale. */
export interface Section {
  minX: number;
  maxX: number;
  minY: number;
  maxY: number;
  parts: SectionPart[];
  dimensions: SectionDimension[];
}

/** Thinner than this nothing can be seen at any scale a page allows. */
export const LEAST_SHOWN_MM = 1.2;
export const SHOWN_DEPTH_MM = 30;

/** A drawing in the making: its parts and dimensions, and how far it reaches. */
export abstract class Sketch {
  protected readonly parts: SectionPart[] = [];
  protected readonly dimensions: SectionDimension[] = [];

  constructor(
    protected readonly treatment: DrawnDetail,
    /** film of the face's coats over all */ protected readonly coatMm: number,
  ) {}

  protected abstract draw(): void;

  finished(): Section {
    this.draw();
    const all = this.parts.flatMap(({ points }) => points);
    const [xs, ys] = [all.map(([x]) => x), all.map(([, y]) => y)];
    const { parts, dimensions } = this;
    return { minX: Math.min(...xs), maxX: Math.max(...xs), minY: Math.min(...ys), maxY: Math.max(...ys), parts, dimensions };
  }

  protected step<K extends DetailStep['do']>(kind: K): Extract<DetailStep, { do: K }> | undefined {
    return this.treatment.rule.steps.find((step): step is Extract<DetailStep, { do: K }> => step.do === kind);
  }

  protected add(material: SectionMaterial, points: SectionPoint[], step?: DetailStep['do'], isLine?: boolean): void {
    this.parts.push({ material, points, ...(step ? { step } : {}), ...(isLine ? { isLine } : {}) });
  }

  /** A coat too thin to be drawn to scale, as a line along what it is brushed onto. */
  protected bond(points: SectionPoint[]): void {
    if (this.step('bond')) this.add('bond', points, 'bond', true);
  }

  protected measure(from: SectionPoint, to: SectionPoint): void {
    this.dimensions.push({ from, to, mm: Math.hypot(to[0] - from[0], to[1] - from[1]) });
  }
}

export function box(x1: number, y1: number, x2: number, y2: number): SectionPoint[] {
  return [
    [x1, y1],
    [x2, y1],
    [x2, y2],
    [x1, y2],
  ];
}
