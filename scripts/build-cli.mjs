// Builds the command line once, so that it is not compiled at each start; runs after `npm ci`.
import { build } from 'esbuild'
import { mkdir, rename, writeFile } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'

const root = fileURLToPath(new URL('..', import.meta.url))

export async function buildCli() {
  const { outputFiles } = await build({
    absWorkingDir: root,
    // The worker first: by main.mjs it is told whether the build is new.
    entryPoints: { 'grade-worker': 'src/cli/grade-worker.ts', main: 'src/cli/main.ts' },
    outdir: `${root}build`,
    outExtension: { '.js': '.mjs' },
    write: false,
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
  await mkdir(`${root}build`, { recursive: true })
  for (const { path, contents } of outputFiles) {
    // Beside its place, and then over it: whoever builds or starts at the same moment never reads half of one.
    const making = `${path}.${process.pid}`
    await writeFile(making, contents)
    await rename(making, path)
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await buildCli()
