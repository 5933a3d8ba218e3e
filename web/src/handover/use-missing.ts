import { missingIn } from '@caulkhorn/core/outlook';
import { decidedIn } from '@caulkhorn/core/planning';
import { MINUTE_MS } from '@caulkhorn/core/quantities';
import { useMemo } from 'react';
import { useUnits } from '../shared/preferences';
import { useNow } from '../shared/use-now';
import { parts, useJob, usePlanning } from '../job/job-context';
import { useHouse } from '../job/use-house';
import { type OutlookGroup, groupOutlook, outlookText } from '../words/outlook-text';

export type MissingGroup = OutlookGroup & { text: string };

const URGENCY = { wrong: 0, soon: 1, waits: 2 } as const;

/** All that the job still lacks, as the first page has it too: what is wrong first, the same said of several things once. */
export function useMissing(): MissingGroup[] {
  const { model, revision } = useJob(parts('model', 'revision'));
  const { plan, site, programme, conditions } = usePlanning();
  const house = useHouse();
  const units = useUnits();
  const nowMs = Math.floor(useNow(MINUTE_MS) / MINUTE_MS) * MINUTE_MS;
  return useMemo(() => {
    const today = decidedIn(model, plan, conditions, house);
    const lines = missingIn({ model, plan, revision, site, today, conflicts: programme.conflicts, nowMs });
    const textOf = (line: (typeof lines)[number]) => outlookText(line, { timeZone: model.job.timeZone, units, nowMs });
    const inOrder = [...lines].sort((a, b) => URGENCY[a.tone] - URGENCY[b.tone]);
    return groupOutlook(inOrder, textOf).map((group) => ({ ...group, text: textOf(group.first) }));
  }, [model, plan, revision, site, programme.conflicts, conditions, house, units, nowMs]);
}
