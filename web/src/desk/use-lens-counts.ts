import { useMemo } from 'react';
import { t } from '../messages/t';
import { parts, useJob, usePlanning } from '../job/job-context';
import { useTestsOpen } from '../job/use-tests-open';
import { useFoundSince } from '../job/use-found-since';
import type { LensId } from './lenses';

interface Count {
  text: string;
  tone: 'plain' | 'waits' | 'wrong';
}

export type LensCounts = Partial<Record<LensId, Count>>;

/** What each step has to say for itself, beside its name. */
export function useLensCounts(): LensCounts {
  const { model, lines } = useJob(parts('model', 'lines'));
  const { plan, programme } = usePlanning();
  const { found } = useFoundSince();
  const { failed, due } = useTestsOpen();
  return useMemo(() => {
    const unloaded = plan.findings.filter((found) => found.code === 'no-governing-level').length;
    const failing = plan.faces.filter((face) => face.rating && !face.rating.output.passes).length;
    const refused = plan.faces.flatMap((face) => face.treatments).filter((treatment) => treatment.rule.verdict === 'refuse').length;
    const counts: LensCounts = {};
    if (model.features.length > 0) counts.survey = { text: String(model.features.length), tone: 'plain' };
    if (unloaded > 0) counts.water = { text: t('count.no-level', { n: unloaded }), tone: 'waits' };
    const clashes = programme.conflicts.length;
    // what is on nobody's sheet comes before what is on one and does not fit
    if (found > 0) counts['build-up'] = counts.programme = { text: t('count.not-planned', { n: found }), tone: 'wrong' };
    else {
      if (failing + refused > 0) counts['build-up'] = { text: t('count.to-settle', { n: failing + refused }), tone: 'wrong' };
      if (clashes > 0) counts.programme = { text: t('count.clashes', { n: clashes }), tone: 'wrong' };
    }
    if (failed > 0) counts.proof = { text: t('count.failed', { n: failed }), tone: 'wrong' };
    else if (due > 0) counts.proof = { text: t('count.due', { n: due }), tone: 'waits' };
    if (lines.length > 0) counts['site-log'] = { text: String(lines.length), tone: 'plain' };
    return counts;
  }, [model.features.length, plan, programme.conflicts.length, lines.length, found, failed, due]);
}
