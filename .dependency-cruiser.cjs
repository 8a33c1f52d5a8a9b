/** The arrows between the layers: app → features → ui, server, db → core. */
const layer = (name) => `^src/${name}/`;
const never = (name, from, to, comment) => ({
  name,
  severity: 'error',
  comment,
  from: { path: from },
  to: { path: to },
});

module.exports = {
  forbidden: [
    never(
      'core-stands-alone',
      layer('core'),
      '^src/(db|server|features|ui|workers|app)/',
      'The computation knows nothing of screens or stores.',
    ),
    never('db-under-features', layer('db'), '^src/(server|features|ui|workers|app)/', 'Stores do not know who asks.'),
    never(
      'ui-knows-no-data',
      layer('ui'),
      '^src/(db|server|features|workers|app)/',
      'Shared drawing gets plain values.',
    ),
    never(
      'server-under-features',
      layer('server'),
      '^src/(features|workers|app)/',
      'The edge does not know the stations.',
    ),
    never(
      'workers-only-core',
      layer('workers'),
      '^src/(db|server|features|ui|app)/',
      'Workers are thin ends around core.',
    ),
    never('app-on-top', '^src/(core|db|server|features|ui|workers)/', layer('app'), 'Nothing imports routes.'),
    {
      name: 'features-apart',
      severity: 'error',
      comment: 'What two features need moves down.',
      from: { path: '^src/features/([^/]+)/' },
      to: { path: '^src/features/', pathNot: '^src/features/$1/' },
    },
    {
      name: 'no-circles',
      severity: 'error',
      from: { path: '^src/' },
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
  },
};
