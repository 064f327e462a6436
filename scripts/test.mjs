// npm test: all unit tests, and the journeys that carry the job, in a real browser. Five minutes on two cores, packages
// and all. npm run test:all is what else is tested; npm run check is what can be said without running the program.
import { findChromium } from './chromium.mjs'
import { installPackages } from './install.mjs'
import { isBuildStale } from './build.mjs'
import { runLanes } from './lanes.mjs'

/** A lane that is done takes the next part, so that neither core waits long for the other. */
const UNIT_PARTS = 4
const BROWSER_PARTS = 2

installPackages()
const browser = { CHROMIUM_PATH: findChromium() }
const parts = (count) => Array.from({ length: count }, (_, i) => `${i + 1}/${count}`)

const build = isBuildStale() ? [['Production build', ['vite', 'build', '--logLevel', 'warn']]] : []
const unit = parts(UNIT_PARTS).map((part) => [
  `Unit tests ${part}`,
  ['vitest', 'run', '--project=unit', '--maxWorkers=1', `--shard=${part}`],
])
const journeys = parts(BROWSER_PARTS).map((part) => [
  `Main journeys in a browser ${part}`,
  ['playwright', 'test', '--grep=@main', `--shard=${part}`, `--output=test-results/main-${part[0]}`],
  browser,
])
await runLanes([[...build, ...journeys], unit.slice(0, 1)], unit.slice(1))
