import { readFile } from 'node:fs/promises'
import { gunzipSync } from 'node:zlib'
import type { FormReading } from '../../src/core/identity/form-reading.ts'
import { findStrangers, IDENTITY_MODEL, type IdentityModel } from '../../src/core/identity/same-egg.ts'

/** What is kept of a photograph of a series: which egg it shows, and its form; null where none was found. */
export interface KeptLook {
  set: number
  egg: number
  look: number
  reading: FormReading | null
}

/** How it went on one kind of pictures. */
export interface IdentityScore {
  /** Eggs looked at again, and how many of them were called another egg though none was exchanged. */
  eggs: number
  falseAlarms: number
  /** Pairs of eggs of a set exchanged before a look, and how many of them were noticed: one of both at least. */
  swaps: number
  found: number
  /** Third looks at another egg of the set where no mate was seen at that candling. */
  lone: { swaps: number; found: number }
}

/** Kinds of pictures, and where their looks are kept. */
export const SERIES = {
  own: 'own-0-6',
  variety: 'variety-0-6',
  wide: 'wide-3000000',
  'wide, other eggs': 'wide-3100000',
  'nearer to phones': 'phone-4000000',
  'nearer to phones, other eggs': 'phone-4100000',
} as const

export async function keptLooks(name: string): Promise<KeptLook[]> {
  const file = new URL(`../../data/same-egg/${name}.jsonl.gz`, import.meta.url)
  const text = gunzipSync(await readFile(file)).toString()
  return text
    .split('\n')
    .slice(0, -1)
    .map((line) => JSON.parse(line) as KeptLook)
}

/** Exchanges every pair of eggs of every set in turn before its second and its third look. */
export function scoreIdentity(
  looks: readonly KeptLook[],
  model: IdentityModel = IDENTITY_MODEL,
): IdentityScore {
  const score: IdentityScore = { eggs: 0, falseAlarms: 0, swaps: 0, found: 0, lone: { swaps: 0, found: 0 } }
  for (const set of new Set(looks.map((look) => look.set)))
    for (const evening of [1, 2]) {
      const eggs = eggsAt(
        looks.filter((look) => look.set === set),
        evening,
      )
      score.eggs += eggs.length
      score.falseAlarms += findStrangers(eggs, model).length
      for (const [i, a] of eggs.entries())
        for (const b of eggs.slice(i + 1)) {
          const exchanged = eggs.map((egg) =>
            egg === a ? { ...a, now: b.now } : egg === b ? { ...b, now: a.now } : egg,
          )
          score.swaps++
          if (findStrangers(exchanged, model).some(({ id }) => id === a.id || id === b.id)) score.found++
          if (a.before.length < 2) continue
          score.lone.swaps++
          if (findStrangers([{ ...a, now: b.now }], model).length > 0) score.lone.found++
        }
    }
  return score
}

function eggsAt(looks: readonly KeptLook[], evening: number) {
  return [...new Set(looks.map(({ egg }) => egg))].flatMap((egg) => {
    const readings = looks.filter((look) => look.egg === egg)
    const now = readings.find(({ look }) => look === evening)?.reading
    const before = readings.flatMap(({ look, reading }) => (look < evening ? (reading ?? []) : []))
    return now && before.length > 0 ? [{ id: String(egg), now, before }] : []
  })
}
