<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Egg, Outcome } from '../../contracts/egg-record.ts'
import type { EggSet } from '../../contracts/set-record.ts'
import { DEATH_SIGNS, type DeathSign } from '../../core/diagnosis/story.ts'
import { SPECIES } from '../../core/species/species.ts'
import { nameOfPlace } from '../../core/tray/layout.ts'
import { deathDayByLooks } from '../../domain/fates.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import StagePicture from '../shared/ui/StagePicture.vue'
import { useSaving } from '../shared/useSaving.ts'
import { GRADE_WORDS, OUTCOME_WORDS } from '../shared/wording.ts'

/** Eggs that did not hatch, opened one by one and classed by when they died. */
const props = defineProps<{ set: EggSet; eggs: readonly Egg[]; over: boolean }>()
const store = useHatcheryStore()
const clock = useClockStore()
const { problem, saving } = useSaving()
const open = computed(() =>
  props.eggs.filter((egg) => egg.outcome === null && (egg.removed !== null || props.over)),
)
const current = computed(() => open.value.find(({ id }) => id === chosenId.value) ?? open.value[0] ?? null)
const chosenId = ref<string | null>(null)
const placeOf = (egg: Egg): string => nameOfPlace(props.set.trays, egg.place) || `egg ${egg.number}`
const looks = computed(() => (current.value ? (store.looksByEgg.get(current.value.id) ?? []) : []))
const byLooks = computed(() => deathDayByLooks(looks.value))
const FOUND = ['clear', 'blood-ring', 'quitter', 'alive'] as const satisfies readonly Outcome[]
const SIGN_WORDS: Readonly<Record<DeathSign, string>> = {
  malposition: 'lay wrong',
  contaminated: 'rotten or smelling',
  cracked: 'cracked',
  wet: 'wet, much fluid',
  dry: 'dry, stuck to the membrane',
}
const found = ref<(typeof FOUND)[number]>('quitter')
const typedDay = ref<number | ''>('')
const signs = ref<DeathSign[]>([])
const hasPipped = ref(false)
const day = computed(() => (typedDay.value === '' ? byLooks.value : typedDay.value))
const days = computed(() => SPECIES[props.set.species].incubationDays)

function keep(): void {
  const egg = current.value
  if (!egg) return
  const dies = found.value === 'quitter' || found.value === 'blood-ring'
  if (dies && day.value !== null && !(day.value >= 0 && day.value <= days.value + 3)) {
    problem.value = `The day it died lies between 0 and ${days.value}.`
    return
  }
  const at = new Date(clock.nowMs).toISOString()
  const outcome: Egg['outcome'] = {
    at,
    found: found.value,
    ...(dies && day.value !== null ? { deathDay: Number(day.value.toFixed(1)) } : {}),
    ...(signs.value.length > 0 ? { signs: [...signs.value] } : {}),
  }
  const pipped = hasPipped.value ? (egg.pipped ?? { at }) : egg.pipped
  void saving(async () => {
    await store.commit('egg opened', egg.id, { eggs: [{ ...egg, outcome, pipped }] })
    typedDay.value = ''
    signs.value = []
    hasPipped.value = false
    chosenId.value = null
  })
}
</script>

<template>
  <section
    v-if="open.length > 0"
    class="card p-4 sm:p-5"
    aria-labelledby="breakout-heading"
    data-testid="breakout"
  >
    <h2 id="breakout-heading" class="text-xl font-semibold">Open what did not hatch</h2>
    <p class="mt-1 text-ink-soft">
      Gloves and a mask; over a bowl, away from the face: rotten eggs burst. Most can be learnt from the ones
      that failed.
    </p>
    <p v-if="problem" class="mt-2 text-ember" role="alert">{{ problem }}</p>
    <div class="mt-3 flex flex-wrap gap-2" role="group" aria-label="Eggs to open">
      <button
        v-for="egg in open"
        :key="egg.id"
        type="button"
        class="press min-h-11 px-3 py-1"
        :class="{ 'border-lamp': egg.id === current?.id }"
        :aria-pressed="egg.id === current?.id"
        @click="chosenId = egg.id"
      >
        {{ placeOf(egg) }}
      </button>
    </div>
    <form v-if="current" class="mt-4 grid gap-5 sm:grid-cols-[9rem_1fr]" novalidate @submit.prevent="keep">
      <div>
        <StagePicture
          :species="set.species"
          :shell="set.shell"
          :age-days="Math.min(days, Math.max(0.5, day ?? days / 2))"
        />
        <p class="text-xs text-ink-soft">How one of that day looks, a drawing</p>
      </div>
      <div class="flex flex-col gap-3">
        <p>
          <strong>{{ placeOf(current) }}</strong><span class="text-ink-soft"
            >:
            {{
              looks.length === 0
                ? 'no looks'
                : looks
                    .map(
                      (look) =>
                        `day ${look.ageDays.toFixed(0)} ${GRADE_WORDS[look.verdict.grade].toLowerCase()}${look.own && look.own.grade !== look.verdict.grade ? `, you said ${GRADE_WORDS[look.own.grade].toLowerCase()}` : ''}`,
                    )
                    .join('; ')
            }}</span
          >
        </p>
        <label
          >What was in it
          <select v-model="found" class="field mt-1 block">
            <option v-for="one in FOUND" :key="one" :value="one">{{ OUTCOME_WORDS[one] }}</option>
          </select>
        </label>
        <label v-if="found === 'quitter' || found === 'blood-ring'"
          >Died about day
          <input
            v-model.number="typedDay"
            type="number"
            step="0.5"
            min="0"
            :max="days + 3"
            class="field mt-1 block w-32"
            :placeholder="byLooks === null ? '' : byLooks.toFixed(1)"
          />
          <span class="text-sm text-ink-soft">{{
            byLooks === null ? 'No look tells.' : `Its looks say about day ${byLooks.toFixed(1)}.`
          }}</span>
        </label>
        <fieldset class="flex flex-wrap gap-x-5 gap-y-1">
          <legend class="sr-only">Signs</legend>
          <label class="flex min-h-11 items-center gap-2"
            ><input v-model="hasPipped" type="checkbox" class="accent-lamp" /> had pipped</label
          >
          <label v-for="sign in DEATH_SIGNS" :key="sign" class="flex min-h-11 items-center gap-2"
            ><input v-model="signs" type="checkbox" class="accent-lamp" :value="sign" />
            {{ SIGN_WORDS[sign] }}</label
          >
        </fieldset>
        <button type="submit" class="press press-lamp self-start">Keep it, next egg</button>
      </div>
    </form>
  </section>
</template>
