import { describe, expect, it } from 'vitest'
import { EMPTY_LAMP } from '../../core/watch/egg-watch.ts'
import { wordsForLamp, wordsForPace, wordsForPause } from './session-wording.ts'

describe('an evening in words', () => {
  it('says how fast it goes, and how long the rest takes', () => {
    expect(wordsForPace(null, 12)).toBe('')
    expect(wordsForPace(20_000, 12)).toBe('20 s per egg, about 4 min left')
    expect(wordsForPace(20_000, 1)).toContain('about 1 min')
    expect(wordsForPace(20_000, 0)).toBe('20 s per egg.')
  })

  it('says in a pause whether a tray is cooling', () => {
    expect(wordsForPause(true)).toContain('cooling')
    expect(wordsForPause(false)).toBe('No tray is out.')
  })

  it('puts what went wrong before what would come next', () => {
    const at = { unread: false, byItself: true, taken: false }
    expect(wordsForLamp({ ...EMPTY_LAMP, advice: 'too-dark' }, { ...at, unread: true })).toMatch(
      /^Not photographed/,
    )
    expect(wordsForLamp({ ...EMPTY_LAMP, advice: 'too-dark' }, at)).toMatch(/^Too dark/)
    expect(wordsForLamp({ ...EMPTY_LAMP, stage: 'taken' }, at)).toMatch(/^Done/)
  })
})
