<script setup lang="ts">
import { computed, ref } from 'vue'
import { FileText } from '@lucide/vue'
import { CHICK_STATES, type ChickState } from '../../contracts/records/egg-record.ts'
import { type Egg } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { localDateOf, sayShortDate } from '../../core/time/local-date.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import { useSaving } from '../shared/useSaving.ts'
import { count, nameOfEgg } from '../shared/wording.ts'
import { CHICK_WORDS } from './chick-words.ts'
import ChickRow from './ChickRow.vue'
import { t } from './words.ts'
import { clockTime } from '../shared/clock-time.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** Every chick of a set: what it is known by, how it does, where it went. */
const props = defineProps<{ set: EggSet; eggs: readonly Egg[]; unnamed: number }>()
const store = useHatcheryStore()
const clock = useClockStore()
const { problem, saving } = useSaving()
const chicks = computed(() =>
  props.eggs
    .filter(({ outcome }) => outcome?.found === 'hatched')
    .sort((a, b) => a.outcome!.at.localeCompare(b.outcome!.at)),
)
const tally = computed(() =>
  CHICK_STATES.map((state) => ({
    state,
    of: chicks.value.filter(({ chick }) => (chick?.state ?? 'well') === state).length,
  })).filter(({ of }) => of > 0),
)
const placeOf = (egg: Egg): string => nameOfEgg(props.set.trays, egg)
const out = (egg: Egg): string => {
  const atMs = Date.parse(egg.outcome!.at)
  const { zone } = store.hatchery
  return `${sayShortDate(localDateOf(atMs, zone))} ${clockTime(atMs, zone)}`
}

/** A band that another chick has; apart from what a save that is still under way will say. */
const refused = ref('')
/** Bands that are still being saved, by egg. */
const said = new Map<string, string>()
function band(egg: Egg, name: string): void {
  const taken = chicks.value.find(
    (other) => other.id !== egg.id && (said.get(other.id) ?? other.band) === name,
  )
  refused.value = name !== '' && taken ? t('chicks.bandTaken', { band: name, place: placeOf(taken) }) : ''
  if (refused.value) return
  said.set(egg.id, name)
  void saving(async () => {
    try {
      await store.changeEgg('band', egg.id, (now) => ({ ...now, band: name.slice(0, 40) || null }))
    } finally {
      // From now on the record says so itself, also when the step is taken back.
      said.delete(egg.id)
    }
  })
}
function say(egg: Egg, change: { state?: ChickState; words?: string }): void {
  const at = new Date(clock.nowMs).toISOString()
  void saving(() =>
    store.changeEgg('chick', egg.id, (now) => {
      const { state = 'well', words = '' } = now.chick ?? {}
      return { ...now, chick: { at, state, words, ...change } }
    }),
  )
}
</script>

<template>
  <section class="card p-4 sm:p-5" aria-labelledby="chicks-heading" data-testid="chicks">
    <div class="flex flex-wrap items-end justify-between gap-3">
      <div>
        <h2 id="chicks-heading" class="text-xl font-semibold">{{ t('chicks.title') }}</h2>
        <p class="text-ink-soft" data-testid="chick-tally">
          {{ tally.map(({ state, of }) => `${of} ${CHICK_WORDS[state]}`).join(', ')
          }}{{
            unnamed > 0
              ? t('chicks.counted', { chicks: tally.length > 0 ? '; ' : '', more: count(unnamed, 'more') })
              : ''
          }}.
        </p>
      </div>
      <KitButton :icon="FileText" :to="{ name: 'hand-over', params: { setId: set.id } }" class="screen-only">
        {{ t('chicks.handOver') }}</KitButton
      >
    </div>
    <p v-if="problem || refused" class="mt-2 text-ember" role="alert">{{ refused || problem }}</p>
    <ul class="mt-2 flex flex-col">
      <ChickRow
        v-for="egg in chicks"
        :key="egg.id"
        :egg="egg"
        :place="placeOf(egg)"
        :out="out(egg)"
        @band="band(egg, $event)"
        @say="say(egg, $event)"
      />
    </ul>
  </section>
</template>
