<script setup lang="ts">
import { computed } from 'vue'
import { isIn } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { lockdownSteps, type LockdownStep } from '../../core/hatching/lockdown.ts'
import { eventOf } from '../../core/planning/incubation/schedule.ts'
import { TARGET_CELSIUS } from '../../core/planning/incubation/development.ts'
import { airWantedOf } from '../../domain/air-wanted.ts'
import { sayQuantity } from '../../core/units.ts'
import { sayShortDate } from '../../core/time/local-date.ts'
import { actionOf, candlingBegan, lookSince } from '../../domain/candling.ts'
import { scheduleOf } from '../../domain/set-schedule.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { eventDay } from '../shared/useSetPlan.ts'
import { useClockStore } from '../shared/clock.ts'
import { useSaving } from '../shared/useSaving.ts'
import { count } from '../shared/wording.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import CheckBox from '../shared/kit/CheckBox.vue'

/** What is done once, before the lid stays shut. */
const props = defineProps<{ set: EggSet; due: boolean }>()
const store = useHatcheryStore()
const clock = useClockStore()
const { problem, saving } = useSaving()
const incubator = computed(() =>
  store.hatchery.incubators.find(({ id }) => id === props.set.trays[0]?.incubatorId),
)
const steps = computed(() => lockdownSteps(incubator.value ?? { kind: 'incubator', turner: 'auto' }))
const KEY = 'lockdown/'
/** By this set’s own plan, counted as it counts its days. */
const lastTurning = computed(() => {
  const event = eventOf(scheduleOf(props.set, store.hatchery), 'stop-turning')
  return `${sayShortDate(event.date)}, ${eventDay(props.set, event, store.hatchery.zone)}`
})
const isDone = (step: LockdownStep): boolean => props.set.done.some(({ key }) => key === KEY + step)
const left = computed(() => steps.value.filter((step) => !isDone(step)).length)
/** Another set that still turns where this one lies. */
const turning = computed(() =>
  store.sets.filter(
    (other) =>
      other.id !== props.set.id &&
      other.done.some(({ key }) => key === 'set') &&
      !other.done.some(({ key }) => key === 'lockdown' || key === 'give-up') &&
      other.trays.some(({ incubatorId }) => incubatorId !== null && incubatorId === incubator.value?.id),
  ),
)
/** Others in which nothing turns: there the lid may stay shut. */
const elsewhere = computed(() =>
  store.hatchery.incubators
    .filter(({ id }) => id !== incubator.value?.id)
    .map((other) => {
      const lying = store.sets.filter(
        (set) =>
          !set.done.some(({ key }) => key === 'give-up') &&
          set.done.some(({ key }) => key === 'set') &&
          set.trays.some(({ incubatorId }) => incubatorId === other.id),
      )
      return { other, lying, turns: lying.some((set) => !set.done.some(({ key }) => key === 'lockdown')) }
    })
    .filter(({ turns }) => !turns),
)
/** Carries all trays of the set: eggs of others in them go along. */
function carry(incubatorId: string): void {
  void saving(() =>
    store.commit('tray moved', null, { trays: props.set.trays.map((tray) => ({ ...tray, incubatorId })) }),
  )
}
/** Turning stops for all in this incubator; the others go on by hand. */
function stopForAll(): void {
  const { turnsADay } = store.hatchery
  void saving(() =>
    store.commit('turned by hand', null, {
      sets: turning.value.map((other) => ({ ...other, plan: { ...other.plan, turnsADay } })),
    }),
  )
}
const byHand = computed(() => turning.value.every(({ plan }) => plan.turnsADay !== null))
/** Eggs that came up dead at their last look and are still in. */
const toRemove = computed(() => {
  const began = candlingBegan(props.set, store.hatchery, clock.nowMs)
  return (store.eggsBySet.get(props.set.id) ?? []).filter((egg) => {
    const look = isIn(egg) ? lookSince(store.looksByEgg.get(egg.id) ?? [], began) : undefined
    return look !== undefined && actionOf(look, props.set) === 'remove'
  }).length
})
const STEP_WORDS = computed((): Readonly<Record<LockdownStep, string>> => {
  const {
    from: { low, high },
    lockdownCoolerC,
    isMeasured,
  } = airWantedOf(props.set, store.hatchery)
  const { units, incubators } = store.hatchery
  const airflow = incubators.find(({ id }) => id === props.set.trays[0]?.incubatorId)?.airflow ?? 'forced'
  const temperature = sayQuantity(units, 'temperature', TARGET_CELSIUS[airflow] - lockdownCoolerC)
  return {
    'last-look': t('step.candle'),
    'take-out-dead': t('step.remove'),
    'turner-out': t('step.turner'),
    'dividers-out': t('step.dividers'),
    'cover-grid': t('step.mat'),
    'fill-channels': [
      isMeasured ? t('step.water', { low, high }) : t('step.waterFull'),
      ...(lockdownCoolerC > 0 ? [t('step.cooler', { temperature })] : []),
    ].join('; '),
    'cover-water': t('step.coverWater'),
    'vents-third': t('step.vents'),
    'lay-eggs': t('step.eggs'),
    'lid-on': t('step.lid'),
    'brooder-warming': t('step.brooder'),
  }
})

