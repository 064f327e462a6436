import { computed, ref } from 'vue'
import type { LogHappening } from '../../contracts/records/incubator-log.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useSensingStore } from '../shared/sensing.ts'
import { useSaving } from '../shared/useSaving.ts'
import { useReadingNotes } from './useReadingNotes.ts'
import { t } from './words.ts'

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

  const readings = useReadingNotes(incubatorId, () => ({
    logged: [{ incubatorId: incubatorId(), what: { kind: 'round' } }],
  }))

  function undo(): Promise<void> {
    return saving(async () => {
      const entry = await hatchery.undo()
      done.value = entry ? t('round.undone', { step: entry.label }) : t('round.nothingToUndo')
    })
  }

  return { now, done, problem, readings, log, undo }
}
