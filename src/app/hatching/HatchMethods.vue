<script setup lang="ts">
import { computed } from 'vue'
import type { HatcheryRecord } from '../../contracts/records/hatchery-record.ts'
import { HELP_AFTER_HOURS, TAKE_OUT_HOURS, YOLK_HOURS } from '../../core/hatching/hatch-methods.ts'
import { localDateOf, sayShortDate } from '../../core/time/local-date.ts'
import { HOUR_MS } from '../../core/time/durations.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { roughTime } from '../shared/wording.ts'
import { useClockStore } from '../shared/clock.ts'
import { t } from './words.ts'
import FewChoice from '../shared/kit/FewChoice.vue'
import { clockTime } from '../shared/clock-time.ts'
import { TAKING_OUT_WORDS } from '../shared/habits/taking-out-words.ts'
import { optionsOf } from '../shared/kit/options.ts'

/**
 * Two questions on which good keepers differ: whether to help, and when chicks come out.
 * Help is the place's habit; when chicks come out is told for this set, and where it is not, goes by the place's.
 */
const props = defineProps<{
  helping: HatcheryRecord['helping']
  takingOut: HatcheryRecord['takingOut']
  firstOutMs: number | null
  /** Eggs that have waited long since their pip. */
  slow: number
}>()
const emit = defineEmits<{
  helping: [HatcheryRecord['helping']]
  takingOut: [HatcheryRecord['takingOut']]
}>()
const store = useHatcheryStore()
const clock = useClockStore()
const HELPING = { never: 'never', 'last-resort': t('methods.lastResort') } as const
const at = (atMs: number): string =>
  `${sayShortDate(localDateOf(atMs, store.hatchery.zone))} ${clockTime(atMs, store.hatchery.zone)}`
const helpingWords = computed(() => {
  if (props.helping === 'never') return t('methods.noHelp')
  const many =
    props.slow === 0
      ? t('methods.noneSlow')
      : t('methods.slow', { hours: HELP_AFTER_HOURS, eggs: props.slow })
  return t('methods.onlyAfter', { hours: HELP_AFTER_HOURS, which: many })
})
const takingOutWords = computed(() => {
  if (props.firstOutMs === null) return t('methods.yolk')
  const yolkMs = props.firstOutMs + YOLK_HOURS * HOUR_MS
  const latest =
    clock.nowMs < yolkMs
      ? t('methods.yolkUntil', { when: roughTime(yolkMs, store.hatchery.zone) })
      : t('methods.yolkOver')
  const hours = TAKE_OUT_HOURS[props.takingOut]
  if (hours === null) return t('methods.groups', { yolk: latest })
  const outMs = props.firstOutMs + hours * HOUR_MS
  return t('methods.oneOpening', {
    when: clock.nowMs < outMs ? t('methods.from', { when: at(outMs) }) : t('methods.now'),
    yolk: latest,
  })
})
</script>

<template>
  <div class="mt-4 grid gap-4 border-t border-line pt-3 md:grid-cols-2">
    <FewChoice
      inline
      :label="t('methods.helping')"
      :options="optionsOf(HELPING)"
      :model-value="helping"
      @change="emit('helping', $event)"
    >
      <p class="text-ink-soft" data-testid="helping">{{ helpingWords }}</p>
    </FewChoice>
    <FewChoice
      inline
      :label="t('methods.takingOut')"
      :options="optionsOf(TAKING_OUT_WORDS)"
      :model-value="takingOut"
      @change="emit('takingOut', $event)"
    >
      <p class="text-ink-soft" data-testid="taking-out">{{ takingOutWords }}</p>
    </FewChoice>
    <p class="text-sm text-ink-soft md:col-span-2">
      {{ t('methods.caution') }}
    </p>
  </div>
</template>
