import { type JobPlan, type PlanConditions, USUAL_CREW, type WorkItem } from '@caulkhorn/core/planning';
import type { Programme } from '@caulkhorn/core/programme';
import { type LogLine, type SiteState, foldLog } from '@caulkhorn/core/site-log';
import { type ReactNode, createContext, use, useContext, useMemo, useState } from 'react';
import { usePreferences } from '../shared/preferences';
import { useNow } from '../shared/use-now';
import { whenSheetStands } from './first-sheet';
import { useJob } from './job-context';

/** All that follows from a job's model and log, worked out once for every screen that shows a part of it. */
export interface Planning {
  /** what is done, folded from the log, entries that still wait included */ site: SiteState;
  /** crew, and the wall's temperature as last measured */ conditions: PlanConditions;
  /** the plan as it follows from the model now; the same function plans on the server */ plan: JobPlan;
  /** the released work or, before any release, what is planned now */ workItems: readonly WorkItem[];
  /** that work placed in time from now on */ programme: Programme;
}

/** Not there yet: a promise that it will be, and how to ask for it. */
interface Coming {
  due: Promise<void>;
  ask(): void;
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

const MINUTE_MS = 60_000;
type Engine = typeof import('./plan-engine');

export function PlanningProvider({ children }: { children: ReactNode }) {
  const { model, lines, revision, houseAnswer } = useJob();
  const { engine, coming } = useEngine();
  const [planner, setPlanner] = useState<InstanceType<Engine['Planner']>>();
  if (engine && !planner) setPlanner(new engine.Planner());
  const minute = Math.floor(useNow(MINUTE_MS / 4) / MINUTE_MS) * MINUTE_MS;
  const site = useMemo(() => foldLog(lines as LogLine[]), [lines]);
  const temperatureC = site.latestConditions?.conditions.surfaceTemperatureC ?? USUAL_CREW.temperatureC;
  const { people, tool } = usePreferences();
  const conditions = useMemo(() => ({ people, temperatureC, ...(tool ? { tool } : {}) }), [people, temperatureC, tool]);
  const plan = useMemo(
    () => (engine && planner ? planner.plan(model, conditions, engine.houseOf(houseAnswer)) : undefined),
    [engine, planner, model, conditions, houseAnswer],
  );
  const workItems = revision?.workItems ?? plan?.workItems;
  const { timeZone } = model.job;
  const programme = useMemo(
    () => (engine && workItems ? engine.programmeJob(workItems, site, { nowMs: minute, timeZone, temperatureC }) : undefined),
    [engine, workItems, site, minute, timeZone, temperatureC],
  );
  const planning = useMemo(
    () => (plan && workItems && programme ? { site, conditions, plan, workItems, programme } : coming),
    [site, conditions, plan, workItems, programme, coming],
  );
  return <Context.Provider value={planning}>{children}</Context.Provider>;
}

/** What plans, fetched once somebody asks and what can be drawn without a plan has been drawn. */
function useEngine(): { engine: Engine | undefined; coming: Coming } {
  const [engine, setEngine] = useState<Engine>();
  const [coming] = useState((): Coming => {
    let resolve = () => {};
    const due = new Promise<void>((done) => (resolve = done));
    let isAsked = false;
    const begin = () => {
      void import('./plan-engine').then((loaded) => {
        setEngine(loaded);
        resolve();
      });
    };
    return {
      due,
      ask() {
        if (isAsked) return;
        isAsked = true;
        void whenSheetStands().then(begin);
      },
    };
  });
  return { engine, coming };
}
