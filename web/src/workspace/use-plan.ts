import { type JobPlan, type PlanConditions, USUAL_CREW, planJob, programmeJob } from '@caulkhorn/core/planning';
import type { Programme } from '@caulkhorn/core/programme';
import { type LogLine, type SiteState, foldLog } from '@caulkhorn/core/site-log';
import { useMemo } from 'react';
import { useJob } from './job-context';

/** What is done, folded from the log, entries that still wait included. */
export function useSite(): SiteState {
  const { lines } = useJob();
  return useMemo(() => foldLog(lines as LogLine[]), [lines]);
}

/** Crew, and the wall's temperature as last measured. */
export function useConditions(): PlanConditions {
  const site = useSite();
  const temperatureC = site.latestConditions?.conditions.surfaceTemperatureC ?? USUAL_CREW.temperatureC;
  return useMemo(() => ({ ...USUAL_CREW, temperatureC }), [temperatureC]);
}

/** The plan as it follows from the model now. The same function plans on the server. */
export function usePlan(): JobPlan {
  const { model } = useJob();
  const conditions = useConditions();
  return useMemo(() => planJob(model, conditions), [model, conditions]);
}

/** The released work (or, before any release, what is planned now) placed in time from `now` on. */
export function useProgramme(now: number): { programme: Programme; workItems: JobPlan['workItems'] } {
  const { model, revision } = useJob();
  const plan = usePlan();
  const site = useSite();
  const { temperatureC } = useConditions();
  const workItems = revision?.workItems ?? plan.workItems;
  const minute = Math.floor(now / 60_000) * 60_000;
  const programme = useMemo(
    () => programmeJob(workItems, site, { nowMs: minute, timeZone: model.job.timeZone, temperatureC }),
    [workItems, site, minute, model.job.timeZone, temperatureC],
  );
  return { programme, workItems };
}
