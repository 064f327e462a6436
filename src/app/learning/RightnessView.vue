<script setup lang="ts">
import { computed } from 'vue'
import { knownLooks } from '../../domain/confirmed-looks.ts'
import {
  rightnessBy,
  stageBand,
  STAGE_BANDS,
  type KnownLook,
  type Rightness,
  type Tally,
} from '../../core/grade/rightness.ts'
import { wilsonInterval } from '../../core/statistics/share.ts'
import { EVIDENCE_SOURCES, type EvidenceSource } from '../../core/grade/evidence.ts'
import { NOTHING_LEARNT } from '../../core/grade/learn.ts'
import { GRADES } from '../../core/grade-names.ts'
import { SHELLS } from '../../core/species/species.ts'
import GradeSign from '../shared/ui/GradeSign.vue'
import { count, GRADE_WORDS } from '../shared/wording.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useRegrading } from './useRegrading.ts'
import { t } from './words.ts'
import KitProgress from '../shared/kit/KitProgress.vue'
import KitButton from '../shared/kit/KitButton.vue'

const hatchery = useHatcheryStore()
const regrading = useRegrading()
const known = computed(() =>
  knownLooks({
    sets: hatchery.sets,
    eggs: hatchery.eggs,
    looks: hatchery.looks,
    hatchery: hatchery.hatchery,
  }),
)
const confirmedEggs = computed(() => hatchery.eggs.filter((egg) => egg.outcome).length)

const SHELL_ORDER: readonly string[] = SHELLS
const tables = computed(() => {
  const inOrder = (order: readonly string[], groupOf: (look: KnownLook) => string): Rightness[] =>
    rightnessBy(known.value, groupOf).sort((a, b) => order.indexOf(a.name) - order.indexOf(b.name))
  return [
    { title: t('accuracy.byState'), rows: inOrder(GRADES, (look) => look.truth), grades: true },
    {
      title: t('accuracy.byAge'),
      rows: inOrder(
        STAGE_BANDS.map((band) => band.name),
        (look) => stageBand(look.stage),
      ),
      grades: false,
    },
    { title: t('accuracy.byShell'), rows: inOrder(SHELL_ORDER, (look) => look.shell), grades: false },
  ]
})

function words(tally: Tally): string {
  const interval = wilsonInterval(tally.right, tally.decided)
  if (!interval) return '–'
  return t('accuracy.share', {
    right: tally.right,
    decided: tally.decided,
    low: Math.round(100 * interval.low),
    high: Math.round(100 * interval.high),
  })
}

const SOURCE_WORDS: Readonly<Record<EvidenceSource, string>> = {
  shadow: 'shadows',
  vessels: 'vessels',
  ring: 'rings',
  network: t('accuracy.wholePicture'),
}

/** The learnt numbers in words; a tenth of a log unit changes nothing that anyone would see. */
const learnt = computed(() => {
  const { offsets, trust } = hatchery.learnt ?? NOTHING_LEARNT
  return [
    ...GRADES.filter((grade) => Math.abs(offsets[grade]) >= 0.1).map((grade) =>
      t('accuracy.asLikely', {
        grade: GRADE_WORDS[grade].toLowerCase(),
        how: offsets[grade] > 0 ? 'more' : 'less',
        odds: Math.exp(offsets[grade]).toFixed(2),
      }),
    ),
    ...EVIDENCE_SOURCES.filter((voice) => Math.abs(trust[voice] - 1) >= 0.05).map((voice) =>
      t('accuracy.asTelling', {
        sign: SOURCE_WORDS[voice],
        how: trust[voice] > 1 ? 'more' : 'less',
        odds: trust[voice].toFixed(2),
      }),
    ),
  ]
})
</script>

<template>
  <main class="mx-auto max-w-5xl p-6">
    <h1 class="text-3xl font-bold">{{ t('accuracy.title') }}</h1>
    <p class="mt-1 max-w-3xl text-lg text-ink-soft">
      {{ t('accuracy.lead') }}
    </p>
    <p v-if="known.length === 0" class="card mt-6 p-5 text-lg" data-testid="none-known">
      {{ t('accuracy.empty') }}
    </p>
    <template v-else>
      <p class="mt-4 text-lg" data-testid="known">
        {{ t('accuracy.counts', { eggs: count(confirmedEggs, 'egg'), looks: count(known.length, 'look') }) }}
      </p>
      <div class="mt-4 grid gap-5 lg:grid-cols-2">
        <section v-for="table in tables" :key="table.title" class="card overflow-x-auto p-4">
          <h2 class="text-xl font-semibold">{{ table.title }}</h2>
          <table class="mt-2 w-full text-left">
            <thead class="text-sm text-ink-soft">
              <tr>
                <th class="py-1 font-medium" />
                <th class="pr-4 font-medium">{{ t('accuracy.looks') }}</th>
                <th class="pr-4 font-medium">{{ t('accuracy.programRight') }}</th>
                <th class="font-medium">{{ t('accuracy.youRight') }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in table.rows" :key="row.name" class="border-t border-line">
                <th class="py-1.5 pr-3 font-medium">
                  <span v-if="table.grades" class="inline-flex items-center gap-2"
                    ><GradeSign
                      :grade="GRADES.find((grade) => grade === row.name)!"
                      class="h-5 w-5"
                      aria-hidden="true"
                    />{{ GRADE_WORDS[GRADES.find((grade) => grade === row.name)!] }}</span
                  >
                  <template v-else>{{ row.name }}</template>
                </th>
                <td class="pr-4">{{ row.looks }}</td>
                <td class="pr-4">{{ words(row.program) }}</td>
                <td>{{ words(row.candler) }}</td>
              </tr>
            </tbody>
          </table>
        </section>
        <section class="card p-4">
          <h2 class="text-xl font-semibold">{{ t('accuracy.learntTitle') }}</h2>
          <p class="mt-2">
            {{
              learnt.length > 0 ? t('accuracy.learnt', { what: learnt.join(', ') }) : t('accuracy.notLearnt')
            }}
          </p>
          <p class="mt-2 text-ink-soft">
            {{ t('accuracy.learntHow') }}
          </p>
        </section>
      </div>
    </template>
    <section
      v-if="regrading.waiting.value.length > 0 || regrading.result.value || regrading.problem.value"
      class="card mt-5 max-w-3xl p-4"
      data-testid="regrade"
    >
      <h2 class="text-xl font-semibold">{{ t('regrade.title') }}</h2>
      <p v-if="regrading.waiting.value.length > 0" class="mt-2">
        {{ t('regrade.what', { looks: count(regrading.waiting.value.length, 'look') }) }}
      </p>
      <p v-if="regrading.result.value" class="mt-2" role="status" data-testid="regraded">
        {{
          t('regrade.done', {
            looks: count(regrading.result.value.graded, 'look'),
            changed: regrading.result.value.otherwise,
          })
        }}
      </p>
      <p v-if="regrading.problem.value" class="mt-2 text-ember" role="alert">{{ regrading.problem.value }}</p>
      <KitProgress
        v-if="regrading.progress.value"
        class="mt-3"
        :done="regrading.progress.value.done"
        :total="regrading.progress.value.total"
        :stop="t('regrade.stop')"
        @stop="regrading.stop"
        >{{
          t('regrade.under', {
            done: regrading.progress.value.done + 1,
            total: regrading.progress.value.total,
          })
        }}</KitProgress
      >
      <KitButton v-else-if="regrading.waiting.value.length > 0" class="mt-3" @click="regrading.run">
        {{ t('regrade.do') }}
      </KitButton>
    </section>
  </main>
</template>
