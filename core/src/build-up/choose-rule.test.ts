import { FAMILIES, type Detailing } from '../catalogue';
import { FAMILY_IDS, FEATURE_SPECS, type Face, type Feature, type FeatureKind, type School } from '../jobs';
import { crack, sampleJob } from '../testing/sample-job';
import { DETAIL_RULES, findRule, ruleForFeature, ruleForJunction } from './index';

const concrete = sampleJob().faces[0]!;
const HARD: readonly Detailing[] = ['rigid', 'block', 'tanking', 'lime'];
const DETAILINGS = [...new Set(FAMILY_IDS.map((id) => FAMILIES[id].detailing))];
const face = (part: Partial<Face> = {}) => ({ ...concrete, ...part });
const bare = (kind: FeatureKind, part: Partial<Feature> = {}): Feature => ({
  ...crack({ kind, widthMm: undefined, movement: undefined }),
  ...part,
});

/** Cases from the plainest to the most particular: leaking, moving, narrow and wide, on each substrate and kind of face. */
function* everyCase(): Generator<[string, Detailing]> {
  const widths = [undefined, 0.2, 0.45, 0.6, 1.2, 2, 7];
  for (const detailing of DETAILINGS) {
    for (const kind of ['wall-floor', 'internal-corner', 'external-corner', 'movement', 'construction', 'in-line'] as const)
      for (const mortarCorner of [true, false]) yield [ruleForJunction({ kind }, detailing, mortarCorner).id, detailing];
    for (const kind of Object.keys(FEATURE_SPECS) as FeatureKind[])
      for (const substrate of ['cast-concrete', 'block'] as const)
        for (const faceKind of ['wall', 'slab'] as const)
          for (const movement of ['static', 'moving'] as const)
            for (const wetState of ['dry', 'damp', 'weeping', 'running'] as const)
              for (const pipe of ['rigid', 'corrugated'] as const)
                for (const widthMm of widths)
                  for (const signs of [undefined, ['steel-shows' as const]])
                    yield [
                      ruleForFeature(
                        bare(kind, { movement, wetState, pipe, widthMm, signs }),
                        face({ substrate, kind: faceKind }),
                        detailing,
                        'B',
                      ).id,
                      detailing,
                    ];
  }
}

const reached = new Map<string, Set<Detailing>>();
for (const [id, detailing] of everyCase()) reached.set(id, (reached.get(id) ?? new Set()).add(detailing));

test.each(DETAIL_RULES.map((rule) => [rule.id, rule] as const))('%s decides for every way of detailing that it names', (_id, rule) =>
  expect([...(reached.get(rule.id) ?? [])].sort()).toEqual([...rule.with].sort()),
);

test('no two rows share an id', () => expect(new Set(DETAIL_RULES.map(({ id }) => id)).size).toBe(DETAIL_RULES.length));

