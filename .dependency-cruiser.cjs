/** The arrows between the layers: app → features → commands, questions → server → db → core; ui beside them; jobs on db alone. */
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
      '^src/(db|server|commands|questions|jobs|features|ui|workers|app)/',
      'The computation knows nothing of screens or stores.',
    ),
    never(
      'db-under-features',
      layer('db'),
      '^src/(server|commands|questions|jobs|features|ui|workers|app)/',
      'Stores do not know who asks.',
    ),
    never(
      'ui-knows-no-data',
      layer('ui'),
      '^src/(db|server|commands|questions|jobs|features|workers|app)/',
      'Shared drawing gets plain values.',
    ),
    never(
      'server-under-features',
      layer('server'),
      '^src/(commands|questions|jobs|features|workers|app)/',
      'The edge does not know the acts or the stations.',
    ),
    never(
      'commands-under-features',
      '^src/(commands|questions)/',
      '^src/(features|workers|jobs|app)/',
      'An act does not know the screens that send it.',
    ),
    {
      name: 'commands-apart',
      severity: 'error',
      comment: 'Commands are sent or run by name; what two need moves down. What may be typed is shared.',
      from: { path: '^src/commands/([^/]+)/([^/]+)\\.ts$' },
      to: { path: '^src/commands/[^/]+/', pathNot: ['^src/commands/$1/'] },
    },
    {
      name: 'features-send',
      severity: 'error',
      comment: 'A screen sends acts and asks questions; it never runs them, and never writes by itself.',
      from: { path: '^src/features/' },
      to: {
        path: '^src/(commands|questions|db/doing)/',
        pathNot: ['^src/commands/client\\.ts$', '^src/db/doing/takeBack\\.ts$'],
        dependencyTypesNot: ['type-only'],
      },
    },
    never(
      'jobs-on-db',
      layer('jobs'),
      '^src/(commands|questions|features|ui|workers|app)/',
      'What runs in the background needs no edge.',
    ),
    never(
      'workers-only-core',
      layer('workers'),
      '^src/(db|server|commands|questions|jobs|features|ui|app)/',
      'Workers are thin ends around core.',
    ),
    never(
      'stations-over-features',
      '^src/(core|db|server|commands|questions|jobs|features|ui|workers)/',
      layer('stations'),
      'A room does not know where it stands among the others.',
    ),
    never(
      'app-on-top',
      '^src/(core|db|server|commands|questions|jobs|features|ui|workers|stations)/',
      layer('app'),
      'Nothing imports routes.',
    ),
    {
      name: 'features-apart',
      severity: 'error',
      comment: 'What two features need moves down.',
      from: { path: '^src/features/([^/]+)/' },
      to: { path: '^src/features/', pathNot: '^src/features/$1/' },
    },
    {
      name: 'rooms-apart',
      severity: 'error',
      comment:
        'A room of a station reaches for no other room; what several need lies beside them, and fish are handled from any of them.',
      from: { path: '^src/features/cohorts/([^/]+)/' },
      to: { path: '^src/features/cohorts/[^/]+/', pathNot: '^src/features/cohorts/($1|handling)/' },
    },
    {
      name: 'no-circles',
      severity: 'error',
      from: { path: '^src/' },
      to: { circular: true },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
  },
};
