<script setup lang="ts">
import { computed } from 'vue'
import type { Egg } from '../../contracts/records/egg-state.ts'
import { unseenAmong, type SeveralEggs } from '../../domain/several-eggs.ts'
import { count } from '../shared/wording.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import ListChoice from '../shared/kit/ListChoice.vue'

/** Which egg of the tray each one in the picture is; nothing is kept before it is confirmed. */
const props = defineProps<{
  picture: SeveralEggs
  waiting: readonly Egg[]
  placeOf: (egg: Egg) => string
  busy: boolean
}>()
const emit = defineEmits<{ place: [index: number, egg: Egg | null]; keep: []; discard: [] }>()
const unseen = computed(() => unseenAmong(props.picture, props.waiting))
</script>

<template>
  <section class="flex flex-col gap-3" aria-labelledby="several-title">
    <h2 id="several-title" class="text-2xl font-bold" data-testid="several">
      {{ t('places.title', { eggs: count(picture.eggs.length, 'egg') }) }}
    </h2>
    <p class="text-ink-soft">
      {{ t('places.lead') }}
    </p>
    <ol class="flex flex-col gap-1.5">
      <li v-for="({ place }, i) in picture.eggs" :key="i" class="flex items-center gap-3">
        <ListChoice
          class="grow"
          :label="t('places.egg', { number: i + 1 })"
          :options="[
            { value: '', name: t('places.none') },
            ...waiting.map((egg) => ({
              value: egg.id,
              name: t('bench.egg', { place: placeOf(egg), number: egg.number }),
            })),
          ]"
          :model-value="place?.id ?? ''"
          @change="emit('place', i, waiting.find(({ id }) => id === $event) ?? null)"
        />
      </li>
    </ol>
    <p v-if="unseen.length > 0" class="rounded-xl border border-lamp p-3" data-testid="unseen">
      {{
        t('places.unseen', {
          places: unseen.map(placeOf).join(', '),
          how: unseen.length === 1 ? t('places.itAlone') : t('places.themAlone'),
        })
      }}
    </p>
    <div class="flex flex-wrap gap-3">
      <KitButton kind="next" size="big" class="grow" :disabled="busy" @click="emit('keep')">
        {{ t('places.keep', { looks: count(picture.eggs.filter((egg) => egg.place).length, 'look') }) }}
        <span class="key">Enter</span>
      </KitButton>
      <KitButton size="big" :disabled="busy" @click="emit('discard')">
        {{ t('arrived.discard') }} <span class="key">Esc</span>
      </KitButton>
    </div>
  </section>
</template>
