/** Imports go one way: places → ui and paper → storage, workers → core; in core, readers → sounding → world. */
const WORLD = '^core/(numeric|units|random|history|water|transducer|targets|bottom|pass)/';
const READERS =
  '^core/(display|reading|drills|formats|records|waters|chart|planning|builder|demo|setup|teaching|search|atlas|reckoner)/';
const PLACES = [
  'today',
  'waters',
  'bench',
  'library',
  'drills',
  'lessons',
  'handbook',
  'search',
  'class',
  'settings',
  'reckoner',
];

module.exports = {
  forbidden: [
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
    {
      name: 'no-circles-of-folders',
      severity: 'error',
      scope: 'folder',
      from: { path: '^core/' },
      to: { circular: true, path: '^core/' },
    },
    {
      name: 'core-knows-no-application',
      severity: 'error',
      from: { path: '^core/' },
      to: { path: '^(src|perf|scripts|tests)/' },
    },
    {
      name: 'core-knows-no-interface-library',
      severity: 'error',
      from: { path: '^core/' },
      to: {
        path: 'node_modules/(react|react-dom|astro|zustand|localforage|radix-ui|lucide-react|chart.js)(/|$)',
      },
    },
    {
      name: 'core-knows-no-node',
      severity: 'error',
      from: { path: '^core/' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'world-is-the-ground',
      severity: 'error',
      from: { path: WORLD },
      to: { path: ['^core/sounding/', READERS] },
    },
    {
      name: 'sounding-knows-only-the-world',
      severity: 'error',
      from: { path: '^core/sounding/' },
      to: { path: READERS },
    },
    {
      name: 'shared-parts-know-no-place',
      severity: 'error',
      from: { path: '^src/(ui|paper|storage|workers|server)/' },
      to: { path: `^src/(${PLACES.join('|')}|pages|layouts)/` },
    },
    {
      name: 'storage-and-workers-know-no-widgets',
      severity: 'error',
      from: { path: '^src/(storage|workers|server)/' },
      to: { path: '^src/ui/' },
    },
    ...PLACES.map((place) => ({
      name: `${place}-knows-no-other-place`,
      severity: 'error',
      from: { path: `^src/${place}/` },
      to: { path: `^src/(${PLACES.filter((other) => other !== place).join('|')}|pages|layouts)/` },
    })),
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    // Tests reach for whatever they hold against.
    exclude: { path: '\\.(test|long)\\.tsx?$|^tests/' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'default'],
    },
  },
};
