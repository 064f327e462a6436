<script setup lang="ts">
import { Download } from '@lucide/vue'
import { onScopeDispose, ref, watch } from 'vue'
import { saveFile } from '../save-file.ts'
import { percentWords } from '../wording.ts'
import { canWriteWebp, videoCodec, writeMp4, writePngs, writeWebp, type Drawable } from './film-files.ts'
import { t } from './words.ts'
import KitProgress from '../kit/KitProgress.vue'
import KitButton from '../kit/KitButton.vue'

/** Takes a film out as a file. */
const props = defineProps<{
  film: Drawable
  /** Of the files, without ending. */
  name: string
}>()

const KINDS = [
  { kind: 'webp', words: t('save.webp'), ending: 'webp', write: writeWebp },
  { kind: 'mp4', words: t('save.mp4'), ending: 'mp4', write: writeMp4 },
  { kind: 'png', words: t('save.png'), ending: 'zip', write: writePngs },
] as const
type Kind = (typeof KINDS)[number]['kind']

const can = ref<Record<Kind, boolean>>({ webp: false, mp4: false, png: true })
watch(
  () => `${props.film.widthPx}x${props.film.heightPx}`,
  async () => {
    // A browser that lacks what is asked for cannot, and says nothing more.
    const [webp, codec] = await Promise.all([
      canWriteWebp().catch(() => false),
      videoCodec(props.film).catch(() => null),
    ])
    can.value = { webp, mp4: codec !== null, png: true }
  },
  { immediate: true },
)

const share = ref<number | null>(null)
const said = ref('')
let stop = new AbortController()
onScopeDispose(() => stop.abort())

async function save({ ending, write }: (typeof KINDS)[number]): Promise<void> {
  stop = new AbortController()
  const { signal } = stop
  share.value = 0
  said.value = ''
  try {
    const blob = await write(props.film, { signal, onProgress: (done) => (share.value = done) })
    const file = `${props.name}.${ending}`
    saveFile(blob, file)
    said.value = t('save.saved', { name: file })
  } catch (error) {
    if (!signal.aborted) said.value = t('save.failed', { why: (error as Error).message })
  } finally {
    share.value = null
  }
}
</script>

<template>
  <section :aria-label="t('save.title')">
    <p class="mb-2 flex items-center gap-2 font-semibold">
      <Download class="h-5 w-5" aria-hidden="true" /> {{ t('save.title') }}
    </p>
    <div v-if="share === null" class="flex flex-wrap gap-2">
      <KitButton
        v-for="kind in KINDS"
        :key="kind.kind"
        size="desk"
        :disabled="!can[kind.kind]"
        :data-testid="`save-${kind.kind}`"
        @click="save(kind)"
      >
        {{ kind.words }}<span v-if="!can[kind.kind]" class="text-sm">({{ t('save.notHere') }})</span>
      </KitButton>
    </div>
    <KitProgress v-else :done="share" :stop="t('save.cancel')" @stop="stop.abort()">
      <span class="tabular-nums">{{ t('save.under', { percent: percentWords(share) }) }}</span>
    </KitProgress>
    <p class="mt-2 text-sm text-ink-soft" aria-live="polite" data-testid="film-saved">
      {{ said || t('save.nothingElse') }}
    </p>
  </section>
</template>
