import { createHash } from 'node:crypto';
import { SHIPPED_CATALOGUE, pinProducts } from '@caulkhorn/core/catalogue';
import type {
  BuildUp,
  Face,
  FacePoint,
  FamilyId,
  Feature,
  JobModel,
  Placement,
  Reading,
  SchoolChoices,
  Side,
  Space,
  Substrate,
  WaterBody,
  WaterLevel,
} from '@caulkhorn/core/jobs';

/** An id that a name always gives again, so that the demo is the same on every machine. */
export function demoId(name: string): string {
  const h = createHash('sha256').update(`caulkhorn demo ${name}`).digest('hex');
  return `${h.slice(0, 8)}-${h.slice(8, 12)}-4${h.slice(13, 16)}-8${h.slice(17, 20)}-${h.slice(20, 32)}`;
}

interface Wall {
  mark: string;
  name: string;
  substrate: Substrate;
  strengthMPa: number;
  thicknessMm?: number;
  roughnessFactor?: number;
}

/** Draws the demo's rooms: rectangles whose walls are walked clockwise from the north wall, looking outwards. */
export class DemoSurvey {
  readonly model: JobModel;

  constructor(
    private readonly job: string,
    head: Omit<JobModel['job'], 'id'>,
  ) {
    this.model = {
      job: { id: demoId(job), ...head },
      spaces: [],
      faces: [],
      features: [],
      waterBodies: [],
      waterLevels: [],
      buildUps: [],
      readings: [],
      photos: [],
      keptProgrammes: [],
    };
  }

  id(name: string): string {
    return demoId(`${this.job} ${name}`);
  }

  space(name: string): Space {
    const space = { id: this.id(`space ${name}`), name, order: this.model.spaces.length };
    this.model.spaces.push(space);
    return space;
  }

  water(name: string, kind: WaterBody['kind'], levels: readonly Omit<WaterLevel, 'id' | 'waterBodyId'>[], governing: number): WaterBody {
    const id = this.id(`water ${name}`);
    const rows = levels.map((level, i) => ({ id: this.id(`level ${name} ${i}`), waterBodyId: id, ...level }));
    this.model.waterLevels.push(...rows);
    const body = { id, name, kind, densityKgM3: 1000, governingLevelId: rows[governing]!.id };
    this.model.waterBodies.push(body);
    return body;
  }

  /** Up to four walls (north, east, south, west; null where there is none) round a rectangle, and its floor. */
  room(
    space: Space,
    at: { xM: number; yM: number; lengthM: number; depthM: number; floorM: number; topM: number },
    walls: readonly (Wall | null)[],
    floor: Wall,
    near: Side,
    far: Side,
  ): void {
    const { xM, yM, lengthM, depthM, floorM, topM } = at;
    const corners = [
      { xM, yM: yM + depthM, headingDeg: 0, longM: lengthM },
      { xM: xM + lengthM, yM: yM + depthM, headingDeg: 270, longM: depthM },
      { xM: xM + lengthM, yM, headingDeg: 180, longM: lengthM },
      { xM, yM, headingDeg: 90, longM: depthM },
    ];
    walls.forEach((wall, i) => {
      if (!wall) return;
      const { longM, ...corner } = corners[i]!;
      this.face(space, wall, 'wall', { kind: 'plane', ...corner, zM: floorM, tiltDeg: 90 }, rectangle(longM, topM - floorM), near, far);
    });
    this.face(
      space,
      floor,
      'slab',
      { kind: 'plane', xM, yM, zM: floorM, headingDeg: 0, tiltDeg: 0 },
      rectangle(lengthM, depthM),
      near,
      far,
    );
  }

  face(space: Space, wall: Wall, kind: Face['kind'], placement: Placement, outline: FacePoint[], near: Side, far: Side): Face {
    const face: Face = {
      id: this.id(`face ${wall.mark}`),
      spaceId: space.id,
      mark: wall.mark,
      name: wall.name,
      kind,
      outline,
      placement,
      thicknessMm: wall.thicknessMm ?? 300,
      substrate: wall.substrate,
      strengthMPa: wall.strengthMPa,
      roughnessFactor: wall.roughnessFactor ?? 1.1,
      near,
      far,
      order: this.model.faces.filter((f) => f.spaceId === space.id).length,
    };
    this.model.faces.push(face);
    return face;
  }

  feature(faceMark: string, mark: string, rest: Omit<Feature, 'id' | 'faceId' | 'mark'>): void {
    this.model.features.push({ id: this.id(`feature ${mark}`), faceId: this.id(`face ${faceMark}`), mark, ...rest });
  }

  open(faceMark: string, opening: FacePoint[]): void {
    const face = this.model.faces.find(({ mark }) => mark === faceMark)!;
    face.openings = [...(face.openings ?? []), opening];
  }

  reading(
    faceMark: string,
    kind: Reading['kind'],
    value: number,
    at: string,
    point?: FacePoint,
    rest: Partial<Pick<Reading, 'instrument' | 'depthMm' | 'note'>> = {},
  ): void {
    const id = this.id(`reading ${this.model.readings.length}`);
    this.model.readings.push({ id, faceId: this.id(`face ${faceMark}`), kind, value, at, ...(point ? { point } : {}), ...rest });
  }

  /** Chooses a system for a face: the coat by id, and what goes with it pinned as a planner's choice pins it. */
  coat(
    faceMark: string,
    coatId: string,
    rest: { family?: FamilyId; version?: number; schools?: SchoolChoices; reason: string } & Partial<Pick<BuildUp, 'overrides' | 'pour'>>,
  ): void {
    const { family = 'crystalline-slurry', version, ...chosen } = rest;
    const coat = version === undefined ? SHIPPED_CATALOGUE.newest(coatId)! : SHIPPED_CATALOGUE.find({ id: coatId, version })!;
    const id = this.id(`build-up ${faceMark}`);
    const products = pinProducts(coat, family, SHIPPED_CATALOGUE);
    this.model.buildUps.push({ id, faceId: this.id(`face ${faceMark}`), family, products, ...chosen });
  }
}

export function rectangle(widthM: number, heightM: number): FacePoint[] {
  return [
    [0, 0],
    [widthM, 0],
    [widthM, heightM],
    [0, heightM],
  ];
}
