import '../messages/later';
import { talkOf } from '@caulkhorn/core/site-log';
import { useMemo } from 'react';
import { parts, useJob } from '../job/job-context';
import { useHouse } from '../job/use-house';
import { t } from '../messages/t';
import { trueNow } from '../shared/true-clock';
import { NameTicks, type Ticked } from './name-ticks';

interface HandsProps {
  /** whose entry it is */ self: string;
  value: Ticked;
  fault: string | undefined;
  put(part: Partial<Ticked>): void;
}

/** Who else worked on it: hours go to cost by name, and whoever did the work does not look it over. */
export function Hands({ self, value, fault, put }: HandsProps) {
  const { model, lines } = useJob(parts('model', 'lines'));
  const { people = [] } = useHouse();
  const { timeZone } = model.job;
  const known = useMemo(() => {
    // who is there today first
    const { heardAll } = talkOf(lines, [], { atMs: trueNow(), timeZone });
    const named = lines.flatMap(({ entry: { personName, body } }) => [personName, ...((body.kind === 'finish' && body.hands) || [])]);
    return [...heardAll, ...named, ...people.map(({ name }) => name)];
  }, [lines, people, timeZone]);
  const isSelf = (name: string) => name.trim().toLowerCase() === self.trim().toLowerCase();
  return (
    <details className="border-y border-rule open:pb-2">
      <summary className="min-h-9 py-1.5 max-[719px]:min-h-14 max-[719px]:py-4">
        <span className="font-medium">{t('hands.title')}</span>
        <span className="ml-2 text-soft">{value.ticked.length === 0 ? t('hands.nobody') : value.ticked.join(', ')}</span>
      </summary>
      <NameTicks
        legend={t('hands.who')}
        addLabel={t('hands.add')}
        known={[...known, ...value.ticked].filter((name) => !isSelf(name))}
        {...{ value, fault, put }}
      />
    </details>
  );
}
