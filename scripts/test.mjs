// npm test: type check, lint, unit tests, production build, end-to-end tests. Installs what is missing first.
import { findChromium } from './chromium.mjs'
import { installPackages, run } from './install.mjs'

installPackages()
const chromium = findChromium()

const steps = [
  ['Types: core', 'npx', ['tsc', '-p', 'tsconfig.core.json']],
  ['Types: server, command line, contracts', 'npx', ['tsc', '-p', 'tsconfig.node.json']],
  ['Types: app', 'npx', ['vue-tsc', '-p', 'tsconfig.app.json']],
  [
    'Format',
    'npx',
    ['prettier', '--check', '--log-level', 'warn', 'src', 'e2e', 'scripts', '*.ts', '*.js', '*.cjs'],
  ],
  ['Lint', 'npx', ['eslint', '--max-warnings', '0', '.']],
  ['Import directions', 'npx', ['depcruise', '--config', '.dependency-cruiser.cjs', 'src', 'e2e']],
  ['Unused code and packages', 'npx', ['knip']],
  ['Unit tests', 'npx', ['vitest', 'run']],
  ['Production build', 'npx', ['vite', 'build', '--logLevel', 'warn']],
  ['End-to-end tests', 'npx', ['playwright', 'test']],
]

let passed = 0
for (const [name, command, args] of steps) {
  const start = Date.now()
  console.log(`\n== ${name}`)
  if (run(command, args, { env: { ...process.env, CHROMIUM_PATH: chromium } }) !== 0) {
    console.error(`\n${name}: failed`)
    console.log(`${passed} passed, 1 failed`)
    process.exit(1)
  }
  passed++
  console.log(`== ${name}: ${((Date.now() - start) / 1000).toFixed(0)} s`)
}
console.log(`\nsteps: ${passed} passed, 0 failed`)
