import type { EggSet } from './set-record.ts'

/** `own`: what somebody keeps. `made-up`: the hatchery to look around in, where simulated devices may speak. */
export const BOOKS = ['own', 'made-up'] as const
export type WhichBook = (typeof BOOKS)[number]

/** Earlier versions did not say: sets that lie on the stand-in's lamp, and no others, are made up. */
export function bookOf(sets: readonly EggSet[]): WhichBook | null {
  return sets.some(isMadeUp) && sets.every((set) => isMadeUp(set) || set.id.startsWith('demo-'))
    ? 'made-up'
    : null
}

function isMadeUp({ standInBasket }: EggSet): boolean {
  return standInBasket !== undefined
}
