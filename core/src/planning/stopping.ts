import type { Face, Feature, JobModel, Junction } from '../jobs/index.js';
import { flowLPerH, inParts, partOfRun, stoppingOrder, wallRuns, waterOn } from '../water/index.js';

/** In which order leaks that drain one water are stopped. */
export interface Stopping {
  /** walls side by side, left to right, or one face alone */ faceIds: readonly string[];
  /** ids of the leaks, first to be stopped first */ order: readonly string[];
}

interface Asked {
  faces: readonly Face[];
  junctions: readonly Junction[];
  featuresOf: ReadonlyMap<string, readonly Feature[]>;
  around: Pick<JobModel, 'waterBodies' | 'waterLevels'>;
}

const NO_FEATURES: readonly Feature[] = [];

/** Orders of stopping, worked out anew only where walls, leaks or water have changed: what is as it was stays the same object. */
export class StoppingMemory {
  private runs?: { faces: readonly Face[]; junctions: readonly Junction[]; found: Face[][] };
  private readonly known = new Map<string, { from: readonly unknown[]; stopping: Stopping }>();

  /** By face, for every face with a running leak. */
  of(asked: Asked): Map<string, Stopping> {
    const steps = this.inSteps(asked);
    let step = steps.next();
    while (!step.done) step = steps.next();
    return step.value;
  }

  /** The same, a stretch of walls at a step: many leaks on one take a tenth of a second to be weighed. */
  *inSteps({ faces, junctions, featuresOf, around }: Asked): Generator<void, Map<string, Stopping>> {
    const leaksOn = ({ id }: Face) => (featuresOf.get(id) ?? NO_FEATURES).filter((feature) => flowLPerH(feature) !== undefined);
    const leaking = new Set(faces.filter((face) => leaksOn(face).length > 0).map(({ id }) => id));
    const found = new Map<string, Stopping>();
    if (leaking.size === 0) return found;
    const runs = this.runsOf(faces, junctions);
    const inRun = new Set(runs.flatMap((run) => run.map(({ id }) => id)));
    const alone = faces.filter(({ id }) => leaking.has(id) && !inRun.has(id)).map((face) => [face]);
    for (const run of [...runs, ...alone]) {
      const meant = partOfRun(run, ({ id }) => leaking.has(id), isRing(run, junctions));
      for (const part of inParts(meant, (face) => leaksOn(face).length)) {
        this.add(found, part, { leaksOn, leaking, around });
        yield;
      }
    }
    return found;
  }

  private add(
    found: Map<string, Stopping>,
    part: readonly Face[],
    { leaksOn, leaking, around }: Pick<Asked, 'around'> & { leaksOn(face: Face): Feature[]; leaking: ReadonlySet<string> },
  ): void {
    // what lies beyond the last leak of a part takes no share in it
    const walls = partOfRun(part, ({ id }) => leaking.has(id), false);
    const [first] = walls;
    if (!first) return;
    const levelM = waterOn(first, around)?.level.levelM;
    const leaks = walls.flatMap(leaksOn);
    const stopping = this.remember(first.id, [levelM, walls.length, ...walls, ...leaks], () => ({
      faceIds: walls.map(({ id }) => id),
      order: stoppingOrder(walls, leaks, levelM),
    }));
    for (const { id } of walls) if (leaking.has(id)) found.set(id, stopping);
  }

  private runsOf(faces: readonly Face[], junctions: readonly Junction[]): Face[][] {
    if (this.runs?.faces !== faces || this.runs.junctions !== junctions)
      this.runs = { faces, junctions, found: wallRuns(faces, junctions) };
    return this.runs.found;
  }

  private remember(key: string, from: readonly unknown[], find: () => Stopping): Stopping {
    const before = this.known.get(key);
    if (before && before.from.length === from.length && before.from.every((each, i) => each === from[i])) return before.stopping;
    const stopping = find();
    this.known.set(key, { from, stopping });
    return stopping;
  }
}

/** Whether the last wall of a run meets its first again. */
const isRing = (run: readonly Face[], junctions: readonly Junction[]): boolean =>
  run.length > 2 &&
  junctions.some(({ kind, faceIds }) => kind !== 'wall-floor' && faceIds.includes(run[0]!.id) && faceIds.includes(run.at(-1)!.id));
