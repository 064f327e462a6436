// npm run check: types, lint, format, import directions, sizes and words, unused code. Nothing of the program runs.
import { installPackages } from './install.mjs'
import { runLanes } from './lanes.mjs'

/** Where no page is imported, the quick linter checks the types as well. */
const WITHOUT_PAGES = [
  'core',
  'domain',
  'words',
  'contracts',
  'server',
  'cli',
  'devices',
  'storage',
  'testing',
]

installPackages()
await runLanes([
  [
    ['Types of the app', ['vue-tsc', '-p', 'tsconfig.app.json']],
    ['Import directions', ['depcruise', '--config', '.dependency-cruiser.cjs', 'src', 'e2e']],
    ['Unused code and packages', ['knip']],
  ],
  [
    ['Format', ['oxfmt', '--check']],
    [
      'Lint, and types of all but the app',
      [
        'oxlint',
        '--type-aware',
        '--type-check',
        ...WITHOUT_PAGES.map((folder) => `src/${folder}`),
        'scripts',
        'lab',
      ],
    ],
    ['Lint of the app', ['oxlint', '--type-aware', 'src/app', 'src/workers', 'e2e', '*.ts', '*.js']],
    ['Lint of pages and browser tests', ['eslint', '--max-warnings', '0', 'src/app', 'e2e']],
    ['Sizes, words of the core, what the docs name', ['tsx', 'scripts/house.ts']],
  ],
])
