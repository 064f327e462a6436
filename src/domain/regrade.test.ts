import { describe, expect, it } from 'vitest'
import { lookRecordSchema, type PicturedLook } from '../contracts/records/look-record.ts'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import { newEgg } from '../contracts/records/egg-state.ts'
import { livingShadow } from '../core/grade/expected.ts'
import { GRADING_MODEL } from '../core/grade/grading-model.ts'
import { NOTHING_LEARNT } from '../core/grade/learn.ts'
import { regraded } from './look-from.ts'
import { gradedByAnother, setGradedAgain, suggestedBeforeMates, trayGradedTogether } from './regrade.ts'
import { timelineOf } from './timeline.ts'

const sample = sampleRecords()
const set = sample.sets[0]!
const timeline = timelineOf(set, sample.hatchery)
const [living] = sample.looks
const AT = '2026-03-11T09:00:00.000Z'
const EGGS = 24

/** A tray of living eggs that are all behind their calendar; the model of each alone doubts some of them. */
function lateTray(): { eggs: ReturnType<typeof newEgg>[]; looks: PicturedLook[] } {
  const behind = livingShadow(0.4).middle
  const eggs = Array.from({ length: EGGS }, (_, i) =>
    newEgg({ id: `e${i}`, setId: set.id, number: i + 1, place: { trayId: 'tray-1', row: 0, column: i } }),
  )
  const looks = eggs.map((egg, i) => {
    const reading = {
      ...living!.reading,
      shadow: { ...living!.reading.shadow, area: { value: behind * (0.7 + (0.5 * i) / EGGS), sd: 0.02 } },
    }
    const look = { ...living!, id: `l${i}`, eggId: egg.id, reading }
    return regraded(
      look,
      { set, egg, timeline, earlier: [], learnt: NOTHING_LEARNT },
      { at: AT, because: 'mates' },
    )
  })
  return { eggs, looks: looks.map((look) => ({ ...look, earlierVerdicts: [] })) }
}

function together(eggs: ReturnType<typeof newEgg>[], looks: readonly PicturedLook[]): PicturedLook[] {
  return trayGradedTogether({
    set,
    timeline,
    eggs,
    lookOf: (egg) => looks.find(({ eggId }) => eggId === egg.id),
    earlierOf: () => [],
    learnt: NOTHING_LEARNT,
    trayId: 'tray-1',
    at: AT,
  })
}

describe('a tray graded together', () => {
  const { eggs, looks } = lateTray()
  const changed = together(eggs, looks)

  it('says the same in whatever order its eggs were taken', () => {
    const backwards = together([...eggs].reverse(), [...looks].reverse())
    const byId = (list: PicturedLook[]) => Object.fromEntries(list.map(({ id, verdict }) => [id, verdict]))
    expect(changed.length).toBeGreaterThan(0)
    expect(byId(backwards)).toEqual(byId(changed))
  })

  it('finds living what its mates excuse, and keeps what was suggested before', () => {
    for (const look of changed) {
      const before = looks.find(({ id }) => id === look.id)!
      expect(look.verdict.probabilities.developing).toBeGreaterThan(before.verdict.probabilities.developing)
      expect(look.earlierVerdicts).toEqual([
        { verdict: before.verdict, model: GRADING_MODEL.version, until: AT, because: 'mates' },
      ])
      expect(lookRecordSchema.parse(look)).toEqual(look)
    }
  })

  it('is done once: asked again nothing is otherwise', () => {
    const now = looks.map((look) => changed.find(({ id }) => id === look.id) ?? look)
    expect(together(eggs, now)).toEqual([])
  })

  it('leaves an egg of another tray and one that is out alone, and counts their living mates all the same', () => {
    const [first, second, ...rest] = eggs
    const moved = [
      { ...first!, place: { ...first!.place!, trayId: 'tray-2' } },
      {
        ...second!,
        removed: {
          at: AT,
          why: 'graded' as const,
          grade: 'clear' as const,
          reason: '',
          lookId: 'l1',
          againstPolicy: false,
        },
      },
      ...rest,
    ]
    const ids = together(moved, looks).map(({ id }) => id)
    expect(ids).not.toContain('l0')
    expect(ids).not.toContain('l1')
    expect(ids).toEqual(changed.map(({ id }) => id).filter((id) => id !== 'l0' && id !== 'l1'))
  })

  it('tells what was suggested before only where that is otherwise', () => {
    const was = (grade: 'clear' | 'developing'): PicturedLook => {
      const [look] = changed
      const [earlier] = look!.earlierVerdicts
      return {
        ...look!,
        verdict: { ...look!.verdict, grade: 'developing', action: 'keep' },
        earlierVerdicts: [{ ...earlier!, verdict: { ...earlier!.verdict, grade, action: 'keep' } }],
      }
    }
    expect(suggestedBeforeMates(was('clear'), AT)?.grade).toBe('clear')
    expect(suggestedBeforeMates(was('developing'), AT)).toBeNull()
    expect(suggestedBeforeMates(was('clear'), '2026-03-12T00:00:00.000Z')).toBeNull()
  })
})

describe('looks that another model graded', () => {
  const old = sample.looks.map((look) => ({
    ...look,
    madeBy: { measuring: null, model: null },
    verdict: { ...look.verdict, grade: 'unsure' as const },
  }))

  it('are found, but not those that were replaced', () => {
    expect(gradedByAnother([...old, sample.looks[0]!])).toHaveLength(2)
    expect(gradedByAnother(old.map((look) => ({ ...look, replaced: true })))).toEqual([])
  })

  it('are graded by the one of now; both results are kept, and the candler’s word stands', () => {
    const own = { grade: 'clear' as const, at: AT }
    const again = setGradedAgain({
      set,
      timeline,
      eggs: sample.eggs,
      looks: old.map((look) => ({ ...look, own })),
      learnt: NOTHING_LEARNT,
      at: AT,
    })
    expect(again.map(({ verdict }) => verdict.grade)).toEqual(['developing', 'clear'])
    for (const look of again) {
      expect(look.own).toEqual(own)
      expect(look.madeBy).toEqual({ measuring: null, model: GRADING_MODEL.version })
      expect(look.earlierVerdicts).toMatchObject([
        { verdict: { grade: 'unsure' }, model: null, because: 'model' },
      ])
    }
    expect(gradedByAnother(again)).toEqual([])
  })
})
