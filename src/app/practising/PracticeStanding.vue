<script setup lang="ts">
import { computed } from 'vue'
import { Download } from '@lucide/vue'
import { answerOf, type Practised } from '../../contracts/practice-record.ts'
import { GRADES } from '../../core/grade/types.ts'
import { costOf, isRight, SURENESSES, type Sureness } from '../../core/practice/confusions.ts'
import { knownFrom } from '../../core/practice/schedule.ts'
import { standingOf } from '../../core/practice/standing.ts'
import type { Share } from '../../core/statistics/share.ts'
import { saveTable } from '../shared/save-table.ts'
import { GRADE_WORDS } from '../shared/wording.ts'
import { CONFUSION_WORDS, SURENESS_WORDS } from './practice-words.ts'

/** Where one stands: what is taken for what, whether one's sureness is to be trusted, and beside the program. */
const props = defineProps<{ practised: readonly Practised[]; latest: readonly Practised[] }>()
const answers = computed(() => props.practised.map(answerOf))
const standing = computed(() => standingOf(answers.value))
const known = computed(() => knownFrom(answers.value, answers.value.at(-1)?.atMs ?? 0))
const percent = (value: number): string => `${Math.round(100 * value)} %`
const words = (share: Share | null): string =>
  share
    ? `${share.count} of ${share.of}, ${percent(share.count / share.of)} (${Math.round(100 * share.low)}–${percent(share.high)})`
    : 'not yet'
const SAID = [...GRADES, 'unsure'] as const
const most = computed(() =>
  Math.max(1, ...GRADES.flatMap((truth) => SAID.map((said) => standing.value.matrix[truth][said]))),
)
/** The program on the same pictures, where it said anything. */
const program = computed(() => {
  const own = props.practised.filter((one) => one.program !== null)
  return standingOf(own.map((one) => ({ ...answerOf(one), said: one.program! })))
})
const advice = computed(() => {
  const { livingRemoved } = standing.value
  if (!livingRemoved || livingRemoved.count === 0) return ''
  return `${livingRemoved.count} of ${livingRemoved.of} living eggs would have come out. Hold what you doubt: a second look, or holding all but rings to lockdown, would have saved them.`
})
const latestLost = computed(() => props.latest.filter((one) => costOf(one).what === 'living-removed').length)
function save(): void {
  saveTable('practice.csv', {
    head: [
      'when',
      'what it was about',
      'how hard',
      'bird',
      'shell',
      'truth',
      'said',
      'how sure',
      'program',
      'seconds',
    ],
    rows: props.practised.map(({ at, card, truth, said, sure, program: by, seconds }) => [
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
    ]),
  })
}
</script>

<template>
  <section aria-labelledby="standing-heading" data-testid="standing">
    <h2 id="standing-heading" class="text-xl font-semibold">Where you stand</h2>
    <p v-if="latest.length > 0" class="mt-1 text-lg" data-testid="sitting-result">
      This time {{ latest.filter(isRight).length }} of {{ latest.length }} right{{
        latestLost > 0 ? `, ${latestLost} living taken for dead` : ''
      }}.
    </p>
    <p v-if="advice" class="mt-2 rounded-lg border border-lamp p-3" data-testid="practice-advice">
      {{ advice }}
    </p>
    <dl class="mt-3 grid gap-x-6 gap-y-1 sm:grid-cols-[16rem_1fr]">
      <dt class="text-ink-soft">Right, of all</dt>
      <dd>{{ words(standing.right) }}</dd>
      <dt class="text-ink-soft">The program, on the same pictures</dt>
      <dd>{{ words(program.right) }}</dd>
      <dt class="text-ink-soft">Agreement with the truth beyond chance</dt>
      <dd>
        {{
          standing.kappa
            ? `κ ${standing.kappa.kappa.toFixed(2)} (${standing.kappa.low.toFixed(2)} to ${standing.kappa.high.toFixed(2)})`
            : 'not yet'
        }}
      </dd>
      <dt class="text-ink-soft">Living eggs lost, per hundred looked at</dt>
      <dd>{{ standing.costPer100?.toFixed(1) ?? 'not yet' }}</dd>
    </dl>
    <div class="mt-4 grid gap-6 lg:grid-cols-2">
      <div class="overflow-x-auto">
        <h3 class="font-semibold">What was taken for what</h3>
        <table class="mt-1 text-center" data-testid="matrix">
          <thead>
            <tr class="text-sm text-ink-soft">
              <th scope="col" class="px-2 py-1 text-left font-normal">It was, you said</th>
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
        <h3 class="font-semibold">Sureness</h3>
        <ul class="mt-1">
          <li v-for="(chance, how) in SURENESSES" :key="how">
            <span class="text-ink-soft">{{ SURENESS_WORDS[how as Sureness] }} ({{ percent(chance) }}):</span>
            right {{ words(standing.calibration.bySureness[how as Sureness]) }}
          </li>
        </ul>
        <h3 class="mt-4 font-semibold">What comes more often now</h3>
        <ul class="mt-1" data-testid="known">
          <li v-for="one in known" :key="one.confusion">
            <span class="text-ink-soft">{{ CONFUSION_WORDS[one.confusion] }}:</span>
            {{ one.seen === 0 ? 'not met yet' : `${one.seen} met, known ${percent(one.recall)}` }}
          </li>
        </ul>
      </div>
    </div>
    <button type="button" class="press mt-4" @click="save">
      <Download class="h-5 w-5" aria-hidden="true" /> CSV
    </button>
  </section>
</template>
