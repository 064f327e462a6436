import type { BrooderWeek } from '../../core/brooding/brooder-plan.ts'
import { sayQuantity, toShown, type UnitSystem } from '../../core/units.ts'
import { t } from './words.ts'

/** "32 to 35 °C" */
export function warmthWords({ celsius: { low, high } }: BrooderWeek, units: UnitSystem): string {
  return low === high
    ? sayQuantity(units, 'temperature', low)
    : t('brooder.range', {
        low: toShown(units, 'temperature', low),
        high: sayQuantity(units, 'temperature', high),
      })
}
