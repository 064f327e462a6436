<script setup lang="ts">
import { computed, ref } from 'vue'
import { Scale, SkipForward, Undo2, Usb } from '@lucide/vue'
import type { Egg } from '../../contracts/records/egg-state.ts'
import { standingEvents } from '../../contracts/records/events.ts'
import { trayWeighings } from '../../contracts/records/tray-record.ts'
import { fromShown, sayQuantity, toShown, unitSymbol } from '../../core/units.ts'
import { lossAwaited } from '../../domain/water-of-set.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import NumberField from '../shared/kit/NumberField.vue'
import { useKeys } from '../shared/useKeys.ts'
import { count, nameOfEgg } from '../shared/wording.ts'
import { useWeighing } from './useWeighing.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import ListChoice from '../shared/kit/ListChoice.vue'
import FewChoice from '../shared/kit/FewChoice.vue'

/** One egg after the other onto the scale; the hands need not touch the screen. */
const props = defineProps<{ setId: string }>()
const store = useHatcheryStore()
const clock = useClockStore()
const set = computed(() => store.setById(props.setId)!)
const eggs = computed(() => store.eggsBySet.get(props.setId) ?? [])
const weighing = useWeighing(
  () => set.value,
  () => eggs.value,
)
const { current, open, inside, pan, state, kept, gauge, problem, done } = weighing
const TAKEN = {
  writing: t('weigh.saving'),
  kept: t('weigh.saved'),
  refused: t('weigh.notSaved'),
} as const
const units = computed(() => store.hatchery.units)
const typed = ref<number | null>(null)
const placeOf = (egg: Egg): string => nameOfEgg(set.value.trays, egg)
const grams = (value: number): string => sayQuantity(units.value, 'mass', value)

const weights = (egg: Egg): number[] =>
  standingEvents(egg.events).flatMap((event) => (event.kind === 'weighed' ? event.weightG : []))
/** What an egg should weigh by now, if it follows the band. */
const awaited = computed(() => {
  const egg = current.value
  const [first] = egg ? weights(egg) : []
  if (!egg || first === undefined || weighing.whole.value) return null
  const [low, high] = lossAwaited(set.value, store.hatchery, clock.nowMs)
  return t('days.fromTo', {
    from: toShown(units.value, 'mass', first * (1 - high)),
    to: grams(first * (1 - low)),
  })
})
const last = computed(() => {
  const tray = set.value.trays.find(({ id }) => id === done.value)
  const whole = tray && trayWeighings(tray).at(-1)
  if (whole) return `${tray.name}: ${grams(whole.grams)}, ${count(whole.eggIds.length, 'egg')}`
  const egg = eggs.value.find(({ id }) => id === done.value)
  if (!egg) return ''
  const all = weights(egg)
  const [first, now] = [all[0], all.at(-1)]
  if (first === undefined || now === undefined) return ''
  const lost = all.length > 1 ? t('weigh.lost', { percent: (100 * (1 - now / first)).toFixed(1) }) : ''
  return `${placeOf(egg)}: ${grams(now)}${lost}`
})
const prompt = computed(() => {
  if (weighing.whole.value) {
    if (state.value.phase === 'taken') return TAKEN[kept.value]
    return t('weigh.trayOn', {
      verb: gauge.value ? t('weigh.put') : t('water.weigh'),
      tray: weighing.tray.value?.name ?? t('weigh.theTray'),
      gauge: gauge.value ? t('weigh.on') : '',
      eggs: count(weighing.inTray.value.length, 'egg'),
    })
  }
  if (!current.value) return t('weigh.all')
  if (!gauge.value) return t('weigh.egg', { place: placeOf(current.value) })
  if (state.value.phase === 'taken') return TAKEN[kept.value]
  return state.value.phase === 'settling'
    ? t('weigh.settling')
    : t('weigh.putOn', { place: placeOf(current.value) })
})
/** What the next weight is of; empty when there is nothing left. */
const atHand = computed(() => {
  if (weighing.whole.value) return weighing.inTray.value.length > 0 ? (weighing.tray.value?.name ?? '') : ''
  return current.value ? placeOf(current.value) : ''
})
async function noteTyped(): Promise<void> {
  if (typed.value === null || Number.isNaN(typed.value)) return
  await weighing.note(fromShown(units.value, 'mass', typed.value))
  if (problem.value === '' && weighing.doubt.value === null) typed.value = null
}
async function noteDoubtful(weightG: number): Promise<void> {
  await weighing.note(weightG, { isSure: true })
  typed.value = null
}
function undo(): void {
  void weighing.saving(() => store.undo())
}
useKeys({
  z: undo,
  x: weighing.skip,
  t: weighing.tare,
})
</script>

