import 'fake-indexeddb/auto'
import { describe, expect, it, vi } from 'vitest'
import { writeBundle } from '../../contracts/files/bundle.ts'
import { HOSTILE_BYTES, HOSTILE_RECORDS, withRecords } from '../../contracts/files/hostile-bundles.ts'
import { recordsAlone, sampleRecords } from '../../contracts/records/sample-records.ts'
import { createRandom } from '../../core/random/random.ts'
import { reopened } from '../data/reopened.ts'
import { useImportExportStore } from '../data/import-export.ts'
import { cases } from '../../testing/cases.ts'

vi.stubGlobal('navigator', { userAgent: 'none' })

/** Of each way in which a bundle is hostile. */
const SEEDS = cases(1, 1, 14)

describe('hostile bundles', () => {
  it('are refused, each with a sentence, and change nothing', async () => {
    const store = await reopened()
    const importExport = useImportExportStore()
    const { file: good } = await writeBundle(recordsAlone(sampleRecords()))
    // The same with its records untouched is taken: it is the changes that are refused.
    await importExport.importBundle(
      await importExport.check(await withRecords(good, () => undefined)),
      good.size,
    )
    const before = JSON.stringify(store.records())
    const bytes = new Uint8Array(await good.arrayBuffer())
    let refused = 0
    const refusal = async (what: string, bundle: Blob): Promise<void> => {
      const sentence = await importExport.check(bundle).then(
        () => `taken: ${what}`,
        (error: Error) => `${error.name}: ${error.message}`,
      )
      expect(sentence, what).toMatch(/^Error: [A-Z][^]*\.\)?$/)
      refused++
    }
    for (let seed = 0; seed < SEEDS; seed++) {
      for (const [what, change] of Object.entries(HOSTILE_RECORDS)) {
        const random = createRandom(`hostile/${what}/${seed}`)
        await refusal(what, await withRecords(good, (records) => void change(records, random)))
      }
      for (const [what, change] of Object.entries(HOSTILE_BYTES)) {
        const random = createRandom(`hostile/${what}/${seed}`)
        await refusal(what, new Blob([new Uint8Array(change(bytes, random))]))
      }
    }
    expect(refused).toBeGreaterThanOrEqual(35 * SEEDS)
    expect(JSON.stringify((await reopened()).records())).toBe(before)
  })
})
