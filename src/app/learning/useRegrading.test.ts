import { isPictured } from '../../contracts/records/look-record.ts'
import 'fake-indexeddb/auto'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { sampleRecords } from '../../contracts/records/sample-records.ts'
import { GRADING_MODEL } from '../../core/grade/grading-model.ts'
import { useImportExportStore } from '../data/import-export.ts'
import { reopened } from '../data/reopened.ts'
import { useRegrading } from './useRegrading.ts'

const sample = sampleRecords()
const photo = new Blob(['jpeg'], { type: 'image/jpeg' })

beforeEach(async () => {
  vi.stubGlobal('navigator', { userAgent: 'none' })
  await reopened()
  await useImportExportStore().erase()
})

/** A set whose looks were graded by a model of before. */
async function withOldLooks() {
  const store = await reopened()
  await store.commit('plan', null, { trays: sample.trays, sets: sample.sets, eggs: sample.eggs })
  for (const look of sample.looks)
    await store.addLook({ ...look, madeBy: { ...look.madeBy, model: 'before' } }, { photo, shapes: [] }, null)
  return store
}

describe('grading again', () => {
  it('gives every look of an older model the suggestion of now, keeps the one before, and is no step', async () => {
    const store = await withOldLooks()
    const steps = store.journal.length
    const { waiting, run, result, progress } = useRegrading()
    expect(waiting.value).toHaveLength(sample.looks.length)
    await run()
    expect(result.value).toEqual({ graded: sample.looks.length, otherwise: expect.any(Number) as number })
    expect(waiting.value).toEqual([])
    expect(progress.value).toBeNull()
    for (const look of store.looks.filter(isPictured)) {
      expect(look.madeBy.model).toBe(GRADING_MODEL.version)
      expect(look.earlierVerdicts.at(-1)).toMatchObject({ model: 'before', because: 'model' })
    }
    expect(store.journal).toHaveLength(steps)
    // On the disk as on the screen.
    expect(
      (await reopened()).looks
        .filter(isPictured)
        .every(({ madeBy }) => madeBy.model === GRADING_MODEL.version),
    ).toBe(true)
  })

  it('stops between sets when it is told to, and says how far it came', async () => {
    await withOldLooks()
    const { run, stop, result, waiting } = useRegrading()
    const running = run()
    stop()
    await running
    expect(result.value).toEqual({ graded: 0, otherwise: 0 })
    expect(waiting.value).toHaveLength(sample.looks.length)
  })

  it('says what could not be written, and goes on where it stood', async () => {
    const store = await withOldLooks()
    vi.spyOn(store.repository, 'write').mockRejectedValueOnce(new Error('There is no room.'))
    const { run, problem, result, waiting } = useRegrading()
    await run()
    expect(problem.value).toBe('There is no room. The looks graded so far are saved; continue when you like.')
    expect(result.value).toBeNull()
    await run()
    expect([problem.value, waiting.value]).toEqual([null, []])
  })
})
