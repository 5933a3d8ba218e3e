import { COMMAND_KINDS, type Saying } from '@caulkhorn/contract';
import { ITEM_KINDS, applyChange } from '@caulkhorn/core/jobs';
import type { LogEntry } from '@caulkhorn/core/site-log';
import { crack, sampleJob } from '../../../core/src/testing/sample-job';
import { changeOf, entryOf, targetOf } from './commands';

const job = sampleJob();

test('every kind of command says what it does to the model, or that it does nothing to it', () => {
  for (const kind of COMMAND_KINDS) {
    const change = changeOf({ kind, payload: { id: 'x', levels: [] } } as unknown as Saying);
    expect(change === null).toBe(kind === 'log.append' || kind === 'plan.release');
    if (change?.kind === 'put' || change?.kind === 'remove') expect(ITEM_KINDS).toContain(change.itemKind);
  }
});

test('a model follows its commands', () => {
  const put = applyChange(job, changeOf({ kind: 'feature.put', payload: crack() })!);
  expect(put.features).toHaveLength(1);
  expect(applyChange(put, changeOf({ kind: 'feature.remove', payload: { id: 'k1' } })!).features).toEqual([]);
  expect(applyChange(job, changeOf({ kind: 'job.put', payload: { ...job.job, name: 'New' } })!).job.name).toBe('New');
  const levels = [{ ...job.waterLevels[0]!, id: 'new' }];
  expect(applyChange(job, changeOf({ kind: 'water-levels.add', payload: { levels } })!).waterLevels).toHaveLength(3);
});

test('a command stands on the version of the thing it changes', () => {
  expect(targetOf({ kind: 'feature.put', payload: crack() }, 'job')).toBe('k1');
  expect(targetOf({ kind: 'job.put', payload: job.job }, 'job')).toBe('job');
  expect(targetOf({ kind: 'plan.release', payload: { revisionId: 'r', people: 2, temperatureC: 20 } }, 'job')).toBe('');
});

test('only log commands carry an entry', () => {
  const entry = { id: 'e' } as LogEntry;
  expect(entryOf({ kind: 'log.append', payload: entry })).toBe(entry);
  expect(entryOf({ kind: 'feature.put', payload: crack() })).toBeNull();
});
