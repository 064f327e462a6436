<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useLocalStorage, useNow } from '@vueuse/core'
import { RouterLink } from 'vue-router'
import { NEW_CELL, type HandLines } from '../../core/measure/by-hand.ts'
import { GRADES, type SuggestedGrade } from '../../core/grade-names.ts'
import { sayReason } from '../../words/reasons.ts'
import { costOf, isRight, type Sureness } from '../../core/learning/confusions.ts'
import { usualTimetable } from '../../core/planning/incubation/timetable.ts'
import { SPECIES } from '../../core/species/species.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import { useKeys } from '../shared/useKeys.ts'
import { useSaving } from '../shared/useSaving.ts'
import { count, GRADE_WORDS } from '../shared/wording.ts'
import { CONFUSION_WORDS, COST_WORDS, GIVEAWAY, SURENESS_WORDS, wordsOfCell } from './practice-words.ts'
import CardAtLamp from './CardAtLamp.vue'
import { useEggKind } from './egg-kind.ts'
import StagePicture from '../shared/ui/StagePicture.vue'
import EggKind from './EggKind.vue'
import PracticeStanding from './PracticeStanding.vue'
import { useLearners } from './practice/useLearners.ts'
import { usePractice } from './practice/usePractice.ts'
import { SITTING } from './practice/useSitting.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import SearchChoice from '../shared/kit/SearchChoice.vue'
import CheckBox from '../shared/kit/CheckBox.vue'

/** Learning to candle on eggs that cannot be hurt. */
const store = useHatcheryStore()
const clock = useClockStore()
const { problem, saving } = useSaving()
const kind = useEggKind()
/** One's own photographs come in between. */
const mixed = useLocalStorage('perlumen-practice-own', false)
const practice = usePractice(() => ({ ...kind.value, own: mixed.value }))
const { learner, practised, ofSitting, isOver, shown, view, phase, said, drawn, own, last, signs } = practice
/** Which photographs are known is only known when all sets are fetched. */
watch(mixed, (wants) => wants && void saving(() => store.openAll()), { immediate: true })
const { others, become } = useLearners(learner, practised)
const ageOfLook = (lookId: string): number | null =>
  store.looks.find(({ id }) => id === lookId)?.ageDays ?? null
const { film, filming, failed } = practice
/** As at the bench: one hand, one key an egg, and the egg cools. */
const drill = useLocalStorage('perlumen-practice-drill', false)
const COOLS_SECONDS = 20
const now = useNow({ interval: 500 })
const held = computed(() =>
  drill.value && phase.value === 'look' && picture.value
    ? Math.max(0, Math.round((now.value.getTime() - practice.shownAtMs.value) / 1000))
    : null,
)
/** The air cell is drawn on each egg as well. */
const draws = useLocalStorage('perlumen-practice-cell', false)
/** The egg's lines as far as they are the learner's: where the air cell ends. */
const handLines = computed((): HandLines | null => {
  if (!draws.value || !shown.value || !picture.value) return null
  if (phase.value === 'seen' && !drawn.value) return null
  return { outline: shown.value.egg.outline, cell: drawn.value ?? NEW_CELL, shadow: [], collar: null }
})
const cellWords = computed(() => wordsOfCell(last.value?.cell ?? null, Boolean(shown.value?.egg.lookId)))
const brightness = ref(1)
const BRIGHTNESS = { least: 0.5, most: 3, step: 1.25 }
/** Before the first card, and when the last has been talked over. */
const atStart = computed(() => shown.value === null)
const picture = computed(() => film.value?.frames[film.value.at] ?? shown.value?.views[view.value] ?? null)
const ANSWERS: ReadonlyArray<{ grade: SuggestedGrade; key: string }> = [
  ...GRADES.map((grade, i) => ({ grade, key: String(i + 1) })),
  { grade: 'unsure', key: '5' },
]
const SURE: ReadonlyArray<{ how: Sureness; key: string }> = [
  { how: 'guess', key: '1' },
  { how: 'rather', key: '2' },
  { how: 'sure', key: '3' },
]
function brighten(by: 1 | -1): void {
  const next = brightness.value * BRIGHTNESS.step ** by
  brightness.value = Math.min(BRIGHTNESS.most, Math.max(BRIGHTNESS.least, next))
}
function begin(): void {
  brightness.value = 1
  void saving(() => practice.begin(clock.nowMs))
}
function say(grade: SuggestedGrade): void {
  practice.say(grade)
  // Who is not sure has said how sure; against the clock nobody asks.
  if (grade === 'unsure') sure('guess')
  else if (drill.value) sure('rather')
}
function sure(how: Sureness): void {
  void saving(() => practice.sure(how))
}
function next(): void {
  brightness.value = 1
  practice.next(clock.nowMs)
}
function number(key: number): void {
  if (phase.value === 'look') {
    const answer = ANSWERS[key - 1]
    if (answer) say(answer.grade)
  } else if (phase.value === 'sure' && SURE[key - 1]) sure(SURE[key - 1]!.how)
}
function goOn(): void {
  if (atStart.value) begin()
  else if (phase.value === 'seen') next()
}
useKeys({
  ArrowLeft: () => practice.turn(-1),
  ArrowRight: () => practice.turn(1),
  '+': () => brighten(1),
  '-': () => brighten(-1),
  m: () => void practice.wait(),
  ' ': goOn,
  ...Object.fromEntries([1, 2, 3, 4, 5].map((key) => [String(key), () => number(key)])),
})
const cost = computed(() => (last.value ? costOf(last.value) : null))
const programWords = computed(() => {
  const verdict = shown.value?.verdict
  if (!verdict) return t('practice.programUnable')
  const [reason] = verdict.reasons
  return t('practice.programSaid', {
    grade: GRADE_WORDS[verdict.grade].toLowerCase(),
    reason: reason ? `: ${sayReason(reason)}` : '.',
  })
})
</script>

