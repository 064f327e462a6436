import { describe, expect, it } from 'vitest'
import { wordsForLamp, wordsForStep } from './session-wording.ts'

describe('the words at the lamp', () => {
  const calm = { unread: false, byItself: true, taken: false }
  it.each([
    [
      'an egg that could not be read comes before all else',
      { stage: 'taken', advice: 'too-dark' },
      { ...calm, unread: true },
      /try again, or skip it/,
    ],
    ['advice while the egg is on the lamp', { stage: 'coming', advice: 'overexposed' }, calm, /Too bright/],
    ['nothing there', { stage: 'empty', advice: null }, calm, /Blunt end to the lamp$/],
    ['coming', { stage: 'coming', advice: null }, calm, /Hold it there/],
    ['taken', { stage: 'taken', advice: null }, { ...calm, taken: true }, /Lift it off/],
    ['by key', { stage: 'coming', advice: 'hold-still' }, { ...calm, byItself: false }, /then press the key/],
    ['by key, taken', { stage: 'taken', advice: null }, { ...calm, byItself: false, taken: true }, /^$/],
  ] as const)('%s', (_, watching, lamp, expected) => expect(wordsForLamp(watching, lamp)).toMatch(expected))
})

it('each step beside the lamp says what to do, and with which tray', () => {
  const words = (step: Parameters<typeof wordsForStep>[0]): string =>
    Object.values(
      wordsForStep(
        step,
        (id) => `Tray ${id}`,
        () => 1,
      ),
    ).join(' / ')
  expect(words({ kind: 'fetch', trayId: '2' })).toBe('Take out Tray 2 / 1 egg. Press as you lift the lid.')
  expect(words({ kind: 'close-lid', purpose: 'fetch', trayId: '2' })).toMatch(
    /^Lift Tray 2 out .* Lid back on, flat/,
  )
  expect(words({ kind: 'return', trayId: '2' })).toMatch(/^Tray 2 done/)
  expect(words({ kind: 'close-lid', purpose: 'return', trayId: '2' })).toMatch(/^Put Tray 2 back as it was/)
  expect(words({ kind: 'finish' })).toMatch(/humidity/)
})
