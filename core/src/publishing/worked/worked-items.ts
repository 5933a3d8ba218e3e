import { describeFields, readFields } from '../../fields/index.js';
import type { Issue } from '../../issues.js';
import { type AnyItem, ITEM_LISTS, ITEM_SPECS, type ItemKind, checkItem, lookupIn } from '../../jobs/index.js';
import { changesOf } from './changes.js';
import { mark } from './figures.js';
import { madeJob } from './made-job.js';

/** Looked at one by one, of one kind. */
const MOST = 6;

/** What is said of the first things of a kind in a made-up job, each with one thing in it changed: by its fields, and beside the others. */
export function workedItems(kind: ItemKind, seed: number): object {
  const model = madeJob(seed);
  const lookup = lookupIn(model);
  const { fields } = ITEM_SPECS[kind];
  const spec = { type: 'record', fields: describeFields(fields), required: true } as const;
  const said = (item: unknown) => {
    const issues: Issue[] = [];
    const read = readFields(fields, item, '', issues);
    return read ? checkItem(kind, read as unknown as AnyItem, lookup) : issues;
  };
  return model[ITEM_LISTS[kind]]
    .slice(0, MOST)
    .map((item) => [mark(said(item)), mark(changesOf(spec, item, '').map(([, to]) => said(to)))]);
}
