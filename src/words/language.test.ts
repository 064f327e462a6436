import { describe, expect, it } from 'vitest'
import { pseudo, spoken } from './language.ts'

describe('the pseudo-language', () => {
  it('has no plain letter, is longer, and leaves what was said in it', () => {
    const said = pseudo('Candle 12 eggs tonight')
    expect(said).not.toMatch(/[a-z]/i)
    expect(said).toContain('12')
    expect(said.length).toBeGreaterThan('Candle 12 eggs tonight'.length * 1.2)
    expect(pseudo(said)).toBe(said)
  })
})

describe('words', () => {
  it('are English where nobody chose otherwise', () => {
    const words = spoken({ done: 'Done', eggs: (count: number) => `${count} eggs` })
    expect([words.done, words.eggs(3)]).toEqual(['Done', '3 eggs'])
  })
})
