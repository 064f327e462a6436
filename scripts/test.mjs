// npm test: types, format, lint, unit tests, production build, end-to-end tests. Installs what is missing first.
// Two lanes beside each other, one for each core: the build and the browser's, and everything else; whichever is done
// takes the next part of the browser tests. What a step prints comes whole; what failed is said last, and nothing after it.
import { spawn } from 'node:child_process'
import { findChromium } from './chromium.mjs'
import { installPackages, root } from './install.mjs'

installPackages()
const environment = { ...process.env, CHROMIUM_PATH: findChromium() }

const lanes = [
  [
    ['Types: core', ['tsc', '-p', 'tsconfig.core.json']],
    ['Types: server, command line, contracts', ['tsc', '-p', 'tsconfig.node.json']],
    ['Types: app', ['vue-tsc', '-p', 'tsconfig.app.json']],
    [
      'Format',
      ['prettier', '--check', '--log-level', 'warn', 'src', 'e2e', 'scripts', '*.ts', '*.js', '*.cjs'],
    ],
    ['Lint', ['eslint', '--max-warnings', '0', '.']],
    ['Import directions', ['depcruise', '--config', '.dependency-cruiser.cjs', 'src', 'e2e']],
    ['Sizes, words of the core, what the docs name', ['tsx', 'scripts/house.ts']],
    ['Unused code and packages', ['knip']],
    ['Unit tests', ['vitest', 'run', '--maxWorkers=1']],
  ],
  [['Production build', ['vite', 'build', '--logLevel', 'warn']]],
]
const PARTS = 6
const browserTests = Array.from({ length: PARTS }, (_, i) => [
  `End-to-end tests ${i + 1}/${PARTS}`,
  ['playwright', 'test', `--shard=${i + 1}/${PARTS}`, `--output=test-results/${i + 1}`],
])

const running = new Set()
let passed = 0
let failed = 0

/** What the step printed that failed first. */
let failure = null

/** @returns whether it passed */
function step(name, args) {
  return new Promise((resolve) => {
    const start = Date.now()
    const child = spawn('npx', args, {
      cwd: root,
      env: environment,
      stdio: ['ignore', 'pipe', 'pipe'],
      shell: process.platform === 'win32',
      // A group of its own, so that its servers and browsers end with it.
      detached: process.platform !== 'win32',
    })
    running.add(child)
    const printed = []
    child.stdout.on('data', (part) => printed.push(part))
    child.stderr.on('data', (part) => printed.push(part))
    child.on('error', (error) => printed.push(Buffer.from(`${error.message}\n`)))
    child.on('close', (code) => {
      running.delete(child)
      const seconds = ((Date.now() - start) / 1000).toFixed(0)
      const how = code === 0 ? 'passed' : failure ? 'stopped' : 'failed'
      console.log(`\n== ${name}: ${how} after ${seconds} s`)
      const output = Buffer.concat(printed)
      if (how === 'passed') process.stdout.write(output)
      if (how === 'failed') failure = { name, output }
      resolve(code === 0)
    })
  })
}

function stopAll() {
  for (const child of running) {
    try {
      if (process.platform === 'win32') child.kill()
      else process.kill(-child.pid, 'SIGTERM')
    } catch {
      // It has just ended by itself.
    }
  }
}
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    stopAll()
    process.exit(1)
  })

await Promise.all(
  lanes.map(async (own) => {
    for (let next = own.shift(); next && failed === 0; next = own.shift() ?? browserTests.shift()) {
      const [name, args] = next
      if (await step(name, args)) passed++
      else if (failed === 0) {
        failed++
        stopAll()
      }
    }
  }),
)
if (failure) {
  console.log(`\n== What failed: ${failure.name}`)
  process.stdout.write(failure.output)
}
console.log(`\nsteps: ${passed} passed, ${failed} failed`)
process.exit(failed > 0 ? 1 : 0)
