#!/usr/bin/env node
// The program is TypeScript; tsx runs it, so that nothing has to be built after `npm ci`.
import { register } from 'tsx/esm/api'

register()
const { main } = await import('../src/cli/main.ts')
process.exitCode = await main(process.argv.slice(2), { stdout: process.stdout, stderr: process.stderr })
