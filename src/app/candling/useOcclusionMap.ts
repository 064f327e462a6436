import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import type { PicturedLook } from '../../contracts/records/look-record.ts'
import { likeliest } from '../../core/grade/evidence.ts'
import type { Grade } from '../../core/grade-names.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { timelineOf } from '../../domain/timeline.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useDevicesStore } from '../shared/devices.ts'
import { t } from './words.ts'

/**
 * Which parts of a look's picture speak for what it is taken for; worked out when it is asked for, forgotten with the
 * look.
 */
export function useOcclusionMap(look: () => PicturedLook | null, set: () => EggSet) {
  const hatchery = useHatcheryStore()
  const { repository } = hatchery
  const devices = useDevicesStore()
  const parts = shallowRef<number[] | null>(null)
  /** What they speak for. */
  const grade = ref<Grade | null>(null)
  const asking = ref(false)
  const problem = ref<string | null>(null)
  let stop: AbortController | null = null

  function forget(): void {
    stop?.abort()
    stop = null
    parts.value = null
    asking.value = false
    problem.value = null
  }
  watch(() => look()?.id, forget)
  onScopeDispose(forget)

  async function toggle(): Promise<void> {
    if (parts.value || asking.value) return forget()
    const asked = look()
    if (!asked) return
    forget()
    asking.value = true
    const asTaken = likeliest(asked.verdict.probabilities)
    grade.value = asTaken
    const own = (stop = new AbortController())
    try {
      const photo = await repository.photo(asked.photo.id)
      const { centre } = asked.reading.outline
      const found =
        photo &&
        (await devices.workers.speak(
          {
            photo,
            species: set().species,
            stage: timelineOf(set(), hatchery.hatchery).stageAt(Date.parse(asked.takenAt)),
            grade: asTaken,
            at: { x: centre.x / asked.photo.widthPx, y: centre.y / asked.photo.heightPx },
          },
          own.signal,
        ))
      if (own.signal.aborted) return
      parts.value = found
      if (!found) problem.value = t('picture.unreadable')
    } catch (error) {
      if (!own.signal.aborted) problem.value = (error as Error).message
    } finally {
      if (!own.signal.aborted) asking.value = false
    }
  }

  /** For who shows it in words. */
  const state = computed(() => ({
    shown: parts.value !== null,
    asking: asking.value,
    grade: grade.value,
    problem: problem.value,
  }))
  return { parts, state, toggle }
}
