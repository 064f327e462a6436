<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { isPictured } from '../../contracts/records/look-record.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { POLICIES, type Policy } from '../../core/grade/types.ts'
import { timetableOf } from '../../core/planning/incubation/timetable.ts'
import { sayShortDate } from '../../core/time/local-date.ts'
import { judgedByRule } from '../../domain/look-by-eye.ts'
import { setGradedAgain } from '../../domain/regrade.ts'
import { scheduleOf } from '../../domain/set-schedule.ts'
import { timelineOf, timetableOfPlan } from '../../domain/timeline.ts'
import { EVENT_TITLES } from '../../words/events.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import FewChoice from '../shared/kit/FewChoice.vue'
import KitButton from '../shared/kit/KitButton.vue'
import NumberField from '../shared/kit/NumberField.vue'
import { useSaving } from '../shared/useSaving.ts'
import { POLICY_WORDS } from '../shared/wording.ts'
import { t } from './words.ts'

/** The days and the rule that a keeper has for this set alone; what would move is shown before it is kept. */
const props = defineProps<{ set: EggSet }>()
const store = useHatcheryStore()
const { problem, saving } = useSaving()
const incubation = ref<number | null>(null)
const lockdown = ref<number | null>(null)
const giveUp = ref<number | null>(null)
const policy = ref<Policy>('second-look')
watch(
  () => [props.set.plan, props.set.policy] as const,
  ([plan, rule]) => {
    incubation.value = plan.incubationDays
    lockdown.value = plan.lockdownDay
    giveUp.value = plan.giveUpDay
    policy.value = rule
  },
  { immediate: true },
)
/** Without days of this set's own. */
const usual = computed(() =>
  timetableOf(props.set.species, {
    incubationDays: incubation.value || undefined,
    turningStop: props.set.plan.turningStop,
  }),
)
const bounds = computed(() => ({
  lockdown: { least: Math.ceil(usual.value.incubationDays / 2), most: usual.value.pipRangeDays[0] },
  giveUp: { least: usual.value.incubationDays, most: usual.value.incubationDays + 14 },
}))
const within = (value: number | null, { least, most }: { least: number; most: number }): boolean =>
  value === null || (value >= least && value <= most)
const isSound = computed(
  () =>
    within(incubation.value, { least: 10, most: 60 }) &&
    within(lockdown.value, bounds.value.lockdown) &&
    within(giveUp.value, bounds.value.giveUp),
)
const draft = computed<EggSet>(() => ({
  ...props.set,
  policy: policy.value,
  plan: {
    ...props.set.plan,
    incubationDays: incubation.value,
    lockdownDay: lockdown.value,
    giveUpDay: giveUp.value,
  },
}))
const isOther = computed(() => {
  const { plan, policy: rule } = props.set
  return (
    plan.incubationDays !== incubation.value ||
    plan.lockdownDay !== lockdown.value ||
    plan.giveUpDay !== giveUp.value ||
    rule !== policy.value
  )
})
const moved = computed(() => {
  if (!isOther.value || !isSound.value) return []
  const before = new Map(scheduleOf(props.set, store.hatchery).map((event) => [event.key, event]))
  return scheduleOf(draft.value, store.hatchery).flatMap((event) => {
    const now = before.get(event.key)
    return now && now.date !== event.date
      ? [
          t('habits.moves', {
            event: EVENT_TITLES[event.kind],
            from: sayShortDate(now.date),
            to: sayShortDate(event.date),
          }),
        ]
      : []
  })
})
/** Photographed looks whose suggestion goes by another rule than the set's of now. */
const waiting = ref(false)
async function keep(): Promise<void> {
  if (!isSound.value) return
  const { value: next } = draft
  const isOtherRule = next.policy !== props.set.policy
  const ofSet = store.looks.filter(({ setId }) => setId === next.id)
  const timeline = timelineOf(next, store.hatchery)
  // What the candler said stays; what follows from it goes by the rule.
  const looks = judgedByRule(ofSet, { set: next, timeline })
  await saving(() => store.commit('plan', null, { sets: [next], looks }))
  waiting.value = !problem.value && isOtherRule && ofSet.some(isPictured)
}
function regrade(): void {
  void saving(async () => {
    const { set } = props
    await store.amendLooks(() =>
      setGradedAgain({
        set,
        timeline: timelineOf(set, store.hatchery),
        eggs: store.allEggsBySet.get(set.id) ?? [],
        looks: store.looks.filter(({ setId }) => setId === set.id),
        learnt: store.learnt,
        at: new Date().toISOString(),
        because: 'rule',
      }),
    )
    waiting.value = false
  })
}
const day = (value: number): string => String(value)
</script>

<template>
  <section
    class="grid grid-cols-1 gap-4 sm:col-span-2 sm:grid-cols-2"
    :aria-label="t('habits.title')"
    data-testid="set-habits"
  >
    <div class="flex flex-col gap-3">
      <h3 class="font-semibold">{{ t('habits.title') }}</h3>
      <NumberField
        v-model="incubation"
        :label="t('habits.incubation')"
        :unit="t('habits.days')"
        :least="10"
        :most="60"
        :placeholder="
          day(
            timetableOfPlan({ species: set.species, plan: { ...set.plan, incubationDays: null } })
              .incubationDays,
          )
        "
        class="w-40"
      />
      <NumberField
        v-model="lockdown"
        :label="t('habits.lockdown')"
        v-bind="bounds.lockdown"
        :placeholder="day(usual.stopTurningDay)"
        class="w-40"
      />
      <NumberField
        v-model="giveUp"
        :label="t('habits.giveUp')"
        v-bind="bounds.giveUp"
        :placeholder="day(usual.giveUpDay)"
        class="w-40"
      />
      <p class="text-sm text-ink-soft">{{ t('habits.why') }}</p>
    </div>
    <div class="flex flex-col gap-3">
      <FewChoice
        v-model="policy"
        :label="t('habits.rule')"
        :options="POLICIES.map((value) => ({ value, name: POLICY_WORDS[value] }))"
      />
      <ul v-if="moved.length > 0" class="text-sm" data-testid="moves">
        <li v-for="line in moved" :key="line">{{ line }}</li>
      </ul>
      <KitButton class="self-start" :disabled="!isOther || !isSound" @click="keep">{{
        t('habits.keep')
      }}</KitButton>
      <p v-if="waiting" role="status">
        {{ t('habits.otherRule') }}
        <KitButton size="desk" class="mt-1" @click="regrade">{{ t('habits.regrade') }}</KitButton>
      </p>
      <p v-if="problem" class="text-ember" role="alert">{{ problem }}</p>
    </div>
  </section>
</template>
