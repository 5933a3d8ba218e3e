import { type Issue, issue } from '../issues.js';
import { DEW_MARGIN_C, dewPoint } from '../physics/index.js';
import type { Conditions, EntryBody } from './entry.js';

/** Dew point and margin of measured conditions; undefined where the air is too dry for the equations. */
export function dewMargin(conditions: Conditions): { dewPointC: number; marginC: number } | undefined {
  const result = dewPoint.compute({ ...conditions, requiredMarginC: DEW_MARGIN_C });
  return result.ok ? { dewPointC: result.value.dewPointC, marginC: result.value.marginC! } : undefined;
}

const ISO_BEFORE = (a: string, b: string) => Date.parse(a) < Date.parse(b);

/** Rules that a log entry must keep beyond the shape of its fields. A coat started on a sweating wall needs a reason. */
export function checkEntry(body: EntryBody, occurredAt: string, path = 'body'): Issue[] {
  const found: Issue[] = [];
  if (body.kind === 'start' && body.conditions) {
    const margin = dewMargin(body.conditions);
    if (margin && margin.marginC < DEW_MARGIN_C && !body.breachReason?.trim())
      found.push(issue('breach-needs-reason', `${path}.breachReason`, { marginC: Math.round(margin.marginC * 10) / 10 }));
  }
  if (body.kind === 'finish') {
    const lastLaidAt = body.lastLaidAt ?? occurredAt;
    if (body.firstLaidAt && ISO_BEFORE(lastLaidAt, body.firstLaidAt)) found.push(issue('last-before-first', `${path}.lastLaidAt`));
    if (ISO_BEFORE(occurredAt, lastLaidAt)) found.push(issue('after-the-entry', `${path}.lastLaidAt`));
  }
  return found;
}
