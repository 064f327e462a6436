/** Who may import whom: app → workers, devices → domain → core; server, cli → domain, core; these may use contracts; contracts only core. */
const only = (from, allowed) => ({
  name: `${from}-imports`,
  comment: `src/${from} may import only ${allowed.join(', ')} of src`,
  severity: 'error',
  from: { path: `^src/${from}/`, pathNot: '\\.test\\.ts$' },
  to: { path: '^src/', pathNot: `^src/(${[from, ...allowed].join('|')})/` },
})

module.exports = {
  forbidden: [
    only('core', []),
    only('contracts', ['core']),
    only('domain', ['core', 'contracts']),
    only('devices', ['domain', 'core', 'contracts']),
    only('workers', ['core', 'contracts']),
    only('app', ['workers', 'devices', 'domain', 'core', 'contracts']),
    only('server', ['domain', 'core', 'contracts']),
    only('cli', ['domain', 'core', 'contracts']),
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } } },
    {
      name: 'core-is-pure', comment: 'the core imports no part of Node, and of packages only the calendar arithmetic', severity: 'error',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' }, to: { dependencyTypes: ['npm', 'npm-dev', 'core'], pathNot: 'node_modules/temporal-polyfill' },
    },
    { name: 'no-simulator-in-judgement', comment: 'no verdict may know what the simulator knows', severity: 'error', from: { path: '^src/core/(measure|grade)/', pathNot: '\\.test\\.ts$' }, to: { path: '^src/core/simulate/' } },
  ],
  options: { tsPreCompilationDeps: true, doNotFollow: { path: 'node_modules' }, enhancedResolveOptions: { extensions: ['.ts', '.vue', '.js'] } },
}
