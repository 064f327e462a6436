<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { RouterLink, useRouter } from 'vue-router'
import { v4 as uuid } from 'uuid'
import type { Leaving } from '../../contracts/records/egg-record.ts'
import { isIn, type Egg } from '../../contracts/records/egg-state.ts'
import type { EyeLook } from '../../contracts/records/look-record.ts'
import type { SuggestedGrade } from '../../core/grade-names.ts'
import { HOUR_MS } from '../../core/time/durations.ts'
import { instantOf, isLikelyDate, localDateOf, localTimeOf } from '../../core/time/local-date.ts'
import { inCandlingOrder } from '../../core/tray/layout.ts'
import { fromShown } from '../../core/units.ts'
import { judgedByRule, lookByEye } from '../../domain/look-by-eye.ts'
import { leftOnPaper } from '../../domain/leaving.ts'
import { readPaper, type PaperLook, type PaperProblem } from '../../domain/paper-looks.ts'
import { timelineOf } from '../../domain/timeline.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import KitButton from '../shared/kit/KitButton.vue'
import KitFold from '../shared/kit/KitFold.vue'
import LongTextField from '../shared/kit/LongTextField.vue'
import SearchChoice from '../shared/kit/SearchChoice.vue'
import TextField from '../shared/kit/TextField.vue'
import { useKeys } from '../shared/useKeys.ts'
import { useSaving } from '../shared/useSaving.ts'
import { count, dayWords, GRADE_WORDS, nameOfEgg } from '../shared/wording.ts'
import { gradeKeys } from './grade-keys.ts'
import PaperPicture from './PaperPicture.vue'
import PaperRow from './PaperRow.vue'
import { t } from './words.ts'

/** What was seen by eye and pencilled on paper, entered with its own day and hour: by key, or as a pasted list. */
const props = defineProps<{ setId: string }>()
const store = useHatcheryStore()
const clock = useClockStore()
const router = useRouter()
const { problem, saving } = useSaving()
const set = computed(() => store.setById(props.setId))
const zone = computed(() => store.hatchery.zone)
const units = computed(() => store.hatchery.units)
const candler = ref('')
const candlers = computed(() => [...new Set(store.sessions.map((one) => one.candler))].filter(Boolean))
type Entry = Omit<PaperLook, 'eggId'>
/** Outlives a reload, with the day and hour that it was entered for. */
const draft = useLocalStorage(`perlumen-paper-${props.setId}`, {
  date: '',
  time: '',
  entries: {} as Readonly<Record<string, Entry>>,
})
const entries = computed({
  get: () => draft.value.entries,
  set: (next) => (draft.value = { ...draft.value, entries: next }),
})
if (Object.keys(draft.value.entries).length === 0)
  draft.value = {
    date: localDateOf(clock.nowMs, zone.value),
    time: localTimeOf(clock.nowMs, zone.value),
    entries: {},
  }
const part = (key: 'date' | 'time') =>
  computed({
    get: () => draft.value[key],
    set: (typed: string) => (draft.value = { ...draft.value, [key]: typed }),
  })
const [date, time] = [part('date'), part('time')]
const takenMs = computed(() =>
  isLikelyDate(date.value) && time.value !== ''
    ? instantOf(date.value, time.value.slice(0, 5), zone.value)
    : null,
)
/** Why this day and hour cannot be. */
const doubt = computed(() => {
  if (takenMs.value === null) return t('paper.noDay')
  if (takenMs.value > clock.nowMs + HOUR_MS / 60) return t('paper.future')
  return set.value && takenMs.value < Date.parse(set.value.setAt) ? t('paper.beforeSet') : ''
})

const eggs = computed(() =>
  set.value ? inCandlingOrder((store.eggsBySet.get(props.setId) ?? []).filter(isIn), set.value.trays) : [],
)
const placeOf = (egg: Egg): string => nameOfEgg(set.value?.trays ?? [], egg)
const currentId = ref<string | null>(null)
watch(
  eggs,
  (list) => {
    if (!list.some(({ id }) => id === currentId.value)) currentId.value = list[0]?.id ?? null
  },
  { immediate: true },
)
const entered = computed(() => eggs.value.filter(({ id }) => entries.value[id]))

