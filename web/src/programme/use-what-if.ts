import {
  type Circumstances,
  type ProgrammeFigures,
  WHAT_IFS,
  WHAT_IF_IDS,
  type WhatIfId,
  programmeFigures,
} from '@caulkhorn/core/planning';
import type { Programme } from '@caulkhorn/core/programme';
import type { SiteState } from '@caulkhorn/core/site-log';
import { useEffect, useRef, useState } from 'react';
import { Proposing } from './proposing';

/** Each question is given so long: long enough for a plan, short enough to wait for all of them. */
const EACH_MS = 2500;

export interface Answer {
  id: WhatIfId;
  given: Circumstances;
  /** none where no programme was found */ programme: Programme | null;
  figures: ProgrammeFigures | null;
}

interface Asking {
  answers: readonly Answer[];
  /** which is being worked out */ at: Pick<Answer, 'id' | 'given'> | null;
}

/** Works out one question after the other, each by a search of its own; what is asked anew, or left, lets go of the rest. */
export function useWhatIf() {
  const [asking, setAsking] = useState<Asking | null>(null);
  const proposing = useRef<Proposing | undefined>(undefined);
  useEffect(() => () => proposing.current?.close(), []);

  const ask = (given: Circumstances, done: SiteState['done']) => {
    proposing.current?.close();
    const left = WHAT_IF_IDS.flatMap((id) => {
      const changed = WHAT_IFS[id](given);
      return changed ? [{ id, given: changed }] : [];
    });
    const next = (answers: readonly Answer[]): void => {
      const current = left[answers.length];
      setAsking({ answers, at: current ?? null });
      if (!current) return proposing.current?.close();
      const { workItems, options } = current.given;
      keeper.start({ workItems, done, options, limitMs: EACH_MS });
    };
    const answers: Answer[] = [];
    const keeper = new Proposing(
      () => new Worker(new URL('./proposal.worker.ts', import.meta.url), { type: 'module' }),
      ({ isOn, proposal }) => {
        if (isOn) return;
        const current = left[answers.length]!;
        const programme = proposal?.programme ?? null;
        const figures = programme && programmeFigures(programme, current.given.workItems, current.given.options);
        answers.push({ ...current, programme, figures });
        next([...answers]);
      },
    );
    proposing.current = keeper;
    next([]);
  };
  const leave = () => {
    proposing.current?.close();
    setAsking(null);
  };
  return { asking, ask, leave };
}
