import { RecordRefused } from '../contracts/records/book.ts'
import type { Egg, EggState } from '../contracts/records/egg-state.ts'

type Place = EggState['place']

export function sameSpot(a: Place, b: Place): boolean {
  return a?.trayId === b?.trayId && a?.row === b?.row && a?.column === b?.column
}

/**
 * A tray may hold the eggs of two sets, but no place two eggs.
 * @param moved - eggs that come to another place
 * @param others - eggs of sets at work that stay where they are
 * @throws RecordRefused in words
 */
export function checkTraysShared(moved: readonly Egg[], others: readonly Egg[]): void {
  for (const egg of moved) {
    const there = others.find(
      (other) =>
        other.setId !== egg.setId &&
        !other.removed &&
        !other.outcome &&
        egg.place &&
        sameSpot(other.place, egg.place),
    )
    if (there)
      throw new RecordRefused([
        {
          path: ['place'],
          sentence: `egg ${egg.number} is in the same place as egg ${there.number} of another set.`,
        },
      ])
  }
}
