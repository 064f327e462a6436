import { isPictured, type LookRecord } from '../contracts/records/look-record.ts'
import type { Egg } from '../contracts/records/egg-state.ts'
import { formByHand, formReadingOf, type FormReading } from '../core/identity/form-reading.ts'
import { findStrangers, strangerAmong, type KnownEgg, type Stranger } from '../core/identity/same-egg.ts'

/** Looks so near to each other belong to one candling. */
const CANDLING_MS = 43_200_000

type LooksOf = (egg: Egg) => readonly LookRecord[]

/**
 * The egg that a look may show instead of its own: its outline is another one than at earlier candlings, and may be that
 * of a mate. Null where it fits, and where nothing can be said.
 */
export function strangerInLook(look: LookRecord, eggs: readonly Egg[], looksOf: LooksOf): Stranger | null {
  // Of its own egg this look is asked about, though another one may have followed within the hour.
  const known = knownAt(Date.parse(look.takenAt), eggs, (egg) =>
    egg.id === look.eggId ? looksOf(egg).filter(({ takenAt }) => takenAt <= look.takenAt) : looksOf(egg),
  )
  return strangerAmong(known, look.eggId)
}

/** All such eggs of the candling at a moment. */
export function strangersAt(atMs: number, eggs: readonly Egg[], looksOf: LooksOf): Stranger[] {
  return findStrangers(knownAt(atMs, eggs, looksOf))
}

function knownAt(atMs: number, eggs: readonly Egg[], looksOf: LooksOf): KnownEgg[] {
  return eggs.flatMap((egg) => {
    const looks = looksOf(egg).filter(({ replaced }) => !replaced)
    const at = (look: LookRecord): number => Date.parse(look.takenAt) - atMs
    const now = looks.findLast((look) => Math.abs(at(look)) < CANDLING_MS)
    const form = now && formOfLook(now)
    const before = looks.flatMap((look) => (at(look) <= -CANDLING_MS ? (formOfLook(look) ?? []) : []))
    return form && before.length > 0 ? [{ id: egg.id, now: form, before }] : []
  })
}

/** By the candler's lines where there are any. */
function formOfLook(look: LookRecord): FormReading | null {
  if (!isPictured(look)) return null
  const { reading, correction } = look
  return correction ? formByHand(correction.lines.outline) : formReadingOf(reading)
}
