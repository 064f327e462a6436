<script setup lang="ts">
import { ref, shallowRef, watch } from 'vue'
import { sayDate } from '../../core/time/local-date.ts'
import { simulatedProbes, simulatedReadings, type SimulatedReadings } from '../../domain/simulated-in-book.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useSaving } from '../shared/useSaving.ts'
import { count } from '../shared/wording.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** What earlier versions let simulated sensors write among one’s own records; taken out by one press, and back by another. */
const store = useHatcheryStore()
const { problem, saving } = useSaving()
const found = shallowRef<SimulatedReadings | null>(null)
const taken = ref<number | null>(null)
watch(
  () => store.probes,
  async (probes) => {
    const simulated = simulatedProbes(probes)
    if (simulated.length === 0) {
      found.value = null
      return
    }
    const ids = (await store.repository.readingIds()).filter((id) =>
      simulated.some((probe) => id.endsWith(`_${probe.id}`)),
    )
    const days = await store.repository.readings(ids)
    if (store.probes === probes) found.value = simulatedReadings(simulated, [...days.values()])
  },
  { immediate: true },
)
function remove(): void {
  const now = found.value
  if (!now) return
  void saving(async () => {
    await store.commit(LABEL, null, { probesGone: now.probes })
    taken.value = now.count
  })
}
const LABEL = 'simulated readings out'
function putBack(): void {
  void saving(async () => {
    if (store.journal.at(-1)?.label !== LABEL) throw new Error(t('simulated.changedSince'))
    await store.undo()
    taken.value = null
  })
}
</script>

<template>
  <div
    v-if="found || taken !== null"
    class="screen-only flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-ember px-4 py-3"
    role="status"
    data-testid="simulated-found"
  >
    <template v-if="found">
      <span>{{
        t('simulated.found', {
          readings: count(found.count, 'reading'),
          from: sayDate(found.from),
          to: sayDate(found.to),
        })
      }}</span>
      <KitButton kind="next" size="desk" @click="remove">
        {{ t('simulated.remove') }}
      </KitButton>
    </template>
    <template v-else>
      <span>{{ t('simulated.removed', { readings: count(taken!, 'simulatedReading') }) }}</span>
      <KitButton size="desk" @click="putBack">{{ t('simulated.undo') }}</KitButton>
    </template>
    <span v-if="problem" class="text-ember" role="alert">{{ problem }}</span>
  </div>
</template>
