import { describe, expect, it } from 'vitest'
import {
  calibrateCamera,
  scaleFromCalliper,
  scaleFromCamera,
  scaleFromCollar,
  sizeOf,
  surestScale,
} from './scale.ts'

const READING = {
  lengthPx: 570,
  breadthPx: 430,
  airCell: { depth: { value: 0.2, sd: 0.01 }, volume: { value: 0.12, sd: 0.01 } },
}

describe('the scale of a photograph', () => {
  it('comes from callipered breadth, and gives the air cell in millimetres with its uncertainty', () => {
    const scale = scaleFromCalliper(READING, { breadthMm: 43 })
    expect(scale.mmPerPx).toBeCloseTo(0.1, 9)
    const size = sizeOf(READING, scale, { lengthMm: 57 })
    expect(size.cellDepthMm!.value).toBeCloseTo(11.4, 6)
    expect(size.cellDepthMm!.sd).toBeCloseTo(0.57, 2)
    expect(size.cellVolumeCm3!.value).toBeCloseTo(0.12 * 0.51 * 5.7 * 4.3 ** 2, 6)
    expect(size.leanRad).toBeCloseTo(0, 6)
  })

  it('shows the lean by which a callipered egg looks too short', () => {
    const leaning = { ...READING, lengthPx: 570 * Math.cos(0.3) }
    expect(
      sizeOf(leaning, scaleFromCalliper(leaning, { breadthMm: 43 }), { lengthMm: 57 }).leanRad,
    ).toBeCloseTo(0.3, 6)
  })

  it('comes from the collar, and from a camera that stands still, whatever the size of its pictures', () => {
    expect(scaleFromCollar(300, 30).mmPerPx).toBeCloseTo(0.1, 9)
    const camera = calibrateCamera(scaleFromCalliper(READING, { breadthMm: 43 }), {
      widthPx: 1600,
      heightPx: 1200,
    })
    expect(scaleFromCamera(camera, { widthPx: 800, heightPx: 600 }).mmPerPx).toBeCloseTo(0.2, 9)
    expect(sizeOf(READING, scaleFromCollar(300, 30), null)).toMatchObject({
      leanRad: null,
      lengthMm: { value: 57 },
    })
  })

  it('is the surest of those known, and none when none is', () => {
    const [collar, calliper] = [scaleFromCollar(300, 30), scaleFromCalliper(READING, { breadthMm: 43 })]
    expect(surestScale([collar, null, calliper])).toBe(calliper)
    expect(surestScale([null, null])).toBeNull()
  })
})
