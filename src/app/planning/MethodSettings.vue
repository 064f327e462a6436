<script setup lang="ts">
import type { Hatchery, HatcheryRecord } from '../../contracts/records/hatchery-record.ts'
import type { Policy } from '../../core/grade/types.ts'
import { CANDLING_METHOD_CHOICES, DAY_COUNT_CHOICES, TURNING_STOP_CHOICES } from '../../words/methods.ts'
import OwnDays from '../shared/ui/OwnDays.vue'
import MethodChoice from '../shared/ui/MethodChoice.vue'
import { POLICY_WORDS } from '../shared/wording.ts'
import { t } from './words.ts'

/** By which methods it is done here. */
defineProps<{ hatchery: Hatchery }>()
const emit = defineEmits<{ change: [changes: Partial<HatcheryRecord>] }>()

const POLICY_CHOICES: Readonly<Record<Policy, { label: string; reason: string }>> = {
  'second-look': {
    label: POLICY_WORDS['second-look'],
    reason: t('methods.secondLook'),
  },
  'first-sight': {
    label: POLICY_WORDS['first-sight'],
    reason: t('methods.firstSight'),
  },
  hold: { label: POLICY_WORDS.hold, reason: t('methods.hold') },
}
</script>

<template>
  <section class="card flex flex-col gap-4 p-5">
    <h2 class="text-xl font-semibold">{{ t('methods.title') }}</h2>
    <div>
      <MethodChoice
        :legend="t('methods.candling')"
        :choices="CANDLING_METHOD_CHOICES"
        :value="hatchery.method"
        @choose="emit('change', { method: $event })"
      />
      <OwnDays
        v-if="hatchery.method === 'own'"
        :days="hatchery.ownDays"
        @change="emit('change', { ownDays: $event })"
      />
    </div>
    <MethodChoice
      :legend="t('methods.counting')"
      :choices="DAY_COUNT_CHOICES"
      :value="hatchery.dayCount"
      @choose="emit('change', { dayCount: $event })"
    />
    <MethodChoice
      :legend="t('methods.turning')"
      :choices="TURNING_STOP_CHOICES"
      :value="hatchery.turningStop"
      @choose="emit('change', { turningStop: $event })"
    />
    <MethodChoice
      :legend="t('methods.removal')"
      :choices="POLICY_CHOICES"
      :value="hatchery.policy"
      @choose="emit('change', { policy: $event })"
    />
  </section>
</template>
