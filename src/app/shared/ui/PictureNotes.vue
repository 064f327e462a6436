<script setup lang="ts">
import { onScopeDispose, shallowRef, watch } from 'vue'
import { Camera } from '@lucide/vue'
import { picturesOf } from '../../../contracts/records/egg-state.ts'
import { type Egg } from '../../../contracts/records/egg-state.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import { usePictureNote } from '../usePictureNote.ts'
import { useSaving } from '../useSaving.ts'
import { t } from '../words.ts'
import FilePick from '../kit/FilePick.vue'

/** Photographs as notes of an egg: a pip, a chick, what was in the shell. */
const props = defineProps<{ egg: Egg; name: string; sayAt: (at: string | null) => string }>()
const { repository } = useHatcheryStore()
const { note } = usePictureNote()
const { problem, saving } = useSaving()
const seen = shallowRef<Array<{ id: string; at: string | null; url: string | null }>>([])

function release(): void {
  for (const { url } of seen.value) if (url) URL.revokeObjectURL(url)
  seen.value = []
}
watch(
  () => props.egg,
  async (egg) => {
    const found = await Promise.all(
      picturesOf(egg).map(async ({ id, at, pictureId }) => {
        const picture = await repository.attachment(pictureId)
        return { id, at, url: picture && URL.createObjectURL(picture) }
      }),
    )
    release()
    // Another egg may have been chosen meanwhile.
    if (props.egg === egg) seen.value = found
    else for (const { url } of found) if (url) URL.revokeObjectURL(url)
  },
  { immediate: true },
)
onScopeDispose(release)

function add(file: File): void {
  void saving(() => note(props.egg.id, file))
}
</script>

<template>
  <div class="flex flex-wrap items-end gap-3" data-testid="pictures">
    <figure v-for="{ id, at, url } in seen" :key="id" class="w-28">
      <img
        v-if="url"
        :src="url"
        class="photo w-full rounded-lg"
        :alt="t('picture.alt', { egg: name, day: sayAt(at) })"
      />
      <figcaption class="text-xs text-ink-soft">
        {{ url ? '' : t('picture.notHere') }}{{ name }}{{ sayAt(at) }}
      </figcaption>
    </figure>
    <FilePick :icon="Camera" accept="image/*" capture="environment" @files="([file]) => add(file!)">
      {{ t('picture.take', { egg: name }) }}
    </FilePick>
    <p v-if="problem" class="text-ember" role="alert">{{ problem }}</p>
  </div>
</template>
