// Whether the built app is older than what it is built from.
import { readdirSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { root } from './install.mjs'

const SOURCES = ['src', 'public', 'index.html', 'vite.config.ts', 'package.json']

/** @returns whether anything that the app is built from is newer than what was built, or nothing was built yet */
export function isBuildStale() {
  const built = newest(['dist'])
  return built === 0 || newest(SOURCES) > built
}

/** Milliseconds of the latest change below; 0 where there is nothing. */
function newest(paths) {
  return Math.max(
    0,
    ...paths.map((path) => {
      const whole = join(root, path)
      const known = statSync(whole, { throwIfNoEntry: false })
      if (!known) return 0
      return known.isDirectory() ? newest(readdirSync(whole).map((name) => join(path, name))) : known.mtimeMs
    }),
  )
}
