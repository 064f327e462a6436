import jsQR from 'jsqr'
import { describe, expect, it } from 'vitest'
import { labelCode, readLabelCode, type Label } from '../../contracts/files/label-code.ts'
import { createRandom } from '../../core/random/random.ts'
import { codeSquares } from './code-squares.ts'

/** The label as a phone's camera sees it: squares of some pixels, dim, grainy. */
function photographed(label: Label, { pixels, noise }: { pixels: number; noise: number }) {
  const { side, isDark } = codeSquares(labelCode(label))
  const quiet = 4
  const width = Math.round((side + 2 * quiet) * pixels)
  const random = createRandom(`label/${label.id}/${pixels}`)
  const data = new Uint8ClampedArray(4 * width * width)
  for (let y = 0; y < width; y++)
    for (let x = 0; x < width; x++) {
      const [row, column] = [Math.floor(y / pixels) - quiet, Math.floor(x / pixels) - quiet]
      const inside = row >= 0 && column >= 0 && row < side && column < side
      const light = (inside && isDark(row, column) ? 40 : 170) + random.normal(0, noise)
      data.set([light, light, light, 255], 4 * (y * width + x))
    }
  return { data, width }
}

describe('a label', () => {
  const label: Label = { kind: 'tray', id: '5f0c9a52-7c1e-4b7e-9a3f-0a4f6d2f9f10' }
  it.each([3, 4.5, 8])('is read by an independent decoder, %d pixels a square, in poor light', (pixels) => {
    const { data, width } = photographed(label, { pixels, noise: 12 })
    const found = jsQR(data, width, width)
    expect(found && readLabelCode(found.data)).toEqual(label)
  })
  it('of somebody else’s is none of ours', () => {
    expect(readLabelCode(labelCode({ kind: 'egg', id: 'egg-1' }))).toEqual({ kind: 'egg', id: 'egg-1' })
    for (const text of ['https://example.org/', 'perlumen:tray/', 'perlumen:tray/<b>', 'perlumen:hen/7'])
      expect(readLabelCode(text)).toBeNull()
  })
})
