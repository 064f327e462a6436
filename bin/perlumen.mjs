#!/usr/bin/env node
// Runs the built command line. `npm ci` builds it; a clone whose sources are newer is built again first.
import { readdirSync, statSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { setFlagsFromString } from 'node:v8'

// Pictures are large and short-lived: room for them spares most of the tidying up.
setFlagsFromString('--max-semi-space-size=64')
setFlagsFromString('--min-semi-space-size=32')

const SOURCES = ['src/cli', 'src/contracts', 'src/words', 'src/core', 'src/domain']
const built = new URL('../build/main.mjs', import.meta.url)

/** Milliseconds of the newest source; 0 where there are none, as in a package. */
function newest(folder) {
  let latest = 0
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = `${folder}/${entry.name}`
    latest = Math.max(latest, entry.isDirectory() ? newest(path) : statSync(path).mtimeMs)
  }
  return latest
}
const sources = SOURCES.map((folder) => fileURLToPath(new URL(`../${folder}`, import.meta.url)))
const builtAt = statSync(built, { throwIfNoEntry: false })?.mtimeMs ?? 0
if (Math.max(...sources.map(newest)) > builtAt) {
  const { buildCli } = await import('../scripts/build-cli.mjs')
  await buildCli().catch((error) => {
    process.stderr.write(
      `The command line is older than its sources and cannot be built anew: ${error.message}\n`,
    )
    process.exit(3)
  })
}
const { main } = await import(built.href)
// Whoever reads the results may stop reading: `perlumen grade … | head`. That is no fault of the run.
process.stdout.on('error', (error) => {
  if (error.code !== 'EPIPE') process.stderr.write(`The results cannot be written (${error.code}).\n`)
  process.exit(error.code === 'EPIPE' ? 0 : 3)
})
process.exitCode = await main(process.argv.slice(2), { stdout: process.stdout, stderr: process.stderr })
