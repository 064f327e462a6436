import { readFile, writeFile } from 'node:fs/promises'
import { parseArgs } from 'node:util'
import Papa from 'papaparse'
import { toErrorRecord, toGradeRecord, type GradeRecord } from '../../contracts/grade-record.ts'
import { gradeEgg } from '../../core/grade/grade.ts'
import { POLICIES, type GradeContext, type Policy } from '../../core/grade/types.ts'
import { neutraliseFormula } from '../../contracts/csv-cell.ts'
import { DecodeError, openPhoto } from '../decode.ts'
import { UsageError, type CliIo } from '../io.ts'
import { readEggs } from '../read-eggs.ts'
import { parseDay, parseShell, parseSpecies, readManifest, type Manifest } from '../manifest.ts'

export const GRADE_USAGE = `perlumen grade [options] FILE…
  Measures and grades photographs of backlit eggs.
  --species NAME      chicken, bantam, quail, bobwhite, guinea-fowl, turkey, pheasant,
                      chukar, duck, muscovy, goose, peafowl
  --day N             age in elapsed days, decimals allowed
  --shell COLOUR      white, tinted, brown, dark, blue, speckled
  --manifest FILE     CSV with the columns file, species, day, shell; goes before the options above
  --policy NAME       first-sight, second-look (default), hold
  --out FILE          write here instead of to standard output
  --format NAME       json (default) or csv
Exit code: 0 all files read, 1 some could not be, 2 wrong usage.`

interface GradeJob {
  files: string[]
  manifest: Manifest | undefined
  context: GradeContext
  format: 'json' | 'csv'
  out: string | undefined
}

export async function grade(argv: readonly string[], io: CliIo): Promise<number> {
  const job = await readJob(argv)
  const records: GradeRecord[] = []
  let unread = 0
  for (const [index, file] of job.files.entries()) {
    const eggs = await gradeFile(file, job)
    if (eggs.some((record) => record.error)) unread++
    records.push(...eggs)
    const said = eggs.map((record) => record.error ?? `${record.grade}, ${record.action}`).join('; ')
    io.stderr.write(`${index + 1}/${job.files.length} ${file}: ${said}\n`)
  }
  const text = job.format === 'json' ? `${JSON.stringify(records, null, 1)}\n` : toCsv(records)
  if (job.out === undefined) {
    io.stdout.write(text)
  } else {
    await writeFile(job.out, text).catch((error: NodeJS.ErrnoException) => {
      throw new UsageError(`Cannot write ${job.out} (${error.code ?? error.message}).`)
    })
  }
  return unread > 0 ? 1 : 0
}

async function readJob(argv: readonly string[]): Promise<GradeJob> {
  const { values, positionals } = parse(argv)
  if (positionals.length === 0) throw new UsageError('Name at least one photograph.')
  const format = values.format ?? 'json'
  if (format !== 'json' && format !== 'csv') throw new UsageError(`--format must be json or csv, not “${format}”.`)
  const policy = values.policy as Policy | undefined
  if (policy !== undefined && !POLICIES.includes(policy)) throw new UsageError(`--policy must be one of ${POLICIES.join(', ')}, not “${policy}”.`)
  const context: GradeContext = {
    species: values.species === undefined ? undefined : parseSpecies(values.species, '--species'),
    ageDays: values.day === undefined ? undefined : parseDay(values.day, '--day'),
    shell: values.shell === undefined ? undefined : parseShell(values.shell, '--shell'),
    policy,
  }
  let manifest: Manifest | undefined
  if (values.manifest !== undefined) {
    const name = values.manifest
    const text = await readFile(name, 'utf8').catch(() => {
      throw new UsageError(`The manifest ${name} cannot be opened.`)
    })
    manifest = readManifest(text, name)
  }
  return { files: positionals, manifest, context, format, out: values.out }
}

function parse(argv: readonly string[]) {
  const text = { type: 'string' } as const
  try {
    return parseArgs({
      args: [...argv], allowPositionals: true, strict: true,
      options: { species: text, day: text, shell: text, manifest: text, policy: text, out: text, format: text },
    })
  } catch (error) {
    throw new UsageError((error as Error).message)
  }
}

async function gradeFile(file: string, job: GradeJob): Promise<GradeRecord[]> {
  const row = job.manifest?.(file)
  const context: GradeContext = {
    ...job.context,
    species: row?.species ?? job.context.species,
    ageDays: row?.ageDays ?? job.context.ageDays,
    shell: row?.shell ?? job.context.shell,
  }
  const extra = row && Object.keys(row.extra).length > 0 ? { extra: row.extra } : {}
  const start = performance.now()
  try {
    const { reading, elapsedMs: exact } = await readEggs(await openPhoto(file), context.species)
    const elapsedMs = { decode: round(exact.decode), measure: round(exact.measure) }
    if (reading.kind === 'rejected') return [{ ...toErrorRecord(file, reading.rejection.message, elapsedMs), ...extra }]
    return reading.eggs.map((egg, i) => ({ ...toGradeRecord({ file, number: i + 1, egg, verdict: gradeEgg(egg, context), elapsedMs }), ...extra }))
  } catch (error) {
    if (!(error instanceof DecodeError)) throw error
    return [{ ...toErrorRecord(file, error.message, { decode: round(performance.now() - start), measure: 0 }), ...extra }]
  }
}

function round(milliseconds: number): number {
  return Math.round(milliseconds * 10) / 10
}

function toCsv(records: readonly GradeRecord[]): string {
  const rows = records.map((record) => ({
    file: record.file, egg: record.egg, grade: record.grade, action: record.action, readable: record.readable,
    developing: record.probabilities.developing, clear: record.probabilities.clear,
    'blood-ring': record.probabilities['blood-ring'], quitter: record.probabilities.quitter,
    'air cell depth': record.airCell?.depth ?? '', 'air cell volume': record.airCell?.volume ?? '',
    'shadow area': record.shadow?.area ?? '', 'vessel coverage': record.vessels?.coverage ?? '',
    'ring score': record.ring?.score ?? '', 'crack score': record.crack?.score ?? '',
    reasons: record.reasons.join('; '), error: record.error ?? '', ...record.extra,
  }))
  const safe = rows.map((row) => Object.fromEntries(Object.entries(row).map(([key, value]) => [key, neutraliseFormula(value)])))
  return `${Papa.unparse(safe, { newline: '\n' })}\n`
}
