/** The arrows of the house: docs/architecture.md. */
module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: { pathNot: 'node_modules' }, to: { circular: true } },
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^core/src', pathNot: '\\.test\\.ts$' },
      to: { path: '^(contract|anvil|server|web|e2e|scripts)/|node_modules/(react|express|drizzle-orm|mysql2)' },
    },
    {
      name: 'contract-is-shapes',
      severity: 'error',
      comment: 'what server and page say to each other: shapes and types, of core alone',
      from: { path: '^contract/' },
      to: { path: '^(anvil|server|web|e2e|scripts)/', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'page-loads-no-shapes',
      severity: 'error',
      comment: 'the page takes the types; the shapes would bring the checker to its first load',
      from: { path: '^web/src' },
      to: { path: '^contract/', dependencyTypesNot: ['type-only'] },
    },
    { name: 'core-is-pure', severity: 'error', from: { path: '^core/src', pathNot: '\\.test\\.ts$' }, to: { dependencyTypes: ['core'] } },
    { name: 'anvil-is-core-and-node', severity: 'error', from: { path: '^anvil/src' }, to: { path: '^(server|web|e2e|scripts)/' } },
    {
      name: 'sql-in-db-only',
      severity: 'error',
      from: { path: '^(server/src|web|core|anvil)/', pathNot: '^server/src/db/' },
      to: { path: 'node_modules/(drizzle-orm|mysql2)' },
    },
    { name: 'server-knows-no-page', severity: 'error', from: { path: '^server/' }, to: { path: '^(web|e2e)/' } },
    { name: 'page-knows-no-server', severity: 'error', from: { path: '^web/' }, to: { path: '^(server|scripts|e2e|anvil)/' } },
    {
      name: 'drawing-is-geometry',
      severity: 'error',
      from: { path: '^web/src/drawing/' },
      to: { path: '^web/src/(api|models|ui|views)/|node_modules/react' },
    },
    {
      name: 'wording-apart',
      severity: 'error',
      comment: 'computations give codes and data; words are made where they are shown',
      from: { path: '^core/src/(units|tables|rivet|prep|section|layout|typed|record|done|setup|reach|order|operations|access)/', pathNot: '\\.test\\.ts$' },
      to: { path: '^core/src/wording/' },
    },
    {
      name: 'no-orphans',
      severity: 'error',
      from: { orphan: true, path: '^(contract|core|anvil|server|web)/src', pathNot: '\\.test\\.ts$|vite-env' },
      to: {},
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'default', 'types'],
      extensions: ['.ts', '.tsx', '.js', '.mjs'],
    },
  },
};
