import { expect, it } from 'vitest'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import type { PicturedLook } from '../contracts/records/look-record.ts'
import { lookRecordSchema } from '../contracts/records/look-record.ts'
import { isOfCopy, mayBeOfCopy, withSizeOfCopy } from './looks-of-copy.ts'

const [sample] = sampleRecords().looks
const { reading, photo } = sample!
/** The look as it should be, of an original four times as large as its copy. */
const by = (scale: number): PicturedLook['reading'] => ({
  ...reading,
  lengthPx: reading.lengthPx * scale,
  bluntPole: { x: reading.bluntPole.x * scale, y: reading.bluntPole.y * scale },
  smallPole: { x: reading.smallPole.x * scale, y: reading.smallPole.y * scale },
  outline: {
    ...reading.outline,
    centre: { x: reading.outline.centre.x * scale, y: reading.outline.centre.y * scale },
  },
})
const copy = { widthPx: photo.widthPx, heightPx: photo.heightPx }
const original = { ...photo, widthPx: 4 * photo.widthPx, heightPx: 4 * photo.heightPx }
const right = { ...sample!, photo: original, reading: by(4) }
const wrong = { ...sample!, photo: original, reading: by(1) }
const keptLongSidePx = Math.max(copy.widthPx, copy.heightPx)

it('a look that was measured in the copy is suspected by where its egg lies, and known by measuring the copy', () => {
  expect([mayBeOfCopy(wrong, keptLongSidePx), mayBeOfCopy(right, keptLongSidePx)]).toEqual([true, false])
  expect(mayBeOfCopy({ ...wrong, photo }, keptLongSidePx)).toBe(false)
  // What is measured now, in the copy.
  expect([isOfCopy(wrong, copy, [by(1)]), isOfCopy(right, copy, [by(1)])]).toEqual([true, false])
  expect(isOfCopy({ ...wrong, photo }, copy, [by(1)])).toBe(false)
  expect(isOfCopy(wrong, copy, [by(1.2)])).toBe(false)
})

it('put right, it is a look that the schema reads, of the copy’s size', () => {
  const mended = lookRecordSchema.parse(withSizeOfCopy(wrong, copy)) as PicturedLook
  expect(mended.photo).toMatchObject(copy)
  expect(mayBeOfCopy(mended, keptLongSidePx)).toBe(false)
})
