import { keptLooks, scoreIdentity, SERIES } from './score.ts'

/** How often another egg is noticed, by kind of pictures, as a table for people. */
export async function sayIdentity(): Promise<string> {
  const rows = await Promise.all(
    Object.entries(SERIES).map(async ([kind, name]) => {
      const { eggs, falseAlarms, swaps, found, lone } = scoreIdentity(await keptLooks(name))
      const share = (count: number, of: number): string => `${((100 * count) / of).toFixed(1)} %`.padStart(10)
      return `${kind.padEnd(32)}${share(falseAlarms, eggs)}${share(found, swaps)}${share(lone.found, lone.swaps)}`
    }),
  )
  return [
    `${'May be another egg'.padEnd(32)}${'false'.padStart(10)}${'exchanged'.padStart(10)}${'alone'.padStart(10)}`,
    ...rows,
    'False: of eggs that were not exchanged. Exchanged: pairs noticed. Alone: another egg at the third look, no mate seen.',
  ].join('\n')
}
