// The layers of docs/architecture.md: each folder of core imports only from folders above it in this list.
const layers = [
  'quantity',
  'derive',
  'geometry',
  'reference',
  'working',
  'drill',
  'plan',
  'site',
  'gear',
  'model',
  'check',
  'survey',
  'clearance',
  'fixing',
  'wireway',
  'placing',
  'arrange',
  'array',
  'string',
  'route',
  'seal',
  'protection',
  'one-line',
  'pack',
];
const upward = layers.slice(0, -1).map((name, index) => ({
  name: `core-${name}-looks-only-down`,
  severity: 'error',
  from: { path: `^core/src/${name}/`, pathNot: '\\.(test|cases)\\.ts$' },
  to: { path: `^core/src/(${layers.slice(index + 1).join('|')})/` },
}));

module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    ...upward,
    {
      name: 'gear-and-site-know-nothing-of-each-other',
      severity: 'error',
      from: { path: '^core/src/gear/' },
      to: { path: '^core/src/site/' },
    },
    {
      name: 'core-folders-do-not-reach-the-top-files',
      severity: 'error',
      from: { path: `^core/src/(${layers.join('|')})/`, pathNot: '\\.(test|cases)\\.ts$' },
      to: { path: '^core/src/(doors/|checks|demo/|evaluate)' },
    },
    {
      name: 'core-is-pure',
      comment: 'only a few small libraries from outside; no Node, no shells',
      severity: 'error',
      from: { path: '^core/src/', pathNot: '(\\.(test|cases)\\.ts$|^core/src/test/)' },
      to: {
        pathNot:
          '^(core/src/|node_modules/(zod|immer|fraction\\.js|flatqueue|clipper2-ts|earcut|papaparse|@types/papaparse|dxf-parser|@tarikjabiri/dxf|@sindresorhus/slugify|@preact/signals-core)/)',
      },
    },
    {
      name: 'shells-do-not-import-each-other',
      severity: 'error',
      from: { path: '^(server|web|cli)/src/' },
      to: { path: '^(server|web|cli)/src/', pathNot: '^$1/src/' },
    },
    {
      name: 'shells-use-core-by-its-doors',
      severity: 'error',
      from: { path: '^(server|web|cli|contract)/src/' },
      to: { path: '^core/(src|dist)/', pathNot: '^core/(src|dist)/doors/' },
    },
    {
      name: 'sheet-tools-do-without-react',
      severity: 'error',
      from: { path: '^web/src/(sheet/tools|state)/.*\\.ts$' },
      to: { path: '^node_modules/react', pathNot: '^node_modules/react-redux' },
    },
    {
      name: 'nothing-unresolved',
      comment:
        'typeorm maps its entry points in a way this tool does not read, web/fonts.ts makes virtual:fonts; the compiler and the build check them',
      severity: 'error',
      from: {},
      to: { couldNotResolve: true, pathNot: '^(typeorm$|virtual:fonts/)' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)dist/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.depcruise.json' },
    enhancedResolveOptions: {
      conditionNames: ['zarnel-source', 'import', 'default'],
      exportsFields: ['exports'],
      extensions: ['.ts', '.tsx', '.js', '.css'],
    },
  },
};
