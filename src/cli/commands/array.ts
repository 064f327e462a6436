import { realpath } from 'node:fs/promises'
import { isAbsolute, join, relative, resolve, sep } from 'node:path'
import { UsageError, type CliIo } from '../io.ts'
import { readOptions, TEXT } from '../options.ts'
import { writeOut } from '../write-file.ts'
import { split } from './split.ts'

export const ARRAY_USAGE = `perlumen array --for slurm|kubernetes --parts N --to FOLDER MANIFEST
  Splits a manifest (see split) and writes beside the parts how a cluster grades them, each
  as one job of an array that goes on where it was cut off:
    slurm         FOLDER/array.sbatch; started by “sbatch FOLDER/array.sbatch”
    kubernetes    FOLDER/job.json, an indexed job; started by “kubectl apply -f FOLDER/job.json”.
                  Also: --image NAME (with perlumen in it), --claim NAME of the volume that holds
                  FOLDER and the photographs, --mount PATH where it lies, here and there alike
  When all are done: perlumen join --format parquet --out grades.parquet FOLDER/part-*.jsonl`

/** Times that one part is begun again after its node failed. */
const MOST_RETRIES = 6

/** @returns 0; throws UsageError or OutputError with a plain sentence */
export async function array(argv: readonly string[], io: CliIo): Promise<number> {
  const { values, positionals } = readOptions(argv, {
    for: TEXT,
    parts: TEXT,
    to: TEXT,
    image: TEXT,
    claim: TEXT,
    mount: TEXT,
  })
  const { for: engine, to, image, claim, mount } = values
  if (engine !== 'slurm' && engine !== 'kubernetes')
    throw new UsageError('--for must be slurm or kubernetes.')
  if (engine === 'kubernetes' && !(image && claim && mount))
    throw new UsageError('--for kubernetes needs --image, --claim and --mount.')
  if (mount && to && !isIn(resolve(to), resolve(mount)))
    throw new UsageError(`--to ${to} does not lie in --mount ${mount}: the jobs would not find it.`)
  const code = await split([...option('--parts', values.parts), ...option('--to', to), ...positionals], io)
  // Split has made sure of both.
  const folder = resolve(to!)
  const parts = Number(values.parts)
  if (engine === 'slurm') {
    await writeOut(join(folder, 'array.sbatch'), slurmScript(folder, parts, await thisProgram()))
    io.stderr.write(`Start it: sbatch ${join(to!, 'array.sbatch')}\n`)
  } else {
    const job = indexedJob(folder, parts, { image: image!, claim: claim!, mount: resolve(mount!) })
    await writeOut(join(folder, 'job.json'), `${JSON.stringify(job, null, 2)}\n`)
    io.stderr.write(`Start it: kubectl apply -f ${join(to!, 'job.json')}\n`)
  }
  return code
}

/** @param folder - absolute, as `place` */
function isIn(folder: string, place: string): boolean {
  const way = relative(place, folder)
  return way !== '..' && !way.startsWith(`..${sep}`) && !isAbsolute(way)
}

const option = (name: string, value: string | undefined): string[] =>
  value === undefined ? [] : [name, value]

/** As it runs here; nodes of a cluster see the same disks. */
async function thisProgram(): Promise<string> {
  return `${quoted(process.execPath)} ${quoted(await realpath(process.argv[1]!))}`
}

/** For a shell. */
function quoted(text: string): string {
  return `'${text.replaceAll("'", `'\\''`)}'`
}

/**
 * Grades a part and goes on where an earlier run of it stopped. Exit code 1 says that some photographs could not be read;
 * that is in the results, and running again would not change it.
 */
function gradePart(folder: string, program: string, { part, jobs }: { part: string; jobs: string }): string {
  return `cd ${quoted(folder)} || exit 3
part=${part}
${program} grade --jobs "${jobs}" --manifest "part-$part.csv" --format jsonl --out "part-$part.jsonl" --resume
code=$?
[ "$code" -eq 1 ] && exit 0
exit "$code"
`
}

/** @see https://slurm.schedmd.com/job_array.html */
function slurmScript(folder: string, parts: number, program: string): string {
  return `#!/bin/sh
#SBATCH --job-name=perlumen
#SBATCH --array=1-${parts}
#SBATCH --cpus-per-task=1
#SBATCH --requeue
#SBATCH --open-mode=append
#SBATCH --output="${folder}/part-%a.log"
${gradePart(folder, program, { part: '"$SLURM_ARRAY_TASK_ID"', jobs: '${SLURM_CPUS_PER_TASK:-1}' })}`
}

/** JSON is YAML. @see https://kubernetes.io/docs/tasks/job/indexed-parallel-processing-static/ */
function indexedJob(
  folder: string,
  parts: number,
  { image, claim, mount }: { image: string; claim: string; mount: string },
): object {
  const command = gradePart(folder, 'perlumen', { part: '$((JOB_COMPLETION_INDEX + 1))', jobs: '1' })
  return {
    apiVersion: 'batch/v1',
    kind: 'Job',
    metadata: { name: 'perlumen' },
    spec: {
      completionMode: 'Indexed',
      completions: parts,
      parallelism: parts,
      backoffLimitPerIndex: MOST_RETRIES,
      template: {
        spec: {
          restartPolicy: 'Never',
          containers: [
            {
              name: 'grade',
              image,
              command: ['sh', '-c', command],
              resources: { requests: { cpu: '1', memory: '1Gi' } },
              volumeMounts: [{ name: 'photographs', mountPath: mount }],
            },
          ],
          volumes: [{ name: 'photographs', persistentVolumeClaim: { claimName: claim } }],
        },
      },
    },
  }
}
