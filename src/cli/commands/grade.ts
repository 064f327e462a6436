import { availableParallelism } from 'node:os'
import { dirname, resolve } from 'node:path'
import { PHOTO_BOUNDS, PHOTO_KIND_WORDS } from '../../contracts/files/photo-file.ts'
import { POLICIES, type GradeContext, type Policy } from '../../core/grade/types.ts'
import { gradeAll } from '../grade-all.ts'
import type { GradeTask } from '../grade-file.ts'
import { UsageError, type CliIo } from '../io.ts'
import {
  matchManifest,
  parseDay,
  parseShell,
  parseSpecies,
  readManifest,
  type ManifestRow,
} from '../manifest.ts'
import { openText } from '../open-file.ts'
import { FLAG, readOptions, TEXT } from '../options.ts'
import { FORMATS, openResults, type FormatName } from '../results.ts'
import { refuseToOverwrite } from '../write-file.ts'

export const GRADE_USAGE = `perlumen grade [options] FILE…
  Measures and grades photographs of backlit eggs: ${PHOTO_KIND_WORDS}, up to
  ${PHOTO_BOUNDS.pixels / 1e6} megapixels and ${PHOTO_BOUNDS.bytes / 1e6} megabytes.
  --species NAME      chicken, bantam, quail, bobwhite, guinea-fowl, turkey, pheasant,
                      chukar, duck, muscovy, goose, peafowl
  --day N             age in elapsed days, decimals allowed
  --shell COLOUR      white, tinted, brown, dark, blue, speckled
  --manifest FILE     CSV with the columns file, species, day, shell; goes before the options above;
                      without FILE… the photographs are those it names, looked for beside it
  --photos FOLDER     where the manifest's photographs lie, if not beside it
  --policy NAME       first-sight, second-look (default), hold
  --out FILE          write here instead of to standard output; each photograph's results
                      are there as soon as it is graded, also when the run is cut off
  --format NAME       json (default), jsonl (a line for each egg) or csv
  --resume            go on with a jsonl file where an earlier run stopped
  --jobs N            photographs at once; all processors unless said otherwise
Exit code: 0 all files read, 1 some could not be, 2 wrong usage, 3 the results could not be written.`

const OPTIONS = {
  species: TEXT,
  day: TEXT,
  shell: TEXT,
  manifest: TEXT,
  photos: TEXT,
  policy: TEXT,
  out: TEXT,
  format: TEXT,
  resume: FLAG,
  jobs: TEXT,
} as const
type Options = ReturnType<typeof readOptions<typeof OPTIONS>>['values']

interface GradeJob {
  files: string[]
  rowOf: Map<string, ManifestRow>
  extraColumns: string[]
  /** What the manifest leaves open, for people. */
  notes: string[]
  context: GradeContext
  format: FormatName
  out: string | undefined
  resume: boolean
  jobs: number
}

export async function grade(argv: readonly string[], io: CliIo): Promise<number> {
  const job = await readJob(argv)
  for (const note of job.notes) io.stderr.write(`${note}\n`)
  const results = await openResults({ ...job, io })
  const files = job.files.filter((file) => !results.done.has(file))
  const before = job.files.length - files.length
  if (before > 0) io.stderr.write(`${before} of ${job.files.length} photographs were graded before.\n`)
  let at = before
  try {
    for await (const eggs of gradeAll(
      files.map((file) => taskOf(file, job)),
      job.jobs,
    )) {
      const file = files[at - before]!
      await results.add(eggs)
      const said = eggs.map((record) => record.error ?? `${record.grade}, ${record.action}`).join('; ')
      io.stderr.write(`${++at}/${job.files.length} ${file}: ${said}\n`)
    }
  } finally {
    await results.close()
  }
  return results.unread() > 0 ? 1 : 0
}

/** What a photograph's line of the manifest says, goes before what the options say. */
function taskOf(file: string, { rowOf, context }: GradeJob): GradeTask {
  const row = rowOf.get(file)
  return {
    file,
    context: {
      ...context,
      species: row?.species ?? context.species,
      ageDays: row?.ageDays ?? context.ageDays,
      shell: row?.shell ?? context.shell,
    },
    extra: row?.extra ?? {},
  }
}

async function readJob(argv: readonly string[]): Promise<GradeJob> {
  const { values, positionals } = readOptions(argv, OPTIONS)
  const { manifest: name, out } = values
  if (positionals.length === 0 && name === undefined) throw new UsageError('Name at least one photograph.')
  const format = (values.format ?? 'json') as FormatName
  if (!FORMATS.includes(format))
    throw new UsageError(`--format must be ${FORMATS.join(', ')}, not “${values.format}”.`)
  const resume = values.resume ?? false
  if (resume && (format !== 'jsonl' || out === undefined))
    throw new UsageError('--resume continues a JSON Lines file: give --format jsonl and --out FILE.')
  const context = contextOf(values)
  const jobs = values.jobs === undefined ? availableParallelism() : parseJobs(values.jobs)
  const job = { context, format, out, resume, jobs }
  if (name === undefined) {
    if (out !== undefined) await refuseToOverwrite(out, positionals)
    return { ...job, files: positionals, rowOf: new Map(), extraColumns: [], notes: [] }
  }
  const manifest = readManifest(await openText(name), name)
  const beside = values.photos ?? dirname(name)
  const files = positionals.length > 0 ? positionals : manifest.rows.map(({ file }) => resolve(beside, file))
  if (files.length === 0) throw new UsageError(`${name} lists no photographs.`)
  if (out !== undefined) await refuseToOverwrite(out, [name, ...files])
  const { rowOf, unmatched } = matchManifest(manifest, files, name)
  const without = files.filter((file) => !rowOf.has(file))
  return {
    ...job,
    files,
    rowOf,
    extraColumns: manifest.extraColumns,
    notes: notesOn(name, unmatched, without),
  }
}

function contextOf(values: Options): GradeContext {
  const policy = values.policy as Policy | undefined
  if (policy !== undefined && !POLICIES.includes(policy))
    throw new UsageError(`--policy must be one of ${POLICIES.join(', ')}, not “${policy}”.`)
  return {
    species: values.species === undefined ? undefined : parseSpecies(values.species, '--species'),
    ageDays: values.day === undefined ? undefined : parseDay(values.day, '--day'),
    shell: values.shell === undefined ? undefined : parseShell(values.shell, '--shell'),
    policy,
  }
}

function parseJobs(text: string): number {
  const jobs = /^\d+$/.test(text) ? Number(text) : NaN
  if (!(jobs >= 1 && jobs <= 256))
    throw new UsageError(`--jobs must be a whole number from 1 to 256, not “${text}”.`)
  return jobs
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
    ...(without.length > 0 ? [`${name} has no line for ${some(without)}; the options are used for it.`] : []),
  ]
}
