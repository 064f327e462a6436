import { describe, expect, it } from 'vitest'
import { keptHatcheries, LAMPS, scoreLamps, type KeptHatchery } from './score.ts'

const ONE: KeptHatchery = {
  hatchery: 0,
  species: 'chicken',
  shell: 'white',
  grain: 0.02,
  drawn: { body: 2.6, cell: 2.5 },
  truth: { body: 4.5, cell: 3.15 },
}

describe('a judged lamp check', () => {
  it('is right within a day and a half, or where neither shows anything', () => {
    expect(scoreLamps([ONE])).toEqual({
      hatcheries: 1,
      stated: { body: 1, cell: 1 },
      drawn: { body: 0, cell: 1 },
      ruleOfThumb: 1,
    })
    const never = { body: null, cell: null }
    expect(scoreLamps([{ ...ONE, drawn: never, truth: never }]).stated).toEqual({ body: 1, cell: 1 })
    expect(scoreLamps([{ ...ONE, drawn: never }]).stated).toEqual({ body: 0, cell: 0 })
    expect(scoreLamps([{ ...ONE, drawn: null, grain: null, truth: never }]).stated.body).toBe(0)
  })

  it.each(Object.values(LAMPS))('is kept as it was judged: $name', async ({ name, judgedFrom }) => {
    const kept = await keptHatcheries(name)
    expect(new Set(kept.map(({ hatchery }) => hatchery)).size).toBe(kept.length)
    expect(kept.filter(({ hatchery }) => hatchery >= judgedFrom).length).toBeGreaterThan(5)
  })
})
