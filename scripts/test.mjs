// npm test: all unit tests, and the journeys that carry the job, in a real browser. Five minutes on two cores, packages
// and all. npm run test:all is what else is tested; npm run check is what can be said without running the program.
import { findChromium } from './chromium.mjs'
import { installPackages } from './install.mjs'
import { isBuildStale } from './build.mjs'
import { runLanes } from './lanes.mjs'

/** Folders whose tests load the same files, and of about the same length: a lane that is done takes the next. */
const UNIT = [
  ['src/core', 'src/cli', 'src/workers'],
  ['src/domain', 'src/contracts', 'src/words', 'src/server', 'src/devices'],
  ['src/app'],
]

installPackages()
const browser = { CHROMIUM_PATH: findChromium() }
const build = isBuildStale() ? [['Production build', ['vite', 'build', '--logLevel', 'warn']]] : []
const unit = UNIT.map((folders) => [
  `Unit tests of ${folders.join(', ')}`,
  ['vitest', 'run', '--maxWorkers=1', ...folders],
])
const journeys = ['Main journeys in a browser', ['playwright', 'test', '--grep=@main'], browser]
await runLanes([[...build, journeys], []], unit)
