<script setup lang="ts">
import { computed, ref } from 'vue'
import { Download } from '@lucide/vue'
import { answerOf, type Practised } from '../../contracts/records/practice-record.ts'
import { GRADES } from '../../core/grade-names.ts'
import { costOf, isRight, SURENESSES, type Sureness } from '../../core/learning/confusions.ts'
import { knownFrom } from '../../core/learning/schedule.ts'
import { eggCard } from '../../core/learning/egg-card.ts'
import { standingOf, type Standing } from '../../core/learning/standing.ts'
import { usualStage } from '../../core/planning/incubation/timetable.ts'
import type { Shell } from '../../core/species/species.ts'
import { wilsonInterval, shareWords } from '../../core/statistics/share.ts'
import SharesOverTime from '../shared/charts/SharesOverTime.vue'
import { saveTable } from '../shared/save-table.ts'
import { count, GRADE_WORDS } from '../shared/wording.ts'
import { CONFUSION_WORDS, SURENESS_WORDS } from './practice-words.ts'
import RemovalRules from './RemovalRules.vue'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import ListChoice from '../shared/kit/ListChoice.vue'

/** Where one stands: what is taken for what, whether one's sureness is to be trusted, and beside the program. */
const props = defineProps<{
  practised: readonly Practised[]
  latest: readonly Practised[]
  /** Other people who practise with this book. */
  others: ReadonlyArray<{ id: string; name: string; practised: readonly Practised[] }>
  /** Age of the egg at a look, days; null where the look is gone or not fetched. */
  ageOfLook: (lookId: string) => number | null
}>()
const answers = computed(() => props.practised.map(answerOf))
const standing = computed(() => standingOf(answers.value))
const known = computed(() => knownFrom(answers.value, answers.value.at(-1)?.atMs ?? 0))
const percent = (value: number): string => `${Math.round(100 * value)} %`
const words = shareWords
/** Another person, or nobody. */
const otherId = ref('')
const other = computed(() => {
  const found = props.others.find(({ id }) => id === otherId.value)
  return found ? { name: found.name, standing: standingOf(found.practised.map(answerOf)) } : null
})
const kappaWords = ({ kappa }: Standing): string =>
  kappa
    ? `κ ${kappa.kappa.toFixed(2)} (${kappa.low.toFixed(2)} to ${kappa.high.toFixed(2)})`
    : t('standing.unknown')
