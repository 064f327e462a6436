import { onScopeDispose, shallowRef, watch } from 'vue'
import { z } from 'zod'
import type { ConfirmedLook, Learnt } from '../../core/grade/learn.ts'
import { signaturesOfConfirmed, type ConfirmedSources } from '../../domain/confirmed-looks.ts'

/** What was learnt, and from what of each set, so that it need not be learnt again at the next start. */
const keptSchema = z.object({
  model: z.string(),
  from: z.record(z.string(), z.string()),
  learnt: z.object({
    offsets: z.object({
      developing: z.number(),
      clear: z.number(),
      'blood-ring': z.number(),
      quitter: z.number(),
    }),
    trust: z.object({
      shadow: z.number(),
      vessels: z.number(),
      ring: z.number(),
      network: z.number(),
    }),
  }),
})
const KEY = 'learnt'
/** Several eggs are opened one after the other. */
const WAIT_MS = 400

export interface Learning {
  /** Those that are here; sets that are not have not changed. */
  records: () => ConfirmedSources
  opened: () => ReadonlySet<string>
  /** Whether anything is known of a set that is not here. */
  closed: () => boolean
  /** Fetches all sets. */
  openAll: () => Promise<void>
  /** Finds the numbers, in a worker. */
  learn: (confirmed: readonly ConfirmedLook[]) => Promise<Learnt>
  read: (key: string) => Promise<unknown>
  /** Does nothing in a tab that only follows. */
  keep: (key: string, value: unknown) => Promise<void>
}

/** Fetched once the first page shows. */
async function grading() {
  const parts = await Promise.all([
    import('../../core/grade/grading-model.ts'),
    import('../../core/grade/learn.ts'),
    import('../../domain/what-eggs-teach.ts'),
  ])
  return { ...parts[0], ...parts[1], ...parts[2] }
}

/**
 * What the eggs opened and hatched here add to the model. Until it is found, eggs are graded by what was known before:
 * nobody waits for it.
 */
export function learnFromOwnEggs({ records, opened, closed, openAll, learn, read, keep }: Learning) {
  const learnt = shallowRef<Learnt>()
  let from: Record<string, string> | null = null

  let timer: ReturnType<typeof setTimeout> | undefined

  /** Whether sets that are here were confirmed otherwise than what was learnt from. */
  function isOtherwise(known: Record<string, string>): boolean {
    const now = signaturesOfConfirmed(records())
    return [...opened()].some((setId) => (now.get(setId) ?? '') !== (known[setId] ?? ''))
  }

  async function follow(): Promise<void> {
    if (from && !isOtherwise(from)) return
    const { GRADING_MODEL, NOTHING_LEARNT, confirmedLooks } = await grading()
    const kept = keptSchema.safeParse(await read(KEY))
    if (kept.success && kept.data.model === GRADING_MODEL.version && !isOtherwise(kept.data.from)) {
      from = kept.data.from
      learnt.value = kept.data.learnt
      return
    }
    // Nothing was ever confirmed, or something new: only all sets together can tell.
    if (closed()) await openAll()
    const now = records()
    const signatures = Object.fromEntries(signaturesOfConfirmed(now))
    from = signatures
    const isEmpty = Object.keys(signatures).length === 0
    const found = isEmpty ? NOTHING_LEARNT : await learn(confirmedLooks(now))
    // More may have been confirmed meanwhile.
    if (from !== signatures) return
    learnt.value = found
    await keep(KEY, keptSchema.parse({ model: GRADING_MODEL.version, from: signatures, learnt: found }))
  }

  watch(
    records,
    () => {
      clearTimeout(timer)
      timer = setTimeout(() => {
        // What could not be learnt is tried again with the next change; grading goes on without.
        follow().catch(() => {
          from = null
        })
      }, WAIT_MS)
    },
    { deep: false },
  )
  onScopeDispose(() => clearTimeout(timer))
  return learnt
}
