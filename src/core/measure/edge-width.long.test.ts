import { expect, it } from 'vitest'
import { simulatePhoto } from '../simulate/simulated-photo.ts'
import { rowsOf } from '../image/linear.ts'
import { readPhoto } from './read-photo.ts'

const reasonsOf = (shot: object) => {
  const measured = readPhoto(
    rowsOf(
      simulatePhoto({ seed: 'moved', ageDays: 9, shot: { widthPx: 640, heightPx: 640, fill: 0.7, ...shot } })
        .image,
    ),
    { species: 'chicken' },
  )
  return measured.kind === 'eggs' ? measured.eggs[0]!.reasons : measured.why
}

it('a hand that moves blurs the picture, and it is said; one that holds still does not', () => {
  expect(reasonsOf({ shakePx: 0, defocusPx: 1 })).not.toContain('blurred')
  expect(reasonsOf({ shakePx: 0, defocusPx: 5 })).toContain('blurred')
  expect(reasonsOf({ shakePx: 7, defocusPx: 1 })).toContain('blurred')
})
