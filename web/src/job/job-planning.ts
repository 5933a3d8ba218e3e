import { type BookingAnswer, type HouseAnswer, bookingsOf } from '@caulkhorn/contract';
import type { Tool } from '@caulkhorn/core/catalogue';
import type { JobModel } from '@caulkhorn/core/jobs';
import type { StockMove } from '@caulkhorn/core/materials';
import {
  type Booking,
  type House,
  type JobPlan,
  type MeasuredWall,
  type PlacingFrom,
  type PlacingOptions,
  type PlanConditions,
  type PlanRevision,
  type Store,
  USUAL_CREW,
  type WorkItem,
} from '@caulkhorn/core/planning';
import type { Programme } from '@caulkhorn/core/programme';
import { MINUTE_MS } from '@caulkhorn/core/quantities';
import { type SiteState, foldLog } from '@caulkhorn/core/site-log';
import { inSlices } from '../shared/in-slices';
import type { ShownLine } from './log-lines';
import { type Placed, type Placer, Placing, type WallsC } from './placing';
import { trueNow, trueNowIso } from '../shared/true-clock';

/** All that follows from a job's model and log, worked out once for every screen that shows a part of it. */
export interface Planning {
  /** what is done, folded from the log, entries that still wait included */ site: SiteState;
  /** crew, and the wall's temperature as last measured anywhere: batches go by it */ conditions: PlanConditions;
  /** how warm each face was when it was last measured; a face that is missing was not */ walls: ReadonlyMap<string, MeasuredWall>;
  /** the plan as it follows from the model now; the same function plans on the server */ plan: JobPlan;
  /** the released work or, before any release, what is planned now */ workItems: readonly WorkItem[];
  /** that work placed in time from now on; it comes from a worker, a moment after the plan */ programme: Programme;
  /** what it was placed by */ placedBy: Placed['placedBy'];
  /** what any work of this job would be placed by, were it planned so */ optionsFor(
    workItems: readonly WorkItem[],
    plans?: JobPlan['faces'],
  ): Omit<PlacingOptions, 'nowMs'>;
  /** what the organisation's other jobs have from the yard, and whom */ bookings: readonly Booking[];
}

const NO_PLANS: JobPlan['faces'] = [];

type Engine = typeof import('./plan-engine');
type PlannedWith = Pick<Engine, 'Planner' | 'houseOf' | 'measuredWalls' | 'placingOptions' | 'foldStock'>;

/** What planning is done with: fetched or started when somebody first asks for a plan. */
export interface PlanningMeans {
  engine(): Promise<PlannedWith>;
  newPlacer(): Placer;
  crew: { getState(): { people: number; tool?: Tool | undefined }; subscribe(listener: () => void): () => void };
}

/** What a plan follows from. */
export interface PlanSource {
  model: JobModel;
  lines: readonly ShownLine[];
  revision: PlanRevision | null;
  houseAnswer: HouseAnswer | undefined;
  /** what closes hours besides the job itself; none until it has been asked for, and nothing is placed before */ yard: YardNow | undefined;
}

/** What the organisation's other jobs have from its yard, and what its store holds. */
export interface YardNow {
  bookings: readonly BookingAnswer[];
  /** none for who may not see the store */ moves?: readonly StockMove[] | undefined;
}

/** Keeps the plan of one open job: made anew when what it follows from changes, in slices the first time, placed in time by a worker. */
export class JobPlanning {
  /** there is a plan, or the fault that prevents one */ readonly due: Promise<void>;
  /** somebody asked for a plan, and it is being made */ readonly begun: Promise<void>;
  private arrive = (): void => {};
  private begin = (): void => {};
  private isAsked = false;
  private engine: PlannedWith | undefined;
  private planner: InstanceType<Engine['Planner']> | undefined;
  private prepared: House | undefined;
  private preparing: { stop(): void; source: readonly unknown[] } | undefined;
  private placing: Placing | undefined;
  private wanted: readonly unknown[] = [];
  private placed: Placed | undefined;
  private planning: Planning | undefined;
  private fault: { fault: unknown } | undefined;

