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
          '^core/|^node_modules/(zod|ts-fsrs|papaparse|@types/papaparse|saxes|flatbush|flatqueue|jstat)/',
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
      name: 'contract-through-its-index',
      severity: 'error',
      from: { path: '^(server|web)/' },
      to: { path: '^contract/', pathNot: '^contract/index\\.ts$' },
    },
    {
      name: 'web-features-through-their-index',
      severity: 'error',
      from: { path: '^web/([^/]+)/', pathNot: notTests },
      to: { path: '^web/[^/]+/', pathNot: '^web/$1/|^web/[^/]+/(edit/)?index\\.tsx?$' },
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
