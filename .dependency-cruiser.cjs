/** Who may import whom: app → workers, devices → domain → core; server → stand-ins of the devices; cli → domain, core; these may use contracts; contracts only core. */
const only = (from, allowed) => ({
  name: `${from}-imports`,
  comment: `src/${from} may import only ${allowed.join(', ')} of src`,
  severity: 'error',
  from: { path: `^src/${from}/`, pathNot: '\\.test\\.ts$' },
  to: { path: '^src/', pathNot: `^src/(${[from, ...allowed].join('|')})/` },
})

/** Folders of the app, one a job of the keeper's. */
const JOBS = 'today|planning|candling|incubating|hatching|learning|records'

module.exports = {
  forbidden: [
    only('core', []),
    only('words', ['core']),
    only('contracts', ['core', 'words']),
    only('domain', ['core', 'contracts']),
    only('devices', ['domain', 'core', 'contracts']),
    only('storage', []),
    only('workers', ['storage', 'core', 'contracts']),
    only('locales', ['words']),
    only('app', ['workers', 'storage', 'devices', 'domain', 'core', 'contracts', 'words', 'locales']),
    only('server', ['devices', 'domain', 'core', 'contracts']),
    only('cli', ['domain', 'core', 'contracts', 'words']),
    {
      name: 'jobs-apart',
      comment: 'a job of the app imports what is shared, never another job',
      severity: 'error',
      from: { path: `^src/app/(${JOBS})/`, pathNot: '\\.test\\.ts$' },
      to: { path: `^src/app/(${JOBS}|shell)/`, pathNot: '^src/app/$1/' },
    },
    {
      name: 'shared-serves',
      comment: 'what is shared knows none of the jobs',
      severity: 'error',
      from: { path: '^src/app/(shared|data)/', pathNot: '\\.test\\.ts$' },
      to: { path: `^src/app/(${JOBS}|shell)/` },
    },
    {
      name: 'data-below-shared',
      comment: 'storage and its stores know no part of the screen',
      severity: 'error',
      from: { path: '^src/app/data/', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/app/shared/' },
    },
    {
      name: 'server-serves-stand-ins',
      comment: 'of the devices the server knows only what stands in for them',
      severity: 'error',
      from: { path: '^src/server/', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/devices/', pathNot: '/stand-in' },
    },
    {
      name: 'app-asks-the-port',
      comment: 'the app never knows whether the real device answers or its stand-in',
      severity: 'error',
      from: { path: '^src/(app|workers|domain)/' },
      to: { path: '^src/devices/.*/stand-in' },
    },
    {
      name: 'no-cycles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    {
      name: 'core-is-pure',
      comment:
        'the core imports no part of Node, and of packages only the calendar arithmetic, the scheduling of repetition and lines of equal value',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: {
        dependencyTypes: ['npm', 'npm-dev', 'core'],
        pathNot: 'node_modules/(temporal-polyfill|ts-fsrs|d3-contour)',
      },
    },
    {
      name: 'measured-before-graded',
      comment: 'measuring knows nothing of grading, not even its types',
      severity: 'error',
      from: { path: '^src/core/(measure|network|geometry|image)/', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/core/grade/' },
    },
    {
      name: 'no-simulator-in-judgement',
      comment: 'no verdict may know what the simulator knows',
      severity: 'error',
      from: { path: '^src/core/(measure|grade|diagnosis)/', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/core/simulate/' },
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    enhancedResolveOptions: { extensions: ['.ts', '.vue', '.js'] },
  },
}
