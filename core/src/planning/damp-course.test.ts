import { SHIPPED_CATALOGUE, pinProducts } from '../catalogue';
import type { BuildUp, Face, Feature } from '../jobs';
import { foldLog } from '../site-log';
import { buildUp, crack, sampleJob } from '../testing/sample-job';
import { USUAL_CREW, USUAL_HOUSE, planJob, programmeJob } from './index';

const products = pinProducts(SHIPPED_CATALOGUE.choices('coat', 'rigid-slurry')[0]!, 'rigid-slurry', SHIPPED_CATALOGUE);
const damp = (signs: Feature['signs']): Feature =>
  crack({
    id: 'd1',
    kind: 'damp-area',
    path: [
      [0, 0],
      [4, 0],
      [4, 0.8],
      [0, 0.8],
    ],
    wetState: 'damp',
    signs,
    widthMm: undefined,
    movement: undefined,
  } as Partial<Feature>);

function planOf({
  change = { substrate: 'brick' },
  signs = ['tide-mark'],
  part = {},
}: { change?: Partial<Face>; signs?: Feature['signs']; part?: Partial<BuildUp> } = {}) {
  const sample = sampleJob();
  const faces = sample.faces.map((face) => (face.id === 'north' ? { ...face, ...change } : face));
  const model = {
    ...sample,
    faces,
    features: [damp(signs), crack({ wetState: 'weeping', widthMm: 3 })],
    buildUps: [buildUp('north', { family: 'rigid-slurry', products, ...part })],
  };
  const plan = planJob(model, USUAL_CREW, USUAL_HOUSE);
  return { plan, north: plan.faces[0]!, has: plan.faces[0]!.layers.some(({ layer }) => layer === 'damp-course') };
}

describe('injection against rising damp is a matter of school', () => {
  test('by who holds that it helps it is a layer of the wall that rises, with cream, hours and a card of its own work', () => {
    const { plan, north } = planOf();
    const line = north.lines.find(({ what }) => what === 'damp-course')!;
    // holes of 12 mm every 120 mm, 260 mm deep in 300: 0.245 L on a metre, 4 m, 5 % lost (common practice, no source), rough by 1.1
    const litres = (1000 / 120) * (Math.PI / 4) * 1.2 ** 2 * 26 * 4 * 1e-3;
    expect(line.amount).toBeCloseTo(litres * line.product.densityKgL! * 1.05 * 1.1, 6);
    expect(plan.workItems.find(({ step }) => step === 'damp-course')).toMatchObject({ quantity: { value: 4, unit: 'm' }, durationMin: 40 });
    expect(plan.supply.orders.map(({ product }) => product.role)).toContain('damp-course');
  });
  test.each<[string, Parameters<typeof planOf>[0]]>([
    ['who holds that it does not, injects nothing', { part: { schools: { 'rising-injection': { school: 'B', reason: 'thick rubble' } } } }],
    ['nor is it done where nothing rises', { signs: [] }],
    ['nor in cast concrete', { change: { substrate: 'cast-concrete' } }],
  ])('%s', (_says, given) => expect(planOf(given).has).toBe(false));
  test('who asks for it gets it', () =>
    expect(planOf({ signs: [], part: { alterations: [{ do: 'add', layer: 'damp-course', reason: 'asked' }] } }).has).toBe(true));
  test('it is drilled with the dusty work, and keeps no coat waiting; what must set still does', () => {
    const { plan } = planOf();
    const { tasks, conflicts } = programmeJob(plan.workItems, foldLog([]), {
      nowMs: Date.parse('2026-05-18T05:00:00Z'),
      timeZone: 'UTC',
      temperatureC: 20,
    });
    const at = (step: string) => plan.workItems.findIndex((item) => item.step === step);
    expect(at('damp-course')).toBe(at('prepare') + 1);
    expect(plan.workItems[at('damp-course')]!.room!.phase).toBe('clear');
    expect(plan.workItems[at('coat-1')]!.waits.length).toBeGreaterThan(0);
    expect(tasks.every(({ startMs }) => Number.isFinite(startMs))).toBe(true);
    expect(conflicts).toEqual([]);
  });
});