// common practice, no source: which row a practitioner would take
test.each<[string, Detailing, Partial<Feature>, Partial<Face>]>([
  ['crack-moving', 'rigid', { movement: 'moving' }, {}],
  ['crack-leaking-moving-running', 'rigid', { movement: 'moving', wetState: 'running' }, {}],
  ['crack-leaking-moving', 'membrane', { movement: 'moving', wetState: 'weeping' }, {}],
  ['joint-leaking-moving-running', 'soak', { kind: 'joint', movement: 'moving', wetState: 'dripping' }, {}],
  // nobody has looked whether it moves: that is never taken for standing still
  ['crack-moving', 'rigid', { movement: undefined }, {}],
  ['crack-leaking-moving', 'membrane', { movement: undefined, wetState: 'weeping' }, {}],
  ['joint-moving', 'rigid', { kind: 'joint', movement: undefined }, {}],
  ['crack-running-slab', 'slab', { wetState: 'running' }, { kind: 'slab' }],
  ['leak-slab', 'rigid', { kind: 'leak', wetState: 'running' }, { kind: 'slab' }],
  ['crack-inject-running', 'injection', { wetState: 'gushing', widthMm: 0.1 }, {}],
  ['crack-inject-weeping', 'injection', { wetState: 'weeping', widthMm: 0.3 }, {}],
  ['crack-too-fine', 'injection', { wetState: 'weeping', widthMm: 0.29 }, {}],
  ['crack-inject-damp', 'injection', { wetState: 'damp', widthMm: 0.8 }, {}],
  ['crack-inject-dry', 'injection', { wetState: 'damp', widthMm: 0.79 }, {}],
  ['crack-inject-unmeasured', 'injection', { widthMm: undefined }, {}],
  ['crack-cavity', 'cavity', { wetState: 'dripping' }, {}],
  ['fixing-lime', 'lime', { kind: 'fixing' }, {}],
  ['crack-leaking-block', 'block', { wetState: 'weeping' }, { substrate: 'block' }],
  ['crack-leaking', 'rigid', { widthMm: 0.1, wetState: 'weeping' }, {}],
  ['crack-leaking-slab', 'rigid', { wetState: 'weeping' }, { kind: 'slab' }],
  ['crack-wide-block', 'block', { widthMm: 2 }, { substrate: 'block' }],
  ['crack-wide', 'rigid', { widthMm: 0.51 }, {}],
  ['crack-unmeasured', 'membrane', { widthMm: undefined }, {}],
  ['crack-fine', 'rigid', { widthMm: 0.5, wetState: 'damp' }, {}],
  ['crack-fine-membrane', 'membrane', { widthMm: 1.6 }, {}],
  ['crack-wide-membrane', 'membrane', { widthMm: 1.7 }, {}],
  ['crack-middling-hot', 'hot', { widthMm: 6 }, { kind: 'slab' }],
  ['crack-wide-hot', 'hot', { widthMm: 6.1 }, { kind: 'slab' }],
  ['crack-wide-slab', 'slab', { widthMm: 1.1 }, { kind: 'slab' }],
  ['crack-fine-soft', 'slab', { widthMm: 1 }, { kind: 'slab' }],
  ['leak-stop', 'membrane', { kind: 'leak', wetState: 'dripping' }, {}],
  ['pipe-not-rigid', 'membrane', { kind: 'penetration', pipe: 'corrugated', wetState: 'running' }, {}],
  ['joint-leaking', 'rigid', { kind: 'joint', pastLeakage: true }, {}],
])('%s is taken by %s', (id, detailing, part, of) => expect(ruleForFeature(crack(part), face(of), detailing, 'B').id).toBe(id));

test('the schools part at 0.4 and 0.5 mm', () => {
  const of = (widthMm: number, school: School) => ruleForFeature(crack({ widthMm }), concrete, 'rigid', school).id;
  expect([of(0.45, 'A'), of(0.45, 'B'), of(0.4, 'A')]).toEqual(['crack-wide', 'crack-fine', 'crack-fine']);
});

test('past leakage counts as leakage, damp alone does not', () => {
  const of = (part: Partial<Feature>) => ruleForFeature(crack({ widthMm: 0.1, ...part }), concrete, 'rigid', 'B').id;
  expect(of({ pastLeakage: true })).toBe('crack-leaking');
  expect(of({ wetState: 'damp' })).toBe('crack-fine');
});

test.each(DETAILINGS)('%s: what nobody has looked at is treated as letting water in, never as dry', (detailing) => {
  for (const kind of ['crack', 'joint', 'penetration', 'tie-hole', 'honeycomb'] as const) {
    const of = (wetState?: Feature['wetState']) =>
      ruleForFeature(bare(kind, { movement: 'static', pipe: 'rigid', widthMm: 0.1, wetState }), face(), detailing, 'B').id;
    expect(of()).toBe(of('weeping'));
  }
});

test('nothing hard is ever put across what moves', () => {
  const moving = DETAIL_RULES.filter((rule) => rule.when.moving || rule.of === 'movement');
  expect(moving.length).toBeGreaterThan(10);
  for (const rule of moving) {
    const steps = rule.steps.map((step) => step.do);
    expect(steps).not.toContain('fill');
    expect(steps).not.toContain('pour-flush');
    if (rule.with.some((each) => HARD.includes(each))) expect(steps).not.toContain('stripe');
  }
});

// common practice, no source
test.each<[string, string, unknown]>([
  ['leaks are cut at least 20 mm wide and deep and 300 to 450 mm past their ends', 'leak', { widthMm: 25, depthMm: 25, extendMm: 300 }],
  ['block is spared: 12 mm wide and 25 mm deep', 'crack-wide-block', { widthMm: 12, depthMm: 25 }],
  ['failed joints are raked 37 mm deep', 'mortar-joint', { depthMm: 37 }],
])('%s', (_says, id, slot) => {
  const open = findRule(id)!.steps.find((step) => step.do === 'open')!;
  expect(open).toMatchObject({ slot });
});
test('sheets over joints reach 150 mm onto each side and are clamped every 200 mm', () =>
  expect(findRule('joint-moving')!.steps).toContainEqual({ do: 'sheet', lapMm: 150, barSpacingMm: 200 }));
