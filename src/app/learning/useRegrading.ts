import { computed, ref } from 'vue'
import { gradedByAnother, setGradedAgain } from '../../domain/regrade.ts'
import { timelineOf } from '../../domain/timeline.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { t } from './words.ts'

/** Looks that another model graded are graded by the one of now, a set at a time; their earlier suggestions are kept. */
export function useRegrading() {
  const hatchery = useHatcheryStore()
  const waiting = computed(() => gradedByAnother(hatchery.looks))
  const progress = ref<{ done: number; total: number } | null>(null)
  /** Of the last run: how many looks were graded again, and of how many the suggestion is another. */
  const result = ref<{ graded: number; otherwise: number } | null>(null)
  const problem = ref<string | null>(null)
  let stopped = false

  async function run(): Promise<void> {
    if (progress.value) return
    stopped = false
    problem.value = null
    result.value = null
    const setIds = [...new Set(waiting.value.map(({ setId }) => setId))]
    let graded = 0
    let otherwise = 0
    try {
      for (const [done, setId] of setIds.entries()) {
        progress.value = { done, total: setIds.length }
        // The screen gets its turn between the sets.
        await new Promise((resolve) => setTimeout(resolve))
        if (stopped) break
        const again = await hatchery.amendLooks(() => {
          const set = hatchery.setById(setId)
          if (!set) return []
          return setGradedAgain({
            set,
            timeline: timelineOf(set, hatchery.hatchery),
            eggs: hatchery.allEggsBySet.get(setId) ?? [],
            looks: hatchery.looks.filter((look) => look.setId === setId),
            learnt: hatchery.learnt,
            at: new Date().toISOString(),
          })
        })
        graded += again.length
        otherwise += again.filter(
          ({ verdict, earlierVerdicts }) => earlierVerdicts.at(-1)?.verdict.grade !== verdict.grade,
        ).length
      }
      result.value = { graded, otherwise }
    } catch (error) {
      problem.value = t('regrade.brokenOff', { why: (error as Error).message })
    } finally {
      progress.value = null
    }
  }

  function stop(): void {
    stopped = true
  }

  return { waiting, progress, result, problem, run, stop }
}
