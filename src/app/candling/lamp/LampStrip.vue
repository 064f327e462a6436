<script setup lang="ts">
import type { LampCheck } from '../../../contracts/records/lamp-check.ts'
import { SIGNS, type Sign } from '../../../core/lamp/trial.ts'
import { hatchDay } from '../../../core/lamp/forecast.ts'
import { SPECIES } from '../../../core/species/species.ts'
import { t } from './words.ts'

/** From which day a lamp shows what, as bars over the days of incubation; on the screen and on paper. */
defineProps<{ checks: readonly LampCheck[] }>()

const daysOf = ({ species }: LampCheck): number => Math.ceil(hatchDay(species))
const ticks = (check: LampCheck): number[] =>
  Array.from({ length: Math.floor(daysOf(check) / 5) + 1 }, (_, i) => 5 * i)
const share = (check: LampCheck, day: number): string => `${(100 * day) / daysOf(check)}%`
const says = (check: LampCheck, sign: Sign): string => {
  const day = check.days[sign]
  return day === null ? t('strip.never') : t('strip.fromDay', { day: Math.ceil(day) })
}
</script>

<template>
  <div class="flex flex-col gap-6">
    <figure v-for="check in checks" :key="check.id" data-testid="lamp-strip">
      <figcaption class="mb-1 font-semibold">
        {{ SPECIES[check.species].label }}, {{ check.shell }}
      </figcaption>
      <ul class="flex flex-col gap-1.5">
        <li
          v-for="sign in SIGNS"
          :key="sign"
          class="grid grid-cols-[6.5rem_minmax(0,1fr)] items-center gap-2 sm:grid-cols-[8rem_minmax(0,1fr)]"
        >
          <span>{{ t(`sign.${sign}`) }}</span>
          <span class="relative block h-8 overflow-hidden rounded border border-line">
            <span
              v-if="check.days[sign] !== null"
              class="strip-bar absolute inset-y-0 right-0 border-l-4 border-lamp bg-lamp-soft"
              :style="{ left: share(check, check.days[sign]!) }"
            />
            <span
              class="strip-words absolute inset-y-0 flex items-center px-2 font-semibold whitespace-nowrap"
              :class="{ '-translate-x-full': (check.days[sign] ?? 0) > 0.45 * daysOf(check) }"
              :style="{ left: share(check, check.days[sign] ?? 0) }"
              :data-testid="`seen-${sign}`"
              >{{ says(check, sign) }}</span
            >
          </span>
        </li>
        <li
          class="grid grid-cols-[6.5rem_minmax(0,1fr)] gap-2 sm:grid-cols-[8rem_minmax(0,1fr)]"
          aria-hidden="true"
        >
          <span class="text-sm text-ink-soft">{{ t('strip.axis') }}</span>
          <span class="relative block h-5 text-sm text-ink-soft">
            <span
              v-for="day in ticks(check)"
              :key="day"
              class="absolute -translate-x-1/2 tabular-nums"
              :style="{ left: share(check, day) }"
              >{{ day }}</span
            >
          </span>
        </li>
      </ul>
    </figure>
  </div>
</template>

<style scoped>
/* Printers leave backgrounds out. */
@media print {
  .strip-bar {
    background: repeating-linear-gradient(45deg, #000 0 1px, transparent 1px 6px);
    print-color-adjust: exact;
  }
  .strip-words {
    inset-block: 2px;
    margin-left: 4px;
    background: #fff;
    print-color-adjust: exact;
  }
}
</style>
