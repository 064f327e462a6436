<script setup lang="ts">
import { computed, ref } from 'vue'
import type { PlanChoices, EggSet } from '../../contracts/records/set-record.ts'
import { EVENT_TITLES } from '../../words/events.ts'
import type { ScheduleEvent } from '../../core/planning/incubation/schedule.ts'
import { CANDLING_METHOD_CHOICES, DAY_COUNT_CHOICES, TURNING_STOP_CHOICES } from '../../words/methods.ts'
import { localDateOf, sayShortDate } from '../../core/time/local-date.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import OwnDays from '../shared/ui/OwnDays.vue'
import MethodChoice from '../shared/ui/MethodChoice.vue'
import StateSign from '../shared/ui/StateSign.vue'
import { useSaving } from '../shared/useSaving.ts'
import { eventDay, useTicks, type SetPlan } from '../shared/useSetPlan.ts'
import { count } from '../shared/wording.ts'
import { t } from './words.ts'
import SetAir from './SetAir.vue'
import SetHabits from './SetHabits.vue'
import KitButton from '../shared/kit/KitButton.vue'
import PressArea from '../shared/kit/PressArea.vue'

/** The plan day by day, to be ticked, and the way it is made, to be changed. */
const props = defineProps<{ set: EggSet; plan: SetPlan }>()
const store = useHatcheryStore()
const clock = useClockStore()
const { tick, untick } = useTicks()
const { problem, saving } = useSaving()
const zone = computed(() => store.hatchery.zone)
const changing = ref(false)

function changePlan(changes: Partial<PlanChoices>): void {
  void saving(() =>
    store.changeSet('plan', props.set.id, (now) => ({ ...now, plan: { ...now.plan, ...changes } })),
  )
}
function daysOf({ date, startMs, endMs }: ScheduleEvent): string {
  const first = sayShortDate(date)
  return endMs > startMs
    ? t('days.fromTo', { from: first, to: sayShortDate(localDateOf(endMs, zone.value)) })
    : first
}
</script>

<template>
  <section class="card overflow-x-auto p-4" aria-labelledby="days">
    <div class="flex items-center justify-between gap-3">
      <h2 id="days" class="text-xl font-semibold">{{ t('days.title') }}</h2>
      <KitButton size="desk" :aria-expanded="changing" @click="changing = !changing">
        {{ t('days.change') }}
      </KitButton>
    </div>
    <p v-if="problem" class="mt-2 text-ember" role="alert">{{ problem }}</p>
    <div
      v-if="changing"
      class="mt-3 grid grid-cols-1 gap-4 border-b border-line pb-4 sm:grid-cols-2"
      data-testid="ways"
    >
      <div>
        <MethodChoice
          :legend="t('days.whenToCandle')"
          :choices="CANDLING_METHOD_CHOICES"
          :value="set.plan.method"
          @choose="changePlan({ method: $event })"
        />
        <OwnDays
          v-if="set.plan.method === 'own'"
          :days="set.plan.ownDays"
          @change="changePlan({ ownDays: $event })"
        />
      </div>
      <div class="flex flex-col gap-3">
        <MethodChoice
          :legend="t('days.howToCount')"
          :choices="DAY_COUNT_CHOICES"
          :value="set.plan.dayCount"
          @choose="changePlan({ dayCount: $event })"
        />
        <MethodChoice
          :legend="t('days.whenTurningStops')"
          :choices="TURNING_STOP_CHOICES"
          :value="set.plan.turningStop"
          @choose="changePlan({ turningStop: $event })"
        />
      </div>
      <SetHabits :set="set" />
      <SetAir :set="set" />
      <p class="text-ink-soft sm:col-span-2">{{ t('days.redraws') }}</p>
    </div>
    <table class="mt-2 w-full text-left" data-testid="events">
      <caption class="sr-only">
        {{ t('days.events') }}
      </caption>
      <tbody>
        <tr
          v-for="{ event, state, seen } in plan.statuses"
          :key="event.key"
          class="border-b border-line last:border-0"
        >
          <td class="py-1.5 pr-1 sm:w-28 sm:p-1.5">
            <StateSign :state="state" class="sm:hidden" />
            <StateSign :state="state" word class="max-sm:hidden" />
          </td>
          <td class="p-1.5 font-medium">
            {{ EVENT_TITLES[event.kind]
            }}<span v-if="seen > 0 && state !== 'done'" class="ml-2 text-sm font-normal text-ink-soft">{{
              t('days.seen', { eggs: count(seen, 'egg') })
            }}</span>
            <span class="block font-normal text-ink-soft sm:hidden">{{ daysOf(event) }}</span>
          </td>
          <td class="p-1.5 max-sm:hidden">{{ daysOf(event) }}</td>
          <td class="p-1.5 whitespace-nowrap text-ink-soft">
            {{ event.kind === 'warm-up' ? '' : eventDay(set, event, zone) }}
          </td>
          <td class="py-1.5 text-right sm:w-20 sm:p-1.5">
            <KitButton
              v-if="state === 'due' || state === 'overdue'"
              size="desk"
              :aria-label="t('days.markDone', { event: EVENT_TITLES[event.kind] })"
              @click="saving(() => tick(set, event.key, clock.nowMs))"
            >
              {{ event.kind === 'set' ? 'In' : t('sensorFields.done') }}
            </KitButton>
            <PressArea
              v-else-if="set.done.some((item) => item.key === event.key) && event.kind !== 'set'"
              class="text-sm text-ink-soft underline"
              :aria-label="t('days.markNotDone', { event: EVENT_TITLES[event.kind] })"
              @click="saving(() => untick(set, event.key))"
            >
              {{ t('days.notYet') }}
            </PressArea>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>