  constructor(
    private readonly means: PlanningMeans,
    private readonly changed: () => void,
  ) {
    this.due = new Promise((resolve) => (this.arrive = resolve));
    this.begun = new Promise((resolve) => (this.begin = resolve));
  }

  /** Follows the clock and the crew until the returned function is called. */
  open(): () => void {
    const timer = setInterval(this.changed, MINUTE_MS / 4);
    const leaveCrew = this.means.crew.subscribe(this.changed);
    return () => {
      clearInterval(timer);
      leaveCrew();
      this.preparing?.stop();
      this.preparing = undefined;
      this.placing?.close();
      this.placing = undefined;
      this.wanted = [];
    };
  }

  /** Somebody wants to see the plan. */
  ask(): void {
    if (this.isAsked) return;
    this.isAsked = true;
    this.means.engine().then(
      (engine) => {
        this.engine = engine;
        this.planner = new engine.Planner();
        this.begin();
        this.changed();
      },
      (fault: unknown) => this.failed(fault),
    );
  }

  /** The plan by what stands now, as far as it is there; the same object as long as nothing of it is new. */
  follow(source: PlanSource): Planning | { fault: unknown } | undefined {
    try {
      this.planAndPlace(source);
    } catch (fault) {
      this.fault = { fault };
      this.arrive();
    }
    return this.fault ?? this.planning;
  }

  private planAndPlace({ model, lines, revision, houseAnswer, yard }: PlanSource): void {
    if (!this.engine) return;
    const conditions = this.conditionsBy(this.siteOf(lines));
    const house = this.engine.houseOf(houseAnswer);
    if (house !== this.prepared) this.prepare(model, conditions, house);
    if (!this.prepared) return;
    const plan = this.planBy(model, conditions, this.prepared);
    if (!yard) return;
    const { bookings, moves } = yard;
    const site = this.siteOf(lines);
    const workItems = revision?.workItems ?? plan.workItems;
    const walls = this.wallsBy(model.faces, model.readings, site, workItems);
    const wallsC = this.warmthOf(walls);
    const booked = this.bookingsBy(bookings);
    const today = trueNowIso().slice(0, 10);
    const store = moves && this.storeBy(moves, this.prepared, today, model.job.id);
    const isLaidAgainst = model.job.forecast !== undefined || moves !== undefined;
    const optionsFor = this.optionsBy(
      this.kept(model.job, model.faces, model.keptProgrammes),
      this.laid(isLaidAgainst ? plan.faces : NO_PLANS, wallsC),
      this.yard(this.prepared, booked, conditions.tool),
      this.then(today, store && this.storeNow(store, site.done)),
    );
    this.place(workItems, site, this.placedBy(optionsFor, workItems));
    if (!this.placed) return;
    const next = { site, conditions, walls, plan, optionsFor, bookings: booked, ...this.placed };
    if (!this.planning || !isSame(this.planning, next)) this.planning = next;
    this.arrive();
  }

