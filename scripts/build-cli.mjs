// Builds the command line once, so that it is not compiled at each start; runs after `npm ci`.
import { build } from 'esbuild'
import { rename, rm } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'

const root = fileURLToPath(new URL('..', import.meta.url))

export async function buildCli() {
  // Beside its place first: two that build at once never see half of it.
  const making = `${root}build-${process.pid}`
  await build({
    absWorkingDir: root,
    entryPoints: { main: 'src/cli/main.ts', 'grade-worker': 'src/cli/grade-worker.ts' },
    outdir: making,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    splitting: false,
    minifySyntax: true,
    platform: 'node',
    format: 'esm',
    target: 'node20.19',
    // These bring files of their own.
    external: ['sharp', 'piscina'],
    // What some packages ask for by name is found as from any module.
    banner: {
      js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);",
    },
    logLevel: 'error',
  })
  await rm(`${root}build`, { recursive: true, force: true })
  await rename(making, `${root}build`).catch(async (error) => {
    // Another one was first; its build is as good.
    await rm(making, { recursive: true, force: true })
    if (error.code !== 'ENOTEMPTY' && error.code !== 'EEXIST') throw error
  })
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await buildCli()
