import { computed, ref } from 'vue'
import type { LogHappening } from '../../contracts/records/incubator-log.ts'
import { noted } from '../../domain/readings.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useSensingStore } from '../shared/sensing.ts'
import { useSaving } from '../shared/useSaving.ts'
import { WORDS } from './words.ts'

/** The daily round at one incubator: what is done there is written at once, and can be taken back. */
export function useRound(incubatorId: () => string) {
  const hatchery = useHatcheryStore()
  const sensing = useSensingStore()
  const { problem, saving } = useSaving()
  const now = computed(
    () => sensing.incubators.find(({ incubator }) => incubator.id === incubatorId()) ?? null,
  )
  /** What was noted last, to be read at a glance. */
  const done = ref('')

  function log(words: string, what: LogHappening): Promise<void> {
    return saving(async () => {
      await hatchery.commit('round', null, { logged: [{ incubatorId: incubatorId(), what }] })
      done.value = words
    })
  }

  /** What the display and the hygrometer show. @param celsius - at the display, not yet corrected */
  function read({ celsius, rhPercent }: { celsius: number | null; rhPercent: number | null }): Promise<void> {
    const incubator = now.value?.incubator
    if (!incubator) return Promise.resolve()
    const shown = celsius === null ? null : celsius + incubator.displayCorrectionC
    if (shown !== null && !(shown > 0 && shown < 60)) {
      problem.value = WORDS.incubatorsDoNotRunAt
      return Promise.resolve()
    }
    if (rhPercent !== null && !(rhPercent > 0 && rhPercent <= 100)) {
      problem.value = WORDS.humidityMustBeANumber
      return Promise.resolve()
    }
    const atMs = Date.now()
    const parts = [
      ...(shown === null
        ? []
        : [
            noted(
              { atMs, celsius: Number(shown.toFixed(2)), rhPercent: null },
              { which: 'eggs', incubatorId: incubator.id },
              hatchery.probes,
            ),
          ]),
      ...(rhPercent === null
        ? []
        : [
            noted(
              { atMs, celsius: null, rhPercent },
              { which: 'hand', incubatorId: incubator.id },
              hatchery.probes,
            ),
          ]),
    ]
    return saving(async () => {
      await hatchery.commit('reading', null, {
        probes: parts.flatMap(({ probes }) => probes ?? []),
        readings: parts.flatMap(({ readings }) => readings ?? []),
        logged: [{ incubatorId: incubator.id, what: { kind: 'round' } }],
      })
      done.value = WORDS.readingSaved
    })
  }

  function undo(): Promise<void> {
    return saving(async () => {
      const entry = await hatchery.undo()
      done.value = entry ? WORDS.undone(entry.label) : WORDS.nothingToUndo
    })
  }

  return { now, done, problem, log, read, undo }
}