const rows = computed(() => {
  const values = (of: Standing): string[] => [
    words(of.right),
    kappaWords(of),
    words(of.livingRemoved),
    of.costPer100 === null ? t('standing.unknown') : of.costPer100.toFixed(1),
  ]
  const [own, by, beside] = [standing.value, program.value, other.value?.standing].map(
    (of) => of && values(of),
  )
  return (
    ['standing.rightOfAll', 'standing.kappa', 'standing.falseDead', 'standing.lostPerHundred'] as const
  ).map((name, i) => ({ name: t(name), own: own![i]!, program: by![i]!, other: beside?.[i] ?? null }))
})
/** Mean distance of lines drawn by hand from the air cell's edge, points of the egg's length. */
const cellError = computed(() => {
  const cells = props.practised.flatMap(({ cell }) => cell ?? [])
  const points = meanOf(cells.map(({ drawn, was }) => 100 * Math.abs(drawn - was)))
  const degrees = meanOf(
    cells.flatMap(({ tilt }) => (tilt ? [(180 / Math.PI) * Math.abs(tilt.drawnRad - tilt.wasRad)] : [])),
  )
  if (points === null) return null
  const lean = degrees === null ? '' : ` and ${degrees.toFixed(0)}°`
  return t('standing.lineErrors', { points: points.toFixed(1), lean, lines: count(cells.length, 'line') })
})
function meanOf(values: readonly number[]): number | null {
  return values.length === 0 ? null : values.reduce((sum, value) => sum + value, 0) / values.length
}
const sittings = computed(() => {
  const groups = new Map<string, Practised[]>()
  for (const one of props.practised) groups.set(one.sitting, [...(groups.get(one.sitting) ?? []), one])
  return [...groups.values()].map((own, i) => ({
    name: `Sitting ${i + 1}`,
    atMs: Date.parse(own[0]!.at),
    share: wilsonInterval(own.filter(isRight).length, own.length)!,
  }))
})
/** Thirds of incubation: what is hard early is not what is hard late. */
const THIRDS = [t('standing.firstThird'), t('standing.secondThird'), t('standing.lastThird')] as const
/** A photograph's day is in its look, where that is still there; a drawn egg is made again. */
function kindOf({ card }: Practised): { shell: Shell; ageDays: number | null } {
  if (card.lookId) return { shell: card.shell, ageDays: props.ageOfLook(card.lookId) }
  const { egg, ageDays } = eggCard(card)
  return { shell: egg.shell, ageDays }
}
const groups = computed(() => {
  const found = new Map<string, Practised[]>()
  const add = (name: string, one: Practised): void => void found.set(name, [...(found.get(name) ?? []), one])
  for (const one of props.practised) {
    const shown = kindOf(one)
    add(`${shown.shell} shell`, one)
    if (shown.ageDays === null) continue
    const third = Math.min(2, Math.floor(3 * usualStage(one.card.species, shown.ageDays)))
    add(THIRDS[third]!, one)
  }
  return [...found]
    .map(([name, own]) => ({ name, share: wilsonInterval(own.filter(isRight).length, own.length) }))
    .sort((a, b) => a.name.localeCompare(b.name))
})
const SAID = [...GRADES, 'unsure'] as const
const most = computed(() =>
  Math.max(1, ...GRADES.flatMap((truth) => SAID.map((said) => standing.value.matrix[truth][said]))),
)
/** The program on the same pictures, where it said anything. */
const program = computed(() => {
  const own = props.practised.filter((one) => one.program !== null)
  return standingOf(own.map((one) => ({ ...answerOf(one), said: one.program! })))
})
/** Told plainly, whatever else is known. */
const loss = computed(() => {
  const { livingRemoved } = standing.value
  if (!livingRemoved || livingRemoved.count === 0) return ''
  return t('standing.wouldHaveLost', { eggs: livingRemoved.count, living: livingRemoved.of })
})
const latestLost = computed(() => props.latest.filter((one) => costOf(one).what === 'living-removed').length)
function save(): void {
  saveTable('practice.csv', {
    head: [
      'when',
      'question',
      'difficulty',
      'bird',
      'shell',
      'truth',
      'said',
      'confidence',
      'program',
      'seconds',
      'air cell drawn',
      'true air cell',
      'own photograph',
    ],
    rows: props.practised.map(({ at, card, truth, said, sure, program: by, seconds, cell }) => [
      at,
      card.confusion,
      card.hardness,
      card.species,
      card.shell,
      truth,
      said,
      sure,
      by ?? '',
      seconds,
      cell?.drawn ?? '',
      cell?.was ?? '',
      card.lookId ? 'yes' : 'no',
    ]),
  })
}
</script>