/** Eggs that look alike: one key says it of all of them. */
const chosen = ref<ReadonlySet<string>>(new Set())
function choose({ id }: Egg): void {
  const others = [...chosen.value].filter((one) => one !== id)
  chosen.value = new Set(chosen.value.has(id) ? others : [...others, id])
}
function note(egg: Egg, grade: SuggestedGrade): void {
  const { depthMm = null, out = null } = entries.value[egg.id] ?? {}
  const isDead = grade !== 'developing' && grade !== 'unsure'
  entries.value = {
    ...entries.value,
    [egg.id]: { grade, depthMm, out: out === 'graded' && !isDead ? null : out },
  }
}
/** With a grade, on to the next egg, as a list is read. */
function say(egg: Egg, grade: SuggestedGrade): void {
  const isOneOf = chosen.value.has(egg.id)
  const said = isOneOf ? eggs.value.filter(({ id }) => chosen.value.has(id)) : [egg]
  for (const one of said) note(one, grade)
  if (isOneOf) chosen.value = new Set()
  const at = eggs.value.indexOf(said.at(-1)!)
  currentId.value = eggs.value[at + 1]?.id ?? egg.id
}
function sayCurrent(grade: SuggestedGrade): void {
  const [first] = eggs.value.filter(({ id }) => chosen.value.has(id))
  const egg = first ?? eggs.value.find(({ id }) => id === currentId.value)
  if (egg) say(egg, grade)
}
function measure(egg: Egg, depthMm: number | null): void {
  const entry = entries.value[egg.id]
  if (entry && (depthMm === null || depthMm > 0))
    entries.value = { ...entries.value, [egg.id]: { ...entry, depthMm } }
}
/** It left then: by a grade that was said, or without a look. */
function left(egg: Egg, out: Leaving | null): void {
  const { grade = null, depthMm = null } = entries.value[egg.id] ?? {}
  entries.value = { ...entries.value, [egg.id]: { grade, depthMm, out } }
}
function forget(egg: Egg): void {
  const { [egg.id]: _, ...others } = entries.value
  entries.value = others
}
function restDevelops(): void {
  entries.value = {
    ...Object.fromEntries(
      eggs.value.map(({ id }) => [id, { grade: 'developing' as const, depthMm: null, out: null }]),
    ),
    ...entries.value,
  }
}
function step(by: number): void {
  const at = eggs.value.findIndex(({ id }) => id === currentId.value)
  currentId.value = eggs.value[Math.min(eggs.value.length - 1, Math.max(0, at + by))]?.id ?? null
}

const pasted = ref('')
const problems = ref<readonly PaperProblem[]>([])
const WHY: Readonly<Record<PaperProblem['why'], string>> = {
  egg: t('paper.whyEgg'),
  grade: t('paper.whyGrade'),
  twice: t('paper.whyTwice'),
  'too-many': t('paper.whyTooMany'),
}
function takeList(): void {
  const named = eggs.value.map((egg) => ({ id: egg.id, number: egg.number, place: placeOf(egg) }))
  const read = readPaper(pasted.value, named, {
    words: GRADE_WORDS,
    toMm: (written) => fromShown(units.value, 'length', written),
  })
  problems.value = read.problems
  entries.value = {
    ...entries.value,
    ...Object.fromEntries(read.looks.map(({ eggId, ...entry }) => [eggId, entry])),
  }
}

/** The egg as it left on the day of the paper. */
function outThen(egg: Egg, added: readonly EyeLook[], takenAt: string): Egg[] {
  const { grade, out = null } = entries.value[egg.id]!
  const { value: current } = set
  if (!out || !current) return []
  const before = (store.looksByEgg.get(egg.id) ?? []).filter((look) => look.takenAt <= takenAt)
  const looks = [...before, ...added.filter(({ eggId }) => eggId === egg.id)]
  const removed = leftOnPaper({ grade, out }, { set: current, looks, at: takenAt })
  return removed ? [{ ...egg, removed }] : []
}
async function keep(): Promise<void> {
  const { value: current } = set
  const { value: atMs } = takenMs
  if (!current || atMs === null || doubt.value || entered.value.length === 0) return
  const [takenAt, at] = [new Date(atMs).toISOString(), new Date().toISOString()]
  const timeline = timelineOf(current, store.hatchery)
  const looks = entered.value.flatMap((egg): EyeLook[] => {
    const { grade, depthMm } = entries.value[egg.id]!
    if (grade === null) return []
    const airCell = depthMm === null ? null : { by: 'millimetres' as const, depthMm }
    const around = { set: current, timeline, looks: store.looksByEgg.get(egg.id) ?? [] }
    const said = { egg, grade, takenAt, at, airCell, candler: candler.value.trim() }
    return [lookByEye(said, around, () => uuid())]
  })
  // A look of an earlier day may be the first of two: what follows from the later one is judged again.
  const all = [...store.looks.filter(({ setId }) => setId === current.id), ...looks]
  const again = new Map(judgedByRule(all, { set: current, timeline }).map((look) => [look.id, look]))
  const added = looks.map((look) => again.get(look.id) ?? look)
  for (const { id } of looks) again.delete(id)
  const gone = entered.value.flatMap((egg) => outThen(egg, added, takenAt))
  await saving(() =>
    store.commit('looks from paper', null, { looks: [...added, ...again.values()], eggs: gone }),
  )
  if (problem.value) return
  entries.value = {}
  await router.push({ name: 'set', params: { setId: props.setId } })
}
useKeys({
  ...gradeKeys(sayCurrent),
  a: restDevelops,
  ArrowDown: () => step(1),
  ArrowUp: () => step(-1),
})
</script>

