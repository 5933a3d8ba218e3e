import type { Issue } from '@caulkhorn/core/issues';
import { tOf } from '../messages/t';
import { formatLimit } from './numbers';
import { usePreferences } from './preferences';

/** What was refused, in words; a limit with its unit, as the reader has it. */
export function faultText({ code, values }: Pick<Issue, 'code' | 'values'>): string {
  // of a text that must be there, it is enough to say so
  if (code === 'too-short' && Number(values?.['min']) > 1) return tOf('issue.too-few-characters', values);
  return tOf(`issue.${code}`, withUnits(values));
}

const LIMITS = ['min', 'max', 'above', 'below'] as const;

function withUnits(values: Issue['values']): Issue['values'] {
  const unit = values?.['unit'];
  if (typeof unit !== 'string' || unit === '' || unit === 'money') return values;
  const { units } = usePreferences.getState();
  const limits = LIMITS.flatMap((name) => {
    const limit = values![name];
    return typeof limit === 'number' ? [[name, formatLimit(limit, unit, units)] as const] : [];
  });
  return { ...values, ...Object.fromEntries(limits) };
}