<template>
  <main class="mx-auto flex max-w-3xl flex-col gap-4 p-4 sm:p-6">
    <div class="flex flex-wrap items-end justify-between gap-3">
      <div>
        <h1 class="text-3xl font-bold">{{ t('weigh.title', { set: set.name }) }}</h1>
        <p class="text-ink-soft" data-testid="weigh-progress">
          {{ t('weigh.progress', { open: inside.length - open.length, eggs: count(inside.length, 'egg') }) }}
        </p>
      </div>
      <KitButton :to="{ name: 'water', params: { setId } }">{{ t('weigh.back') }}</KitButton>
    </div>

    <fieldset class="flex flex-wrap items-center gap-x-6 gap-y-2">
      <legend class="sr-only">{{ t('weigh.what') }}</legend>
      <FewChoice
        v-model="weighing.whole.value"
        inline
        hide-label
        :label="t('weigh.what')"
        :options="[
          { value: false, name: t('water.eggByEgg') },
          { value: true, name: t('weigh.wholeTray') },
        ]"
      />
      <ListChoice
        v-if="weighing.whole.value && set.trays.length > 1"
        :label="t('set.tray')"
        :model-value="weighing.tray.value?.id"
        @change="weighing.trayId.value = $event"
        :options="set.trays.map((tray) => ({ value: tray.id, name: tray.name }))"
      />
    </fieldset>
    <section class="card p-5 text-center" aria-live="polite">
      <p class="text-3xl font-bold" data-testid="weigh-prompt">{{ prompt }}</p>
      <p v-if="gauge" class="mt-2 text-6xl font-semibold" data-testid="pan">
        {{ pan ? grams(Math.max(0, pan.grams - state.tareG)) : '–' }}
      </p>
      <p v-if="awaited" class="mt-2 text-lg text-ink-soft">{{ t('weigh.expected', { weight: awaited }) }}</p>
      <p v-if="last" class="mt-3 text-lg" data-testid="weighed-last">{{ last }}</p>
    </section>
    <p v-if="problem" class="text-ember" role="alert">{{ problem }}</p>
    <p
      v-if="weighing.doubt.value !== null"
      class="flex flex-wrap items-center gap-3 text-ember"
      role="alert"
      data-testid="weight-doubt"
    >
      {{ t('weigh.doubt', { weight: grams(weighing.doubt.value) }) }}
      <KitButton size="desk" @click="noteDoubtful(weighing.doubt.value)">
        {{ t('weigh.saveAnyway') }}
      </KitButton>
    </p>

    <KitButton v-if="!atHand && inside.length > 0" @click="weighing.again">
      {{ t('weigh.again') }}
    </KitButton>
    <div v-if="atHand" class="flex flex-wrap gap-3">
      <template v-if="!gauge">
        <KitButton
          v-if="weighing.hasServer.value"
          kind="next"
          size="tall"
          class="text-lg"
          @click="weighing.start('server')"
        >
          <Scale class="h-6 w-6" aria-hidden="true" /> {{ t('weigh.read') }}
        </KitButton>
        <KitButton :icon="Usb" v-if="weighing.hasSerial" size="tall" @click="weighing.start('cable')">
          {{ t('weigh.cable') }}
        </KitButton>
      </template>
      <template v-else>
        <KitButton
          v-if="weighing.isStandIn.value && !weighing.whole.value"
          kind="next"
          size="tall"
          class="text-lg"
          @click="weighing.layOn"
        >
          {{ t('weigh.simulated') }}
        </KitButton>
        <KitButton size="tall" @click="weighing.tare">
          {{ t('weigh.tare') }} <span class="key hidden md:inline">T</span>
        </KitButton>
      </template>
      <KitButton :icon="SkipForward" v-if="!weighing.whole.value" size="tall" @click="weighing.skip">
        {{ t('weigh.skip') }}
        <span class="key hidden md:inline">X</span>
      </KitButton>
      <KitButton :icon="Undo2" size="tall" :disabled="store.journal.length === 0" @click="undo">
        {{ t('common.undo') }}
        <span class="key hidden md:inline">Z</span>
      </KitButton>
    </div>
    <form v-if="atHand" class="card flex flex-wrap items-end gap-3 p-4" @submit.prevent="noteTyped">
      <NumberField
        v-model="typed"
        :label="t('weigh.type', { what: atHand, unit: unitSymbol(units, 'mass') })"
        class="w-40 text-xl"
      />
      <KitButton type="submit" :disabled="typed === null || Number.isNaN(typed)">
        {{ t('sensors.save') }}
      </KitButton>
    </form>
    <p class="text-sm text-ink-soft">
      {{ t('weigh.howTo') }}
    </p>
  </main>
</template>