  private readonly siteOf = latest((lines: readonly ShownLine[]) => foldLog(lines));
  private readonly planBy = latest((model: JobModel, conditions: PlanConditions, house: House) =>
    this.planner!.plan(model, conditions, house),
  );
  private readonly wallsBy = latest(
    (faces: JobModel['faces'], readings: JobModel['readings'], site: SiteState, workItems: readonly WorkItem[]) => {
      const faceOf = new Map(workItems.map(({ id, faceId }) => [id, faceId]));
      return this.engine!.measuredWalls({ faces, readings }, site, (id) => faceOf.get(id));
    },
  );
  private readonly bookingsBy = latest((bookings: readonly BookingAnswer[]) => bookingsOf(bookings));
  // what work is placed by stays the same as long as none of these is another: an edit elsewhere in the job, or the clock, changes none
  private readonly kept = latest((job: JobModel['job'], faces: JobModel['faces'], keptProgrammes: JobModel['keptProgrammes']) => ({
    ...{ job, faces, keptProgrammes },
  }));
  /** plans only where a forecast, or the store, is held against what is laid where */
  private readonly laid = latest((faces: JobPlan['faces'], wallsC: WallsC) => ({ plan: { faces }, wallsC }));
  private readonly yard = latest((house: House, bookings: readonly Booking[], tool: Tool | undefined) => ({ house, bookings, tool }));
  private readonly storeBy = latest((moves: readonly StockMove[], { catalogue }: House, today: string, jobId: string) => ({
    ...{ stock: this.engine!.foldStock(moves, catalogue, today), jobId },
  }));
  private readonly storeNow = latest((store: Omit<Store, 'done' | 'today'>, done: SiteState['done']) => ({ ...store, done }));
  private readonly then = latest((today: string, store: PlacingFrom['store']) => ({ today, ...(store ? { store } : {}) }));
  private readonly optionsBy = latest(
    (
      model: PlacingFrom['model'],
      laid: Pick<PlacingFrom, 'plan' | 'wallsC'>,
      yard: Pick<PlacingFrom, 'house' | 'bookings' | 'tool'>,
      then: Pick<PlacingFrom, 'today' | 'store'>,
    ) =>
      (workItems: readonly WorkItem[], plans?: JobPlan['faces']) =>
        this.engine!.placingOptions({
          model,
          workItems,
          ...laid,
          ...(plans ? { plan: { faces: plans } } : {}),
          ...yard,
          ...then,
        }),
  );
  private readonly placedBy = latest((optionsFor: Planning['optionsFor'], workItems: readonly WorkItem[]) => optionsFor(workItems));
  private readonly warmthOf = latest((walls: Planning['walls']): WallsC => new Map([...walls].map(([id, { history }]) => [id, history])));
  private readonly conditionsOf = latest((people: number, tool: Tool | undefined, temperatureC: number): PlanConditions => ({
    people,
    temperatureC,
    ...(tool ? { tool } : {}),
  }));

  private conditionsBy({ latestConditions }: SiteState): PlanConditions {
    const { people, tool } = this.means.crew.getState();
    return this.conditionsOf(people, tool, latestConditions?.conditions.surfaceTemperatureC ?? USUAL_CREW.temperatureC);
  }

  /** By a house that is new to it the plan is made in slices, and stands when all are done; what changes meanwhile begins it anew. */
  private prepare(model: JobModel, conditions: PlanConditions, house: House): void {
    const source = [model, conditions, house];
    if (this.preparing && isSame(this.preparing.source, source)) return;
    this.preparing?.stop();
    let isStopped = false;
    this.preparing = { source, stop: () => (isStopped = true) };
    inSlices(this.planner!.prepare(model, conditions, house), () => isStopped).then(
      (isDone) => {
        if (!isDone) return;
        this.preparing = undefined;
        this.prepared = house;
        this.changed();
      },
      (fault: unknown) => this.failed(fault),
    );
  }

  private place(workItems: readonly WorkItem[], { done }: SiteState, placedBy: Omit<PlacingOptions, 'nowMs'>): void {
    const nowMs = Math.floor(trueNow() / MINUTE_MS) * MINUTE_MS;
    const wanted = [workItems, done, nowMs, placedBy];
    if (isSame(this.wanted, wanted)) return;
    this.wanted = wanted;
    this.placing ??= new Placing(
      this.means.newPlacer,
      (placed) => {
        this.placed = placed;
        this.changed();
      },
      (fault) => this.failed(fault),
    );
    this.placing.want({ workItems, done, options: { ...placedBy, nowMs } });
  }

  private failed(fault: unknown): void {
    this.fault = { fault };
    this.arrive();
    this.changed();
  }
}

/** Works out anew only when something it is made from is another than the last time. */
function latest<A extends readonly unknown[], T>(make: (...from: A) => T): (...from: A) => T {
  let made: { from: A; value: T } | undefined;
  return (...from) => {
    if (!made || !isSame(made.from, from)) made = { from, value: make(...from) };
    return made.value;
  };
}

function isSame<T extends object>(a: T, b: T): boolean {
  const names = Object.keys(b) as (keyof T)[];
  return Object.keys(a).length === names.length && names.every((name) => a[name] === b[name]);
}
