import {
  BlobReader,
  BlobWriter,
  configure,
  TextReader,
  Uint8ArrayReader,
  ZipReader,
  ZipWriter,
  type FileEntry,
} from '@zip.js/zip.js/index-native.js'

// The browser’s own packing is used. Workers of its own would be loaded from blob addresses, which the content policy forbids.
configure({ useWebWorkers: false })

/** What is wrong with a ZIP file; the message is for people. */
export class ZipError extends Error {}

/** A ZIP file whose parts are read by need, each with its checksum verified. */
export interface ZipFile {
  /** Names of the files in it, in the file's order. */
  names: readonly string[]
  /**
   * @param mostBytes - unpacked; a file that grows beyond is given up, so that a small one cannot fill the memory
   * @throws ZipError when it is damaged, too large or not there
   */
  bytes(name: string, mostBytes: number): Promise<Uint8Array<ArrayBuffer>>
}

/** Up to this size a file is taken into memory at once: asked of the disk part by part, hundreds of small parts take seconds. */
const MOST_IN_MEMORY_BYTES = 64_000_000

/** Far more than any book has: only the list of them must not fill the memory. */
const MOST_PARTS = 1_000_000
/** Records shrink to a twentieth; what is large and shrinks to a two-hundredth holds nothing. */
const MOST_SHRUNK = 200
const SMALL_BYTES = 50_000_000

function isBomb({ uncompressedSize, compressedSize }: FileEntry): boolean {
  return uncompressedSize > SMALL_BYTES && uncompressedSize > MOST_SHRUNK * compressedSize
}

/** @throws ZipError when it is none, or holds one name twice */
export async function openZip(file: Blob): Promise<ZipFile> {
  const source =
    file.size <= MOST_IN_MEMORY_BYTES
      ? new Uint8ArrayReader(new Uint8Array(await file.arrayBuffer()))
      : new BlobReader(file)
  const files = new Map<string, FileEntry>()
  try {
    for await (const entry of new ZipReader(source).getEntriesGenerator()) {
      if (entry.directory) continue
      if (files.has(entry.filename)) throw new ZipError(`The file holds ${entry.filename} twice.`)
      files.set(entry.filename, entry)
      if (files.size > MOST_PARTS)
        throw new ZipError(`The file has more than ${MOST_PARTS} parts; no book has.`)
    }
  } catch (error) {
    throw error instanceof ZipError ? error : new ZipError('This is not a ZIP file, or it is damaged.')
  }
  return {
    names: [...files.keys()],
    async bytes(name, mostBytes) {
      const entry = files.get(name)
      if (!entry) throw new ZipError(`The file holds no ${name}.`)
      if (entry.encrypted) throw new ZipError(`Its part ${name} is locked with a password.`)
      if (entry.uncompressedSize > mostBytes)
        throw new ZipError(`Its part ${name} is too large to be read here.`)
      if (isBomb(entry)) throw new ZipError(`Its part ${name} is compressed beyond what real records can be.`)
      const chunks: Uint8Array<ArrayBuffer>[] = []
      let length = 0
      const sink = new WritableStream<Uint8Array<ArrayBuffer>>({
        write(chunk) {
          length += chunk.length
          // The size that a file names for itself may be a lie.
          if (length > entry.uncompressedSize) throw new ZipError(`Its part ${name} is damaged.`)
          chunks.push(chunk)
        },
      })
      await entry.getData(sink, { checkSignature: true }).catch((error: unknown) => {
        throw error instanceof ZipError ? error : new ZipError(`Its part ${name} is damaged.`)
      })
      if (length !== entry.uncompressedSize) throw new ZipError(`Its part ${name} is damaged.`)
      const bytes = new Uint8Array(length)
      chunks.reduce((from, chunk) => {
        bytes.set(chunk, from)
        return from + chunk.length
      }, 0)
      return bytes
    },
  }
}

export interface ZipBuilder {
  text(name: string, text: string): Promise<void>
  /** Photographs are packed already: they are stored as they are. */
  stored(name: string, bytes: Uint8Array): Promise<void>
  finish(): Promise<Blob>
}

export function buildZip(): ZipBuilder {
  const writer = new ZipWriter(new BlobWriter('application/zip'))
  return {
    async text(name, text) {
      await writer.add(name, new TextReader(text))
    },
    async stored(name, bytes) {
      await writer.add(name, new Uint8ArrayReader(bytes), { level: 0 })
    },
    finish: () => writer.close(),
  }
}
