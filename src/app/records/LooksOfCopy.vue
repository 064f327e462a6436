<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import { isPictured, type PicturedLook } from '../../contracts/records/look-record.ts'
import { isOfCopy, mayBeOfCopy, withSizeOfCopy } from '../../domain/looks-of-copy.ts'
import { timelineOf } from '../../domain/timeline.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useDevicesStore } from '../shared/devices.ts'
import { useSaving } from '../shared/useSaving.ts'
import { count } from '../shared/wording.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** Looks that an earlier version measured in the smaller copy of their photograph: found by measuring, mended on a yes. */
const store = useHatcheryStore()
const { workers } = useDevicesStore()
const { problem, saving } = useSaving()
/** As an earlier version kept copies, where this book does not say otherwise. */
const USUAL_COPY_PX = 1600
const suspects = computed(() =>
  store.looks
    .filter(isPictured)
    .filter((look) => mayBeOfCopy(look, store.hatchery.photoLongSidePx ?? USUAL_COPY_PX)),
)
/** How far the check is; null before one. */
const checked = ref<{ done: number; all: number } | null>(null)
const isRunning = ref(false)
/** As they should be. */
const mended = shallowRef<PicturedLook[]>([])
const done = ref('')

async function check(): Promise<void> {
  const list = suspects.value
  isRunning.value = true
  mended.value = []
  await saving(async () => {
    for (const [i, look] of list.entries()) {
      checked.value = { done: i, all: list.length }
      const found = await asCopy(look)
      if (found) mended.value = [...mended.value, found]
    }
    checked.value = { done: list.length, all: list.length }
  })
  isRunning.value = false
}
async function asCopy(look: PicturedLook): Promise<PicturedLook | null> {
  const set = store.setById(look.setId)
  const photo = await store.repository.photo(look.photo.id)
  if (!set || !photo) return null
  const stage = timelineOf(set, store.hatchery).stageAt(Date.parse(look.takenAt))
  const { reading, ...copy } = await workers.measure(photo, {
    species: set.species,
    stage,
    keepLongSidePx: null,
  })
  return reading.kind === 'eggs' && isOfCopy(look, copy, reading.eggs) ? withSizeOfCopy(look, copy) : null
}
function mend(): void {
  void saving(async () => {
    await store.commit('looks put right', null, { looks: mended.value })
    done.value = t('copies.mended', { looks: count(mended.value.length, 'look') })
    mended.value = []
    checked.value = null
  })
}
</script>

<template>
  <section
    v-if="suspects.length > 0 || done"
    class="card p-5"
    aria-labelledby="copy-heading"
    data-testid="looks-of-copy"
  >
    <h2 id="copy-heading" class="text-xl font-semibold">{{ t('copies.title') }}</h2>
    <p v-if="done" class="mt-2" role="status">{{ done }}</p>
    <template v-if="suspects.length > 0">
      <p class="mt-2">{{ t('copies.lead', { looks: count(suspects.length, 'look') }) }}</p>
      <p v-if="checked" class="mt-2" role="status">
        {{ t('copies.found', { checked: checked.done, all: checked.all, found: mended.length }) }}
      </p>
      <p v-if="problem" class="mt-2 text-ember" role="alert">{{ problem }}</p>
      <div class="mt-3 flex flex-wrap gap-3">
        <KitButton :disabled="isRunning" @click="check">
          {{ t('copies.measure') }}
        </KitButton>
        <KitButton v-if="mended.length > 0 && !isRunning" kind="next" @click="mend">
          {{ t('copies.mend') }}
        </KitButton>
      </div>
    </template>
  </section>
</template>
