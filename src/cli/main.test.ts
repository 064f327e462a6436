import { execFileSync, spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync } from 'node:fs'
import { readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import sharp from 'sharp'
import { afterAll, describe, expect, it } from 'vitest'
import { gradeRecordSchema, type GradeRecord } from '../contracts/files/grade-record.ts'
import { simulatePhoto } from '../core/simulate/simulated-photo.ts'
import { gradedBy as records, runCommand as run } from '../testing/run-command.ts'
import { main } from './main.ts'

const photos = fileURLToPath(new URL('../../fixtures/photos/', import.meta.url))
const folder = mkdtempSync(join(tmpdir(), 'perlumen-'))
afterAll(() => rm(folder, { recursive: true }))

const file = (name: string): string => join(folder, name)

describe('perlumen grade', () => {
  it('reads photographs with a manifest, in order, with progress beside', async () => {
    const names = ['p-0001.jpg', 'p-0009.jpg'].map((name) => join(photos, name))
    const { code, out, err } = await run('grade', '--manifest', join(photos, 'photos.csv'), ...names)
    const list = JSON.parse(out) as GradeRecord[]
    expect(code).toBe(0)
    expect(list.map((record) => [record.grade, record.action])).toEqual([
      ['developing', 'keep'],
      ['clear', 'recheck'],
    ])
    expect(err).toMatch(/1\/2 .*p-0001\.jpg[^]*2\/2 .*p-0009\.jpg/)
  })

  it('passes other columns of the manifest through and writes a table', async () => {
    await writeFile(file('m.csv'), 'file,species,day,shell,hen\nsub/p-0005.jpg,chicken,8.2,white,=Ruth\n')
    const { code } = await run(
      'grade',
      '--manifest',
      file('m.csv'),
      '--format',
      'csv',
      '--out',
      file('o.csv'),
      join(photos, 'p-0005.jpg'),
    )
    expect(code).toBe(0)
    expect(await readFile(file('o.csv'), 'utf8')).toMatch(/hen\n.*clear.*'=Ruth/)
  })

  it('gives each egg of a tray its own record, numbered row by row', async () => {
    const size = 420
    const tiles = [7, 0.3, 9, 6].map((ageDays, i) => {
      const shot = { widthPx: size, heightPx: size, axisRad: -1.5, collar: 0, fill: 0.74 }
      const { image } = simulatePhoto({
        seed: `cli ${i}`,
        ageDays,
        fate: ageDays < 1 ? { kind: 'clear' } : { kind: 'developing' },
        shot,
      })
      return {
        input: Buffer.from(image.data),
        raw: { width: size, height: size, channels: 3 as const },
        left: size * (i % 2),
        top: size * (i >> 1),
      }
    })
    await sharp({ create: { width: 2 * size, height: 2 * size, channels: 3, background: '#000' } })
      .composite(tiles)
      .jpeg({ quality: 95 })
      .toFile(file('tray.jpg'))
    const { code, list } = await records('--day', '7', '--species', 'chicken', file('tray.jpg'))
    expect(code).toBe(0)
    expect(list.map((record) => record.egg)).toEqual([1, 2, 3, 4])
    expect(list.map((record) => record.grade === 'developing')).toEqual([true, false, true, true])
    for (const [i, { outline }] of list.entries()) {
      const centre = {
        x: (outline!.bluntPole[0] + outline!.smallPole[0]) / 2,
        y: (outline!.bluntPole[1] + outline!.smallPole[1]) / 2,
      }
      expect([Math.floor(centre.x / size), Math.floor(centre.y / size)]).toEqual([i % 2, i >> 1])
    }
  })

  it('is not sure without a day, and says so', async () => {
    const { list } = await records(join(photos, 'p-0005.jpg'))
    expect(list[0]).toMatchObject({ grade: 'unsure', action: 'recheck', readable: false })
    expect(list[0]!.reasons[0]).toMatch(/day/)
  })
})

describe('results', () => {
  const one = join(photos, 'p-0005.jpg')

  it('keep the verdict’s columns apart from a manifest’s of the same name, and hold every other column, headings made safe', async () => {
    await writeFile(
      file('m2.csv'),
      'file,day,grade,action,=cmd,note\np-0005.jpg,8.2,A,sell,x,\u00a0\u200b＝1+1\nnobody.jpg,,,,,\n',
    )
    const { code, err } = await run(
      'grade',
      '--manifest',
      file('m2.csv'),
      '--format',
      'csv',
      '--out',
      file('o2.csv'),
      file('missing.jpg'),
      one,
    )
    expect(code).toBe(1)
    expect(err).toMatch(/no photograph was given for line 3 \(nobody.jpg\)[^]*no line for .*missing.jpg/)
    const [heading, missing, egg] = (await readFile(file('o2.csv'), 'utf8'))
      .trim()
      .split('\n')
      .map((line) => line.split(','))
    expect(heading!.slice(-4)).toEqual(['grade (manifest)', 'action (manifest)', "'=cmd", 'note'])
    expect(missing!.slice(-4)).toEqual(['', '', '', ''])
    expect([egg![2], egg!.slice(-4)]).toEqual(['clear', ['A', 'sell', 'x', "'\u00a0\u200b＝1+1"]])
  })

  it.each(['json', 'csv'])(
    'are in the file after each photograph, as a whole %s document',
    async (format) => {
      const seen: string[] = []
      const out = file(`growing.${format}`)
      await writeFile(file('diary.jpg'), 'Dear diary')
      const io = {
        stdout: { write: () => true },
        stderr: { write: (text: string) => (/^\d\//.test(text) ? seen.push(readFileSync(out, 'utf8')) : 0) },
      }
      expect(
        await main(
          [
            'grade',
            '--day',
            '8',
            '--out',
            out,
            '--format',
            format,
            file('missing.jpg'),
            file('diary.jpg'),
            file('gone.jpg'),
          ],
          io,
        ),
      ).toBe(1)
      expect(seen).toHaveLength(3)
      seen.forEach((text, i) =>
        expect(
          format === 'json' ? (JSON.parse(text) as unknown[]).length : text.trim().split('\n').length - 1,
        ).toBe(i + 1),
      )
    },
  )

  it('that find no room end with 3 and a sentence', async () => {
    const { code, err } = await run('grade', '--out', '/dev/full', one)
    expect(code).toBe(3)
    expect(err).toMatch(/cannot be written: the disk is full/)
  })

  it('are never written over a photograph', async () => {
    const { code, err } = await run('grade', '--out', one, one)
    expect([code, err]).toEqual([2, expect.stringContaining('would be written over') as string])
  })
})

describe('bad input gets a sentence, never a verdict', () => {
  it('and the run goes on', async () => {
    const good = await readFile(join(photos, 'p-0004.jpg'))
    await writeFile(file('notes.jpg'), 'Dear diary, today I set twelve eggs.')
    await writeFile(file('empty.jpg'), '')
    await writeFile(file('cut.jpg'), good.subarray(0, good.length / 2))
    await sharp({ create: { width: 1, height: 1, channels: 3, background: '#fff' } })
      .png()
      .toFile(file('dot.png'))
    await sharp({ create: { width: 500, height: 400, channels: 3, background: '#888' } })
      .png()
      .toFile(file('grey.png'))
    await sharp({ create: { width: 10_000, height: 10_000, channels: 3, background: '#000' } })
      .png()
      .toFile(file('vast.png'))
    await writeFile(
      file('drawing.svg'),
      `<svg xmlns="http://www.w3.org/2000/svg" width="900" height="900"><filter id="f"><feMorphology radius="90"/></filter><rect width="900" height="900" filter="url(#f)"/></svg>`,
    )
    execFileSync('mkfifo', [file('pipe.jpg')])
    const bad = [
      'notes.jpg',
      'empty.jpg',
      'cut.jpg',
      'dot.png',
      'grey.png',
      'vast.png',
      'nowhere.jpg',
      'drawing.svg',
      'pipe.jpg',
    ]
      .map(file)
      .concat(folder, '/dev/zero')
    const { code, list } = await records('--day', '9', ...bad, join(photos, 'p-0004.jpg'))
    expect(code).toBe(1)
    for (const record of list.slice(0, -1)) {
      expect(record.error).toMatch(/^[A-Z].*\.$/)
      expect(record).toMatchObject({ outline: null, grade: 'unsure', action: 'recheck', readable: false })
    }
    expect(list.map((record) => record.error ?? '')).toEqual([
      expect.stringMatching(/not a photograph/),
      expect.stringMatching(/empty/),
      expect.stringMatching(/damaged or incomplete/),
      expect.stringMatching(/too small/),
      expect.stringMatching(/No backlit egg/),
      expect.stringMatching(/100 megapixels/),
      expect.stringMatching(/no such file/),
      expect.stringMatching(/not a photograph/),
      expect.stringMatching(/a pipe or a device/),
      expect.stringMatching(/a folder/),
      expect.stringMatching(/a pipe or a device/),
      '',
    ])
  })
})

describe('wrong usage ends with 2 and a sentence', () => {
  it.each([
    [[], /Name a command/],
    [['hatch'], /no command “hatch”/],
    [['grade'], /at least one photograph/],
    [['grade', '--species', 'dragon', 'a.jpg'], /not a known species/],
    [['grade', '--day', 'soon', 'a.jpg'], /must be a number/],
    [['grade', '--shell', 'pink', 'a.jpg'], /not a known shell colour/],
    [['grade', '--policy', 'cull', 'a.jpg'], /--policy must be/],
    [['grade', '--format', 'xml', 'a.jpg'], /--format must be/],
    [['grade', '--jobs', '0', 'a.jpg'], /--jobs must be/],
    [['grade', '--resume', 'a.jpg'], /--resume continues a JSON Lines file/],
    [['split', '--parts', '2', 'm.csv'], /--to FOLDER/],
    [['split', '--parts', 'two', '--to', '/tmp/x', 'm.csv'], /--parts must be/],
    [['join'], /Name the parts/],
    [['join', '/nowhere.jsonl'], /cannot be opened/],
    [['grade', '--verbose', 'a.jpg'], /--verbose/],
    [['grade', '--manifest', '/nowhere.csv', 'a.jpg'], /cannot be opened/],
    [['grade', '--manifest', '/dev/zero', 'a.jpg'], /pipe or a device/],
    [['grade', '--day', '0x10', 'a.jpg'], /must be a number/],
    [['grade', '--out', '/', 'a.jpg'], /is a folder/],
  ])('%j', async (argv, sentence) => {
    const { code, out, err } = await run(...argv)
    expect(code).toBe(2)
    expect(out).toBe('')
    expect(err).toMatch(sentence)
  })

  it('a manifest with nonsense names its line', async () => {
    await writeFile(file('bad.csv'), 'file,day\na.jpg,7\nb.jpg,later\n')
    expect((await run('grade', '--manifest', file('bad.csv'), 'a.jpg')).err).toMatch(/line 3/)
  })

  it('but asking for help is fine', async () => {
    const { code, out } = await run('--help')
    expect(code).toBe(0)
    expect(out).toMatch(/perlumen grade[^]*perlumen book/)
    expect((await run('book', '--help')).out).not.toContain('perlumen grade')
  })

  it('and it starts as a program of its own, which grades and ends with the code of its run', () => {
    const program = fileURLToPath(new URL('../../bin/perlumen.mjs', import.meta.url))
    const start = (...argv: string[]) =>
      spawnSync(process.execPath, [program, ...argv], { encoding: 'utf8', cwd: folder })
    const good = start('grade', '--day', '8.2', join(photos, 'p-0005.jpg'))
    expect(good.status).toBe(0)
    expect(gradeRecordSchema.parse((JSON.parse(good.stdout) as unknown[])[0]).grade).toBe('clear')
    expect(start('grade', '--jobs', 'no', 'a.jpg').status).toBe(2)
  })

  it('and it tells its version, and where to read on after a mistake', async () => {
    expect(await run('--version')).toEqual({
      code: 0,
      out: expect.stringMatching(/^\d+\.\d+/) as string,
      err: '',
    })
    expect((await run('grade', '--jobs', 'no', 'a.jpg')).err).toMatch(
      /\nHow it is used: perlumen grade --help\n$/,
    )
  })
})
