<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Outcome } from '../../contracts/records/egg-record.ts'
import type { Egg } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import type { Disc } from '../../core/hatching/germinal-disc.ts'
import { DEATH_SIGNS, type DeathSign } from '../../core/diagnosis/story.ts'
import { OPENED_STAGES, openedStageAt } from '../../core/hatching/breakout-stages.ts'
import { OPENED_SIGN_WORDS } from '../../words/opened-signs.ts'
import { phaseOf } from '../../core/hatching/results.ts'
import { isPictured } from '../../contracts/records/look-record.ts'
import { suggestionOf } from '../../domain/own-grade.ts'
import { deathDayByLooks, tellsWhenOpened } from '../../domain/egg-outcomes.ts'
import { shellOf } from '../../contracts/records/egg-kind.ts'
import { timelineOf } from '../../domain/timeline.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import NumberField from '../shared/kit/NumberField.vue'
import MeasuredPhoto from '../shared/ui/MeasuredPhoto.vue'
import PictureNotes from '../shared/ui/PictureNotes.vue'
import StagePicture from '../shared/ui/StagePicture.vue'
import { useSaving } from '../shared/useSaving.ts'
import { dayWords, GRADE_WORDS, nameOfEgg, OUTCOME_WORDS } from '../shared/wording.ts'
import GerminalDisc from './GerminalDisc.vue'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import ListChoice from '../shared/kit/ListChoice.vue'
import CheckBox from '../shared/kit/CheckBox.vue'
import FewChoice from '../shared/kit/FewChoice.vue'

/** Eggs that did not hatch, opened one by one and classed by when they died. */
const props = defineProps<{ set: EggSet; eggs: readonly Egg[]; over: boolean; unnamed: number }>()
const store = useHatcheryStore()
const clock = useClockStore()
const { problem, saving } = useSaving()
const open = computed(() =>
  props.eggs.filter(
    (egg) => egg.outcome === null && (egg.removed ? tellsWhenOpened(egg.removed) : props.over),
  ),
)
const current = computed(() => open.value.find(({ id }) => id === chosenId.value) ?? open.value[0] ?? null)
const chosenId = ref<string | null>(null)
const placeOf = (egg: Egg): string => nameOfEgg(props.set.trays, egg)
const looks = computed(() => (current.value ? (store.looksByEgg.get(current.value.id) ?? []) : []))
const lastPicture = computed(() => looks.value.findLast(isPictured) ?? null)
const timeline = computed(() => timelineOf(props.set, store.hatchery))
const byLooks = computed(() => deathDayByLooks(looks.value, timeline.value))
const sayAt = (at: string | null): string =>
  at === null ? '' : t('breakout.onDay', { day: dayWords(props.set, store.hatchery.zone, Date.parse(at)) })
const FOUND = ['clear', 'blood-ring', 'quitter', 'alive', 'hatched'] as const satisfies readonly Outcome[]
const FOUND_WORDS: Readonly<Record<Outcome, string>> = {
  ...OUTCOME_WORDS,
  hatched: t('breakout.emptyShell'),
}
const SIGN_WORDS: Readonly<Record<DeathSign, string>> = {
  malposition: t('sign.malposition'),
  contaminated: t('sign.rotten'),
  cracked: 'cracked',
  wet: t('sign.wet'),
  dry: t('sign.dry'),
}
/** What deaths of a time usually point to; one egg alone tells nothing. */
const POINTS_TO = {
  early: t('breakout.manyEarly'),
  middle: t('breakout.manyMiddle'),
  late: t('breakout.manyLate'),
  pipped: t('breakout.manyPipped'),
} as const
/** Unset until somebody has opened it and says so. */
const found = ref<(typeof FOUND)[number] | null>(null)
/** As somebody says who has seen it; what its looks suggest stands beside it, and is not saved for them. */
const day = ref<number | null>(null)
const signs = ref<DeathSign[]>([])
const hasPipped = ref(false)
/** Of a clear egg; null where nobody looked for it, or can tell. */
const disc = ref<Disc | null>(null)
const days = computed(() => timeline.value.days.incubationDays)
const dies = computed(() => found.value === 'quitter' || found.value === 'blood-ring')
const stages = computed(() =>
  OPENED_STAGES.map(({ stage, sign }) => ({
    value: stage,
    name: `${t('breakout.stageDay', { days: (stage * days.value).toFixed(0) })} ${OPENED_SIGN_WORDS[sign]}`,
  })),
)
const stage = computed(() => openedStageAt(day.value ?? days.value / 2, days.value))
const pointsTo = computed(() => {
  if (!dies.value || day.value === null) return ''
  return POINTS_TO[hasPipped.value ? 'pipped' : phaseOf(day.value, days.value)]
})
/** Where chicks were only counted: eggs whose shells are empty. */
const allHatched = computed(
  () =>
    props.over && props.unnamed > 0 && open.value.filter(({ removed }) => !removed).length === props.unnamed,
)

