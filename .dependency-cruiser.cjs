/**
 * The import directions of docs/architecture.md, checked in CI.
 * Rooms of core, lowest first: a room may use only rooms of lower tiers or before it in its own tier.
 */
const tiers = [
  ['base'],
  ['solver'],
  ['time'],
  ['pitch'],
  ['instrument'],
  ['sound'],
  ['grip'],
  ['hits'],
  ['line'],
  ['form'],
  ['song'],
  ['set'],
  ['clash'],
  ['heard'],
  ['take'],
  ['split'],
  ['offers'],
  ['log'],
  ['score'],
  ['sheet'],
  ['formats'],
].flat();

const upward = tiers.map((room, i) => ({
  name: `core-${room}-uses-only-earlier-rooms`,
  severity: 'error',
  from: { path: `^src/core/${room}/`, pathNot: '\\.test\\.ts$' },
  to: { path: `^src/core/(${tiers.slice(i + 1).join('|') || 'nothing'})/` },
}));

const between = {
  name: 'rooms-meet-at-their-index',
  severity: 'error',
  comment: 'From outside a room of core only its index.ts may be imported.',
  from: { path: '^(src/core/([^/]+)|src/[^/]+|cli|server|test|bench|scripts)/' },
  to: {
    path: '^src/core/[^/]+/',
    pathNot: ['^src/core/[^/]+/index\\.ts$', '^src/core/$2/', '^src/core/formats/'],
  },
};

const only = (name, from, allowed) => ({
  name,
  severity: 'error',
  from: { path: from, pathNot: '\\.test\\.ts$' },
  to: { path: '^(src|cli|server|test|bench)/', pathNot: [from, ...allowed] },
});

module.exports = {
  forbidden: [
    ...upward,
    between,
    only('core-uses-only-core', '^src/core/', []),
    only('ui-knows-no-music', '^src/ui/', []),
    only('views-use-ui-and-core', '^src/views/', ['^src/ui/', '^src/core/']),
    only('engraving-uses-core', '^src/engraving/', ['^src/core/']),
    only('stand-knows-no-store', '^src/stand/', ['^src/core/', '^src/engraving/', '^src/ui/']),
    only('carry-knows-no-store', '^src/carry/', ['^src/core/', '^src/stand/', '^src/ui/', '^src/views/']),
    only('audio-uses-core', '^src/audio/', ['^src/core/']),
    only('workers-use-core', '^src/workers/', ['^src/core/']),
    only('store-uses-core-and-workers', '^src/store/', ['^src/core/', '^src/workers/']),
    only('cli-uses-core', '^cli/', ['^src/core/']),
    only('server-uses-nothing-else', '^server/', ['^src/core/']),
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: {
        dependencyTypes: ['npm', 'core'],
        pathNot: 'node_modules/(tonal|@tonaljs|yup|fft.js|wavefile|midi-file|fast-xml-parser|fflate)',
      },
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '^dist/' },
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.mjs', '.js', '.json', '.css'] },
  },
};
