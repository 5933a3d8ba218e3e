import type { OutlookLine } from '@caulkhorn/core/outlook';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { t, tOf } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { stepText } from './step-text';
import { dayOnly, timeNear } from '../shared/times';

export interface OutlookReader {
  timeZone: string;
  units: UnitSystem;
  nowMs: number;
}

/** One line of what is missing or due, in words; its mark stands before it elsewhere. */
export function outlookText({ code, values = {}, atMs, tone }: OutlookLine, { timeZone, units, nowMs }: OutlookReader): string {
  const near = (ms: unknown) => (typeof ms === 'number' ? timeNear(ms, nowMs, timeZone) : '');
  const amount = (value: unknown) => formatQuantity(Number(value), String(values['measure']), units);
  const { product, batch, days, gap } = values;
  if (code === 'survey-gap') return tOf(`gap.${gap}`, values);
  if (code === 'short')
    return 'orderBy' in values
      ? t(tone === 'wrong' ? 'outlook.short-late' : 'outlook.short-by', {
          product,
          amount: amount(values['short']),
          // a day of the calendar, whatever the zone
          day: dayOnly(`${values['orderBy']}T12:00:00Z`, 'UTC'),
        })
      : t('outlook.short', { product, amount: amount(values['short']) });
  if (code === 'expires') return t('outlook.expires', { product, batch, n: Number(days), amount: amount(values['onHand']) });
  if (code === 'expired') return t('outlook.expired', { product, batch, amount: amount(values['onHand']) });
  const isLate = code === 'look-due' && tone === 'wrong';
  return tOf(isLate ? 'outlook.look-late' : `outlook.${code}`, {
    ...values,
    work: workText(values),
    ...(values['look'] === undefined ? {} : { look: tOf(`care-look.${values['look']}`) }),
    ...(values['by'] === undefined ? {} : { by: tOf(`voided.${values['by']}`) }),
    ...(values['test'] === undefined ? {} : { test: tOf(`test.${values['test']}`) }),
    when: near(atMs),
    closes: near(values['closesMs']),
  });
}

function workText({ step, coatNo, on, strip, strips }: NonNullable<OutlookLine['values']>): string {
  const zone = strip === undefined ? {} : { zone: { no: Number(strip), of: Number(strips) } };
  const steps = stepText({ step, coatNo, ...zone });
  if (on === undefined) return steps;
  return on === '' ? `${t('junction.short')} ${steps}` : `${on} ${steps}`;
}

/** Lines that say the same of several things, told once with their marks. */
export interface OutlookGroup {
  first: OutlookLine;
  marks: readonly string[];
  n: number;
}

/** Puts together what reads the same; in the order in which each was first met. */
export function groupOutlook(lines: readonly OutlookLine[], textOf: (line: OutlookLine) => string): OutlookGroup[] {
  const groups = new Map<string, { first: OutlookLine; marks: string[]; n: number }>();
  for (const line of lines) {
    const key = `${line.place.step} ${textOf(line)}`;
    const group = groups.get(key);
    if (!group) groups.set(key, { first: line, marks: line.mark ? [line.mark] : [], n: 1 });
    else {
      group.n++;
      if (line.mark && !group.marks.includes(line.mark)) group.marks.push(line.mark);
    }
  }
  return [...groups.values()];
}
