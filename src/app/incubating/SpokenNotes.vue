<script setup lang="ts">
import { onScopeDispose, shallowRef, watch } from 'vue'
import { spokenOf } from '../../contracts/records/egg-state.ts'
import { type Egg } from '../../contracts/records/egg-state.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { t } from './words.ts'

/** What was spoken of an egg at the lamp, to be played at the desk. */
const props = defineProps<{ egg: Egg; sayAt: (at: string | null) => string }>()
const { repository } = useHatcheryStore()
const heard = shallowRef<Array<{ id: string; at: string | null; seconds: number; url: string | null }>>([])

function release(): void {
  for (const { url } of heard.value) if (url) URL.revokeObjectURL(url)
  heard.value = []
}
watch(
  () => props.egg,
  async (egg) => {
    const found = await Promise.all(
      spokenOf(egg).map(async ({ id, at, seconds, voiceId }) => {
        const sound = await repository.attachment(voiceId)
        return { id, at, seconds, url: sound && URL.createObjectURL(sound) }
      }),
    )
    release()
    // Another egg may have been chosen meanwhile.
    if (props.egg === egg) heard.value = found
  },
  { immediate: true },
)
onScopeDispose(release)
</script>

<template>
  <ul v-if="heard.length > 0" class="mb-3 flex flex-col gap-2" data-testid="spoken">
    <li v-for="{ id, at, seconds, url } in heard" :key="id">
      <span class="text-sm text-ink-soft">{{
        t('spoken.note', {
          when: sayAt(at),
          seconds: seconds.toFixed(0),
          missing: url ? '' : t('spoken.notHere'),
        })
      }}</span>
      <audio
        v-if="url"
        :src="url"
        controls
        class="mt-1 h-11 w-full"
        :aria-label="t('spoken.label', { when: sayAt(at) })"
      />
    </li>
  </ul>
</template>
