/** The arrows of the architecture: core <- contract <- server | web, and one door (index.ts) per subject. */
const notTests = '\\.test\\.tsx?$';
module.exports = {
  forbidden: [
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^core/', pathNot: [notTests, '^core/testing/'] },
      to: {
        pathNot:
          '^core/|^node_modules/(zod|ts-fsrs|papaparse|@types/papaparse|saxes|flatbush|flatqueue|jstat|d3-array|d3-contour|@types/d3-array|@types/d3-contour)/',
      },
    },
    {
      name: 'contract-knows-core-only',
      severity: 'error',
      from: { path: '^contract/', pathNot: notTests },
      to: {
        pathNot: '^(contract|core)/|^node_modules/(reflect-metadata|class-validator|class-transformer)/',
      },
    },
    {
      name: 'server-not-web',
      severity: 'error',
      from: { path: '^server/' },
      to: { path: '^(web|e2e|bench)/' },
    },
    {
      name: 'web-not-server',
      severity: 'error',
      from: { path: '^web/' },
      to: { path: '^(server|e2e|bench)/' },
    },
    {
      name: 'core-subjects-through-their-index',
      severity: 'error',
      from: { path: '^core/([^/]+)/', pathNot: notTests },
      to: { path: '^core/[^/]+/', pathNot: '^core/$1/|^core/[^/]+/index\\.ts$' },
    },
    {
      name: 'core-from-outside-through-its-index',
      severity: 'error',
      from: { path: '^(contract|server|web|bench)/', pathNot: notTests },
      to: { path: '^core/', pathNot: '^core/[^/]+/index\\.ts$' },
    },
    {
      // Tests that only ask over HTTP do not load all its checks for the address alone.
      name: 'contract-through-its-index',
      severity: 'error',
      from: { path: '^(server|web)/', pathNot: '^server/testing/' },
      to: { path: '^contract/', pathNot: '^contract/index\\.ts$' },
    },
    {
      name: 'web-through-their-index',
      severity: 'error',
      from: { path: '^web/((?:screens|parts|data)/[^/]+|app)/', pathNot: notTests },
      to: { path: '^web/(screens|parts|data)/[^/]+/', pathNot: '^web/$1/|^web/[^/]+/[^/]+/index\\.tsx?$' },
    },
    {
      // app -> screens -> parts -> data.
      name: 'web-data-knows-no-part',
      severity: 'error',
      from: { path: '^web/data/', pathNot: notTests },
      to: { path: '^web/(app|screens|parts)/' },
    },
    {
      name: 'web-parts-know-no-screen',
      severity: 'error',
      from: { path: '^web/parts/' },
      to: { path: '^web/(app|screens)/' },
    },
    {
      name: 'web-screens-know-no-screen',
      severity: 'error',
      from: { path: '^web/screens/([^/]+)/' },
      to: { path: '^web/(app|screens)/', pathNot: '^web/screens/$1/' },
    },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.js', '.json'] },
  },
};
