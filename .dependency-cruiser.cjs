// Imports run one way: web → contract, core · server → contract, core · contract → core · core → nothing of ours.
// A room is used through its index only; steps stand on earlier steps.
const forbid = (name, from, to, comment) => ({ name, severity: 'error', comment, from: { path: from }, to: { path: to } });

const STEPS = ['survey', 'water', 'build-up', 'materials', 'programme', 'site-log', 'proof'];
/** Core rooms from the ground up: each may use only those before it. */
const CORE_ORDER = [
  'issues',
  'quantities',
  'fields',
  'numerics',
  'physics',
  'jobs',
  'catalogue',
  ...STEPS,
  'planning',
  'outlook',
  'calculators',
  'publishing',
  'exchange',
];

/** The web's rooms from the ground up: `job` is what every step stands on, `desk` the roof that puts the steps together. */
const WEB_ORDER = [
  'messages',
  'shared',
  'words',
  'fields',
  'calculation',
  'workings',
  'charts',
  'job',
  'exchange',
  'sheet',
  'help',
  'drawings',
  'devices',
  'survey',
  'water',
  'build-up',
  'stores',
  'materials',
  'programme',
  'site-log',
  'proof',
  'bundle',
  'handover',
  'house',
  'bench',
  'people',
  'jobs',
  'desk',
];
/** The server's: `records` holds all SQL about a job, `jobs` answers for it. */
const SERVER_ORDER = [
  'platform',
  'people',
  'records',
  'house',
  'planning',
  'site-log',
  'photos',
  'stores',
  'outlook',
  'programme',
  'exchange',
  'calculators',
  'jobs',
  'prints',
  'demo',
  'testing',
];

/** In a layer's rooms nothing runs back up, and what is in no room stands on top of all. */
const inOrder = (layer, rooms) => [
  ...rooms.map((room, i) => ({
    name: `${layer}-${room}-stands-on-what-is-below`,
    severity: 'error',
    from: { path: `^${layer}/src/${room}/`, pathNot: room === 'demo' ? '/main\\.ts$' : room === 'testing' ? '.' : '\\.test\\.tsx?$' },
    to: { path: `^${layer}/src/((${rooms.slice(i + 1).join('|') || '-'})/|[^/]+$)` },
  })),
  {
    name: `${layer}-has-no-room-without-a-place`,
    comment: 'a new folder is put into its order in .dependency-cruiser.cjs',
    severity: 'error',
    from: { path: `^${layer}/src/`, pathNot: `^${layer}/src/((${rooms.join('|')})/|[^/]+$)` },
    to: {},
  },
];

module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    forbid('core-stands-alone', '^core/', '^(contract|server|web)/', 'the core knows nothing of what surrounds it'),
    forbid('contract-knows-core-only', '^contract/', '^(server|web)/'),
    forbid('web-not-server', '^web/', '^server/'),
    forbid('server-not-web', '^server/', '^web/'),
    forbid('core-no-frameworks', '^core/', 'node_modules/(@nestjs|react|typeorm|express|pg)(/|$)'),
    {
      name: 'core-rooms-through-their-index',
      severity: 'error',
      from: { path: '^core/src/([^/]+)/' },
      to: { path: '^core/src/[^/]+/', pathNot: ['^core/src/$1/', '^core/src/[^/]+/index\\.ts$'] },
    },
    ...CORE_ORDER.map((room, i) => ({
      name: `core-${room}-stands-on-what-is-below`,
      severity: 'error',
      from: { path: `^core/src/${room}(/|\\.ts$)`, pathNot: '\\.test\\.ts$' },
      to: { path: `^core/src/(${CORE_ORDER.slice(i + 1).join('|') || '-'})(/|\\.ts$)` },
    })),
    ...inOrder('web', WEB_ORDER),
    ...inOrder('server', SERVER_ORDER),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsConfig: { fileName: 'tsconfig.base.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['@caulkhorn/source', 'import', 'require', 'node', 'default'],
      extensions: ['.ts', '.tsx', '.js', '.mjs', '.d.ts'],
    },
    exclude: { path: '(/dist/|\\.test\\.ts$)' },
  },
};
