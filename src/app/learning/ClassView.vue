<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import { Eye, Minus, Plus, Printer } from '@lucide/vue'
import { isPictured, type PicturedLook } from '../../contracts/records/look-record.ts'
import { GRADES, type Grade, type SuggestedGrade } from '../../core/grade-names.ts'
import { classTray, CLASS_EGGS } from '../../core/learning/class-tray.ts'
import type { EggModel } from '../../core/simulate/egg-model.ts'
import { usualTimetable } from '../../core/planning/incubation/timetable.ts'
import { SPECIES } from '../../core/species/species.ts'
import { DAY_MS } from '../../core/time/durations.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import { planOf } from '../shared/useSetPlan.ts'
import MeasuredPhoto from '../shared/ui/MeasuredPhoto.vue'
import { count, GRADE_WORDS, nameOfEgg } from '../shared/wording.ts'
import ClassEggPicture from './ClassEggPicture.vue'
import { useEggKind } from './egg-kind.ts'
import EggKind from './EggKind.vue'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import ListChoice from '../shared/kit/ListChoice.vue'
import TextField from '../shared/kit/TextField.vue'
import NumberField from '../shared/kit/NumberField.vue'
import { standingGrade } from '../../domain/own-grade.ts'

/** Twelve eggs on the big screen: everyone says what they think, hands are counted, then the truth. No names are kept. */
const store = useHatcheryStore()
const clock = useClockStore()
const kind = useEggKind()
const word = useLocalStorage('perlumen-class-word', 'first tray')
const day = ref(10)
const setId = ref('')
const days = computed(() => usualTimetable(kind.value.species).incubationDays)
const ageDays = computed(() => Math.min(day.value, days.value))

interface Shown {
  key: string
  name: string
  drawn: EggModel | null
  look: PicturedLook | null
  /** Of a real egg only what was seen of it so far. */
  answer: SuggestedGrade
}
const set = computed(() => store.setById(setId.value))
/** Days until the hatch of a real tray; null where it is past, or drawn. */
const toGo = computed(() => {
  if (!set.value) return null
  const { started, hatchAtMs } = planOf(set.value, clock.nowMs)
  const days = Math.ceil((hatchAtMs - clock.nowMs) / DAY_MS)
  return started && days > 0 ? days : null
})
const sets = computed(() =>
  store.sets.filter(({ id }) =>
    (store.eggsBySet.get(id) ?? []).some((egg) => (store.looksByEgg.get(egg.id) ?? []).length > 0),
  ),
)
const eggs = computed((): Shown[] => {
  const { value: real } = set
  if (!real)
    return classTray(word.value, { ...kind.value, ageDays: ageDays.value }).map(({ number, egg, truth }) => ({
      key: String(number),
      name: String(number),
      drawn: egg,
      look: null,
      answer: truth,
    }))
  return (store.eggsBySet.get(real.id) ?? []).slice(0, CLASS_EGGS).flatMap((egg) => {
    const look = (store.looksByEgg.get(egg.id) ?? []).filter(isPictured).at(-1)
    if (!look) return []
    return [
      {
        key: egg.id,
        name: nameOfEgg(real.trays, egg),
        drawn: null,
        look,
        answer: standingGrade(look),
      },
    ]
  })
})
const at = ref(0)
const current = computed(() => eggs.value[at.value] ?? null)
const seen = ref<ReadonlySet<string>>(new Set())
const hands = ref<Readonly<Record<string, Readonly<Partial<Record<Grade, number>>>>>>({})
watch([word, kind, day, setId], () => {
  at.value = 0
  seen.value = new Set()
  hands.value = {}
})
const isSeen = computed(() => current.value !== null && seen.value.has(current.value.key))
const handsOf = (grade: Grade): number => (current.value ? (hands.value[current.value.key]?.[grade] ?? 0) : 0)
function raise(grade: Grade, by: 1 | -1): void {
  const { value: egg } = current
  if (!egg) return
  const now = hands.value[egg.key] ?? {}
  hands.value = {
    ...hands.value,
    [egg.key]: { ...now, [grade]: Math.max(0, (now[grade] ?? 0) + by) },
  }
}
function reveal(): void {
  if (current.value) seen.value = new Set([...seen.value, current.value.key])
}
/** All hands of eggs that were shown. */
const tally = computed(() => {
  let [right, all] = [0, 0]
  for (const { key, answer } of eggs.value) {
    if (!seen.value.has(key)) continue
    for (const grade of GRADES) {
      const raised = hands.value[key]?.[grade] ?? 0
      all += raised
      if (grade === answer) right += raised
    }
  }
  return { right, all }
})
const print = (): void => globalThis.print()
</script>

