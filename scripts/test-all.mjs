// npm run test:all: the rest of the journeys in a browser, properties with more cases, and what measures by the dozen.
// With npm test and npm run check it is everything; .ci/run runs all three.
import { findChromium } from './chromium.mjs'
import { installPackages } from './install.mjs'
import { isBuildStale } from './build.mjs'
import { runLanes } from './lanes.mjs'

const PARTS = 6

installPackages()
const browser = { CHROMIUM_PATH: findChromium() }
const build = isBuildStale() ? [['Production build', ['vite', 'build', '--logLevel', 'warn']]] : []
const journeys = Array.from({ length: PARTS }, (_, i) => [
  `Other journeys in a browser ${i + 1}/${PARTS}`,
  [
    'playwright',
    'test',
    '--grep-invert=@main',
    `--shard=${i + 1}/${PARTS}`,
    `--output=test-results/other-${i + 1}`,
  ],
  browser,
])
const long = [
  'Properties with more cases, and what measures by the dozen',
  ['vitest', 'run', '--config=vitest.long.config.ts', '--maxWorkers=1'],
  { PERLUMEN_CASES: 'usual' },
]
await runLanes([build, [long]], journeys)
