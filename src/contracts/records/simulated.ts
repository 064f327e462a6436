import type { Step } from './journal-entry.ts'

const APART = 'is simulated. It belongs in the demo hatchery, not among your own records.'

/**
 * What is said of the first value of a stand-in among records that are about to be written; null where there is none. A
 * book of one's own refuses it, whichever way it comes.
 */
export function simulatedAmong({
  probes,
  eggs,
  trays,
}: Pick<Step['put'], 'probes' | 'eggs' | 'trays'>): string | null {
  const probe = probes.find(({ standIn, stamp }) => standIn && !stamp.gone)
  if (probe) return `the sensor “${probe.name}” ${APART}`
  const weighed = [...eggs, ...trays].some(({ events }) =>
    events.some((event) => event.kind === 'weighed' && event.standIn),
  )
  return weighed ? `a weight of the simulated scale ${APART}` : null
}
