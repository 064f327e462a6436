import type { Warning } from '../core/planning/agenda/warnings.ts'
import { addDays, localDateOf, sayDate, type Zone } from '../core/time/local-date.ts'
import type { Advice } from './advice.ts'
import { spoken } from './language.ts'

export function sayWarning(warning: Warning, zone: Zone): Advice {
  return spoken({ ...warningWords(warning, zone) })
}

function warningWords(warning: Warning, zone: Zone): Advice {
  const day = (atMs: number): string => sayDate(localDateOf(atMs, zone))
  switch (warning.code) {
    case 'too-many':
      return {
        message: `${warning.running} sets are running; above ${warning.most} Perlumen does not check for clashes.`,
        wayOn: 'Tick “Breakout” for sets that are over.',
      }
    case 'old-eggs':
      return {
        message: `The oldest eggs of ${warning.set} will be ${warning.oldestStorageDays} days old when they are set.`,
        wayOn: 'Set sooner, or set only the fresher eggs.',
      }
    case 'lockdown-while-turning':
      return {
        message: `Lockdown of ${warning.shut} overlaps with turning of ${warning.open} in ${warning.incubator}, ${day(warning.fromMs)} to ${day(warning.toMs)}.`,
        wayOn: `Move ${warning.shut} to another incubator or a hatcher by then.`,
      }
    case 'over-capacity':
      return {
        message: `${warning.incubator} has ${warning.capacity} places, and ${warning.eggs} eggs are planned in it from ${day(warning.fromMs)}.`,
        wayOn: 'Set fewer eggs, set later, or use another incubator.',
      }
    case 'brooder':
      return {
        message: `${listed(warning.sets)} hatch within three weeks from ${day(warning.fromMs)} and do not share a brooder: ${warning.needed} are needed, you have ${warning.brooders}.`,
        wayOn: 'Get another brooder ready, or set one of them three weeks later.',
      }
    case 'away':
      return {
        message: `While you are away, ${sayDate(warning.from)} to ${sayDate(warning.to)}, ${listed(warning.sets)} ${warning.sets.length === 1 ? 'needs' : 'need'} you for ${warning.tasks === 1 ? 'a task' : `${warning.tasks} tasks`}.`,
        wayOn: `Ask someone to help, choose other candling days, or set so that nothing is due before ${sayDate(addDays(warning.to, 1))}.`,
      }
  }
}

/** Nobody reads more names than this. */
const MOST_NAMES = 6

/** "A, B and C". */
function listed(names: readonly string[]): string {
  if (names.length > MOST_NAMES)
    return `${names.slice(0, MOST_NAMES - 1).join(', ')} and ${names.length - MOST_NAMES + 1} others`
  return names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`
}
