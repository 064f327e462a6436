import { describe, expect, it } from 'vitest'
import { newHatchery } from '../contracts/records/hatchery-record.ts'
import type { PicturedLook } from '../contracts/records/look-record.ts'
import { sampleReading, sampleRecords } from '../contracts/records/sample-records.ts'
import { figuresOf, linesOf, newCollar } from '../core/measure/by-hand.ts'
import { figuresOfLook } from './look-figures.ts'
import { sizeOfLook } from './size-of-look.ts'

const records = sampleRecords()
const look = records.looks[0]!
const egg = records.eggs[0]!
const hatchery = newHatchery('UTC')
const AT = '2026-03-11T08:00:00.000Z'

function corrected(change: Partial<ReturnType<typeof linesOf>>): PicturedLook {
  const lines = { ...linesOf(sampleReading(egg)), ...change }
  return { ...look, correction: { at: AT, lines, figures: figuresOf(lines) } }
}

describe('the figures that hold', () => {
  it('are the measured ones until lines are drawn', () => {
    expect(figuresOfLook(look)).toMatchObject({
      byHand: false,
      shadow: look.reading.shadow.area,
      airCell: look.reading.airCell,
    })
  })

  it('are then the candler’s, with the measured ones untouched beside them', () => {
    const drawn = corrected({ cell: { left: 0.3, right: 0.3, bow: 0 }, shadow: [] })
    const figures = figuresOfLook(drawn)
    expect(figures.byHand).toBe(true)
    expect(figures.airCell!.depth.value).toBeCloseTo(0.3, 9)
    expect(figures.shadow.value).toBe(0)
    expect(drawn.reading).toBe(look.reading)
  })

  it('say so when the candler cannot see the cell', () => {
    expect(figuresOfLook(corrected({ cell: null })).airCell).toBeNull()
  })
})

describe('millimetres', () => {
  const collared = corrected({ collar: newCollar(look.reading.outline) })
  const withCollar = { ...hatchery, scale: { collarMm: 30, camera: null } }
  const withCamera = { ...hatchery, scale: { collarMm: null, camera: { mmAcross: 100, at: AT } } }

  it('are unknown without a scale', () => {
    expect(sizeOfLook(look, egg, hatchery)).toBeNull()
    expect(sizeOfLook(collared, egg, hatchery)).toBeNull()
    expect(sizeOfLook(look, egg, withCollar)).toBeNull()
  })

  it('come from the surest scale that is known', () => {
    const byCamera: PicturedLook = { ...collared, source: 'camera' }
    const measured = { ...egg, lengthMm: 57, breadthMm: 43 }
    const all = { ...hatchery, scale: { collarMm: 30, camera: withCamera.scale.camera } }
    expect(sizeOfLook(byCamera, measured, all)!.scale.from).toBe('calliper')
    expect(sizeOfLook(byCamera, egg, all)!.scale.from).toBe('collar')
    expect(sizeOfLook({ ...look, source: 'camera' }, egg, all)!.scale.from).toBe('camera')
  })

  it('do not take a file for the camera that was calibrated', () => {
    expect(sizeOfLook({ ...look, source: 'file' }, egg, withCamera)).toBeNull()
    expect(sizeOfLook({ ...look, source: 'network-camera' }, egg, withCamera)!.scale.from).toBe('camera')
  })

  it('give a callipered egg its own breadth back', () => {
    const { size } = sizeOfLook(look, { ...egg, lengthMm: 57, breadthMm: 43 }, hatchery)!
    expect(size.breadthMm.value).toBeCloseTo(43, 9)
    expect(size.lengthMm.value).toBe(57)
    expect(size.cellDepthMm!.value).toBeCloseTo(57 * look.reading.airCell!.depth.value, 9)
  })
})
