import { describe, expect, it } from 'vitest'
import { wilsonInterval } from './share.ts'

describe('a share of few', () => {
  // Newcombe, R. G. (1998). Two-sided confidence intervals for the single proportion. Stat. Med. 17, 857–872, table I.
  it.each([
    [81, 263, 0.2553, 0.3662],
    [15, 148, 0.0624, 0.1605],
    [0, 20, 0, 0.1611],
    [1, 29, 0.0061, 0.1718],
  ])('%i of %i is published as %f to %f', (count, of, low, high) => {
    const share = wilsonInterval(count, of)!
    expect(share.low).toBeCloseTo(low, 4)
    expect(share.high).toBeCloseTo(high, 4)
  })
  it('of none is not known', () => expect(wilsonInterval(0, 0)).toBeNull())
})
