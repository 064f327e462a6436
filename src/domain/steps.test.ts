import { describe, expect, it } from 'vitest'
import { notesOf } from '../contracts/egg-record.ts'
import { stepSchema } from '../contracts/journal-entry.ts'
import { sampleRecords } from '../contracts/sample-records.ts'
import { eggsOf, takingBack, writtenBy, writtenByUndo, type Changes, type Standing } from './steps.ts'

const sample = sampleRecords()
const [set] = sample.sets
const [egg] = sample.eggs
const [look] = sample.looks
let ids = 0
const writer = { device: 'bench', at: '2026-03-11T08:00:00.000Z', newId: () => `id-${++ids}` }

function standingOf({ sets = [], eggs = [], looks = [] }: Changes): Standing {
  return {
    set: (id) => sets.find((item) => item.id === id),
    egg: (id) => eggs.find((item) => item.id === id),
    look: (id) => looks.find((item) => item.id === id),
  }
}
const nothing = standingOf({})

describe('a step', () => {
  it('stamps what it writes, and is what the journal’s schema reads', () => {
    const written = writtenBy({ sets: [set!], eggs: [egg!], looks: [look!] }, nothing, writer)
    for (const record of [...written.sets, ...written.eggs, ...written.looks])
      expect(record.stamp).toEqual({ revision: 1, device: 'bench', gone: false })
    const step = {
      put: written,
      journal: {
        add: { number: 1, label: 'plan', eggId: null, ...takingBack(written, nothing) },
        take: null,
      },
    }
    expect(stepSchema.parse(JSON.parse(JSON.stringify(step)))).toEqual(step)
  })

  it('notes words of an egg, which are taken back with it', () => {
    const standing = standingOf({ eggs: [egg!] })
    const written = writtenBy({ notes: [{ eggId: egg!.id, text: 'moves' }] }, standing, writer)
    const [noted] = eggsOf(written.eggs)
    expect(notesOf(noted!)).toEqual([{ at: writer.at, text: 'moves' }])
    const back = writtenByUndo(takingBack(written, standing), standingOf({ eggs: [noted!] }), writer)
    expect(notesOf(back.eggs[0]!)).toEqual([])
  })

  it('counts on from the revision that stands, also with an older copy in hand', () => {
    const now = { ...set!, stamp: { revision: 7, device: 'desk', gone: false } }
    expect(writtenBy({ sets: [set!] }, standingOf({ sets: [now] }), writer).sets[0]!.stamp.revision).toBe(8)
  })

  it('taken back leaves a mark of what it had brought, and notes of an egg that the word does not hold', () => {
    const written = writtenBy({ eggs: [{ ...egg!, waxed: true }] }, standingOf({ eggs: [egg!] }), writer)
    const [waxed] = eggsOf(written.eggs)
    expect(waxed!.waxed).toBe(true)
    const back = writtenByUndo(
      takingBack(written, standingOf({ eggs: [egg!] })),
      standingOf({ eggs: [waxed!] }),
      writer,
    )
    expect(eggsOf(back.eggs)[0]!.waxed).toBe(false)
    expect(back.eggs[0]!.events.map(({ kind }) => kind)).toEqual(['moved', 'waxed', 'taken-back'])
    const created = writtenBy({ eggs: [egg!], looks: [look!] }, nothing, writer)
    const gone = writtenByUndo(
      takingBack(created, nothing),
      standingOf({ eggs: eggsOf(created.eggs), looks: created.looks }),
      writer,
    )
    expect([...gone.eggs, ...gone.looks].map(({ stamp }) => stamp)).toEqual([
      { revision: 2, device: 'bench', gone: true },
      { revision: 2, device: 'bench', gone: true },
    ])
  })

  it('taken back leaves what nobody decided: the film, and what was graded again', () => {
    const judged = { ...look!, own: { grade: 'clear' as const, at: writer.at, by: 'key' as const } }
    const written = writtenBy({ looks: [judged] }, standingOf({ looks: [look!] }), writer)
    const regraded = { ...written.looks[0]!, madeBy: { measuring: 1, model: 'newer' } }
    const back = writtenByUndo(
      takingBack(written, standingOf({ looks: [look!] })),
      standingOf({ looks: [regraded] }),
      writer,
    )
    expect(back.looks[0]).toMatchObject({ own: null, madeBy: { model: 'newer' }, stamp: { revision: 2 } })
  })
})
