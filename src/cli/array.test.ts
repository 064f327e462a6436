import { execFileSync, spawnSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, describe, expect, it } from 'vitest'
import { rowsOfParquet } from '../../lab/soak/parquet-rows.ts'
import type { GradeRecord } from '../contracts/files/grade-record.ts'
import { tallied } from './flock-tally.ts'
import { main } from './main.ts'

const folder = mkdtempSync(join(tmpdir(), 'perlumen-array-test-'))
afterAll(() => rm(folder, { recursive: true }))
const photo = fileURLToPath(new URL('../../fixtures/photos/p-0005.jpg', import.meta.url))
const file = (name: string): string => join(folder, name)

async function run(...argv: string[]) {
  let err = ''
  const code = await main(argv, {
    stdout: { write: () => undefined },
    stderr: { write: (text) => (err += text) },
  })
  return { code, err }
}

const figures = { developing: 0.1, clear: 0.7, 'blood-ring': 0.1, quitter: 0.1 }
function record(name: string, changes: Partial<GradeRecord> = {}): GradeRecord {
  return {
    file: name,
    egg: 1,
    outline: null,
    airCell: null,
    shadow: { area: 0.25, uncertainty: 0.02 },
    vessels: null,
    ring: null,
    crack: null,
    readable: true,
    reasons: ['Even glow'],
    grade: 'clear',
    probabilities: figures,
    action: 'recheck',
    elapsedMs: { decode: 1, measure: 2 },
    extra: { flock: 'house 2', egg: '=A1' },
    ...changes,
  }
}
function part(name: string, records: readonly GradeRecord[]): string {
  writeFileSync(file(name), records.map((one) => `${JSON.stringify(one)}\n`).join(''))
  return file(name)
}

