import { expect, it } from 'vitest'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import { samePicture, type Pictured } from './same-picture.ts'

const [one] = sampleRecords().looks
const moved = (by: number): Pictured => {
  const { centre } = one!.reading.outline
  return {
    ...one!,
    eggId: 'other',
    reading: {
      ...one!.reading,
      outline: { ...one!.reading.outline, centre: { x: centre.x + by, y: centre.y } },
    },
  }
}

it('the same egg in the same photograph is found at another egg, and only there', () => {
  expect(samePicture(moved(0), [one!])).toBe(one)
  expect(samePicture(one!, [one!])).toBeUndefined()
  expect(samePicture(moved(0), [{ ...one!, replaced: true }])).toBeUndefined()
})

it('another photograph, or another egg of the same one, is another picture', () => {
  expect(samePicture(moved(0.5), [one!])).toBeUndefined()
  const { photo } = one!
  expect(
    samePicture({ ...moved(0), photo: { ...photo, widthPx: photo.widthPx + 1 } }, [one!]),
  ).toBeUndefined()
})
