import { realpath, stat } from 'node:fs/promises'
import { parseArgs } from 'node:util'
import { toErrorRecord, toGradeRecord, type GradeRecord } from '../../contracts/grade-record.ts'
import { PHOTO_BOUNDS, PHOTO_KIND_WORDS, PhotoFileError } from '../../contracts/photo-file.ts'
import { gradeEgg } from '../../core/grade/grade.ts'
import { stageOf } from '../../core/species/species.ts'
import { POLICIES, type GradeContext, type Policy } from '../../core/grade/types.ts'
import { openPhoto, openText } from '../open-file.ts'
import { UsageError, type CliIo } from '../io.ts'
import {
  matchManifest,
  parseDay,
  parseShell,
  parseSpecies,
  readManifest,
  type ManifestRow,
} from '../manifest.ts'
import { readEggs } from '../read-eggs.ts'
import { openResults } from '../results.ts'

export const GRADE_USAGE = `perlumen grade [options] FILE…
  Measures and grades photographs of backlit eggs: ${PHOTO_KIND_WORDS}, up to
  ${PHOTO_BOUNDS.pixels / 1e6} megapixels and ${PHOTO_BOUNDS.bytes / 1e6} megabytes.
  --species NAME      chicken, bantam, quail, bobwhite, guinea-fowl, turkey, pheasant,
                      chukar, duck, muscovy, goose, peafowl
  --day N             age in elapsed days, decimals allowed
  --shell COLOUR      white, tinted, brown, dark, blue, speckled
  --manifest FILE     CSV with the columns file, species, day, shell; goes before the options above
  --policy NAME       first-sight, second-look (default), hold
  --out FILE          write here instead of to standard output; each photograph's results
                      are there as soon as it is graded, also when the run is cut off
  --format NAME       json (default) or csv
Exit code: 0 all files read, 1 some could not be, 2 wrong usage, 3 the results could not be written.`

interface GradeJob {
  files: string[]
  rowOf: Map<string, ManifestRow>
  extraColumns: string[]
  /** What the manifest leaves open, for people. */
  notes: string[]
  context: GradeContext
  format: 'json' | 'csv'
  out: string | undefined
}

export async function grade(argv: readonly string[], io: CliIo): Promise<number> {
  const job = await readJob(argv)
  for (const note of job.notes) io.stderr.write(`${note}\n`)
  const results = await openResults({ ...job, io })
  let unread = 0
  try {
    for (const [index, file] of job.files.entries()) {
      const eggs = await gradeFile(file, job)
      if (eggs.some((record) => record.error)) unread++
      await results.add(eggs)
      const said = eggs.map((record) => record.error ?? `${record.grade}, ${record.action}`).join('; ')
      io.stderr.write(`${index + 1}/${job.files.length} ${file}: ${said}\n`)
    }
  } finally {
    await results.close()
  }
  return unread > 0 ? 1 : 0
}

async function readJob(argv: readonly string[]): Promise<GradeJob> {
  const { values, positionals: files } = parse(argv)
  if (files.length === 0) throw new UsageError('Name at least one photograph.')
  const format = values.format ?? 'json'
  if (format !== 'json' && format !== 'csv')
    throw new UsageError(`--format must be json or csv, not “${format}”.`)
  const policy = values.policy as Policy | undefined
  if (policy !== undefined && !POLICIES.includes(policy))
    throw new UsageError(`--policy must be one of ${POLICIES.join(', ')}, not “${policy}”.`)
  const context: GradeContext = {
    species: values.species === undefined ? undefined : parseSpecies(values.species, '--species'),
    ageDays: values.day === undefined ? undefined : parseDay(values.day, '--day'),
    shell: values.shell === undefined ? undefined : parseShell(values.shell, '--shell'),
    policy,
  }
  if (values.out !== undefined)
    await refuseToOverwrite(values.out, values.manifest === undefined ? files : [values.manifest, ...files])
  const job = { files, context, format, out: values.out } as const
  if (values.manifest === undefined) return { ...job, rowOf: new Map(), extraColumns: [], notes: [] }
  const name = values.manifest
  const manifest = readManifest(await openText(name), name)
  const { rowOf, unmatched } = matchManifest(manifest, files, name)
  return {
    ...job,
    rowOf,
    extraColumns: manifest.extraColumns,
    notes: notesOn(
      name,
      unmatched,
      files.filter((file) => !rowOf.has(file)),
    ),
  }
}

function notesOn(name: string, unmatched: readonly ManifestRow[], without: readonly string[]): string[] {
  const some = (items: readonly string[]): string =>
    `${items.slice(0, 5).join(', ')}${items.length > 5 ? ` and ${items.length - 5} more` : ''}`
  return [
    ...(unmatched.length > 0
      ? [
          `${name}: no photograph was given for line ${some(unmatched.map(({ line, file }) => `${line} (${file})`))}.`,
        ]
      : []),
    ...(without.length > 0 ? [`${name} has no line for ${some(without)}; the options count there.`] : []),
  ]
}

/** Results written over a photograph would be the end of it. */
async function refuseToOverwrite(out: string, inputs: readonly string[]): Promise<void> {
  const target = await realpath(out).catch(() => null)
  if (target === null) return
  if ((await stat(target)).isDirectory()) throw new UsageError(`${out} is a folder; name a file to write.`)
  for (const input of inputs)
    if ((await realpath(input).catch(() => null)) === target)
      throw new UsageError(`--out ${out} would be written over ${input}.`)
}

function parse(argv: readonly string[]) {
  const text = { type: 'string' } as const
  try {
    return parseArgs({
      args: [...argv],
      allowPositionals: true,
      strict: true,
      options: {
        species: text,
        day: text,
        shell: text,
        manifest: text,
        policy: text,
        out: text,
        format: text,
      },
    })
  } catch (error) {
    throw new UsageError((error as Error).message)
  }
}

async function gradeFile(file: string, { rowOf, context: given }: GradeJob): Promise<GradeRecord[]> {
  const row = rowOf.get(file)
  const context: GradeContext = {
    ...given,
    species: row?.species ?? given.species,
    ageDays: row?.ageDays ?? given.ageDays,
    shell: row?.shell ?? given.shell,
  }
  const extra = row && Object.keys(row.extra).length > 0 ? { extra: row.extra } : {}
  const start = performance.now()
  try {
    const { reading, elapsedMs: exact } = await readEggs(await openPhoto(file), {
      species: context.species,
      stage:
        context.ageDays === undefined ? undefined : stageOf(context.species ?? 'chicken', context.ageDays),
    })
    const elapsedMs = { decode: round(exact.decode), measure: round(exact.measure) }
    if (reading.kind === 'rejected')
      return [{ ...toErrorRecord(file, reading.rejection.message, elapsedMs), ...extra }]
    return reading.eggs.map((egg, i) => ({
      ...toGradeRecord({ file, number: i + 1, egg, verdict: gradeEgg(egg, context), elapsedMs }),
      ...extra,
    }))
  } catch (error) {
    if (!(error instanceof PhotoFileError)) throw error
    return [
      {
        ...toErrorRecord(file, error.message, { decode: round(performance.now() - start), measure: 0 }),
        ...extra,
      },
    ]
  }
}

function round(milliseconds: number): number {
  return Math.round(milliseconds * 10) / 10
}
