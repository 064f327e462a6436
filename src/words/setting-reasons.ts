import type { SizeFault } from '../core/planning/intake/egg-figures.ts'
import { BEST_STORAGE_DAYS, STORAGE_LIMIT_DAYS } from '../core/planning/intake/hatchability.ts'
import type { AdviceReason } from '../core/planning/intake/setting-advice.ts'
import { inLanguage } from './language.ts'

const SIZE_WORDS: Readonly<Record<SizeFault, string>> = {
  long: 'longer than usual for this bird',
  round: 'rounder than usual for this bird',
  small: 'small for this bird',
  large: 'large for this bird, possibly a double yolk',
}

/** Why an egg is better set or left out, to stand after “because”. */
export function saySettingReason(reason: AdviceReason): string {
  return inLanguage(settingReason(reason))
}

function settingReason(reason: AdviceReason): string {
  switch (reason.code) {
    case 'leaking':
      return 'it leaks: it would rot and could burst'
    case 'hairline':
      return 'hairline crack: you can seal it with unscented wax and watch it'
    case 'hairline-waxed':
      return 'sealed hairline crack: check it at every candling'
    case 'laid-unknown':
      return 'laying date unknown'
    case 'no-place':
      return 'trays full with better eggs'
    case 'laid-later':
      return `laid ${reason.days} days after setting: check the date`
    case 'too-old':
      return `it will be ${reason.days} days old: too old to start well`
    case 'old':
      return `it will be ${reason.days} days old; the usual limit is ${STORAGE_LIMIT_DAYS}`
    case 'aging':
      return `it will be ${reason.days} days old; under ${BEST_STORAGE_DAYS} is best`
    case 'size':
      return SIZE_WORDS[reason.fault]
  }
}
