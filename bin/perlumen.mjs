#!/usr/bin/env node
// The program is TypeScript; tsx runs it, so that nothing has to be built after `npm ci`.
import { register } from 'tsx/esm/api'

register()
const { main } = await import('../src/cli/main.ts')
// Whoever reads the results may stop reading: `perlumen grade … | head`. That is no fault of the run.
process.stdout.on('error', (error) => {
  if (error.code !== 'EPIPE') process.stderr.write(`The results cannot be written (${error.code}).\n`)
  process.exit(error.code === 'EPIPE' ? 0 : 3)
})
process.exitCode = await main(process.argv.slice(2), { stdout: process.stdout, stderr: process.stderr })
