import { createContext, use, useContext, useSyncExternalStore } from 'react';
import { useStore } from 'zustand';
import { useShallow } from 'zustand/react/shallow';
import type { Planning } from './job-planning';
import type { Job, JobSession } from './job-session';
import type { Selection, SelectionState } from './selection';

/** The job that is open for the screens inside. */
export const JobContext = createContext<JobSession | null>(null);

function useSession(): JobSession {
  const session = useContext(JobContext);
  if (!session) throw new Error('outside a JobProvider');
  return session;
}

/** What a screen reads of the job: it is drawn anew when that changes, and not for anything else. */
export function useJob<T>(select: (job: Job) => T): T {
  const session = useSession();
  const chosen = useShallow((state: ReturnType<JobSession['getState']>) => {
    if (state.status !== 'open') throw new Error('useJob before the job is open');
    return select(state.job);
  });
  const read = () => chosen(session.getState());
  return useSyncExternalStore(session.subscribe, read, read);
}

/** Parts of what is chosen on the sheet and in the lists of this job; drawn anew when one of them changes. */
export function useSelection<K extends keyof SelectionState>(...names: K[]): Pick<SelectionState, K> {
  return useStore(
    useSelectionStore(),
    useShallow((state) => pick(state, names)),
  );
}

/** Where the pointer is while something is drawn; while choosing it moves without anything being drawn anew. */
export const useDrawnPointer = (): SelectionState['pointer'] =>
  useStore(useSelectionStore(), ({ tool, pointer }) => (tool === null ? null : pointer));

/** For what acts on the choice without being drawn by it. */
export const useSelectionStore = (): Selection => useSession().selection;

/** Waits, as React waits, until the job has been planned for the first time. */
export function usePlanning(): Planning {
  const { planning: keeper } = useSession();
  const planning = useJob((job) => job.planning);
  if (planning && 'plan' in planning) return planning;
  // a fault in planning is shown where it would show if the page itself had planned
  if (planning) throw planning.fault;
  keeper.ask();
  use(keeper.due);
  throw new Error('planned, but the plan did not come with it');
}

/** For what can be shown before the plan is there. */
export function usePlanningSoFar(): Planning | undefined {
  const planning = useJob((job) => job.planning);
  return planning && 'plan' in planning ? planning : undefined;
}

/** Some parts of the job, by name. */
export const parts =
  <K extends keyof Job>(...names: K[]) =>
  (job: Job): Pick<Job, K> =>
    pick(job, names);

const pick = <T extends object, K extends keyof T>(from: T, names: readonly K[]): Pick<T, K> =>
  Object.fromEntries(names.map((name) => [name, from[name]])) as Pick<T, K>;