<template>
  <main v-if="!set" class="p-8">
    {{ t('bench.noSet') }} <RouterLink to="/" class="underline">{{ t('bench.toToday') }}</RouterLink>
  </main>
  <main v-else class="mx-auto max-w-6xl p-4 sm:p-6">
    <h1 class="text-3xl font-bold">{{ t('paper.title', { set: set.name }) }}</h1>
    <p class="mt-1 text-ink-soft">{{ t('paper.lead') }}</p>
    <div class="mt-4 grid items-start gap-5 lg:grid-cols-[minmax(0,1fr)_minmax(0,22rem)]">
      <section class="card order-2 p-3 lg:order-1" :aria-label="t('paper.eggs')">
        <p v-if="eggs.length === 0" class="p-2 text-ink-soft">{{ t('paper.none') }}</p>
        <ul data-testid="paper-eggs">
          <li
            v-for="egg in eggs"
            :key="egg.id"
            class="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-line px-1 py-1.5 first:border-0"
            :class="{ 'bg-lamp-soft': egg.id === currentId }"
            :aria-current="egg.id === currentId ? 'true' : undefined"
          >
            <PaperRow
              :place="placeOf(egg)"
              :entry="entries[egg.id] ?? null"
              :chosen="chosen.has(egg.id)"
              @choose="choose(egg)"
              @say="say(egg, $event)"
              @measure="measure(egg, $event)"
              @left="left(egg, $event)"
              @forget="forget(egg)"
            />
          </li>
        </ul>
      </section>
      <aside class="order-1 flex flex-col gap-3 lg:sticky lg:top-4 lg:order-2">
        <div class="grid grid-cols-2 gap-3">
          <TextField v-model="date" type="date" :label="t('paper.date')" />
          <TextField v-model="time" type="time" :label="t('paper.time')" />
        </div>
        <p v-if="doubt" class="text-ember" role="alert">{{ doubt }}</p>
        <p v-else-if="takenMs !== null" class="text-ink-soft">{{ dayWords(set, zone, takenMs) }}</p>
        <SearchChoice
          v-model="candler"
          own
          :label="t('preflight.candler')"
          :options="candlers.map((name) => ({ value: name, name }))"
          :maxlength="60"
          :placeholder="t('preflight.optional')"
        />
        <KitButton :disabled="eggs.length === entered.length" @click="restDevelops">
          {{ t('byEye.restDevelops') }} <span class="key hidden md:inline">A</span>
        </KitButton>
        <PaperPicture />
        <KitFold :title="t('paper.paste')">
          <LongTextField v-model="pasted" :label="t('paper.list')" :rows="8" spellcheck="false" />
          <p class="text-sm text-ink-soft">{{ t('paper.how') }}</p>
          <KitButton size="desk" class="mt-2" :disabled="pasted.trim() === ''" @click="takeList">{{
            t('paper.take')
          }}</KitButton>
          <div v-if="problems.length > 0" class="mt-2 text-ember" role="alert" data-testid="paper-problems">
            <ul>
              <li v-for="one in problems" :key="one.line">
                {{ t('paper.problem', { line: one.line, text: one.text, why: WHY[one.why] }) }}
              </li>
            </ul>
          </div>
        </KitFold>
        <KitButton kind="next" :disabled="entered.length === 0 || doubt !== ''" @click="keep">
          {{ t('paper.keep', { looks: count(entered.length, 'egg') }) }}
        </KitButton>
        <p v-if="problem" class="text-ember" role="alert">{{ problem }}</p>
      </aside>
    </div>
  </main>
</template>
