import { type JobPlan, type PlanConditions, Planner, USUAL_CREW, type WorkItem, programmeJob } from '@caulkhorn/core/planning';
import type { Programme } from '@caulkhorn/core/programme';
import { type LogLine, type SiteState, foldLog } from '@caulkhorn/core/site-log';
import { type ReactNode, createContext, use, useContext, useEffect, useMemo, useState } from 'react';
import { usePreferences } from '../shared/preferences';
import { useNow } from '../shared/use-now';
import { useJob } from './job-context';

/** All that follows from a job's model and log, worked out once for every screen that shows a part of it. */
export interface Planning {
  /** what is done, folded from the log, entries that still wait included */ site: SiteState;
  /** crew, and the wall's temperature as last measured */ conditions: PlanConditions;
  /** the plan as it follows from the model now; the same function plans on the server */ plan: JobPlan;
  /** the released work or, before any release, what is planned now */ workItems: readonly WorkItem[];
  /** that work placed in time from now on */ programme: Programme;
}

const Context = createContext<Planning | Promise<void> | null>(null);

/** Waits, as React waits, until a large job has been planned. */
export function usePlanning(): Planning {
  const planning = useContext(Context);
  if (!planning) throw new Error('usePlanning outside a PlanningProvider');
  if (!(planning instanceof Promise)) return planning;
  use(planning);
  throw new Error('planned, but the plan did not come with it');
}

/** For what can be shown before the plan is there. */
export function usePlanningSoFar(): Planning | undefined {
  const planning = useContext(Context);
  return planning instanceof Promise ? undefined : (planning ?? undefined);
}

const MINUTE_MS = 60_000;
/** A job of more faces and features than this shows its sheet first and is planned after. */
const LARGE = 600;

export function PlanningProvider({ children }: { children: ReactNode }) {
  const { model, lines, revision, house } = useJob();
  const [planner] = useState(() => new Planner());
  const { isDue, due } = useFirstFrame(model.faces.length + model.features.length <= LARGE);
  const minute = Math.floor(useNow(MINUTE_MS / 4) / MINUTE_MS) * MINUTE_MS;
  const site = useMemo(() => foldLog(lines as LogLine[]), [lines]);
  const temperatureC = site.latestConditions?.conditions.surfaceTemperatureC ?? USUAL_CREW.temperatureC;
  const { people, tool } = usePreferences();
  const conditions = useMemo(() => ({ people, temperatureC, ...(tool ? { tool } : {}) }), [people, temperatureC, tool]);
  const plan = useMemo(() => (isDue ? planner.plan(model, conditions, house) : undefined), [isDue, planner, model, conditions, house]);
  const workItems = revision?.workItems ?? plan?.workItems;
  const { timeZone } = model.job;
  const programme = useMemo(
    () => (isDue && workItems ? programmeJob(workItems, site, { nowMs: minute, timeZone, temperatureC }) : undefined),
    [isDue, workItems, site, minute, timeZone, temperatureC],
  );
  const planning = useMemo(
    () => (plan && workItems && programme ? { site, conditions, plan, workItems, programme } : due),
    [site, conditions, plan, workItems, programme, due],
  );
  return <Context.Provider value={planning}>{children}</Context.Provider>;
}

/** A page in the background draws no frames; its work is not put off for ever, ms. */
const AT_LATEST_MS = 500;

/** Whether the first frame has been drawn, and a promise that it will be; at once where nothing need wait for it. */
function useFirstFrame(atOnce: boolean): { isDue: boolean; due: Promise<void> } {
  const [isDue, setDue] = useState(atOnce);
  const [{ promise, resolve }] = useState(() => {
    let resolve = () => {};
    return { promise: new Promise<void>((done) => (resolve = done)), resolve: () => resolve() };
  });
  useEffect(() => {
    const go = () => {
      setDue(true);
      resolve();
    };
    let after: ReturnType<typeof setTimeout>;
    const frame = requestAnimationFrame(() => (after = setTimeout(go)));
    const atLatest = setTimeout(go, AT_LATEST_MS);
    return () => {
      cancelAnimationFrame(frame);
      clearTimeout(after);
      clearTimeout(atLatest);
    };
  }, [resolve]);
  return { isDue, due: promise };
}
