import { spawnSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import Papa from 'papaparse'
import { createRandom } from '../src/core/random/random.ts'
import { simulatePhoto } from '../src/core/simulate/simulated-photo.ts'
import { squeeze } from '../lab/accuracy/simulated-set.ts'

const PERLUMEN = fileURLToPath(new URL('../bin/perlumen.mjs', import.meta.url))
const PHOTOGRAPHS = 72
const SIDE_PX = 420
/** One file in so many is none that can be read. */
const BROKEN_EVERY = 31

/** A folder with simulated photographs of three flocks, and `report.html` about them, by the commands that anyone has. */
export async function makeFlockReport(): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'perlumen-flock-'))
  mkdirSync(join(folder, 'photos'))
  const random = createRandom('flock report')
  const rows: object[] = []
  for (let k = 1; k <= PHOTOGRAPHS; k++) {
    const file = `photos/egg-${k}.jpg`
    const shell = random.pick(['white', 'tinted', 'brown'] as const)
    const day = random.pick([7, 10, 14])
    rows.push({ file, species: 'chicken', day, shell, flock: random.pick(['Holm', 'Skerry', 'Tarn']) })
    if (k % BROKEN_EVERY === 0) {
      writeFileSync(join(folder, file), 'no photograph')
      continue
    }
    const kind = random.pick(['developing', 'developing', 'developing', 'clear', 'died'] as const)
    const { image } = simulatePhoto({
      seed: `flock report/${k}`,
      ageDays: day,
      shell,
      fate: kind === 'died' ? { kind, onDay: day * random.between(0.3, 0.9) } : { kind },
      shot: { widthPx: SIDE_PX, heightPx: SIDE_PX },
    })
    writeFileSync(join(folder, file), await squeeze(image, 88))
  }
  writeFileSync(join(folder, 'photos.csv'), `${Papa.unparse(rows, { newline: '\n' })}\n`)
  perlumen(folder, 'grade', '--manifest', 'photos.csv', '--format', 'jsonl', '--out', 'grades.jsonl')
  perlumen(
    folder,
    'report',
    '--manifest',
    'photos.csv',
    '--by',
    'flock',
    '--out',
    'report.html',
    'grades.jsonl',
  )
  return folder
}

/** @throws Error where the command says that it did not work */
function perlumen(folder: string, ...words: string[]): void {
  const { status, stderr } = spawnSync(process.execPath, [PERLUMEN, ...words], {
    cwd: folder,
    encoding: 'utf8',
    maxBuffer: 1e8,
  })
  // 1: done, and some photographs could not be read.
  if (status !== 0 && status !== 1) throw new Error(`perlumen ${words[0]}: ${stderr.slice(-400)}`)
}
