<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { breedOf, shellOf, sourceOf } from '../../contracts/records/egg-kind.ts'
import type { Egg } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { SHELLS, type Shell } from '../../core/species/species.ts'
import { setGradedAgain } from '../../domain/regrade.ts'
import { timelineOf } from '../../domain/timeline.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import FewChoice from '../shared/kit/FewChoice.vue'
import KitButton from '../shared/kit/KitButton.vue'
import KitFold from '../shared/kit/KitFold.vue'
import ListChoice from '../shared/kit/ListChoice.vue'
import SearchChoice from '../shared/kit/SearchChoice.vue'
import { useSaving } from '../shared/useSaving.ts'
import { count } from '../shared/wording.ts'
import { t } from './words.ts'

/** What hen an egg is from, put right for it or for several; its looks are graded again where one says so. */
const props = defineProps<{ set: EggSet; egg: Egg; eggs: readonly Egg[] }>()
const store = useHatcheryStore()
const { problem, saving } = useSaving()
const WHOSE = ['egg', 'batch', 'tray'] as const
const whose = ref<(typeof WHOSE)[number]>('egg')
const shell = ref<Shell>('tinted')
const breed = ref('')
/** Hen or pen, cock or pair, and where it came from: what stands in the field, empty where nobody said. */
const told = reactive({ hen: '', cock: '', source: '' })
const TOLD = ['hen', 'cock', 'source'] as const
const TOLD_WORDS = { hen: t('hen.hen'), cock: t('hen.cock'), source: t('hen.source') } as const
const saidOf = (one: Egg, what: (typeof TOLD)[number]): string =>
  what === 'source' ? sourceOf(one, props.set) : (one[what] ?? '')
/** Looks that were graded by another shell; null before anything was put right. */
const waiting = ref<string[] | null>(null)
const regraded = ref<number | null>(null)
watch(
  () =>
    [
      props.egg.id,
      shellOf(props.egg, props.set),
      breedOf(props.egg, props.set),
      ...TOLD.map((what) => saidOf(props.egg, what)),
    ] as const,
  ([, itsShell, itsBreed]) => {
    shell.value = itsShell
    breed.value = itsBreed
    for (const what of TOLD) told[what] = saidOf(props.egg, what)
  },
  { immediate: true },
)
watch(
  () => props.egg.id,
  () => {
    waiting.value = null
    regraded.value = null
  },
)
const meant = computed(() => {
  if (whose.value === 'egg') return [props.egg]
  return props.eggs.filter((one) =>
    whose.value === 'batch'
      ? one.batchId === props.egg.batchId
      : one.place?.trayId === props.egg.place?.trayId,
  )
})
const breeds = computed(() => [
  ...new Set(store.sets.flatMap(({ batches }) => batches.flatMap((batch) => batch.breed || []))),
])
/** What was said of other eggs before. */
const known = computed(() =>
  TOLD.map((what) => [
    ...new Set(
      what === 'source'
        ? store.sets.flatMap(({ batches }) => batches.flatMap((batch) => batch.source || []))
        : store.eggs.flatMap((one) => one[what] || []),
    ),
  ]),
)
/** What was changed from how the chosen egg has it; of the other eggs nothing else is touched. */
function corrected(one: Egg): Egg {
  const { egg, set } = props
  const next = { ...one }
  if (shell.value !== shellOf(egg, set) && shell.value !== shellOf(one, set)) next.shell = shell.value
  if (breed.value.trim() !== breedOf(egg, set) && breed.value.trim() !== breedOf(one, set))
    next.breed = breed.value.trim()
  for (const what of TOLD) if (told[what].trim() !== saidOf(egg, what)) next[what] = told[what].trim() || null
  return next
}
const otherwise = computed(() =>
  meant.value.filter((one) => {
    const next = corrected(one)
    return (['shell', 'breed', ...TOLD] as const).some((what) => next[what] !== one[what])
  }),
)
async function keep(): Promise<void> {
  const changed = otherwise.value.map(corrected)
  const otherShell = otherwise.value.filter((one) => corrected(one).shell !== one.shell)
  await saving(() => store.commit('shell and breed', changed[0]?.id ?? null, { eggs: changed }))
  if (problem.value) return
  regraded.value = null
  waiting.value = otherShell
    .filter(({ id }) => (store.looksByEgg.get(id) ?? []).length > 0)
    .map(({ id }) => id)
}
async function regrade(): Promise<void> {
  await saving(async () => {
    const again = await store.amendLooks(() =>
      setGradedAgain({
        set: props.set,
        timeline: timelineOf(props.set, store.hatchery),
        eggs: store.allEggsBySet.get(props.set.id) ?? [],
        looks: store.looks.filter(({ setId }) => setId === props.set.id),
        learnt: store.learnt,
        at: new Date().toISOString(),
        because: 'shell',
      }),
    )
    regraded.value = again.length
    waiting.value = null
  })
}
</script>

<template>
  <KitFold :title="t('hen.title')" data-testid="egg-hen">
    <div class="flex flex-col gap-3 pl-5">
      <ListChoice
        v-model="shell"
        :label="t('hen.shell')"
        :options="SHELLS.map((value) => ({ value, name: value }))"
      />
      <SearchChoice
        v-model="breed"
        own
        :label="t('hen.breed')"
        :options="breeds.map((value) => ({ value, name: value }))"
        :maxlength="120"
      />
      <SearchChoice
        v-for="(what, i) in TOLD"
        :key="what"
        v-model="told[what]"
        own
        :label="TOLD_WORDS[what]"
        :options="known[i]!.map((value) => ({ value, name: value }))"
        :maxlength="what === 'source' ? 120 : 60"
      />
      <FewChoice
        v-model="whose"
        :label="t('hen.whose')"
        :options="[
          { value: 'egg', name: t('hen.egg') },
          { value: 'batch', name: t('hen.batch') },
          { value: 'tray', name: t('hen.tray') },
        ]"
      />
      <KitButton size="desk" class="self-start" :disabled="otherwise.length === 0" @click="keep">
        {{ t('hen.keep', { eggs: count(otherwise.length, 'egg') }) }}
      </KitButton>
      <p v-if="waiting && waiting.length > 0" role="status">
        {{ t('hen.otherShell') }}
        <KitButton size="desk" class="mt-1" @click="regrade">{{ t('hen.regrade') }}</KitButton>
      </p>
      <p v-if="regraded !== null" role="status">
        {{ t('hen.regraded', { looks: count(regraded, 'look') }) }}
      </p>
      <p v-if="problem" class="text-ember" role="alert">{{ problem }}</p>
    </div>
  </KitFold>
</template>
