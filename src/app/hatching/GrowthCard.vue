<script setup lang="ts">
import { computed, ref, useTemplateRef } from 'vue'
import type { Egg } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { partsOf } from '../shared/growth/growth-film.ts'
import GrowthPlayer from '../shared/growth/GrowthPlayer.vue'
import SaveFilm from '../shared/growth/SaveFilm.vue'
import { useGrowthFilm } from '../shared/growth/useGrowthFilm.ts'
import { t as tFilm } from '../shared/growth/words.ts'
import { fileNameOf } from '../shared/save-file.ts'
import { nameOfEgg } from '../shared/wording.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import ListChoice from '../shared/kit/ListChoice.vue'

/** The growth film of an egg of the set, made when asked for; nothing where no egg was looked at twice. */
const props = defineProps<{ set: EggSet; eggs: readonly Egg[] }>()
const store = useHatcheryStore()
const looksOf = ({ id }: Egg) => (store.looksByEgg.get(id) ?? []).filter(({ replaced }) => !replaced)
/** Chicks first, and of them those that were looked at the most. */
const filmed = computed(() =>
  props.eggs
    .filter((egg) => looksOf(egg).length > 1)
    .sort((a, b) => rank(b) - rank(a) || a.number - b.number),
)
const rank = (egg: Egg): number => (egg.outcome?.found === 'hatched' ? 1000 : 0) + looksOf(egg).length
const eggId = ref('')
const chosen = computed(() => filmed.value.find(({ id }) => id === eggId.value) ?? null)
const parts = computed(() => (chosen.value ? partsOf(looksOf(chosen.value), store.repository) : []))
const { film, made, problem } = useGrowthFilm(() => parts.value)
const player = useTemplateRef('player')
const nameOf = (egg: Egg): string => nameOfEgg(props.set.trays, egg)
</script>

<template>
  <section
    v-if="filmed.length > 0"
    class="card screen-only p-4"
    aria-labelledby="growth"
    data-testid="growth"
  >
    <div class="flex flex-wrap items-center gap-3">
      <h2 id="growth" class="text-xl font-semibold">{{ t('growth.title') }}</h2>
      <ListChoice
        :label="t('growth.egg')"
        v-model="eggId"
        :options="[
          { value: '', name: t('growth.choose') },
          ...filmed.map((egg) => ({ value: egg.id, name: nameOf(egg) })),
        ]"
      />
      <KitButton
        v-if="chosen"
        :to="{ name: 'egg', params: { setId: set.id, eggId: chosen.id } }"
        kind="quiet"
        >{{ t('growth.toPage') }}</KitButton
      >
    </div>
    <template v-if="chosen">
      <p v-if="problem" class="mt-3" role="alert">{{ problem }}</p>
      <p v-else-if="!film" class="mt-3 text-ink-soft" aria-live="polite">
        {{ tFilm('player.making', { done: made, of: parts.length }) }}
      </p>
      <GrowthPlayer
        v-else
        ref="player"
        :key="chosen.id"
        class="mt-3 md:h-[36rem]"
        :film
        :label="nameOf(chosen)"
      />
      <SaveFilm
        v-if="player"
        class="mt-3"
        :film="player.drawable"
        :name="`perlumen-${fileNameOf(nameOf(chosen))}`"
      />
    </template>
  </section>
</template>
