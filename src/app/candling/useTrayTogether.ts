import { computed, watch } from 'vue'
import { isPictured } from '../../contracts/records/look-record.ts'
import { suggestedBeforeMates } from '../../domain/regrade.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import type { Bench } from './bench/useBench.ts'

/** At the bench no tray goes back: it is judged together as its last egg gets its look. */
export function useTrayTogether(
  set: () => EggSet | undefined,
  bench: Pick<Bench, 'eggs' | 'lookOf' | 'tray' | 'judgeTogether'>,
) {
  const hatchery = useHatcheryStore()
  const inTray = (trayId: string) =>
    bench.eggs.value.filter((egg) => egg.place?.trayId === trayId && !egg.removed)
  const whole = computed(() =>
    (set()?.trays ?? [])
      .map(({ id }) => id)
      .filter((trayId) => {
        const eggs = inTray(trayId)
        return eggs.length > 1 && eggs.every((egg) => bench.lookOf(egg) !== undefined)
      }),
  )
  /** Which looks there are of trays that are whole: another look at one of its eggs changes what its mates say. */
  const looksOfWhole = computed(() =>
    whole.value.map((trayId) => ({
      trayId,
      looks: inTray(trayId)
        .map((egg) => bench.lookOf(egg)?.id)
        .join(' '),
    })),
  )
  watch(looksOfWhole, (now, before) => {
    if (!hatchery.leads) return
    const known = new Map(before.map(({ trayId, looks }) => [trayId, looks]))
    for (const { trayId, looks } of now)
      if (known.get(trayId) !== looks) void bench.judgeTogether(trayId).catch(() => undefined)
  })
  /** Of the tray at hand, with a suggestion that is otherwise now that all mates are known. */
  const changed = computed(() => {
    const { value: tray } = bench.tray
    if (!tray || !whole.value.includes(tray.id)) return []
    const seen = inTray(tray.id).flatMap((egg) => {
      const look = bench.lookOf(egg)
      return look && isPictured(look) ? [{ egg, look }] : []
    })
    const since = seen.map(({ look }) => look.takenAt).sort()[0] ?? ''
    return seen.flatMap(({ egg, look }) => {
      const before = suggestedBeforeMates(look, since)
      return before ? [{ egg, look, before }] : []
    })
  })
  return { changed }
}