<template>
  <main class="mx-auto max-w-6xl p-4 sm:p-6 print:p-0">
    <div class="screen-only">
      <h1 class="text-3xl font-bold">{{ t('class.title') }}</h1>
      <p class="text-ink-soft">
        {{ t('class.lead') }}
      </p>
      <p v-if="toGo !== null" class="text-lg font-semibold">{{ t('sealed.toGo', { n: toGo }, toGo) }}</p>
      <div class="mt-3 flex flex-wrap items-end gap-4">
        <ListChoice
          :label="t('class.eggs')"
          v-model="setId"
          :options="[
            { value: '', name: t('class.simulated') },
            ...sets.map((one) => ({ value: one.id, name: t('class.ourTray', { tray: one.name }) })),
          ]"
        />
        <template v-if="!set">
          <TextField :label="t('class.code')" :model-value="word" @change="word = $event" maxlength="40" />
          <EggKind v-model="kind" />
          <NumberField
            required
            :label="t('class.day')"
            :least="4"
            :most="days"
            class="w-24"
            :model-value="day"
            @change="day = $event"
          />
        </template>
        <KitButton :icon="Printer" @click="print">
          {{ t('class.sheet') }}
        </KitButton>
        <KitButton to="/practice/sealed">{{ t('sealed.title') }}</KitButton>
        <KitButton to="/practice">{{ t('class.back') }}</KitButton>
      </div>
      <div v-if="current" class="mt-4 grid gap-5 lg:grid-cols-[minmax(0,1fr)_20rem]">
        <div>
          <div
            class="mx-auto aspect-square max-h-[62dvh] overflow-hidden rounded-xl bg-black"
            data-testid="class-egg"
          >
            <ClassEggPicture
              v-if="current.drawn"
              :egg="current.drawn"
              :age-days="ageDays"
              :label="t('class.eggToDecide', { egg: current.name })"
            />
            <MeasuredPhoto
              v-else-if="current.look"
              :look="current.look"
              :overlay="false"
              :label="t('class.eggAtLamp', { egg: current.name })"
            />
          </div>
          <div class="mt-2 flex flex-wrap justify-center gap-1" role="group" :aria-label="t('class.eggs')">
            <KitButton
              v-for="(egg, i) in eggs"
              :key="egg.key"
              size="desk"
              :kind="seen.has(egg.key) ? 'next' : 'plain'"
              :class="{ 'border-lamp': i === at }"
              :aria-pressed="i === at"
              @click="at = i"
            >
              {{ egg.name }}
            </KitButton>
          </div>
        </div>
        <div class="flex flex-col gap-3">
          <h2 class="text-2xl font-bold">{{ t('class.egg', { egg: current.name }) }}</h2>
          <div
            v-for="grade in GRADES"
            :key="grade"
            class="flex items-center gap-2"
            role="group"
            :aria-label="t('class.handsFor', { grade: GRADE_WORDS[grade] })"
          >
            <KitButton
              :icon="Minus"
              class="min-w-12 px-2"
              :aria-label="t('class.handFewer', { grade: GRADE_WORDS[grade] })"
              @click="raise(grade, -1)"
            >
            </KitButton>
            <output class="w-9 text-center text-2xl font-bold">{{ handsOf(grade) }}</output>
            <KitButton
              :icon="Plus"
              class="min-w-12 px-2"
              :aria-label="t('class.handMore', { grade: GRADE_WORDS[grade] })"
              @click="raise(grade, 1)"
            >
            </KitButton>
            <span class="text-lg" :class="{ 'font-bold text-lamp': isSeen && grade === current.answer }">{{
              GRADE_WORDS[grade]
            }}</span>
          </div>
          <KitButton :icon="Eye" v-if="!isSeen" kind="next" size="big" class="text-lg" @click="reveal">
            {{ set ? t('class.votes') : t('class.truth') }}
          </KitButton>
          <p v-else class="text-xl" role="status" data-testid="class-truth">
            {{ set ? t('picture.lookedLike') : t('picture.itIs')
            }}<strong>{{ GRADE_WORDS[current.answer] }}</strong>
          </p>
          <p v-if="tally.all > 0" class="text-ink-soft" data-testid="class-tally">
            {{ t('class.rightSoFar', { right: tally.right, hands: count(tally.all, 'hand') }) }}
          </p>
        </div>
      </div>
    </div>
    <section class="hidden print:block">
      <h2 class="text-xl font-bold">
        {{
          set
            ? set.name
            : t('class.sheetTitle', { code: word, bird: SPECIES[kind.species].label, day: ageDays })
        }}
      </h2>
      <table class="mt-3 w-full text-left">
        <thead>
          <tr>
            <th class="py-2">{{ t('class.columnEgg') }}</th>
            <th v-for="grade in GRADES" :key="grade" class="py-2">{{ GRADE_WORDS[grade] }}</th>
            <th class="py-2">{{ t('class.notSure') }}</th>
            <th class="py-2">{{ t('class.itWas') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="egg in eggs" :key="egg.key" class="border-t border-line">
            <td class="py-2 text-lg font-bold">{{ egg.name }}</td>
            <td v-for="n in GRADES.length + 1" :key="n" class="py-2">☐</td>
            <td class="py-2">____________</td>
          </tr>
        </tbody>
      </table>
    </section>
  </main>
</template>