<template>
  <main class="mx-auto max-w-6xl p-4 sm:p-6" data-testid="practice" :data-phase="phase">
    <h1 class="text-3xl font-bold">{{ t('practice.title') }}</h1>
    <p v-if="problem" class="mt-2 text-ember" role="alert">{{ problem }}</p>
    <template v-if="atStart">
      <p class="mt-1 max-w-3xl text-ink-soft">
        {{ t('practice.lead') }}
      </p>
      <div class="mt-5 grid items-start gap-5 md:grid-cols-[minmax(0,22rem)_minmax(0,1fr)]">
        <form class="card flex flex-col gap-4 p-5" @submit.prevent="begin">
          <SearchChoice
            own
            :label="t('practice.learner')"
            :model-value="learner.name"
            :options="others.map(({ name }) => ({ value: name, name }))"
            :maxlength="60"
            @change="become($event)"
          />
          <div class="flex flex-wrap gap-4"><EggKind v-model="kind" /></div>
          <div>
            <CheckBox v-model="drill">{{ t('practice.clock') }}</CheckBox>
            <CheckBox v-model="draws">{{ t('practice.drawCell') }}</CheckBox>
            <CheckBox v-model="mixed">{{ t('practice.ownPhotographs') }}</CheckBox>
            <p v-if="mixed" class="text-ink-soft" data-testid="own-known">
              {{
                own.length > 0
                  ? t('practice.ownCount', { photographs: count(own.length, 'photograph') })
                  : t('practice.noOwn')
              }}
            </p>
          </div>
          <KitButton type="submit" kind="next" size="big" class="px-6 text-lg">
            {{ isOver ? t('practice.tenMore') : t('practice.begin') }}
            <span class="key hidden md:inline">Space</span>
          </KitButton>
        </form>
        <div class="grid gap-5 sm:grid-cols-2">
          <RouterLink to="/practice/days" class="card block overflow-hidden hover:border-lamp">
            <StagePicture :species="kind.species" :shell="kind.shell" :stage="0.36" class="rounded-none" />
            <span class="block p-4"
              ><strong class="text-lg">{{ t('days.title') }}</strong>
              <span class="block text-ink-soft">{{ t('practice.daysWhat') }}</span></span
            >
          </RouterLink>
          <RouterLink to="/practice/class" class="card block overflow-hidden hover:border-lamp">
            <StagePicture :species="kind.species" :shell="kind.shell" :stage="0.62" class="rounded-none" />
            <span class="block p-4"
              ><strong class="text-lg">{{ t('class.title') }}</strong>
              <span class="block text-ink-soft">{{ t('practice.classWhat') }}</span></span
            >
          </RouterLink>
        </div>
      </div>
      <PracticeStanding
        v-if="practised.length > 0"
        :practised="practised"
        :latest="ofSitting"
        :others="others"
        :age-of-look="ageOfLook"
        class="mt-6"
      />
    </template>
    <div v-else class="mt-3 grid gap-5 lg:grid-cols-[minmax(0,1fr)_22rem]">
      <CardAtLamp
        :picture="picture"
        :label="
          t('practice.picture', {
            egg: ofSitting.length + (phase === 'seen' ? 0 : 1),
            eggs: SITTING,
            side: view + 1,
            sides: shown!.egg.sides,
          })
        "
        :brightness="brightness"
        :hand-lines="handLines"
        :settled="phase === 'seen'"
        :signs="signs"
        :waiting="filming ? 'making' : film ? 'running' : 'no'"
        :may-wait="phase !== 'seen' && shown!.egg.film !== null"
        :may-turn="shown!.egg.sides > 1"
        @turn="practice.turn"
        @brighten="brighten"
        @wait="practice.wait"
        @cell="drawn = $event"
      />
      <div class="flex flex-col gap-3">
        <p class="text-ink-soft" data-testid="practice-card">
          {{
            t('practice.progress', {
              egg: ofSitting.length + (phase === 'seen' ? 0 : 1),
              eggs: SITTING,
              bird: SPECIES[shown!.egg.wish.species].label,
              day: shown!.egg.ageDays.toFixed(0),
              days: usualTimetable(shown!.egg.wish.species).incubationDays,
              more: shown!.egg.lookId ? t('practice.isOwn') : '',
            })
          }}
        </p>
        <p v-if="handLines && phase === 'look'" class="text-ink-soft">
          {{ t('practice.dragLine') }}
        </p>
        <p v-if="failed" class="text-ember" role="alert">
          {{ shown!.egg.lookId ? t('practice.photographMissing') : t('practice.notDrawn') }}
          <KitButton @click="practice.showAgain(clock.nowMs)">
            {{ shown!.egg.lookId ? t('practice.next') : t('practice.tryAgain') }}
          </KitButton>
        </p>
        <p
          v-if="held !== null"
          class="text-2xl font-bold"
          :class="{ 'text-ember': held > COOLS_SECONDS }"
          data-testid="held"
        >
          {{ held }} s{{ held > COOLS_SECONDS ? t('practice.cooling') : '' }}
        </p>
        <template v-if="phase === 'look'">
          <h2 class="text-xl font-semibold">{{ t('practice.what') }}</h2>
          <KitButton
            v-for="{ grade, key } in ANSWERS"
            :key="grade"
            size="big"
            class="justify-start text-lg"
            :disabled="!picture"
            @click="say(grade)"
          >
            <span class="key">{{ key }}</span> {{ GRADE_WORDS[grade] }}
          </KitButton>
        </template>
        <template v-else-if="phase === 'sure'">
          <h2 class="text-xl font-semibold">{{ t('practice.howSure', { grade: GRADE_WORDS[said!] }) }}</h2>
          <KitButton
            v-for="{ how, key } in SURE"
            :key="how"
            size="big"
            class="justify-start text-lg"
            @click="sure(how)"
          >
            <span class="key">{{ key }}</span> {{ SURENESS_WORDS[how] }}
          </KitButton>
        </template>
        <div v-else-if="shown" aria-live="polite" data-testid="revealed">
          <h2 class="text-2xl font-bold">{{ GRADE_WORDS[shown.egg.truth] }}</h2>
          <p v-if="last" class="text-lg">
            {{
              isRight(last)
                ? t('practice.right')
                : t('practice.youSaid', { grade: GRADE_WORDS[last.said].toLowerCase() })
            }}
          </p>
          <p class="mt-2">
            {{ GIVEAWAY[shown.egg.truth] }}
            {{ shown.egg.lookId ? t('practice.lines') : '' }}
          </p>
          <p v-if="cost && COST_WORDS[cost.what]" class="mt-2">{{ COST_WORDS[cost.what] }}</p>
          <p v-if="cellWords" class="mt-2" data-testid="cell-error">{{ cellWords }}</p>
          <p class="mt-2 text-ink-soft">{{ programWords }}</p>
          <p class="mt-2 text-ink-soft">
            {{ t('practice.about', { confusion: CONFUSION_WORDS[shown.egg.wish.confusion] }) }}
          </p>
          <KitButton kind="next" size="big" class="mt-4 px-6 text-lg" @click="goOn">
            {{ isOver ? t('practice.results') : t('practice.next') }}
            <span class="key hidden md:inline">Space</span>
          </KitButton>
        </div>
      </div>
    </div>
  </main>
</template>
