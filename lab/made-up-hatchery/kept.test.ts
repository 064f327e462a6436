import { isPictured } from '../../src/contracts/records/look-record.ts'
import { readFile } from 'node:fs/promises'
import { describe, expect, it } from 'vitest'
import { readBundle } from '../../src/contracts/files/read-bundle.ts'
import { MEASURING_VERSION } from '../../src/core/measure/version.ts'
import { DEMO_BASKETS, basketByKey } from '../../src/core/simulate/demo-hatchery.ts'
import { asWritten, looksBack, story } from './story.ts'

const file = new URL('../../src/app/data/made-up-hatchery.zip', import.meta.url)
const kept = await readBundle(new Blob([new Uint8Array(await readFile(file))]), 'UTC')

/** Decimals in which figures agree whatever library packed the picture. */
const CLOSE = 2

describe('the kept bundle of the made-up hatchery', () => {
  it('is what its command would make today, but for the looks', async () => {
    const { records, readings } = asWritten(story())
    const { looks: _, ...told } = records
    expect(kept.records).toMatchObject(JSON.parse(JSON.stringify(told)))
    expect(kept.records.eggs).toHaveLength(records.eggs.length)
    expect(kept.readingIds.toSorted()).toEqual([...readings.keys()].toSorted())
    for (const id of kept.readingIds) expect(await kept.readings(id)).toEqual(readings.get(id))
  })

  it.each([
    ['saltmarsh', 3],
    ['pebble', 2],
  ])('holds looks that photographing and measuring %s %i anew gives', async (key, number) => {
    const anew = await looksBack(basketByKey(key)!, number)
    expect(anew.length).toBeGreaterThan(0)
    for (const { look, shapes } of anew) {
      const before = kept.records.looks.filter(isPictured).find(({ id }) => id === look.id)!
      const { verdict, reading, own } = before
      expect(before).toMatchObject({ takenAt: look.takenAt, ageDays: look.ageDays, photo: look.photo })
      expect([verdict.grade, verdict.action, own?.grade]).toEqual([
        look.verdict.grade,
        look.verdict.action,
        look.own?.grade,
      ])
      expect(reading.lengthPx).toBeCloseTo(look.reading.lengthPx, 0)
      expect(reading.shadow.area.value).toBeCloseTo(look.reading.shadow.area.value, CLOSE)
      expect(reading.airCell?.depth.value).toBeCloseTo(look.reading.airCell!.depth.value, CLOSE)
      expect((await kept.shapes(look.id))?.id).toBe(shapes.id)
    }
  })

  it('has a photograph of every egg on every day on which its basket was candled, by today’s measuring', () => {
    const expected = DEMO_BASKETS.flatMap(({ key, rows, columns, earlierLooks }) =>
      Array.from({ length: rows * columns }, (_, i) => ({
        egg: `demo-${key}-${i + 1}`,
        looks: earlierLooks,
      })),
    )
    for (const { egg, looks } of expected)
      expect(kept.records.looks.filter(({ eggId }) => eggId === egg)).toHaveLength(looks.length)
    expect([kept.missing, kept.quarantined, kept.tombstones]).toEqual([[], [], []])
    expect(kept.photoTypes.size).toBe(kept.records.looks.length)
    expect(new Set(kept.records.looks.filter(isPictured).map(({ madeBy }) => madeBy.measuring))).toEqual(
      new Set([MEASURING_VERSION]),
    )
  })
})
