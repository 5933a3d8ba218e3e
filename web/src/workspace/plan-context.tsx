import { type JobPlan, type PlanConditions, USUAL_CREW, type WorkItem, planJob, programmeJob } from '@caulkhorn/core/planning';
import type { Programme } from '@caulkhorn/core/programme';
import { type LogLine, type SiteState, foldLog } from '@caulkhorn/core/site-log';
import { type ReactNode, createContext, useContext, useMemo } from 'react';
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

const Context = createContext<Planning | null>(null);

export function usePlanning(): Planning {
  const planning = useContext(Context);
  if (!planning) throw new Error('usePlanning outside a PlanningProvider');
  return planning;
}

const MINUTE_MS = 60_000;

export function PlanningProvider({ children }: { children: ReactNode }) {
  const { model, lines, revision } = useJob();
  const minute = Math.floor(useNow(MINUTE_MS / 4) / MINUTE_MS) * MINUTE_MS;
  const site = useMemo(() => foldLog(lines as LogLine[]), [lines]);
  const temperatureC = site.latestConditions?.conditions.surfaceTemperatureC ?? USUAL_CREW.temperatureC;
  const conditions = useMemo(() => ({ ...USUAL_CREW, temperatureC }), [temperatureC]);
  const plan = useMemo(() => planJob(model, conditions), [model, conditions]);
  const workItems = revision?.workItems ?? plan.workItems;
  const { timeZone } = model.job;
  const programme = useMemo(
    () => programmeJob(workItems, site, { nowMs: minute, timeZone, temperatureC }),
    [workItems, site, minute, timeZone, temperatureC],
  );
  const planning = useMemo(() => ({ site, conditions, plan, workItems, programme }), [site, conditions, plan, workItems, programme]);
  return <Context.Provider value={planning}>{children}</Context.Provider>;
}