describe('an array of jobs', () => {
  const manifest = file('photos.csv')
  const rows = ['a', 'b', 'c'].map((name) => `${name}.jpg,chicken,8,white,house 1`)
  writeFileSync(manifest, `file,species,day,shell,flock\n${rows.join('\n')}\n`)

  it('is a script for the batch system that a shell understands, and that goes on where it was cut off', async () => {
    // A name that a shell would take apart.
    const to = file("parts of Ann's")
    const { code, err } = await run('array', '--for', 'slurm', '--parts', '3', '--to', to, manifest)
    expect([code, err]).toEqual([0, expect.stringContaining('Start it: sbatch')])
    const script = join(to, 'array.sbatch')
    expect(spawnSync('sh', ['-n', script]).status).toBe(0)
    const text = readFileSync(script, 'utf8')
    expect(text).toMatch(/^#SBATCH --array=1-3$/m)
    expect(text).toMatch(/^#SBATCH --requeue$/m)

    // As a node runs it, with a program in its place that says what it was told.
    mkdirSync(file('bin'))
    writeFileSync(file('bin/told'), '#!/bin/sh\npwd\necho "$@"\nexit ${TOLD_EXIT:-0}\n', { mode: 0o755 })
    const stub = text.replace(/^'[^']*node[^ ]*' \S+ grade/m, `'${file('bin/told')}' grade`)
    expect(stub).not.toBe(text)
    writeFileSync(script, stub)
    const env = { ...process.env, SLURM_ARRAY_TASK_ID: '2', SLURM_CPUS_PER_TASK: '4' }
    const told = execFileSync('sh', [script], { env, encoding: 'utf8' })
    expect(told).toContain("parts of Ann's\n")
    expect(told).toContain('grade --jobs 4 --manifest part-2.csv --format jsonl --out part-2.jsonl --resume')
    // Unread photographs are a result; anything else must run again.
    for (const [exit, status] of [
      ['1', 0],
      ['3', 3],
      ['137', 137],
    ] as const)
      expect(spawnSync('sh', [script], { env: { ...env, TOLD_EXIT: exit } }).status).toBe(status)
  })

  it('is the manifest of an indexed job', async () => {
    const to = file('parts')
    const kubernetes = ['array', '--for', 'kubernetes', '--parts', '3', '--to', to]
    const { code } = await run(
      ...kubernetes,
      ...['--image', 'registry.example/perlumen:1', '--claim', 'candling', '--mount', folder],
      manifest,
    )
    expect(code).toBe(0)
    const job = JSON.parse(readFileSync(join(to, 'job.json'), 'utf8')) as {
      spec: Record<string, unknown> & {
        template: { spec: { containers: Array<{ command: string[]; volumeMounts: object[] }> } }
      }
    }
    expect(job).toMatchObject({ apiVersion: 'batch/v1', kind: 'Job' })
    expect(job.spec).toMatchObject({ completionMode: 'Indexed', completions: 3, backoffLimitPerIndex: 6 })
    const [container] = job.spec.template.spec.containers
    expect(container!.volumeMounts).toEqual([{ name: 'photographs', mountPath: folder }])
    const [, , command] = container!.command
    const env = { ...process.env, JOB_COMPLETION_INDEX: '2', PATH: `${folder}:${process.env['PATH']}` }
    writeFileSync(file('perlumen'), '#!/bin/sh\necho "$@"\n', { mode: 0o755 })
    expect(execFileSync('sh', ['-c', command!], { env, encoding: 'utf8' })).toContain('--manifest part-3.csv')
  })

  it('of an engine that is not known, or without what it needs, is refused in words', async () => {
    const rest = ['--parts', '2', '--to', file('none'), manifest]
    expect((await run('array', '--for', 'abacus', ...rest)).err).toContain('slurm or kubernetes')
    expect((await run('array', '--for', 'kubernetes', ...rest)).err).toContain('--image, --claim and --mount')
    expect((await run('array', '--for', 'slurm', '--to', file('none'), manifest)).err).toContain('--parts')
    const elsewhere = ['--image', 'a', '--claim', 'b', '--mount', file('disk')]
    expect((await run('array', '--for', 'kubernetes', ...elsewhere, ...rest)).err).toContain(
      'does not lie in',
    )
  })
})

describe('results in Parquet', () => {
  it('are read back by another library as they were', async () => {
    const one = part('one.jsonl', [record('a.jpg'), record('b.jpg', { egg: 2, shadow: null })])
    const two = part('two.jsonl', [record('c.jpg', { extra: { flock: 'house 3' } })])
    const out = file('all.parquet')
    expect((await run('join', '--format', 'parquet', '--out', out, one, two)).code).toBe(0)
    const rows = await rowsOfParquet(readFileSync(out))
    expect(rows).toHaveLength(3)
    expect(rows[0]).toMatchObject({
      file: 'a.jpg',
      egg: 1,
      readable: true,
      clear: 0.7,
      'shadow area': 0.25,
      'ring score': null,
      flock: 'house 2',
      // As it came: no table of formulas opens this file.
      'egg (manifest)': '=A1',
    })
    expect([rows[1]!['egg'], rows[1]!['shadow area'], rows[2]!['egg (manifest)']]).toEqual([2, null, null])
  })

  it('need a file, and leave none behind where it cannot be written', async () => {
    const one = part('one.jsonl', [record('a.jpg')])
    expect((await run('join', '--format', 'parquet', one)).err).toContain('needs --out')
    const { code, err } = await run('join', '--format', 'parquet', '--out', file('no/such.parquet'), one)
    expect([code, err]).toEqual([3, expect.stringContaining('ENOENT')])
  })
})

describe('a report over all parts', () => {
  it('counts by flock, day and shell, names what was not read, and shows the least sure', async () => {
    writeFileSync(
      file('flocks.csv'),
      `file,species,day,shell,flock\n${photo},chicken,8.4,white,house 2\nb.jpg,chicken,10,brown,house 10\n`,
    )
    const error = { error: 'No backlit egg was found.', readable: false, grade: 'unsure' } as const
    const one = part('one.jsonl', [
      record(photo),
      record('b.jpg', { extra: { flock: '<b>house 10</b>' }, probabilities: { ...figures, clear: 0.4 } }),
      record('c.jpg', error),
    ])
    const out = file('report.html')
    const { code } = await run('report', '--manifest', file('flocks.csv'), '--out', out, one)
    expect(code).toBe(1)
    const page = readFileSync(out, 'utf8')
    expect(page).toContain('2 eggs in 3 photographs')
    expect(page).toContain('<td>house 2</td><td>1</td><td>0 %</td><td>100 %</td>')
    expect(page).toContain('&#60;b&#62;house 10')
    expect(page).toContain('<strong>1</strong> No backlit egg was found.<br>c.jpg')
    expect(page.match(/src="data:image\/jpeg;base64/g)).toHaveLength(1)
    expect(page).toContain('The photograph is not here.')
    expect(page).not.toContain('<script')
    // Without a manifest nothing says what flock, day or shell it was.
    await run('report', '--out', out, part('bare.jsonl', [record(photo, { extra: {} })]))
    expect(readFileSync(out, 'utf8').match(/No column “(flock|day|shell)” says it/g)).toHaveLength(3)
  })

  it('says the folder of all photographs once', async () => {
    const out = file('report.html')
    const lines = ['/eggs/house 1/a.jpg', '/eggs/house 10/b.jpg'].map((name) => record(name))
    await run('report', '--out', out, part('folders.jsonl', lines))
    const page = readFileSync(out, 'utf8')
    expect(page).toContain('Folder: /eggs/</p>')
    expect(page).toContain('<figcaption>house 10/b.jpg, egg 1')
    await run('report', '--out', out, part('apart.jsonl', [record('/eggs/a.jpg'), record('b.jpg')]))
    expect(readFileSync(out, 'utf8')).toContain('<figcaption>/eggs/a.jpg, egg 1')
  })

  it('holds no more than a few of a great many, in the order of their doubt', async () => {
    async function* many(): AsyncGenerator<GradeRecord> {
      for (let k = 0; k < 5000; k++)
        yield record(`${k}.jpg`, { probabilities: { ...figures, clear: 0.3 + ((k * 7919) % 5000) / 10_000 } })
    }
    const { leastSure, by, eggs } = await tallied(many(), { rowOf: () => undefined, by: 'flock' })
    expect([eggs, leastSure.length, by.flock[0]!.eggs]).toEqual([5000, 24, 5000])
    const sureness = leastSure.map(({ probabilities }) => probabilities.clear)
    expect(sureness).toEqual(Array.from({ length: 24 }, (_, k) => 0.3 + k / 10_000))
  })
})