test('what moves and leaks is stopped with what stays soft before it is sealed, and never by sealant alone', () => {
  for (const detailing of DETAILINGS.filter((each) => each !== 'cavity'))
    for (const kind of ['crack', 'joint'] as const)
      for (const wetState of ['weeping', 'running'] as const) {
        const { steps } = ruleForFeature(bare(kind, { wetState, movement: 'moving', widthMm: 2 }), face(), detailing, 'B');
        const injected = steps.flatMap((step) => (step.do === 'inject' ? [step.role] : []));
        expect(injected).toEqual(wetState === 'running' ? ['injection-foam', 'injection-resin'] : ['injection-resin']);
        expect(steps.map((step) => step.do).slice(injected.length)).toEqual(['seal-joint', 'sheet']);
      }
});
test('where steel shows it is cleaned and primed before mortar, and the plug does not lie on rust unseen', () => {
  for (const kind of ['honeycomb', 'spall'] as const)
    for (const wetState of ['dry', 'running'] as const) {
      const { steps, why } = ruleForFeature(bare(kind, { wetState, signs: ['rust-stain'] }), face(), 'rigid', 'B');
      expect(why).toBe('steel-repair');
      const done = steps.map((step) => (step.do === 'clean' ? `clean ${step.how}` : step.do));
      expect(done).toEqual(wetState === 'running' ? ['plug', 'clean steel', 'patch'] : ['clean steel', 'patch']);
      expect(steps.at(-1)).toMatchObject({ role: 'repair-mortar' });
    }
});
test('foam is never the seal', () => {
  for (const { steps } of DETAIL_RULES)
    steps.forEach((step, i) => {
      if (step.do === 'inject' && step.role === 'injection-foam')
        expect(steps[i + 1]).toMatchObject({ do: 'inject', role: 'injection-resin' });
    });
});
test('cracks and changes of plane under films get mesh', () => {
  for (const rule of [
    ruleForFeature(crack({ widthMm: 0.3 }), concrete, 'membrane', 'B'),
    ruleForFeature(crack({ widthMm: 1.7 }), concrete, 'membrane', 'B'),
    ruleForJunction({ kind: 'internal-corner' }, 'membrane'),
    ruleForJunction({ kind: 'external-corner' }, 'membrane'),
    ruleForJunction({ kind: 'wall-floor' }, 'membrane'),
  ])
    expect(rule.steps).toContainEqual(expect.objectContaining({ do: 'stripe', mesh: true }));
});
test('inner corners are a fillet of mortar, of sealant only where the family asks for it', () => {
  const role = (mortarCorner: boolean) => {
    const fillet = ruleForJunction({ kind: 'internal-corner' }, 'membrane', mortarCorner).steps.find((step) => step.do === 'fillet');
    return fillet?.do === 'fillet' && fillet.role;
  };
  expect([role(true), role(false)]).toEqual(['repair-mortar', 'sealant']);
  expect(FAMILY_IDS.filter((id) => FAMILIES[id].sealantCorners)).toEqual(['moisture-cure-pu']);
});
test('nothing that runs is only covered over: it is opened, plugged or injected, whatever the system that holds water back', () => {
  for (const detailing of DETAILINGS.filter((each) => each !== 'cavity'))
    for (const kind of ['crack', 'leak', 'joint', 'mortar-joint', 'penetration', 'tie-hole', 'honeycomb', 'spall'] as const) {
      const { steps } = ruleForFeature(bare(kind, { wetState: 'running', pipe: 'rigid' }), face(), detailing, 'B');
      const stops = steps.some((step) => step.do === 'plug' || step.do === 'inject');
      // honeycomb and spalls are an engineer's word before anything is injected, masonry joints take gel
      const isInjected = detailing === 'injection' && (kind === 'honeycomb' || kind === 'spall');
      expect(stops || isInjected).toBe(true);
    }
});
test('crystalline mortar goes onto its own slurry, in slots, cavities and corners', () => {
  for (const { steps } of DETAIL_RULES)
    steps.forEach((step, i) => {
      if ('role' in step && step.role === 'mortar') expect(steps[i - 1]).toEqual({ do: 'bond' });
    });
});
test('plugs fill half the depth', () => {
  for (const rule of DETAIL_RULES)
    for (const step of rule.steps)
      if (rule.steps.some((other) => other.do === 'plug')) {
        if (step.do === 'open') expect(step.slot.plugFraction).toBe(0.5);
        if (step.do === 'patch') expect(step.plugFraction).toBe(0.5);
      }
});

test('an inner corner under a membrane is made of mortar unless its family has it of sealant', () => {
  const rule = (...mortar: boolean[]) => ruleForJunction({ kind: 'internal-corner' }, 'membrane', ...mortar).id;
  expect(rule()).toBe('internal-corner-fillet');
  expect(rule(false)).not.toBe(rule(true));
});
