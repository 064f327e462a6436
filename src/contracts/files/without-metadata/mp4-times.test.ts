import { describe, expect, it } from 'vitest'
import { clearTimes } from './mp4-times.ts'

/** A box: its size, its kind, what is in it. */
function box(kind: string, ...parts: number[][]): number[] {
  const inside = parts.flat()
  const size = inside.length + 8
  return [0, 0, size >> 8, size & 255, ...Array.from(kind, (letter) => letter.charCodeAt(0)), ...inside]
}

const TIMES = [9, 8, 7, 6, 5, 4, 3, 2]
const REST = [1, 2, 3, 4]

describe('times of an MP4 film', () => {
  it('are cleared wherever they stand, and nothing else is', () => {
    const film = (times: number[], long: number[]): number[] => [
      ...box('ftyp', [1, 2, 3]),
      ...box('mdat', TIMES, TIMES),
      ...box(
        'moov',
        box('mvhd', [0, 0, 0, 0], times, REST),
        box(
          'trak',
          box('tkhd', [1, 0, 0, 7], long, REST),
          box('mdia', box('mdhd', [0, 0, 0, 0], times, REST)),
        ),
      ),
    ]
    const bytes = Uint8Array.from(film(TIMES, [...TIMES, ...TIMES]))
    clearTimes(bytes)
    expect([...bytes]).toEqual(film(new Array<number>(8).fill(0), new Array<number>(16).fill(0)))
  })

  it('leaves a damaged film as it is', () => {
    const bytes = Uint8Array.from([...box('moov', box('mvhd', [0, 0, 0, 0], TIMES)).slice(0, 20)])
    const before = [...bytes]
    clearTimes(bytes)
    expect([...bytes]).toEqual(before)
  })
})
