const { coreRooms, webRooms } = require('./scripts/lib/rooms.cjs');

/** No room of `rooms` under `folder` knows one that stands after it. */
const inOrder = (folder, rooms) =>
  rooms.slice(0, -1).map((room, i) => ({
    name: `${room}-knows-only-rooms-before-it`,
    severity: 'error',
    from: { path: `^${folder}/${room}/`, pathNot: '\\.spec\\.ts$' },
    to: { path: `^${folder}/(${rooms.slice(i + 1).join('|')})/` },
  }));

/** Imports point one way: web, server and demo use the core; the core uses nothing of ours; the end-to-end tests use only the running program. */
module.exports = {
  forbidden: [
    ...inOrder('core/src', coreRooms),
    ...inOrder('web/src/app', webRooms),
    { name: 'core-stands-alone', severity: 'error', from: { path: '^core/' }, to: { path: '^(web|server|demo|e2e)/' } },
    {
      name: 'core-knows-no-machine',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.spec\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-knows-no-screen',
      severity: 'error',
      from: { path: '^core/' },
      to: { path: 'node_modules/(@angular|rxjs|dexie|express)' },
    },
    { name: 'web-uses-core-only', severity: 'error', from: { path: '^web/' }, to: { path: '^(server|demo|e2e)/' } },
    { name: 'server-keeps-off-the-web', severity: 'error', from: { path: '^server/' }, to: { path: '^(web|e2e)/' } },
    {
      name: 'e2e-uses-the-running-program',
      severity: 'error',
      from: { path: '^e2e/' },
      // The simulated set stands in for the real one on the bench, and the drawings for a service manual; neither is the program.
      to: { path: '^(core|web|server|demo)/', pathNot: '^core/src/(standin|card|chance)/|^demo/(cards|src/sheets|src/manual)/' },
    },
    { name: 'demo-uses-core-only', severity: 'error', from: { path: '^demo/' }, to: { path: '^(web|server|e2e)/' } },
    {
      name: 'tables-only-in-storage',
      severity: 'error',
      from: { path: '^web/src/app/', pathNot: '^web/src/app/(storage/|testing/|app\\.config|.*\\.spec\\.ts)' },
      to: { path: '^web/src/app/storage/bench-database' },
    },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'default'], extensions: ['.ts', '.js', '.mjs'] },
  },
};
