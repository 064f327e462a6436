import { readFile, stat } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { BundleError, writeBundle, type Bundle } from '../../contracts/files/bundle.ts'
import { readBundle } from '../../contracts/files/read-bundle.ts'
import { exchangeFiles } from '../../contracts/files/exchange.ts'
import { PhotoFileError } from '../../contracts/files/photo-file.ts'
import { RECORDS_VERSION } from '../../contracts/records/records.ts'
import { mergeBundles } from '../../domain/merge/merge-bundles.ts'
import { UsageError, type CliIo } from '../io.ts'
import { FLAG, readOptions, TEXT } from '../options.ts'
import { makeFolder, refuseToOverwrite, writeOut } from '../write-file.ts'

export const BOOK_USAGE = `perlumen book list BUNDLE.zip
  What the bundle holds, a line for each set.
perlumen book check BUNDLE.zip…
  Reads each bundle whole, photographs and all; says what is damaged.
perlumen book export BUNDLE.zip --to FOLDER [--keep-exif]
  Tables of eggs, looks and readings (CSV), outlines, air cells and shadows (COCO), photographs
  without what their camera noted of time and place, unless --keep-exif.
perlumen book merge A.zip B.zip --out C.zip
  Merges two copies of the records; where both changed the same thing, the newest value is used.
Exit code: 0 all is well, 1 a bundle is damaged or something has to be decided, 2 wrong usage,
3 what was made could not be written.`

const OPTIONS = { to: TEXT, out: TEXT, 'keep-exif': FLAG } as const
type Values = ReturnType<typeof readOptions<typeof OPTIONS>>['values']
const VERBS = { list, check, export: exportTo, merge } as const

/** Lists, checks, exports and merges bundles. */
export async function book(argv: readonly string[], io: CliIo): Promise<number> {
  const { values, positionals } = readOptions(argv, OPTIONS)
  const [verb = '', ...files] = positionals
  if (!Object.hasOwn(VERBS, verb))
    throw new UsageError(`Choose what to do with the bundle: ${Object.keys(VERBS).join(', ')}.`)
  if (files.length === 0) throw new UsageError('Name a bundle.')
  try {
    return await VERBS[verb as keyof typeof VERBS](files, values, io)
  } catch (error) {
    if (!(error instanceof BundleError || error instanceof PhotoFileError)) throw error
    io.stderr.write(`${error.message}\n`)
    return 1
  }
}

function zone(): string {
  return Intl.DateTimeFormat().resolvedOptions().timeZone
}

async function openBundle(file: string): Promise<Bundle> {
  const found = await stat(file).catch(() => null)
  if (!found?.isFile()) throw new UsageError(`There is no file ${file}.`)
  return readBundle(new Blob([await readFile(file)]), zone())
}

async function list([file]: readonly string[], _values: Values, io: CliIo): Promise<number> {
  const { records, photoTypes, missing } = await openBundle(file!)
  io.stdout.write(
    `${records.hatchery.name || 'a hatchery without a name'}, records version ${RECORDS_VERSION}\n`,
  )
  for (const set of records.sets) {
    const [eggs, looks] = [records.eggs, records.looks].map((all) =>
      all.filter(({ setId }) => setId === set.id),
    )
    io.stdout.write(
      `${set.setAt.slice(0, 10)}  ${set.name}: ${set.species}, ${eggs!.length} eggs, ${looks!.length} looks\n`,
    )
  }
  io.stdout.write(
    `${photoTypes.size} photographs${missing.length > 0 ? `, ${missing.length} missing` : ''}\n`,
  )
  return 0
}

async function check(files: readonly string[], _values: Values, io: CliIo): Promise<number> {
  let damaged = 0
  for (const file of files) {
    try {
      const { records, quarantined, missing } = await openBundle(file)
      const left = [
        ...(quarantined.length > 0 ? [`${quarantined.length} records set aside`] : []),
        ...(missing.length > 0 ? [`${missing.length} photographs missing since before`] : []),
      ]
      io.stdout.write(
        `${file}: sound, ${records.sets.length} sets${left.length > 0 ? `; ${left.join(', ')}` : ''}\n`,
      )
    } catch (error) {
      if (!(error instanceof BundleError)) throw error
      damaged++
      io.stdout.write(`${file}: ${error.message}\n`)
    }
  }
  return damaged > 0 ? 1 : 0
}

async function exportTo([file]: readonly string[], values: Values, io: CliIo): Promise<number> {
  const { to } = values
  if (to === undefined) throw new UsageError('--to FOLDER says where it goes.')
  const bundle = await openBundle(file!)
  const { records } = bundle
  await makeFolder(join(to, 'photos'))
  const year = new Date().getUTCFullYear()
  let photographs = 0
  for await (const { path, content } of exchangeFiles(bundle, {
    keepMetadata: values['keep-exif'] ?? false,
    year,
  })) {
    await writeOut(join(to, path), content)
    if (path.startsWith('photos/')) photographs++
  }
  io.stderr.write(
    `${records.eggs.length} eggs, ${records.looks.length} looks and ${photographs} photographs in ${to}.\n`,
  )
  return 0
}

async function merge(files: readonly string[], { out }: Values, io: CliIo): Promise<number> {
  const [a, b] = files
  if (a === undefined || b === undefined || files.length > 2)
    throw new UsageError('Name two bundles to merge.')
  if (out === undefined) throw new UsageError('--out FILE says where the merged bundle goes.')
  await refuseToOverwrite(out, files)
  const { bundle, conflicts, settled } = mergeBundles(await openBundle(a), await openBundle(b), zone())
  const { file } = await writeBundle({
    ...bundle,
    photo: async (id) => (bundle.photoTypes.has(id) ? bundle.photo(id) : null),
  })
  await makeFolder(dirname(out))
  await writeOut(out, new Uint8Array(await file.arrayBuffer()))
  for (const { table, id, fields, gone } of conflicts)
    io.stdout.write(
      `${table} ${id}: ${gone ? 'deleted on one device and changed on the other; kept' : `both changed ${fields.join(', ')}; newest value used`}\n`,
    )
  for (const { number, what, was } of settled)
    io.stdout.write(
      what === 'number-taken'
        ? `two eggs had number ${was}; one is now ${number}\n`
        : `egg ${number} shared a place with another; it has no place now\n`,
    )
  return conflicts.length + settled.length > 0 ? 1 : 0
}
