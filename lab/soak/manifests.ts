import { UsageError } from '../../src/cli/io.ts'
import { matchManifest, readManifest } from '../../src/cli/manifest.ts'
import { createRandom } from '../../src/core/random/random.ts'
import { runTrials, type Findings, type Trials } from './findings.ts'
import { mutateText } from './mutate.ts'

const TABLE =
  'file,species,day,shell,hen\ntray 1/a.jpg,duck,7.5,blue,Ruth\ntray 1/b.jpg,chicken,"8,2",white,"Ada, the old"\ntray 2/a.jpg,goose,12,dark,\n'
const FILES = ['tray 1/a.jpg', 'tray 1/b.jpg', 'tray 2/a.jpg', 'c.jpg']

/** Damaged manifests: understood, or refused in words. */
export function soakManifests(trials: Trials): Promise<Findings> {
  return runTrials(trials, async (name) => {
    const random = createRandom(`manifest/${name}`)
    try {
      const manifest = readManifest(mutateText(TABLE, random), 'm.csv')
      const { rowOf, unmatched } = matchManifest(manifest, FILES, 'm.csv')
      if (rowOf.size + unmatched.length !== manifest.rows.length) throw new Error('a row went missing')
      for (const row of manifest.rows)
        if (row.ageDays !== undefined && !(row.ageDays >= 0 && row.ageDays <= 60))
          throw new Error(`an age of ${row.ageDays}`)
      return false
    } catch (error) {
      if (error instanceof UsageError) return true
      throw error
    }
  })
}
