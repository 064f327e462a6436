import { onScopeDispose, shallowRef, watch } from 'vue'
import { z } from 'zod'
import type { HatcheryRecords } from '../../contracts/records.ts'
import { GRADING_MODEL } from '../../core/grade/grading-model.ts'
import type { ConfirmedLook } from '../../core/grade/learn.ts'
import { perGrade, type PerGrade } from '../../core/grade/types.ts'
import { confirmedLooks, signatureOfConfirmed } from '../../domain/confirmed-looks.ts'

/** What was learnt, and from what, so that it need not be learnt again at the next start. */
const keptSchema = z.object({
  model: z.string(),
  from: z.string(),
  offsets: z.object({
    developing: z.number(),
    clear: z.number(),
    'blood-ring': z.number(),
    quitter: z.number(),
  }),
})
const KEY = 'learnt'
/** Several eggs are opened one after the other. */
const WAIT_MS = 400

export interface Learning {
  records: () => Pick<HatcheryRecords, 'sets' | 'eggs' | 'looks'>
  /** Finds the numbers, in a worker. */
  learn: (confirmed: readonly ConfirmedLook[]) => Promise<PerGrade>
  read: (key: string) => Promise<unknown>
  /** Does nothing in a tab that only follows. */
  keep: (key: string, value: unknown) => Promise<void>
}

/**
 * What the eggs opened and hatched here add to the model. Until it is found, eggs are graded by what was known before:
 * nobody waits for it.
 */
export function learnFromOwnEggs({ records, learn, read, keep }: Learning) {
  const nothing = perGrade(() => 0)
  const learnt = shallowRef<PerGrade>(nothing)
  let from = ''
  let timer: ReturnType<typeof setTimeout> | undefined

  async function follow(): Promise<void> {
    const now = records()
    const signature = signatureOfConfirmed(now)
    if (signature === from) return
    from = signature
    if (signature === '') {
      learnt.value = nothing
      return
    }
    const kept = keptSchema.safeParse(await read(KEY))
    if (kept.success && kept.data.from === signature && kept.data.model === GRADING_MODEL.version) {
      learnt.value = kept.data.offsets
      return
    }
    const offsets = await learn(confirmedLooks(now))
    // More may have been confirmed meanwhile.
    if (from !== signature) return
    learnt.value = offsets
    await keep(KEY, keptSchema.parse({ model: GRADING_MODEL.version, from: signature, offsets }))
  }

  watch(
    records,
    () => {
      clearTimeout(timer)
      timer = setTimeout(() => {
        // What could not be learnt is tried again with the next change; grading goes on without.
        follow().catch(() => {
          from = ''
        })
      }, WAIT_MS)
    },
    { deep: false },
  )
  onScopeDispose(() => clearTimeout(timer))
  return learnt
}
