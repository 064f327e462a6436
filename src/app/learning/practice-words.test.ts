import { describe, expect, it } from 'vitest'
import { wordsOfCell } from './practice-words.ts'

describe('a line drawn by hand', () => {
  it('is said in points of the length, with its tilt where both are known', () => {
    expect(wordsOfCell({ drawn: 0.21, was: 0.18, tilt: { drawnRad: 0.1, wasRad: 0.0127 } }, false)).toBe(
      'Your line was 3.0 points of the length too deep, tilt 5° off.',
    )
  })
  it('says on a photograph that it is compared with a measurement, not with what is true', () => {
    expect(wordsOfCell({ drawn: 0.1, was: 0.18, tilt: null }, true)).toBe(
      'Your line was 8.0 points of the length too shallow; compared with the measured line.',
    )
  })
  it('that was not drawn is not spoken of', () => {
    expect(wordsOfCell(null, false)).toBe('')
  })
})
