import { mkdir, realpath, stat, writeFile } from 'node:fs/promises'
import { OutputError, UsageError } from './io.ts'

/** @throws OutputError when there is no room, no leave or no such place */
export async function writeOut(path: string, content: string | Uint8Array): Promise<void> {
  await writeFile(path, content).catch((error: NodeJS.ErrnoException) => {
    throw new OutputError(`${path} cannot be written (${error.code ?? error.message}).`)
  })
}

/** Makes a folder where there is none. @throws OutputError */
export async function makeFolder(path: string): Promise<void> {
  await mkdir(path, { recursive: true }).catch((error: NodeJS.ErrnoException) => {
    throw new OutputError(`The folder ${path} cannot be made (${error.code ?? error.message}).`)
  })
}

/** Results written over what they are made from would be the end of it. @throws UsageError */
export async function refuseToOverwrite(out: string, inputs: readonly string[]): Promise<void> {
  const target = await realpath(out).catch(() => null)
  if (target === null) return
  if ((await stat(target)).isDirectory()) throw new UsageError(`${out} is a folder; name a file to write.`)
  for (const input of inputs)
    if ((await realpath(input).catch(() => null)) === target)
      throw new UsageError(`--out ${out} would be written over ${input}.`)
}
