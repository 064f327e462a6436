// Finds Chromium for the browser tests, or installs it from Debian's packages.
import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { run } from './install.mjs'

const NAMES = ['chromium', 'chromium-browser', 'google-chrome', 'google-chrome-stable']
const PLACES = [
  '/Applications/Chromium.app/Contents/MacOS/Chromium',
  '/Applications/Google Chrome.app/Contents/MacOS/Google Chrome',
]

function locate() {
  if (process.env.CHROMIUM_PATH) return process.env.CHROMIUM_PATH
  for (const name of NAMES) {
    const found = spawnSync(process.platform === 'win32' ? 'where' : 'which', [name], { encoding: 'utf8' })
    if (found.status === 0) return found.stdout.split('\n')[0].trim()
  }
  return PLACES.find((place) => existsSync(place))
}

export function findChromium() {
  const there = locate()
  if (there) return there
  const isDebian = existsSync('/etc/debian_version') && process.getuid?.() === 0
  if (isDebian) {
    console.log('Installing Chromium from Debian’s packages for the browser tests (once) …')
    run('apt-get', ['update', '-qq'])
    run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium'])
    const installed = locate()
    if (installed) return installed
  }
  console.error(
    'The browser tests need Chromium. On Debian: apt-get install chromium. Elsewhere install Chromium or set CHROMIUM_PATH to it.',
  )
  process.exit(1)
}
