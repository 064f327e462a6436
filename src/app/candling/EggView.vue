<script setup lang="ts">
import { computed, ref, useTemplateRef, watch } from 'vue'
import { RouterLink } from 'vue-router'
import { ChevronLeft, ChevronRight } from '@lucide/vue'
import type { Egg } from '../../contracts/records/egg-state.ts'
import { nameOfPlace } from '../../core/tray/layout.ts'
import { shellOf } from '../../contracts/records/egg-kind.ts'
import { timelineOf } from '../../domain/timeline.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useDevicesStore } from '../shared/devices.ts'
import { drawnParts, partsOf, type FilmPart } from '../shared/growth/growth-film.ts'
import GrowthPlayer from '../shared/growth/GrowthPlayer.vue'
import SaveFilm from '../shared/growth/SaveFilm.vue'
import { useGrowthFilm } from '../shared/growth/useGrowthFilm.ts'
import { t as tFilm } from '../shared/growth/words.ts'
import { fileNameOf } from '../shared/save-file.ts'
import EggLooks from './EggLooks.vue'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import ListChoice from '../shared/kit/ListChoice.vue'

/** One egg through its incubation: its film, and its looks. */
const props = defineProps<{ setId: string; eggId: string }>()
const store = useHatcheryStore()
const { workers } = useDevicesStore()
const set = computed(() => store.setById(props.setId))
const eggs = computed(() => store.allEggsBySet.get(props.setId) ?? [])
const egg = computed(() => eggs.value.find(({ id }) => id === props.eggId) ?? null)
const looksOf = (of: Egg) => store.looksByEgg.get(of.id) ?? []
const looks = computed(() => (egg.value ? looksOf(egg.value) : []))
const nameOf = (of: Egg): string =>
  nameOfPlace(set.value?.trays ?? [], of.place) || t('places.egg', { number: of.number })

const parts = computed(() => partsOf(looks.value, store.repository))
const { film, made, problem } = useGrowthFilm(() => parts.value)

const player = useTemplateRef('player')

/** Whom it is shown beside: nobody, a living egg as drawn, or a mate by its id. */
const beside = ref<'' | 'living' | string>('')
watch(
  () => props.eggId,
  (id) => {
    // An egg is not shown beside itself.
    if (beside.value === id) beside.value = ''
  },
)
const mates = computed(() => eggs.value.filter((mate) => mate.id !== props.eggId && looksOf(mate).length > 0))
const besideParts = computed<FilmPart[]>(() => {
  if (!set.value || beside.value === '') return []
  if (beside.value !== 'living') {
    const mate = mates.value.find(({ id }) => id === beside.value)
    return mate ? partsOf(looksOf(mate), store.repository) : []
  }
  const timeline = timelineOf(set.value, store.hatchery)
  const ages = looks.value
    .filter(({ replaced }) => !replaced)
    .map((look) => ({ ageDays: look.ageDays, stage: timeline.stageAt(Date.parse(look.takenAt)) }))
    .sort((a, b) => a.ageDays - b.ageDays)
  const shell = egg.value ? shellOf(egg.value, set.value) : set.value.shell
  return drawnParts({ species: set.value.species, shell }, ages, workers)
})
const other = useGrowthFilm(() => besideParts.value)
const otherLabel = computed(() => {
  const mate = mates.value.find(({ id }) => id === beside.value)
  return mate ? nameOf(mate) : t('eggPage.drawn')
})
const shownBeside = computed(() =>
  other.film.value ? { film: other.film.value, label: otherLabel.value } : null,
)

const withLooks = computed(() => eggs.value.filter((item) => looksOf(item).length > 0))
const neighbour = (by: number): Egg | null => {
  const list = withLooks.value
  const at = list.findIndex(({ id }) => id === props.eggId)
  return list.length < 2 ? null : (list[(at + by + list.length) % list.length] ?? null)
}
</script>

<template>
  <main v-if="!set || !egg" class="p-8">
    {{ t('bench.noSet') }} <RouterLink to="/" class="underline">{{ t('bench.toToday') }}</RouterLink>
  </main>
  <main
    v-else
    class="mx-auto flex max-w-[1500px] flex-col gap-3 p-3 md:h-[calc(100dvh-3.25rem)]"
    data-testid="egg-page"
  >
    <header class="flex flex-wrap items-center gap-x-4 gap-y-1">
      <h1 class="text-xl font-bold sm:text-2xl">
        {{ t('bench.egg', { place: nameOf(egg), number: egg.number }) }}
      </h1>
      <KitButton :to="{ name: 'set', params: { setId } }" kind="quiet">{{ set.name }}</KitButton>
      <nav class="ml-auto flex gap-2" :aria-label="t('eggPage.others')">
        <KitButton
          v-for="[by, words, icon] in [
            [-1, t('eggPage.before'), ChevronLeft],
            [1, t('eggPage.after'), ChevronRight],
          ] as const"
          v-show="neighbour(by)"
          :key="by"
          :to="{ name: 'egg', params: { setId, eggId: neighbour(by)?.id ?? eggId } }"
          size="desk"
          :aria-label="words"
          ><component :is="icon" class="h-5 w-5" aria-hidden="true"
        /></KitButton>
      </nav>
    </header>
    <div class="grid min-h-0 grow gap-4 md:grid-cols-[minmax(0,1fr)_minmax(17rem,24rem)]">
      <GrowthPlayer
        v-if="film"
        ref="player"
        :key="eggId"
        keys
        :film="film"
        :label="nameOf(egg)"
        :beside="shownBeside"
      />
      <div v-else class="grid min-h-64 place-items-center rounded-xl bg-black p-4 text-lg text-ink-soft">
        <p v-if="looks.length === 0">{{ t('eggPage.noLooks') }}</p>
        <p v-else-if="problem" role="alert">{{ problem }}</p>
        <p v-else aria-live="polite">{{ tFilm('player.making', { done: made, of: parts.length }) }}</p>
      </div>
      <aside class="flex min-h-0 flex-col gap-4 md:overflow-y-auto">
        <ListChoice
          :label="t('eggPage.beside')"
          v-model="beside"
          :options="[
            { value: '', name: t('eggPage.nothing') },
            { value: 'living', name: t('eggPage.drawn') },
            ...mates.map((mate) => ({ value: mate.id, name: nameOf(mate) })),
          ]"
          data-testid="beside"
        />
        <p v-if="beside && !shownBeside" class="text-ink-soft" aria-live="polite">
          {{
            other.problem.value || tFilm('player.making', { done: other.made.value, of: besideParts.length })
          }}
        </p>
        <SaveFilm v-if="player" :film="player.drawable" :name="`perlumen-${fileNameOf(nameOf(egg))}`" />
        <EggLooks :set="set" :egg="egg" :looks="looks" />
      </aside>
    </div>
  </main>
</template>