/** What was said of one egg is never saved for another. */
watch(
  () => current.value?.id,
  () => {
    found.value = null
    day.value = null
    signs.value = []
    hasPipped.value = false
    disc.value = null
  },
)
function keep(): void {
  const egg = current.value
  if (!egg || found.value === null) return
  if (dies.value && day.value !== null && !(day.value >= 0 && day.value <= days.value + 3)) {
    problem.value = t('breakout.wrongDay', { days: days.value })
    return
  }
  const at = new Date(clock.nowMs).toISOString()
  const outcome: Egg['outcome'] = {
    at,
    found: found.value,
    ...(dies.value && day.value !== null ? { deathDay: Number(day.value.toFixed(1)) } : {}),
    ...(found.value === 'clear' && disc.value ? { disc: disc.value } : {}),
    ...(signs.value.length > 0 && found.value !== 'hatched' ? { signs: [...signs.value] } : {}),
  }
  const { value: alsoPipped } = hasPipped
  void saving(async () => {
    await store.changeEgg('egg opened', egg.id, (now) => ({
      ...now,
      outcome,
      pipped: now.pipped ?? (alsoPipped ? { at } : null),
    }))
    chosenId.value = null
  })
}
/** The eggs that are left are the chicks that were counted. */
function nameAll(): void {
  const at = props.set.counted.at(-1)?.at ?? new Date(clock.nowMs).toISOString()
  const eggs = open.value
    .filter(({ removed }) => !removed)
    .map((egg): Egg => ({ ...egg, outcome: { at, found: 'hatched' } }))
  void saving(() => store.commit('empty shells', null, { eggs }))
}
</script>

