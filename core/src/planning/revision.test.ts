import { buildUp, crack, sampleJob } from '../testing/sample-job';
import { accepted, refusals } from '../testing/results';
import { checkReleased, fingerprintOf } from '../proof';
import type { JobModel } from '../jobs';
import { type House, USUAL_CREW, USUAL_HOUSE, planJob, revisionContent } from './index';

const job = (part: Partial<JobModel> = {}): JobModel => ({ ...sampleJob(), features: [crack()], buildUps: [buildUp('north')], ...part });
const release = (model = job(), crew = USUAL_CREW, house: House = USUAL_HOUSE) =>
  revisionContent(model, planJob(model, crew, house), crew, house);
const before = release();

describe('a release freezes what was decided', () => {
  test('per face its load and case, layers, treatments with rule, steps and takes, sheets, schools, crew and house', () => {
    const { decided } = before;
    const north = decided!.faces.find(({ faceId }) => faceId === 'north')!;
    expect(north).toMatchObject({
      mark: 'N',
      family: 'crystalline-slurry',
      load: {
        levelM: expect.any(Number) as number,
        headAtFootM: expect.any(Number) as number,
        side: expect.stringMatching(/^(posi|nega)tive$/) as string,
      },
      rating: { passes: expect.any(Boolean) as boolean },
    });
    expect(north.layers.map(({ id }) => id)).toEqual(['coat-1', 'coat-2']);
    const treated = north.treatments.find(({ targetId }) => targetId === 'k1')!;
    expect(treated).toMatchObject({ mark: 'K1', of: 'crack', verdict: 'treat', ruleId: expect.any(String) as string });
    expect(treated.steps.length).toBeGreaterThan(1);
    expect(treated.takes.length).toBeGreaterThan(0);
    expect(Object.keys(north.schools)).toContain('crack-width');
    expect(decided!.products.map(({ id, version }) => `${id} ${version}`)).toContain('tarnwick-veil 2');
    expect(decided!.crew).toEqual({ people: 2 });
    // a plan is handed to people whom it is not to tell what an hour costs
    expect(decided!.house).toEqual({ sparePct: 0, paces: {}, schools: {} });
  });

  test('and reads back as it was written', () => {
    const raw = JSON.parse(JSON.stringify(before)) as typeof before;
    expect(accepted(checkReleased(raw, 'r'))).toEqual(before.decided);
    expect(fingerprintOf({ ...raw, decided: raw.decided! })).toBe(before.fingerprint);
  });

  test('what was altered afterwards no longer bears its fingerprint', () => {
    const raw = JSON.parse(JSON.stringify(before)) as {
      decided: { faces: { reason?: string }[] };
      workItems: { durationMin: number }[];
      quantities: object[];
      fingerprint: string;
    };
    raw.decided.faces[0]!.reason = 'as agreed';
    expect(refusals(checkReleased(raw, 'r'))).toEqual(['hash-does-not-match at r.fingerprint']);
    const work = JSON.parse(JSON.stringify(before)) as typeof raw;
    work.workItems[0]!.durationMin += 5;
    expect(refusals(checkReleased(work, 'r'))).toEqual(['hash-does-not-match at r.fingerprint']);
  });
});

describe('unchanged since', () => {
  const school = (from: 'A' | 'B') => ({ 'crack-width': { school: from } });
  test.each<[string, () => ReturnType<typeof release>]>([
    ['the crack school of the face', () => release(job({ buildUps: [{ ...buildUp('north'), schools: school('B') }] }))],
    ['the crack school of the job', () => release({ ...job(), job: { ...job().job, schools: { wetting: { school: 'B' } } } })],
    ['a reason alone', () => release(job({ buildUps: [{ ...buildUp('north'), reason: 'dry enough' }] }))],
    ['the crew', () => release(job(), { ...USUAL_CREW, people: 3 })],
    ['the tool', () => release(job(), { ...USUAL_CREW, tool: 'spray' })],
    ['the pace of a coat', () => release(job(), USUAL_CREW, { ...USUAL_HOUSE, paces: { coat: 9 } })],
    ['a crack that runs today', () => release(job({ features: [crack({ wetState: 'running' })] }))],
    [
      'a treatment decided otherwise',
      () => release(job({ buildUps: [{ ...buildUp('north'), overrides: [{ targetId: 'k1', ruleId: 'leave', reason: 'old repair' }] }] })),
    ],
    [
      'a crack drawn elsewhere on an uncoated wall',
      () => {
        const elsewhere = (u: number) => crack({ id: 'k9', mark: 'K9', faceId: 'floor', path: [[u, 1], [u, 2]] }); // prettier-ignore
        const [there, here] = [0.5, 1.5].map((u) => release(job({ features: [crack(), elsewhere(u)] })));
        expect(there!.decided!.sheet!.features.map(({ mark }) => mark)).toEqual(['K1', 'K9']);
        return there!.fingerprint === here!.fingerprint ? before : there!;
      },
    ],
    ['the name of a room', () => release({ ...job(), spaces: job().spaces.map((space) => ({ ...space, name: 'Vault' })) })],
    ['the strength of the concrete', () => release(job({ faces: job().faces.map((face) => ({ ...face, strengthMPa: 28 })) }))],
  ])('not, after %s', (_what, again) => expect(again().fingerprint).not.toBe(before.fingerprint));

  test.each<[string, () => ReturnType<typeof release>]>([
    ['nothing', () => release()],
    ['the price of an hour', () => release(job(), USUAL_CREW, { ...USUAL_HOUSE, labourMinorPerH: 5000 })],
    ['rows in another order', () => release(job({ faces: [...job().faces].reverse(), waterLevels: [...job().waterLevels].reverse() }))],
    ['a note on a crack', () => release(job({ features: [crack({ note: 'seen by the client' })] }))],
    ['a wall as warm as it is today', () => release(job(), { ...USUAL_CREW, temperatureC: 19 })],
    [
      'a reading',
      () =>
        release(
          job({
            readings: [{ id: 'r', faceId: 'north', kind: 'surface-temperature', value: 9, at: '2026-05-20T10:00:00Z', point: [1, 1] }],
          }),
        ),
    ],
  ])('still, after %s', (_what, again) => expect(again().fingerprint).toBe(before.fingerprint));
});
