<script setup lang="ts">
import { computed, onMounted } from 'vue'
import { useRouter } from 'vue-router'
import { isIn } from '../../contracts/records/egg-state.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useArrivalsStore } from '../shared/arrivals.ts'
import { useSaving } from '../shared/useSaving.ts'
import { count } from '../shared/wording.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** Photographs came from elsewhere on the device: whose eggs are these? */
const store = useHatcheryStore()
const arrivals = useArrivalsStore()
const router = useRouter()
const { problem, saving } = useSaving()
onMounted(() => void saving(() => arrivals.fetchShared()))
const open = computed(() =>
  store.sets.filter(({ id }) => {
    const eggs = store.eggsBySet.get(id)
    // What is not fetched yet may still be in.
    return !eggs || eggs.some(isIn)
  }),
)
function forget(): void {
  void saving(() => arrivals.take().then(() => router.push('/')))
}
</script>

<template>
  <main class="mx-auto max-w-3xl p-6">
    <h1 class="text-3xl font-bold">{{ t('arrived.title') }}</h1>
    <p v-if="problem" class="mt-2 text-ember" role="alert">{{ problem }}</p>
    <p v-if="arrivals.unreadable > 0" class="mt-2 text-ember" role="alert" data-testid="unreadable">
      {{ t('arrived.unreadable', { photographs: count(arrivals.unreadable, 'photograph') }) }}
    </p>
    <p v-if="arrivals.files.length === 0" class="mt-2 text-lg">
      {{ t('arrived.none') }}
    </p>
    <template v-else>
      <p class="mt-2 text-lg" data-testid="arrived">
        {{ t('arrived.whichSet', { photographs: count(arrivals.files.length, 'photograph') }) }}
      </p>
      <KitButton to="/look" kind="next" size="big" class="mt-4 text-lg">{{ t('arrived.oneEgg') }}</KitButton>
      <ul class="mt-4 flex flex-col gap-2">
        <li v-for="set in open" :key="set.id">
          <KitButton :to="`/sets/${set.id}/bench`" size="big" class="w-full justify-start text-lg">{{
            set.name
          }}</KitButton>
        </li>
      </ul>
      <KitButton class="mt-6" @click="forget">{{ t('arrived.discard') }}</KitButton>
    </template>
  </main>
</template>
