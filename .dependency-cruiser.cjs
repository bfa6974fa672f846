/** Which folder may import which: an import only goes down the list of docs/architecture.md. */
const ROOMS = {
  core: [],
  contract: ['core'],
  server: ['core', 'contract'],
  instruments: ['core', 'contract'],
  web: ['core', 'contract'],
  demo: ['core', 'contract', 'server', 'instruments'],
  bench: ['core', 'contract', 'server', 'instruments', 'web', 'demo'],
  checks: ['core'],
  // Browser tests know the truths of the scenario and nothing else.
  e2e: ['demo/truths', 'demo/build-truths', 'core/sizing', 'core/catalogue'],
};

/** The rooms of core/: each imports only those before it. */
const CORE = [
  'statistics',
  'sizing',
  'catalogue',
  'limits',
  'records',
  'wording',
  'figures',
  'curves',
  'claims',
  'match',
  'study',
  'construction',
  'fit',
  'wear',
  'sheet',
  'choose',
  'practice',
];

/** The folders of steps in server/: what they share stands above them, and none needs another. */
const SERVER = [
  'receive',
  'match',
  'fit',
  'measure',
  'wear',
  'sheets',
  'studies',
  'lab',
  'photographs',
  'hall',
  'exchange',
  'backups',
  'guide',
];
/** What wires the steps; and what tests are served by. */
const WIRING = '^server/(app|former-books|served-[a-z]+)[.]ts$';

const forbidden = Object.entries(ROOMS).map(([room, below]) => ({
  name: `${room}-imports-down`,
  severity: 'error',
  from: { path: `^${room}/` },
  to: {
    path: `^(${Object.keys(ROOMS).join('|')})/`,
    pathNot: [room, ...below].map((name) => `^${name}(/|[.])`),
  },
}));

module.exports = {
  forbidden: [
    ...forbidden,
    ...CORE.map((room, place) => ({
      name: `core-${room}-imports-down`,
      severity: 'error',
      from: { path: `^core/${room}/`, pathNot: '[.]test[.]ts$' },
      to: { path: '^core/', pathNot: CORE.slice(0, place + 1).map((name) => `^core/${name}/`) },
    })),
    ...SERVER.map((step) => ({
      name: `server-${step}-stands-alone`,
      severity: 'error',
      from: { path: '^server/', pathNot: [`^server/${step}/`, WIRING, '[.]test[.]ts$'] },
      to: { path: `^server/${step}/` },
    })),
    {
      name: 'hall-has-no-handler-of-the-bench',
      comment:
        'phones on the network reach the calls of the hall, and nothing that the bench answers',
      severity: 'error',
      from: { path: '^server/hall/', pathNot: '[.]test[.]ts$' },
      to: {
        path: '^(server/(app|endpoint|openapi)[.]ts|server/.*-routes[.]ts|contract/endpoints[.]ts)$',
      },
    },
    {
      name: 'core-is-pure',
      comment: 'core/ uses small libraries of numbers and geometry, and nothing else',
      severity: 'error',
      from: { path: '^core/', pathNot: '[.]test[.]ts$' },
      to: {
        pathNot: [
          '^core/',
          'node_modules/(simple-statistics|jstat|d3-array|internmap|d3-shape|d3-path|intl-messageformat|@turf/length|munkres)/',
        ],
      },
    },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    { name: 'all-resolved', severity: 'error', from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '[.](css|sql|json)$' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      extensions: ['.ts', '.tsx', '.mjs', '.js', '.d.ts'],
    },
  },
};
