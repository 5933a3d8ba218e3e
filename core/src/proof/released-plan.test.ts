import { USUAL_CREW, USUAL_HOUSE, planJob, revisionContent } from '../planning';
import { accepted, refusals } from '../testing/results';
import { buildUp, crack, sampleJob } from '../testing/sample-job';
import { type ReleasedPlan, checkReleased, fingerprintOf } from './index';

const model = { ...sampleJob(), features: [crack()], buildUps: [{ ...buildUp('north'), reason: 'dry in summer' }] };
const content = revisionContent(model, planJob(model, USUAL_CREW, USUAL_HOUSE), USUAL_CREW, USUAL_HOUSE);
/** Anything a file may hold. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;
type Raw = Parameters<typeof checkReleased>[0];
const sent = JSON.parse(JSON.stringify(content)) as Raw & { decided: ReleasedPlan };
/** As sent, with one change that whoever sent it has put its own fingerprint on. */
const changed = (change: (plan: { [name: string]: Loose }) => void) => {
  const copy = structuredClone(sent);
  change(copy.decided as never);
  return checkReleased({ ...copy, fingerprint: fingerprintOf(copy) }, 'planRevisions[0]');
};

test('a released plan that comes back is the one that was sent', () => {
  expect(accepted(checkReleased(sent, 'p'))).toEqual(sent.decided);
});

test('a plan whose decisions, work or quantities were altered does not carry its own fingerprint', () => {
  const altered: Raw[] = [
    { ...sent, decided: { ...sent.decided, job: { ...sent.decided.job, site: 'elsewhere' } } },
    { ...sent, workItems: sent.workItems.slice(1) },
    { ...sent, quantities: sent.quantities.slice(1) },
    { ...sent, fingerprint: '0'.repeat(64) },
  ];
  for (const each of altered) expect(refusals(checkReleased(each, 'p'))).toEqual(['hash-does-not-match at p.fingerprint']);
});

test('what does not have its shape is refused by its path, whatever its fingerprint', () => {
  const at = 'planRevisions[0].decided';
  expect(refusals(changed((plan) => (plan['crew'].people = 0)))).toEqual([`below-min at ${at}.crew.people`]);
  expect(refusals(changed((plan) => delete plan['faces'][0].mark))).toEqual([`missing at ${at}.faces[0].mark`]);
  expect(refusals(changed((plan) => (plan['faces'][0].owner = 'x')))).toEqual([`unknown-field at ${at}.faces[0].owner`]);
  expect(refusals(changed((plan) => (plan['faces'][0].treatments[0].verdict = 'skip')))[0]).toBe(
    `not-one-of at ${at}.faces[0].treatments[0].verdict`,
  );
  expect(refusals(checkReleased({ ...sent, decided: [] }, 'p'))).toEqual(['not-a-record at p.decided']);
  // lists that may be empty, and sides that name a water
  expect(changed((plan) => (plan['products'] = [])).ok).toBe(true);
  expect(changed((plan) => (plan['faces'][0].treatments = [])).ok).toBe(true);
  expect(changed((plan) => (plan['faces'][0].near = { kind: 'tank', water: 'Tank' })).ok).toBe(true);
});