<template>
  <section
    v-if="open.length > 0"
    class="card screen-only p-4 sm:p-5"
    aria-labelledby="breakout-heading"
    data-testid="breakout"
  >
    <h2 id="breakout-heading" class="text-xl font-semibold">{{ t('breakout.title') }}</h2>
    <p class="mt-1 text-ink-soft">
      {{ t('breakout.caution') }}
    </p>
    <p v-if="problem" class="mt-2 text-ember" role="alert">{{ problem }}</p>
    <div v-if="allHatched" class="mt-3 flex flex-wrap items-center gap-3" data-testid="all-hatched">
      <p>
        {{
          t('breakout.uncounted', {
            chicks: unnamed,
            verb: unnamed === 1 ? t('breakout.chickWas') : t('breakout.chicksWere'),
          })
        }}
      </p>
      <KitButton kind="next" @click="nameAll">
        {{ t('breakout.allEmpty') }}
      </KitButton>
    </div>
    <div class="mt-3 flex flex-wrap gap-2" role="group" :aria-label="t('breakout.list')">
      <KitButton
        v-for="egg in open"
        :key="egg.id"
        size="desk"
        :class="{ 'border-lamp': egg.id === current?.id }"
        :aria-pressed="egg.id === current?.id"
        @click="chosenId = egg.id"
      >
        {{ placeOf(egg) }}
      </KitButton>
    </div>
    <form v-if="current" class="mt-4 grid gap-5 lg:grid-cols-[15rem_1fr]" novalidate @submit.prevent="keep">
      <div class="grid grid-cols-2 content-start gap-2 lg:grid-cols-1">
        <div v-if="lastPicture">
          <div class="h-44 overflow-hidden rounded-xl bg-black">
            <MeasuredPhoto
              :look="lastPicture"
              :overlay="false"
              :label="t('breakout.photographOf', { place: placeOf(current) })"
            />
          </div>
          <p class="text-xs text-ink-soft">
            {{ t('breakout.lastLook', { place: placeOf(current), day: lastPicture.ageDays.toFixed(0) }) }}
          </p>
        </div>
        <div>
          <StagePicture
            :species="set.species"
            :shell="shellOf(current, set)"
            :stage="Math.min(1, Math.max(0.02, (day ?? days / 2) / days))"
            class="max-h-44"
          />
          <p class="text-xs text-ink-soft">
            {{ t('breakout.drawing', { day: (day ?? days / 2).toFixed(0) }) }}
          </p>
        </div>
      </div>
      <div class="flex flex-col gap-3">
        <p>
          <strong>{{ placeOf(current) }}</strong
          ><span class="text-ink-soft"
            >:
            {{
              looks.length === 0
                ? t('breakout.noLooks')
                : looks
                    .map((look) =>
                      t('breakout.look', {
                        day: look.ageDays.toFixed(0),
                        grade: GRADE_WORDS[(suggestionOf(look) ?? look.own!).grade].toLowerCase(),
                        more:
                          look.own && look.own.grade !== (suggestionOf(look)?.grade ?? look.own.grade)
                            ? t('breakout.youSaid', { grade: GRADE_WORDS[look.own.grade].toLowerCase() })
                            : '',
                      }),
                    )
                    .join('; ')
            }}</span
          >
        </p>
        <ListChoice
          :label="t('breakout.inside')"
          v-model="found"
          :placeholder="t('breakout.choose')"
          :options="FOUND.map((one) => ({ value: one, name: FOUND_WORDS[one] }))"
        />
        <GerminalDisc v-if="found === 'clear'" v-model="disc" />
        <FewChoice
          v-if="dies"
          :label="t('breakout.stage')"
          :options="stages"
          :model-value="day !== null && stage ? stage.stage : null"
          @change="day = Number(($event * days).toFixed(1))"
        />
        <div v-if="dies">
          <NumberField
            v-model="day"
            :label="t('breakout.diedAbout')"
            :placeholder="byLooks === null ? '' : `${byLooks.toFixed(1)}?`"
          />
          <span class="text-sm text-ink-soft"
            >{{
              byLooks === null ? t('breakout.noHelp') : t('breakout.byLooks', { day: byLooks.toFixed(1) })
            }}
            {{ pointsTo }}</span
          >
        </div>
        <fieldset v-if="found !== null && found !== 'hatched'" class="flex flex-wrap gap-x-5 gap-y-1">
          <legend class="sr-only">{{ t('breakout.signs') }}</legend>
          <CheckBox v-model="hasPipped">{{ t('breakout.pipped') }}</CheckBox>
          <CheckBox v-for="sign in DEATH_SIGNS" :key="sign" :value="sign" v-model="signs">{{
            SIGN_WORDS[sign]
          }}</CheckBox>
        </fieldset>
        <div class="flex flex-wrap items-end gap-3">
          <KitButton type="submit" kind="next" :disabled="found === null || Number.isNaN(day)">
            {{ t('breakout.saveNext') }}
          </KitButton>
          <PictureNotes :egg="current" :name="placeOf(current)" :say-at="sayAt" />
        </div>
      </div>
    </form>
  </section>
</template>
