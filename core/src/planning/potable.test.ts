import { SHIPPED_CATALOGUE, pinProducts } from '../catalogue';
import { buildUp, crack, sampleJob } from '../testing/sample-job';
import { USUAL_CREW, USUAL_HOUSE, planJob } from './index';

const coat = SHIPPED_CATALOGUE.newest('tarnwick-veil')!;
const products = pinProducts(coat, 'crystalline-slurry', SHIPPED_CATALOGUE);
function told(demands: { potable?: boolean }, part: Parameters<typeof crack>[0]) {
  const job = sampleJob();
  const faces = job.faces.map((face) => ({ ...face, demands }));
  const { findings } = planJob(
    { ...job, faces, features: [crack(part)], buildUps: [buildUp('north', { products })] },
    USUAL_CREW,
    USUAL_HOUSE,
  );
  return findings.filter(({ code }) => code === 'not-for-drinking-water').map(({ values }) => values!['product']);
}

test('every product that touches drinking water is asked, mortar and resin as well as the coat', () => {
  const used = [coat, SHIPPED_CATALOGUE.find(products.plug!)!, SHIPPED_CATALOGUE.find(products.mortar!)!];
  const wanted = used.filter(({ potable }) => !potable).map(({ name }) => name);
  expect([...told({ potable: true }, { wetState: 'running' })].sort()).toEqual([...wanted].sort());
  expect(told({}, { wetState: 'running' })).toEqual([]);
});

test('resin that is injected is asked too', () => {
  const resin = SHIPPED_CATALOGUE.find(products['injection-resin']!)!;
  expect(resin.potable).toBe(false);
  expect(told({ potable: true }, { faceId: 'floor', wetState: 'weeping' })).toEqual([]);
  const onFloor = planJob(
    {
      ...sampleJob(),
      faces: sampleJob().faces.map((face) => ({ ...face, demands: { potable: true } })),
      features: [crack({ faceId: 'floor', wetState: 'weeping' })],
      buildUps: [buildUp('floor', { products })],
    },
    USUAL_CREW,
    USUAL_HOUSE,
  );
  expect(onFloor.findings).toContainEqual(expect.objectContaining({ code: 'not-for-drinking-water', values: { product: resin.name } }));
});
