<script setup lang="ts">
import type { Hatchery, HatcheryRecord } from '../../contracts/records/hatchery-record.ts'
import type { Policy } from '../../core/grade/types.ts'
import { CANDLING_SCHOOL_CHOICES, DAY_COUNT_CHOICES, TURNING_STOP_CHOICES } from '../../words/methods.ts'
import OwnDays from '../shared/ui/OwnDays.vue'
import SchoolChoice from '../shared/ui/SchoolChoice.vue'
import { POLICY_WORDS } from '../shared/wording.ts'

/** By which schools it is done here. */
defineProps<{ hatchery: Hatchery }>()
const emit = defineEmits<{ change: [changes: Partial<HatcheryRecord>] }>()

const POLICY_CHOICES: Readonly<Record<Policy, { label: string; reason: string }>> = {
  'second-look': {
    label: POLICY_WORDS['second-look'],
    reason:
      'Suspects are marked, checked again some days later, and removed only if both looks agree. Certain rings come out at once.',
  },
  'first-sight': {
    label: POLICY_WORDS['first-sight'],
    reason: 'Certain cases come out at once. Needs a bright lamp and pale shells.',
  },
  hold: { label: POLICY_WORDS.hold, reason: 'Only certain rings and leakers are removed before lockdown.' },
}
</script>

<template>
  <section class="card flex flex-col gap-4 p-5">
    <h2 class="text-xl font-semibold">Methods</h2>
    <div>
      <SchoolChoice
        legend="When to candle"
        name="school"
        :choices="CANDLING_SCHOOL_CHOICES"
        :value="hatchery.school"
        @choose="emit('change', { school: $event })"
      />
      <OwnDays
        v-if="hatchery.school === 'own'"
        :days="hatchery.ownDays"
        @change="emit('change', { ownDays: $event })"
      />
    </div>
    <SchoolChoice
      legend="How to count days"
      name="day-count"
      :choices="DAY_COUNT_CHOICES"
      :value="hatchery.dayCount"
      @choose="emit('change', { dayCount: $event })"
    />
    <SchoolChoice
      legend="When turning stops"
      name="turning-stop"
      :choices="TURNING_STOP_CHOICES"
      :value="hatchery.turningStop"
      @choose="emit('change', { turningStop: $event })"
    />
    <SchoolChoice
      legend="When to remove an egg"
      name="policy"
      :choices="POLICY_CHOICES"
      :value="hatchery.policy"
      @choose="emit('change', { policy: $event })"
    />
  </section>
</template>
