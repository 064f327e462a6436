import type { EggSet } from '../../contracts/records/set-record.ts'
import { ageInDays } from '../../core/planning/incubation/day-count.ts'
import { layByHand, liftByHand } from '../../devices/camera/network-camera.ts'
import { useDevicesStore } from '../shared/devices.ts'
import type { Bench } from './bench/useBench.ts'
import type { Evening } from './evening/useEvening.ts'
import type { SessionState } from './session/useSessionState.ts'
import { useStandInHand } from './useStandInHand.ts'

/** At the stand-in camera a simulated hand brings the eggs of an evening, as a helper would. */
export function useStandInHelper(
  set: () => EggSet | undefined,
  {
    session,
    current,
    look,
    hands,
  }: Pick<SessionState, 'session'> &
    Pick<Bench, 'current' | 'look'> & { hands: Pick<Evening, 'byItself' | 'watching'> },
): void {
  const devices = useDevicesStore()
  useStandInHand({
    active: () =>
      hands.byItself.value &&
      session.value?.source === 'network' &&
      devices.serves('camera', set()) === 'stand-in',
    stage: () => hands.watching.value.stage,
    waitsFor: () => (current.value && !current.value.removed && !look.value ? current.value.number : null),
    lay: (number) => {
      const { standInBasket, setAt } = set()!
      return layByHand({ basket: standInBasket!, number, ageDays: ageInDays(Date.parse(setAt), Date.now()) })
    },
    lift: liftByHand,
  })
}