<template>
  <section aria-labelledby="standing-heading" data-testid="standing">
    <h2 id="standing-heading" class="text-xl font-semibold">{{ t('standing.title') }}</h2>
    <p v-if="latest.length > 0" class="mt-1 text-lg" data-testid="sitting-result">
      {{
        t('standing.thisTime', {
          right: latest.filter(isRight).length,
          eggs: latest.length,
          more: latestLost > 0 ? t('standing.livingCalledDead', { eggs: latestLost }) : '',
        })
      }}
    </p>
    <p v-if="loss" class="mt-2 rounded-lg border border-lamp p-3" data-testid="practice-advice">
      {{ loss }}
    </p>
    <ListChoice
      v-if="others.length > 0"
      :label="t('standing.compareWith')"
      v-model="otherId"
      :options="[
        { value: '', name: t('standing.nobody') },
        ...others.map((one) => ({ value: one.id, name: one.name })),
      ]"
      class="mt-3 inline-block"
    />
    <div class="mt-3 overflow-x-auto">
      <table class="w-full max-w-4xl text-left" data-testid="standing-table">
        <thead>
          <tr class="text-ink-soft">
            <td />
            <th scope="col" class="py-1 pr-4 font-normal">{{ t('standing.you') }}</th>
            <th scope="col" class="py-1 pr-4 font-normal">{{ t('standing.program') }}</th>
            <th v-if="other" scope="col" class="py-1 pr-4 font-normal">{{ other.name }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.name" class="border-t border-line">
            <th scope="row" class="py-1 pr-4 font-normal text-ink-soft">{{ row.name }}</th>
            <td class="py-1 pr-4">{{ row.own }}</td>
            <td class="py-1 pr-4">{{ row.program }}</td>
            <td v-if="other" class="py-1 pr-4">{{ row.other }}</td>
          </tr>
          <tr v-if="cellError" class="border-t border-line">
            <th scope="row" class="py-1 pr-4 font-normal text-ink-soft">{{ t('standing.lineError') }}</th>
            <td class="py-1 pr-4">{{ cellError }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <div class="mt-4 grid gap-6 lg:grid-cols-2">
      <div class="overflow-x-auto">
        <h3 class="font-semibold">{{ t('standing.confusions') }}</h3>
        <table class="mt-1 text-center" data-testid="matrix">
          <thead>
            <tr class="text-sm text-ink-soft">
              <th scope="col" class="px-2 py-1 text-left font-normal">
                {{ t('standing.confusionColumns') }}
              </th>
              <th v-for="grade in SAID" :key="grade" scope="col" class="px-2 py-1 font-normal">
                {{ GRADE_WORDS[grade] }}
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="truth in GRADES" :key="truth" class="border-t border-line">
              <th scope="row" class="px-2 py-1 text-left font-normal">{{ GRADE_WORDS[truth] }}</th>
              <td v-for="grade in SAID" :key="grade" class="relative px-2 py-1">
                <span
                  class="absolute inset-0.5 rounded bg-lamp"
                  :style="{ opacity: (0.35 * standing.matrix[truth][grade]) / most }"
                  aria-hidden="true"
                />
                <span class="relative">{{ standing.matrix[truth][grade] || '–' }}</span>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <div>
        <h3 class="font-semibold">{{ t('standing.confidence') }}</h3>
        <ul class="mt-1">
          <li v-for="(chance, how) in SURENESSES" :key="how">
            <span class="text-ink-soft">{{ SURENESS_WORDS[how as Sureness] }} ({{ percent(chance) }}):</span>
            {{ t('standing.right', { share: words(standing.calibration.bySureness[how as Sureness]) }) }}
          </li>
        </ul>
        <h3 class="mt-4 font-semibold">{{ t('standing.shownMore') }}</h3>
        <ul class="mt-1" data-testid="known">
          <li v-for="one in known" :key="one.confusion">
            <span class="text-ink-soft">{{ CONFUSION_WORDS[one.confusion] }}:</span>
            {{
              one.seen === 0
                ? t('standing.notSeen')
                : t('standing.seen', { seen: one.seen, recall: percent(one.recall) })
            }}
          </li>
        </ul>
      </div>
    </div>
    <RemovalRules :answers="answers" />
    <div class="mt-5 grid gap-6 lg:grid-cols-2">
      <SharesOverTime
        v-if="sittings.length > 1"
        :title="t('standing.overTime')"
        :heads="['Sitting', 'Right', 'Of']"
        :shares="sittings"
      />
      <div>
        <h3 class="font-semibold">{{ t('standing.byShellAndDay') }}</h3>
        <ul class="mt-1" data-testid="by-kind">
          <li v-for="group in groups" :key="group.name">
            <span class="text-ink-soft">{{ group.name }}:</span> {{ words(group.share) }}
          </li>
        </ul>
      </div>
    </div>
    <KitButton :icon="Download" class="mt-4" @click="save">
      {{ t('standing.csv') }}
    </KitButton>
  </section>
</template>
