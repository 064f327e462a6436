// Installs the npm packages by the lock file when they are missing or older than it.
import { spawnSync } from 'node:child_process'
import { existsSync, statSync } from 'node:fs'
import { fileURLToPath } from 'node:url'

export const root = fileURLToPath(new URL('..', import.meta.url))

export function run(command, args, options = {}) {
  const result = spawnSync(command, args, {
    cwd: root,
    stdio: 'inherit',
    shell: process.platform === 'win32',
    ...options,
  })
  if (result.error) throw result.error
  return result.status ?? 1
}

export function requireNode() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major > 20 || (major === 20 && minor >= 19)) return
  console.error(`Perlumen needs Node 20.19 or newer; this is ${process.versions.node}.`)
  process.exit(1)
}

export function installPackages() {
  requireNode()
  const stamp = `${root}node_modules/.package-lock.json`
  if (existsSync(stamp) && statSync(stamp).mtimeMs >= statSync(`${root}package-lock.json`).mtimeMs - 1000)
    return
  console.log('Installing the packages that package-lock.json names (once) …')
  if (run('npm', ['ci', '--include=dev', '--no-audit', '--no-fund']) !== 0) {
    console.error('The packages could not be installed. Is there a connection to the npm registry?')
    process.exit(1)
  }
}
