import type { LogLine } from '../site-log';
import { USUAL_CREW, USUAL_HOUSE, planJob, revisionContent } from '../planning';
import { buildUp, sampleJob } from '../testing/sample-job';
import { isPlateSo, plateOf } from './wall-plate';

const NOW = Date.parse('2026-06-01T08:00:00Z');

function record() {
  const model = { ...sampleJob(), buildUps: [buildUp('north')] };
  const plan = planJob(model, USUAL_CREW, USUAL_HOUSE);
  const revision = { ...revisionContent(model, plan, USUAL_CREW, USUAL_HOUSE), number: 3, madeAt: '', madeBy: 'Ida Moor' };
  return { revision, readings: [], nowMs: NOW, lines: [] as LogLine[] };
}
const finished = ({ revision }: ReturnType<typeof record>): LogLine[] =>
  revision.workItems.flatMap(({ id }, i) =>
    (['start', 'finish'] as const).map((kind, k) => {
      const at = new Date(NOW - 9 * 86_400_000 + (2 * i + k) * 60_000).toISOString();
      return {
        entry: {
          id: `${id} ${kind}`,
          personId: 'p',
          personName: 'Ida Moor',
          occurredAt: at,
          writtenAt: at,
          body: { kind, workItemId: id, planRevisionId: 'r' },
        },
        receipt: { receiptSeq: 2 * i + k + 1, receivedAt: at },
      } as unknown as LogLine;
    }),
  );

test('only what is coated is told; what is not finished has no day, and what is not proven is not called so', () => {
  const says = plateOf(record())!;
  expect(says).toMatchObject({
    revision: 3,
    asOf: '2026-06-01T08:00:00.000Z',
    faces: [{ family: 'crystalline-slurry', isShown: false, looksAt: [] }],
  });
  expect(says.faces).toHaveLength(1);
  expect(says.faces[0]).not.toHaveProperty('finishedAt');
});

test('finished it has its day and its looks, after one and five years; still nobody’s name', () => {
  const from = record();
  const says = plateOf({ ...from, lines: finished(from) })!;
  expect(says.faces[0]!.finishedAt!.slice(0, 10)).toBe('2026-05-23');
  expect(says.faces[0]!.looksAt.map((at) => at.slice(0, 10))).toEqual(['2027-05-23', '2031-05-23']);
  expect(says.faces[0]!.voids).toContain('drilling');
  expect(JSON.stringify(says)).not.toContain('Ida Moor');
});

test('of one face, or of none that is there, or before any release', () => {
  expect(plateOf(record(), 'north')!.faces).toHaveLength(1);
  expect(plateOf(record(), 'nowhere')).toBeNull();
  expect(plateOf({ ...record(), revision: null })).toBeNull();
});

test('a plate is still so on another day, kept in whatever order; finished work, a new plan and a face that is gone make it old', () => {
  const from = record();
  const published = plateOf(from, 'north')!;
  const kept = Object.fromEntries(Object.entries(published).toReversed()) as unknown as typeof published;
  expect(isPlateSo(kept, { ...from, nowMs: NOW + 86_400_000 }, 'north')).toBe(true);
  expect(isPlateSo(published, { ...from, lines: finished(from) }, 'north')).toBe(false);
  expect(isPlateSo(published, { ...from, revision: { ...from.revision, number: 4 } }, 'north')).toBe(false);
  expect(isPlateSo(published, from, 'nowhere')).toBe(false);
  expect(isPlateSo(published, { ...from, revision: null }, 'north')).toBe(false);
});
