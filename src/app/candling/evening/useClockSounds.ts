import { watch } from 'vue'
import { clockLevel } from '../../../core/session/limits.ts'
import type { CandlingSession } from '../session/useSession.ts'

/** A clock that has run out is heard once, whatever the eyes are on. */
export function useClockSounds(
  { eggOutMs, clocks, limits }: Pick<CandlingSession, 'eggOutMs' | 'clocks' | 'limits'>,
  sound: () => void,
): void {
  watch(
    () =>
      [
        clockLevel(eggOutMs.value ?? 0, limits.value.eggOut),
        clockLevel(clocks.value.trayOutMs ?? 0, limits.value.trayOut),
        clockLevel(clocks.value.lidOffMs ?? 0, limits.value.lidOff),
      ].filter((level) => level === 'over').length,
    (now, before) => {
      if (now > before) sound()
    },
  )
}