const KEYS_OF_LOCKDOWN = ['stop-turning', 'lockdown'] as const
function tick(step: LockdownStep): void {
  const key = KEY + step
  const at = new Date(clock.nowMs).toISOString()
  void saving(() =>
    store.changeSet('lockdown step', props.set.id, (set) => {
      const others = set.done.filter((item) => item.key !== key)
      return { ...set, done: others.length < set.done.length ? others : [...others, { key, at }] }
    }),
  )
}
function begin(): void {
  const at = new Date(clock.nowMs).toISOString()
  void saving(() =>
    store.changeSet('lockdown', props.set.id, (set) => ({
      ...set,
      done: [
        ...set.done.filter(({ key }) => !KEYS_OF_LOCKDOWN.some((own) => own === key)),
        ...KEYS_OF_LOCKDOWN.map((key) => ({ key, at })),
      ],
    })),
  )
}
</script>

<template>
  <section class="card p-5" aria-labelledby="lockdown-heading" data-testid="lockdown">
    <h2 id="lockdown-heading" class="text-xl font-semibold">{{ t('lockdown.title') }}</h2>
    <p v-if="!due" class="mt-1 text-ink-soft">{{ t('lockdown.notYet', { when: lastTurning }) }}</p>
    <p v-if="problem" class="mt-2 text-ember" role="alert">{{ problem }}</p>
    <div
      v-if="turning.length > 0"
      class="mt-2 rounded-lg border border-lamp p-3"
      data-testid="lockdown-conflict"
    >
      {{
        t('lockdown.othersTurning', {
          incubator: incubator?.name ?? '',
          sets: turning.map(({ name }) => name).join('; '),
        })
      }}
      <div class="mt-2 flex flex-wrap gap-2">
        <KitButton v-for="{ other, lying } in elsewhere" :key="other.id" @click="carry(other.id)">
          {{
            t('lockdown.moveTo', {
              incubator: other.name,
              sets:
                lying.length > 0
                  ? t('lockdown.whereHatch', { sets: lying.map(({ name }) => name).join(', ') })
                  : '',
            })
          }}
        </KitButton>
        <KitButton v-if="!byHand" @click="stopForAll">
          {{ t('lockdown.turnerOff') }}
        </KitButton>
        <KitButton :to="{ name: 'set', params: { setId: set.id } }">{{
          t('lockdown.openIncubator')
        }}</KitButton>
      </div>
      <p v-if="byHand" class="mt-2 text-ink-soft">
        {{ t('lockdown.turnOthers') }}
      </p>
    </div>
    <ol class="mt-3 flex flex-col">
      <li
        v-for="step in steps"
        :key="step"
        class="flex flex-wrap items-center gap-x-3 border-t border-line first:border-0"
      >
        <CheckBox
          class="min-h-12 grow gap-3 py-1 text-lg"
          :model-value="isDone(step)"
          @update:model-value="tick(step)"
        >
          <span :class="{ 'text-ink-soft': isDone(step) }">{{ STEP_WORDS[step] }}</span>
        </CheckBox>
        <KitButton v-if="step === 'last-look'" :to="{ name: 'session', params: { setId: set.id } }">{{
          t('lockdown.candle')
        }}</KitButton>
        <KitButton v-if="step === 'take-out-dead'" :to="{ name: 'removal', params: { setId: set.id } }">{{
          toRemove > 0 ? t('lockdown.eggsToRemove', { eggs: count(toRemove, 'egg') }) : t('lockdown.toRemove')
        }}</KitButton>
      </li>
    </ol>
    <KitButton size="big" class="mt-3" :kind="left === 0 ? 'next' : 'plain'" @click="begin">
      {{ left === 0 ? t('lockdown.start') : t('lockdown.startWithout', { steps: left }) }}
    </KitButton>
  </section>
</template>
