import { describe, expect, it } from 'vitest'
import { sampleRecords } from '../../contracts/records/sample-records.ts'
import { checkStep } from './check-step.ts'

const { sets, eggs, trays } = sampleRecords()
const [set] = sets
const present = {
  sets,
  eggs,
  standing: {
    tray: (id: string) => trays.find((tray) => tray.id === id),
    egg: (id: string) => eggs.find((egg) => egg.id === id),
  },
}

describe('a step', () => {
  it('that leaves everything in its place is let through', () => {
    expect(() => checkStep({ eggs: [{ ...eggs[0]!, weightG: 60 }] }, present)).not.toThrow()
  })

  it('puts no two eggs in one place, and gives no two of a set one number', () => {
    expect(() => checkStep({ eggs: [{ ...eggs[0]!, place: eggs[1]!.place }] }, present)).toThrow(
      /in the same place as another/,
    )
    expect(() => checkStep({ eggs: [{ ...eggs[0]!, number: eggs[1]!.number }] }, present)).toThrow(
      /there is another egg/i,
    )
  })

  it('lets two eggs swap their places', () => {
    const swapped = [
      { ...eggs[0]!, place: eggs[1]!.place },
      { ...eggs[1]!, place: eggs[0]!.place },
    ]
    expect(() => checkStep({ eggs: swapped }, present)).not.toThrow()
  })

  it('leaves no set in a tray that is missing, unless it brings that tray', () => {
    const moved = { ...set!, trays: [{ ...set!.trays[0]!, id: 'new' }] }
    const gone = eggs.map((egg) => ({ ...egg, place: null }))
    expect(() => checkStep({ sets: [moved], eggs: gone }, present)).toThrow(/in a tray that is missing/)
    expect(() => checkStep({ sets: [moved], eggs: gone, trays: moved.trays }, present)).not.toThrow()
  })
})
