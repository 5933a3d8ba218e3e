import { USUAL_CREW, USUAL_HOUSE, planJob, revisionContent } from '@caulkhorn/core/planning';
import type { OpenPoint } from '@caulkhorn/core/proof';
import { buildUp, crack, sampleJob } from '../../../core/src/testing/sample-job';
import { openText } from '../handover/open-text';
import { itemName, stepName } from './item-name';
import { readingText } from './reading-text';
import { releasedItemName } from './released-name';

const model = { ...sampleJob(), features: [crack({ mark: 'K7', wetState: 'weeping' })], buildUps: [buildUp('north')] };
const { workItems, decided } = revisionContent(model, planJob(model, USUAL_CREW, USUAL_HOUSE), USUAL_CREW, USUAL_HOUSE);
const faces = decided!.faces;
const coat = workItems.find(({ step, targetId }) => step === 'coat-2' && targetId === undefined)!;
const plug = workItems.find(({ step }) => step === 'plug')!;
const corner = workItems.find(({ targetId }) => targetId !== undefined && targetId !== 'k1')!;

test('work is called by its face, its mark and its step', () => {
  expect(itemName(coat, model)).toBe('N · coat 2');
  expect(itemName(plug, model)).toMatch(/^N · K7 /);
  expect(stepName(corner, model)).toMatch(/^junction /);
  expect(itemName({ ...coat, faceId: 'gone' }, model)).toBe('? · coat 2');
});

test('released work keeps the names that it was released under, whatever they are now', () => {
  expect(releasedItemName(coat, faces)).toBe('N · coat 2');
  expect(releasedItemName(plug, faces)).toBe(itemName(plug, model));
  expect(releasedItemName({ ...plug, targetId: 'no longer there' }, faces)).toMatch(/^N · junction /);
  expect(releasedItemName(coat, [])).toBe('coat 2');
});

test('every open point says in words what and where', () => {
  const face = faces.find(({ faceId }) => faceId === 'north');
  const treatment = face!.treatments.find(({ targetId }) => targetId === 'k1')!;
  const points: OpenPoint[] = [
    { code: 'no-release' },
    { code: 'released-before-freezing' },
    { code: 'no-level', face: face! },
    { code: 'rating-fails', face: face! },
    { code: 'refused', treatment },
    { code: 'undecided', treatment: { ...treatment, mark: undefined, of: 'wall-floor' } },
    { code: 'work-open', n: 3, first: coat },
    { code: 'not-shown-yet', n: 1 },
  ];
  const said = points.map((point) => openText(point, faces));
  expect(new Set(said).size).toBe(points.length);
  for (const text of said) expect(text).not.toMatch(/\{|undefined|missing\./);
  expect(said[2]).toContain('N');
  expect(said[4]).toContain('K7');
  expect(said[6]).toContain('N · coat 2');
});

test('a reading is told in the reader’s units, its kind’s own where there is no other', () => {
  const at = { id: 'r', faceId: 'north', at: '2026-05-20T10:00:00Z' };
  expect(readingText({ ...at, kind: 'surface-temperature', value: 20 }, 'us')).toBe('68\u202f°F');
  expect(readingText({ ...at, kind: 'surface-temperature', value: 20 }, 'metric')).toBe('20\u202f°C');
  expect(readingText({ ...at, kind: 'in-slab-rh', value: 82.5 }, 'metric')).toBe('82.5\u202f%');
  expect(readingText({ ...at, kind: 'moisture-meter', value: 41 }, 'metric')).toMatch(/^41/);
});
