import { computed, ref, shallowRef } from 'vue'
import {
  readingDoubt,
  type KeptReading,
  type ReadingDoubt,
  type TypedReading,
} from '../../core/climate/likely-reading.ts'
import { noted } from '../../domain/readings.ts'
import type { Changes } from '../../domain/steps.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useSaving } from '../shared/useSaving.ts'
import { t } from './words.ts'

/** Writes down what a display and a hygrometer show, and asks first about what can hardly be meant. */
export function useReadingNotes(
  incubatorId: () => string | null,
  also: () => Pick<Changes, 'logged'> = () => ({}),
) {
  const hatchery = useHatcheryStore()
  const { problem, saving } = useSaving()
  const doubt = shallowRef<ReadingDoubt | null>(null)
  /** What was saved last, and nothing else since. */
  const saved = ref(false)
  const incubator = computed(
    () => hatchery.hatchery.incubators.find(({ id }) => id === incubatorId()) ?? null,
  )

  /** @returns whether it is on the disk */
  async function note(typed: TypedReading): Promise<boolean> {
    saved.value = false
    problem.value = ''
    doubt.value = null
    if (Number.isNaN(typed.temperature) || Number.isNaN(typed.rhPercent)) return false
    if (typed.temperature === null && typed.rhPercent === null) {
      problem.value = t('readings.nothing')
      return false
    }
    if (!incubator.value) {
      problem.value = t('tonight.noIncubator')
      return false
    }
    const { displayCorrectionC } = incubator.value
    const { kept, doubt: odd } = readingDoubt(typed, hatchery.hatchery.units, displayCorrectionC)
    if (odd?.kind === 'impossible')
      problem.value = odd.what === 'temperature' ? t('tonight.impossible') : t('water.wrongHumidity')
    else doubt.value = odd
    return kept ? keep(kept) : false
  }

  /** Also the answer to a doubt. */
  async function keep({ celsius, rhPercent }: KeptReading): Promise<boolean> {
    const at = incubator.value
    if (!at) return false
    doubt.value = null
    const atMs = Date.now()
    const of = (which: 'eggs' | 'hand', reading: KeptReading) =>
      noted({ atMs, ...reading }, { which, incubatorId: at.id }, hatchery.probes)
    const parts = [
      ...(celsius === null ? [] : [of('eggs', { celsius, rhPercent: null })]),
      ...(rhPercent === null ? [] : [of('hand', { celsius: null, rhPercent })]),
    ]
    await saving(async () => {
      await hatchery.commit('reading', null, {
        probes: parts.flatMap(({ probes }) => probes ?? []),
        readings: parts.flatMap(({ readings }) => readings ?? []),
        ...also(),
      })
      saved.value = true
    })
    return saved.value
  }

  return { problem, doubt, saved, note, keep }
}
