import { DAMP_EVIDENCE, type DampFacts } from './index';

const NOTHING: DampFacts = { isSlab: false, nearLeak: false, nearPipe: false, coated: false, signs: new Set() };

describe('each row of the evidence holds where it says, and nowhere else', () => {
  const holds = (id: string, facts: Partial<DampFacts>) => DAMP_EVIDENCE.find((row) => row.id === id)!.holds({ ...NOTHING, ...facts });
  // bounds are the project's own but for the margin of ISO 8502-4 and 14.65 g/(m²·24 h), 3 lb of ASTM F1869
  test.each<[id: string, yes: Partial<DampFacts>[], no: Partial<DampFacts>[]]>([
    ['fades-upward', [{ meterFallUpward: 0.25 }, { meterFallUpward: 1 }], [{ meterFallUpward: 0.24 }]],
    ['no-fade-upward', [{ meterFallUpward: 0.09 }, { meterFallUpward: -1 }], [{ meterFallUpward: 0.1 }]],
    ['strong-salts', [{ salts: 'strong' }], [{ salts: 'slight' }, { salts: 'none' }]],
    ['no-salts', [{ salts: 'none' }], [{ salts: 'slight' }, { salts: 'strong' }]],
    ['under-dew-point', [{ surfaceOverDewK: 0 }, { surfaceOverDewK: -3 }], [{ surfaceOverDewK: 0.1 }]],
    ['near-dew-point', [{ surfaceOverDewK: 0.1 }, { surfaceOverDewK: 2.9 }], [{ surfaceOverDewK: 0 }, { surfaceOverDewK: 3 }]],
    ['well-over-dew-point', [{ surfaceOverDewK: 5 }], [{ surfaceOverDewK: 4.9 }]],
    ['beside-a-leak', [{ nearLeak: true }], [{ nearLeak: false }]],
    ['beside-a-pipe', [{ nearPipe: true }], [{ nearPipe: false }]],
    ['below-water', [{ belowWater: true }], [{ belowWater: false }]],
    ['above-water', [{ belowWater: false }], [{ belowWater: true }]],
    ['not-coated', [{ coated: false }], [{ coated: true }]],
    ['is-a-slab', [{ isSlab: true }], [{ isSlab: false }]],
    ['is-a-wall', [{ isSlab: false }], [{ isSlab: true }]],
    [
      'slab-humid',
      [{ isSlab: true, inSlabRhPct: 85 }],
      [
        { isSlab: true, inSlabRhPct: 84 },
        { isSlab: false, inSlabRhPct: 95 },
      ],
    ],
    [
      'slab-dry-inside',
      [{ isSlab: true, inSlabRhPct: 74 }],
      [
        { isSlab: true, inSlabRhPct: 75 },
        { isSlab: false, inSlabRhPct: 60 },
      ],
    ],
    [
      'emits-vapour',
      [{ isSlab: true, vapourGM2Day: 14.7 }],
      [
        { isSlab: true, vapourGM2Day: 14.6 },
        { isSlab: false, vapourGM2Day: 40 },
      ],
    ],
  ])('%s', (id, yes, no) => {
    expect(yes.map((facts) => holds(id, facts))).toEqual(yes.map(() => true));
    expect(no.map((facts) => holds(id, facts))).toEqual(no.map(() => false));
  });

  test('what was not measured or not looked for is not known, never a no', () => {
    const measured = [
      'fades-upward',
      'no-fade-upward',
      'strong-salts',
      'no-salts',
      'under-dew-point',
      'near-dew-point',
      'well-over-dew-point',
      'below-water',
      'above-water',
    ];
    expect(measured.map((id) => holds(id, {}))).toEqual(measured.map(() => null));
    expect(['slab-humid', 'slab-dry-inside', 'emits-vapour'].map((id) => holds(id, { isSlab: true }))).toEqual([null, null, null]);
    const signs = DAMP_EVIDENCE.filter(({ ask, id }) => ask === id);
    expect(signs.length).toBeGreaterThan(8);
    for (const { id } of signs) expect([holds(id, {}), holds(id, { signs: new Set([id as never]) })]).toEqual([null, true]);
  });
});
