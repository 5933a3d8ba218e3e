import type { JobModel } from '@caulkhorn/core/jobs';
import { type House, type JobPlan, type PlanConditions, USUAL_CREW, type WorkItem } from '@caulkhorn/core/planning';
import type { Programme } from '@caulkhorn/core/programme';
import { type LogLine, type SiteState, foldLog } from '@caulkhorn/core/site-log';
import { type ReactNode, Suspense, createContext, use, useContext, useEffect, useMemo, useRef, useState } from 'react';
import { t } from '../messages/t';
import { inSlices } from '../shared/in-slices';
import { usePreferences } from '../shared/preferences';
import { Loading } from '../shared/ui/states';
import { useNow } from '../shared/use-now';
import { whenSheetStands } from './first-sheet';
import { parts, useJob } from './job-context';
import { type Placed, Placing, type Wanted } from './placing';
import { MINUTE_MS } from '@caulkhorn/core/quantities';

/** All that follows from a job's model and log, worked out once for every screen that shows a part of it. */
export interface Planning {
  /** what is done, folded from the log, entries that still wait included */ site: SiteState;
  /** crew, and the wall's temperature as last measured */ conditions: PlanConditions;
  /** the plan as it follows from the model now; the same function plans on the server */ plan: JobPlan;
  /** the released work or, before any release, what is planned now */ workItems: readonly WorkItem[];
  /** that work placed in time from now on; both come from a worker, a moment after the plan */ programme: Programme;
}

/** Not there yet: a promise that it will be, how to ask for it, and how to say that it has come. */
interface Coming {
  due: Promise<void>;
  ask(): void;
  arrive(): void;
}

const Context = createContext<Planning | Coming | null>(null);

const isComing = (planning: Planning | Coming): planning is Coming => 'due' in planning;

/** Waits, as React waits, until the job has been planned for the first time. */
export function usePlanning(): Planning {
  const planning = useContext(Context);
  if (!planning) throw new Error('usePlanning outside a PlanningProvider');
  if (!isComing(planning)) return planning;
  planning.ask();
  use(planning.due);
  throw new Error('planned, but the plan did not come with it');
}

/** For what can be shown before the plan is there. */
export function usePlanningSoFar(): Planning | undefined {
  const planning = useContext(Context);
  return planning && !isComing(planning) ? planning : undefined;
}

type Engine = typeof import('./plan-engine');

export function PlanningProvider({ children }: { children: ReactNode }) {
  const { model, lines, revision, houseAnswer } = useJob(parts('model', 'lines', 'revision', 'houseAnswer'));
  const { engine, coming } = useEngine();
  const minute = Math.floor(useNow(MINUTE_MS / 4) / MINUTE_MS) * MINUTE_MS;
  const site = useMemo(() => foldLog(lines as LogLine[]), [lines]);
  const temperatureC = site.latestConditions?.conditions.surfaceTemperatureC ?? USUAL_CREW.temperatureC;
  const { people, tool } = usePreferences();
  const conditions = useMemo(() => ({ people, temperatureC, ...(tool ? { tool } : {}) }), [people, temperatureC, tool]);
  const plan = usePlan(engine, model, conditions, engine?.houseOf(houseAnswer));
  const workItems = revision?.workItems ?? plan?.workItems;
  const { timeZone } = model.job;
  const options = useMemo(() => ({ nowMs: minute, timeZone, temperatureC }), [minute, timeZone, temperatureC]);
  const placed = usePlaced(workItems, site.done, options);
  const planning = useMemo(() => (plan && placed ? { site, conditions, plan, ...placed } : undefined), [site, conditions, plan, placed]);
  const isThere = planning !== undefined;
  useEffect(() => {
    if (isThere) coming.arrive();
  }, [isThere, coming]);
  // a page that waits for the plan from its first moment waits inside: what waits outside would lose the engine that it waits for
  return (
    <Context.Provider value={planning ?? coming}>
      <Suspense fallback={<Loading what={t('the-job')} />}>{children}</Suspense>
    </Context.Provider>
  );
}

/** The plan as it follows from the model now. By a house that is new to it, it is made in slices, and stands when all are done. */
function usePlan(engine: Engine | undefined, model: JobModel, conditions: PlanConditions, house: House | undefined): JobPlan | undefined {
  const [planner, setPlanner] = useState<InstanceType<Engine['Planner']>>();
  const [prepared, setPrepared] = useState<House>();
  if (engine && !planner) setPlanner(new engine.Planner());
  useEffect(() => {
    if (!planner || !house || house === prepared) return;
    let isStopped = false;
    void inSlices(planner.prepare(model, conditions, house), () => isStopped).then(
      (isDone) => (isDone ? setPrepared(house) : undefined),
      // a fault in planning is shown where it would show if the page itself had planned
      (fault: unknown) => setPrepared(() => throwAgain(fault)),
    );
    return () => {
      isStopped = true;
    };
  }, [planner, model, conditions, house, prepared]);
  return useMemo(
    () => (planner && prepared ? planner.plan(model, conditions, prepared) : undefined),
    [planner, model, conditions, prepared],
  );
}

/** Work with its place in time, as a worker last placed it. */
function usePlaced(workItems: readonly WorkItem[] | undefined, done: SiteState['done'], options: Wanted['options']): Placed | undefined {
  const [placed, setPlaced] = useState<Placed>();
  const placing = useRef<Placing>(undefined);
  useEffect(() => {
    const newWorker = () => new Worker(new URL('./programme.worker.ts', import.meta.url), { type: 'module' });
    placing.current = new Placing(newWorker, setPlaced, (fault) => setPlaced(() => throwAgain(fault)));
    return () => placing.current?.close();
  }, []);
  useEffect(() => {
    if (workItems) placing.current?.want({ workItems, done, options });
  }, [workItems, done, options]);
  return placed;
}

function throwAgain(fault: unknown): never {
  throw fault;
}

/** What plans, fetched once somebody asks and what can be drawn without a plan has been drawn. */
function useEngine(): { engine: Engine | undefined; coming: Coming } {
  const [engine, setEngine] = useState<Engine>();
  const [coming] = useState((): Coming => {
    let resolve = () => {};
    const due = new Promise<void>((done) => (resolve = done));
    let isAsked = false;
    const begin = () => {
      void import('./plan-engine').then(setEngine);
    };
    return {
      due,
      arrive: resolve,
      ask() {
        if (isAsked) return;
        isAsked = true;
        void whenSheetStands().then(begin);
      },
    };
  });
  return { engine, coming };
}
