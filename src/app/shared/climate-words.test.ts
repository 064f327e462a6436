import { describe, expect, it } from 'vitest'
import { HOUR_MS } from '../../core/time/durations.ts'
import { sinceWords } from './climate-words.ts'

const NOW = Date.parse('2026-03-14T20:00:00Z')
const words = (sinceMs: number): string => sinceWords(sinceMs, NOW, () => '19:10')

describe('since when something is so', () => {
  it.each([
    [NOW - 50 * 60_000, 'since 19:10'],
    [NOW - 6 * HOUR_MS, 'for hours'],
    [NOW - 7 * HOUR_MS, 'for 7 hours'],
    [NOW - 72 * HOUR_MS, 'for 3 days'],
    [-Infinity, 'since it was placed'],
  ])('%d is %s', (sinceMs, expected) => expect(words(sinceMs)).toBe(expected))
})
