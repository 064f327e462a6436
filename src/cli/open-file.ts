import { constants, open } from 'node:fs/promises'
import { PHOTO_BOUNDS, PhotoFileError, tooManyBytes } from '../contracts/files/photo-file.ts'
import { UsageError } from './io.ts'

const MOST_MANIFEST_BYTES = 50_000_000

/** Why a file is not read, for people. */
class NotAFile extends Error {}

/** Reads a plain file, no more of it than `mostBytes`; pipes and devices, which may never end, are not read. */
async function readPlainFile(
  file: string,
  tooLarge: (bytes: number) => Error,
  mostBytes: number,
): Promise<Buffer> {
  try {
    // Without blocking: opening a pipe that nobody writes to would wait for ever.
    const handle = await open(file, constants.O_RDONLY | (constants.O_NONBLOCK ?? 0))
    try {
      const found = await handle.stat()
      if (found.isDirectory()) throw new NotAFile('This is a folder, not a file.')
      if (!found.isFile()) throw new NotAFile('This is a pipe or a device, not a file.')
      if (found.size > mostBytes) throw tooLarge(found.size)
      return await handle.readFile()
    } finally {
      await handle.close()
    }
  } catch (error) {
    if (error instanceof PhotoFileError || error instanceof NotAFile) throw error
    const { code } = error as NodeJS.ErrnoException
    throw new NotAFile(
      code === 'ENOENT'
        ? 'There is no such file.'
        : `The file cannot be opened (${code ?? 'unknown error'}).`,
    )
  }
}

/** @throws PhotoFileError with a plain sentence */
export async function openPhoto(file: string): Promise<Buffer> {
  return readPlainFile(file, tooManyBytes, PHOTO_BOUNDS.bytes).catch((error: unknown) => {
    throw error instanceof NotAFile ? new PhotoFileError('not-a-photo', error.message) : error
  })
}

/** A manifest. @throws UsageError with a plain sentence */
export async function openText(file: string): Promise<string> {
  const bytes = await readPlainFile(
    file,
    (size) => new NotAFile(`It has ${Math.round(size / 1e6)} megabytes, too many for a table.`),
    MOST_MANIFEST_BYTES,
  ).catch((error: unknown) => {
    throw error instanceof NotAFile
      ? new UsageError(`The manifest ${file} cannot be opened: ${error.message}`)
      : error
  })
  return bytes.toString('utf8')
}
