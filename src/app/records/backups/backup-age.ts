import { useLocalStorage } from '@vueuse/core'
import { computed, type ComputedRef, type Ref } from 'vue'
import { ageMs } from '../../../core/backup/age.ts'
import { DAY_MS } from '../../../core/time/durations.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import { nameInBook } from '../../data/which-book.ts'
import { useClockStore } from '../../shared/clock.ts'
import { count } from '../../shared/wording.ts'
import { t } from './words.ts'

/** After so many days without a good backup it is said on every page at the desk. */
const OLD_DAYS = 7

/** How old the last good backup is, and how that is said. */
export interface BackupAge {
  /** When the last one was written and read back without fault. */
  lastGood: Ref<string | null>
  /** Infinity where there is none, and where the clock was set back since. */
  ageDays: ComputedRef<number>
  ageWords: ComputedRef<string>
  /** The same where there is room for a word, and there is one. */
  ageShort: ComputedRef<string>
  isOld: ComputedRef<boolean>
  /** One was just written and read back. @param isDownload - it lies wherever the browser puts it, if it does */
  good: (isDownload: boolean) => void
}

export function useBackupAge(): BackupAge {
  const hatchery = useHatcheryStore()
  const clock = useClockStore()
  const lastGood = useLocalStorage<string | null>(nameInBook('backup-last'), null)
  /** When this browser first held a book: who has just begun is not reminded. */
  const since = useLocalStorage<string>(nameInBook('backup-since'), new Date(clock.nowMs).toISOString())
  const lastIsDownload = useLocalStorage(nameInBook('backup-last-is-download'), false)
  const ageDays = computed(
    () => ageMs(lastGood.value === null ? null : Date.parse(lastGood.value), clock.nowMs) / DAY_MS,
  )
  const isOld = computed(() => {
    const unsavedMs = ageMs(Date.parse(lastGood.value ?? since.value), clock.nowMs)
    return hatchery.loaded && hatchery.sets.length > 0 && unsavedMs > OLD_DAYS * DAY_MS
  })
  return {
    lastGood,
    ageDays,
    ageWords: computed(() =>
      lastGood.value === null ? t('age.none') : wordsForAge(ageDays.value, lastIsDownload.value),
    ),
    ageShort: computed(() => {
      if (ageDays.value === Infinity) return t('age.unknown')
      return ageDays.value < 1 ? '< 1 d' : `${Math.floor(ageDays.value)} d`
    }),
    isOld,
    good: (isDownload) => {
      lastGood.value = new Date(clock.nowMs).toISOString()
      lastIsDownload.value = isDownload
    },
  }
}

function wordsForAge(days: number, isDownload: boolean): string {
  if (days === Infinity) return t('age.clockChanged')
  const seen = isDownload ? t('age.inDownloads') : t('age.inFolder')
  return days < 1
    ? t('age.lessThanADay', { backup: seen })
    : t('age.days', { backup: seen, days: count(Math.floor(days), 'day') })
}
