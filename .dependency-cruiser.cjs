/** Imports run one way: app → ui → server → data, formats → core; cli → formats, core; demo → data, core. */
const layer = (name) => `^${name}/`;
const forbid = (name, from, to, comment) => ({
  name,
  comment,
  severity: 'error',
  from: { path: from, pathNot: '\\.test\\.tsx?$|/testing[a-z-]*\\.tsx?$' },
  to,
});

module.exports = {
  forbidden: [
    forbid(
      'core-stands-alone',
      layer('src/core'),
      {
        path: '^(src/(?!core/)|cli/|node_modules/(?!temporal-polyfill/|rrule/|highs/))',
      },
      'The core imports only itself and temporal-polyfill, in one place each rrule and highs.',
    ),
    forbid(
      'rules-in-one-place',
      '^(src|cli)/(?!core/patterns/rule\\.ts$)',
      { path: '^node_modules/rrule/' },
      'Only core/patterns/rule.ts knows the recurrence library.',
    ),
    forbid(
      'linear-programs-in-one-place',
      '^(src|cli)/(?!core/propose/master\\.ts$)',
      { path: '^node_modules/highs/' },
      'Only core/propose/master.ts knows the solver of linear programs.',
    ),
    forbid('core-is-pure', layer('src/core'), { dependencyTypes: ['core'] }, 'No Node in the core.'),
    forbid(
      'formats-know-core',
      layer('src/formats'),
      {
        path: '^(src/(app|ui|server|data)/|cli/)',
      },
      'Formats know only the core.',
    ),
    forbid(
      'formats-touch-no-files',
      layer('src/formats'),
      { dependencyTypes: ['core'] },
      'Text in, values out.',
    ),
    forbid(
      'data-below-server',
      layer('src/data'),
      { path: '^(src/(app|ui|server|formats)/|cli/)' },
      'Data knows only the core.',
    ),
    forbid(
      'server-below-ui',
      layer('src/server'),
      { path: '^(src/(app|ui)/|cli/)' },
      'The server knows no screens.',
    ),
    forbid(
      'ui-reaches-no-data',
      layer('src/ui'),
      { path: '^(src/(app|data|formats)/|cli/)' },
      'Screens reach data only through the server.',
    ),
    forbid(
      'ui-takes-only-types-of-the-server',
      layer('src/ui'),
      {
        path: '^src/server/(?!actions\\.ts$|[\\w-]+/schema\\.ts$)',
        dependencyTypesNot: ['type-only'],
      },
      'Screens use server actions, schemas and types, nothing else of the server.',
    ),
    forbid(
      'schemas-stand-on-the-core',
      '^src/server/[\\w-]+/schema\\.ts$',
      {
        path: '^(src/(?!core/|server/input\\.ts$|server/[\\w-]+/schema\\.ts$)|node_modules/(?!joi/))',
        dependencyTypesNot: ['type-only'],
      },
      'Schemas are read in the browser too: they know the core and one another.',
    ),
    forbid(
      'cli-over-formats-and-core',
      layer('cli'),
      { path: '^src/(app|ui|server|data)/' },
      'The command line needs no server.',
    ),
    forbid(
      'demo-over-data-and-core',
      layer('demo'),
      { path: '^(src/(app|ui|server|formats)/|cli/)' },
      'The demo data is written through stores and judged by the core.',
    ),
    forbid(
      'nothing-needs-the-demo',
      '^(src|cli)/',
      { path: '^demo/' },
      'The application runs without the demo.',
    ),
    {
      name: 'no-circles',
      severity: 'error',
      from: { pathNot: '\\.test\\.tsx?$' },
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: 'specify',
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(\\.next|node_modules/next/dist)/|\\.tmp\\.' },
  },
};
