// npm run soak: hostile input by the thousand, and browsers killed by the hundred. Writes what it finds as it goes.
// npm run soak -- pictures --count 500 --from 0 --seed night   one kind, a part of it
import { spawnSync } from 'node:child_process'
import { parseArgs } from 'node:util'
import { findChromium } from '../../scripts/chromium.mjs'
import { soakBundles } from './bundles.ts'
import { sayCluster, soakCluster } from './cluster.ts'
import { sayCoverage } from './coverage.ts'
import { soakCuts } from './cuts.ts'
import type { Findings, Trials } from './findings.ts'
import { memoryKeeper } from './keeper.ts'
import { killAtTheBench, killDuringBackups, killDuringImports, killDuringMerges } from './kills.ts'
import { openHugeBooks } from './pages.ts'
import { soakManifests } from './manifests.ts'
import { soakPictures } from './pictures.ts'
import { soakServer } from './server.ts'
import { saySteady, soakSteady, SURROUNDINGS } from './steady.ts'

const KINDS: Readonly<Record<string, { count: number; run: (trials: Trials) => Promise<Findings> }>> = {
  manifests: { count: 20_000, run: soakManifests },
  bundles: { count: 2000, run: (trials) => soakBundles(trials, memoryKeeper()) },
  cuts: { count: 2000, run: soakCuts },
  pictures: { count: 10_000, run: soakPictures },
  imports: { count: 100, run: killDuringImports },
  merges: { count: 25, run: killDuringMerges },
  backups: { count: 20, run: killDuringBackups },
  bench: { count: 100, run: killAtTheBench },
  pages: { count: 15, run: openHugeBooks },
  // Minutes.
  server: { count: 10, run: soakServer },
}
/** Sixty eggs on the lamp with the browser killed among them, so often. */
const NIGHTS = 20
/** Sequences of keys, eggs that come and go, and pictures that fail. */
const EVENINGS = 200_000
/** The whole suite, every second time disturbed. */
const STEADY_RUNS = 10
/** Graded by one command and by a job array whose node loses its power. */
const CLUSTER_PHOTOGRAPHS = 2000
/** Simulated sets of each way of watching. */
const COVERAGE_SETS = 300

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    seed: { type: 'string', default: 'soak' },
    from: { type: 'string', default: '0' },
    count: { type: 'string' },
  },
})
process.env['CHROMIUM_PATH'] ??= findChromium()
const kinds =
  positionals.length > 0
    ? positionals
    : [...Object.keys(KINDS), 'thorough', 'coverage', 'evenings', 'nights', 'steady']
let faults = 0
for (const kind of kinds) {
  if (kind === 'thorough') {
    // The unit tests with all the cases of which `npm test` takes a few.
    const { status } = spawnSync(
      'npx',
      ['vitest', 'run', '--config=vitest.long.config.ts', '--testTimeout=3600000'],
      {
        stdio: 'inherit',
        env: { ...process.env, PERLUMEN_CASES: 'all' },
      },
    )
    faults += status === 0 ? 0 : 1
    continue
  }
  if (kind === 'steady') {
    const count = Number(values.count ?? STEADY_RUNS)
    const order = Array.from({ length: count }, (_, i) => SURROUNDINGS[i % SURROUNDINGS.length]!)
    const runs = await soakSteady(order, ({ surroundings, passed, seconds, failed, printed }, number) => {
      console.log(`steady ${number}, ${surroundings}: ${passed ? 'passed' : 'failed'} after ${seconds} s`)
      for (const line of failed) console.log(`  ${line.trim()}`)
      if (!passed) console.log(printed.slice(printed.indexOf('== What failed')))
    })
    console.log(saySteady(runs))
    faults += runs.filter(({ passed }) => !passed).length
    continue
  }
  if (kind === 'cluster') {
    const count = Number(values.count ?? CLUSTER_PHOTOGRAPHS)
    const run = await soakCluster({ seed: values.seed, count }, (line) => console.log(`cluster: ${line}`))
    console.log(sayCluster(run))
    faults += run.faults.length
    continue
  }
  if (kind === 'coverage') {
    console.log(sayCoverage(Number(values.count ?? COVERAGE_SETS)))
    continue
  }
  if (kind === 'evenings') {
    const { status } = spawnSync('npx', ['vitest', 'run', 'core/session/evening', '--testTimeout=3600000'], {
      stdio: 'inherit',
      env: { ...process.env, PERLUMEN_RUNS: values.count ?? String(EVENINGS) },
    })
    faults += status === 0 ? 0 : 1
    continue
  }
  if (kind === 'nights') {
    const { status } = spawnSync('npx', ['playwright', 'test', 'hands-free'], {
      stdio: 'inherit',
      env: { ...process.env, PERLUMEN_REPETITIONS: values.count ?? String(NIGHTS), PERLUMEN_EGGS: '60' },
    })
    faults += status === 0 ? 0 : 1
    continue
  }
  const known = KINDS[kind]
  if (!known) {
    console.error(
      `There is no “${kind}”. Known: ${Object.keys(KINDS).join(', ')}, thorough, coverage, evenings, nights, steady.`,
    )
    process.exit(2)
  }
  const count = Number(values.count ?? known.count)
  let told = 0
  const findings = await known.run({
    seed: values.seed,
    from: Number(values.from),
    count,
    onProgress: (done, now) => {
      for (; told < now.faults.length; told++) console.error(now.faults[told])
      if (done % Math.max(1, Math.floor(count / 20)) === 0)
        console.log(
          `${kind}: ${done} of ${count}, ${now.refused} refused, ${now.faults.length} faults, slowest ${(now.slowestMs / 1000).toFixed(2)} s`,
        )
    },
  })
  faults += findings.faults.length
}
console.log(`${faults} faults`)
process.exit(faults > 0 ? 1 : 0)
