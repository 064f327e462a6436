import { mkdtempSync } from 'node:fs'
import { readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { gradeRecordSchema, type GradeRecord } from '../contracts/files/grade-record.ts'
import { simulatePhoto } from '../core/simulate/simulated-photo.ts'
import { gradedBy as records, runCommand as run } from '../testing/run-command.ts'

const photos = fileURLToPath(new URL('../../fixtures/photos/', import.meta.url))
const folder = mkdtempSync(join(tmpdir(), 'perlumen-'))
afterAll(() => rm(folder, { recursive: true }))

const file = (name: string): string => join(folder, name)

describe('perlumen grade', () => {
  it('says the same of a large photograph as of a small one, in its own pixels', async () => {
    const small = join(photos, 'p-0007.jpg')
    const { width } = await sharp(small).metadata()
    await sharp(small)
      .resize({ width: 3 * width })
      .jpeg({ quality: 95 })
      .toFile(file('large.jpg'))
    const {
      list: [one, three],
    } = await records('--day', '5.8', '--species', 'duck', small, file('large.jpg'))
    expect(three!.outline!.length / one!.outline!.length).toBeCloseTo(3, 1)
    expect(three!.outline!.bluntPole[0] / one!.outline!.bluntPole[0]).toBeCloseTo(3, 1)
    expect(Math.abs(three!.airCell!.depth - one!.airCell!.depth)).toBeLessThan(0.008)
    expect(Math.abs(three!.shadow!.area - one!.shadow!.area)).toBeLessThan(0.02)
  })

  it('turns a photograph upright by its EXIF record', async () => {
    const { image } = simulatePhoto({ ageDays: 9, shot: { widthPx: 400, heightPx: 500 } })
    const raw = { raw: { width: 400, height: 500, channels: 3 as const } }
    await sharp(image.data, raw).jpeg().toFile(file('up.jpg'))
    await sharp(image.data, raw).rotate(-90).jpeg().withMetadata({ orientation: 6 }).toFile(file('side.jpg'))
    const { list } = await records('--day', '9', '--species', 'chicken', file('up.jpg'), file('side.jpg'))
    const [up, side] = list.map((record) => record.outline!)
    expect(side!.bluntPole[0]).toBeCloseTo(up!.bluntPole[0], -1)
    expect(side!.bluntPole[1]).toBeCloseTo(up!.bluntPole[1], -1)
  })
})

describe('a whole season', () => {
  // One that takes its time to be measured, and three that are soon told to show no egg.
  const names = [join(photos, 'p-0005.jpg'), ...['grey-1.png', 'grey-2.png', 'grey-3.png'].map(file)]
  beforeAll(async () => {
    for (const name of names.slice(1))
      await sharp({ create: { width: 400, height: 300, channels: 3, background: '#777' } }).toFile(name)
  })
  const lines = async (name: string) =>
    (await readFile(file(name), 'utf8'))
      .trim()
      .split('\n')
      .map((line) => gradeRecordSchema.parse(JSON.parse(line)))
  const said = (list: GradeRecord[]) =>
    list.map(({ file: of, grade, action, error }) => [of, grade, action, error])

  it('is graded by several workers as by one, in order', async () => {
    const one = await records('--jobs', '1', '--day', '9', ...names)
    const two = await records('--jobs', '2', '--day', '9', ...names, file('missing.jpg'))
    expect(said(two.list.slice(0, -1))).toEqual(said(one.list))
    expect(two.list.at(-1)!.error).toMatch(/no such file/)
    expect([one.code, two.code]).toEqual([1, 1])
    expect(one.list[0]!.grade).toBe('clear')
  })

  it('goes on where it was cut off: what was graded is not graded again, what was torn is', async () => {
    const args = ['grade', '--day', '9', '--jobs', '1', '--format', 'jsonl', '--out', file('s.jsonl')]
    await run(...args, ...names.slice(0, 3))
    const whole = await lines('s.jsonl')
    // Cut off in the middle of the third photograph's line.
    const text = await readFile(file('s.jsonl'), 'utf8')
    await writeFile(file('s.jsonl'), text.slice(0, -200))
    const { code, err } = await run(...args, '--resume', ...names)
    expect(code).toBe(1)
    // The last whole line may lack eggs of its photograph, so it is done again as well.
    expect(err).toMatch(/^1 of 4 photographs were graded before\.\n2\/4 .*grey-1/)
    expect(said(await lines('s.jsonl')).slice(0, 3)).toEqual(said(whole))
    expect(await lines('s.jsonl')).toHaveLength(4)
    expect((await run(...args, '--resume', ...names)).err).toMatch(/^3 of 4/)
  })

  it('does not go on with a file of something else', async () => {
    await writeFile(file('diary.jsonl'), 'Dear diary\n')
    const { code, err } = await run(
      'grade',
      '--format',
      'jsonl',
      '--resume',
      '--out',
      file('diary.jsonl'),
      names[0]!,
    )
    expect([code, err]).toEqual([2, expect.stringMatching(/not a JSON Lines results file/) as string])
    expect(await readFile(file('diary.jsonl'), 'utf8')).toBe('Dear diary\n')
  })

  it('is shared out by its manifest and put together again', async () => {
    await writeFile(
      file('season.csv'),
      `file,species,day,hen\n${names.map((name, i) => `${name},chicken,9,${i}`).join('\n')}\n`,
    )
    expect((await run('split', '--parts', '3', '--to', file('parts'), file('season.csv'))).code).toBe(0)
    for (const k of [1, 2, 3]) {
      const part = join(folder, 'parts', `part-${k}`)
      const { code } = await run(
        'grade',
        '--manifest',
        `${part}.csv`,
        '--format',
        'jsonl',
        '--out',
        `${part}.jsonl`,
        '--resume',
      )
      expect(code).toBe(1)
    }
    const parts = [1, 2, 3].map((k) => join(folder, 'parts', `part-${k}.jsonl`))
    const { code, out } = await run('join', ...parts)
    // As of each part: three photographs show no egg.
    expect(code).toBe(1)
    expect((JSON.parse(out) as GradeRecord[]).map(({ extra }) => extra!.hen)).toEqual(['0', '3', '1', '2'])
    const table = await run('join', '--format', 'csv', ...parts)
    expect(table.out.split('\n')[0]).toMatch(/error,hen$/)
    await writeFile(parts[2]!, '{"file":')
    expect(await run('join', ...parts)).toMatchObject({
      code: 1,
      err: expect.stringMatching(/part-3.jsonl, line 1: no result; left out/) as string,
    })
    expect(await run('join', '--out', parts[0]!, ...parts)).toMatchObject({
      code: 2,
      err: expect.stringMatching(/would be written over/) as string,
    })
    expect(await run('split', '--parts', '5', '--to', file('parts'), file('season.csv'))).toMatchObject({
      code: 2,
      err: expect.stringMatching(/names 4 photographs: --parts can be no more/) as string,
    })
    expect(await run('split', '--parts', '2', '--to', names[0]!, file('season.csv'))).toMatchObject({
      code: 3,
      err: expect.stringMatching(/cannot be made \(EEXIST\)/) as string,
    })
  })
})
