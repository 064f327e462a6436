<script setup lang="ts">
import { computed, onBeforeUnmount, ref, shallowRef } from 'vue'
import { QrCode, ScanQrCode } from '@lucide/vue'
import { Peer, WrongCode } from '../../devices/pairing/peer.ts'
import CodeReader from '../shared/ui/CodeReader.vue'
import QrMark from '../shared/ui/QrMark.vue'
import { useImportExportStore } from '../data/import-export.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** Merge with another tablet, without any server: each shows the other a code, and both books go across. */
defineProps<{ busy: boolean }>()
const emit = defineEmits<{ received: [file: File] }>()
const importExport = useImportExportStore()
const peer = shallowRef<Peer | null>(null)
/** What the other tablet is to read now. */
const code = ref('')
const state = ref<'idle' | 'offering' | 'answering' | 'talking' | 'done'>('idle')
const reading = ref<'offer' | 'answer' | null>(null)
const problem = ref('')
const progress = ref<{ done: number; total: number } | null>(null)
const canTalk = 'RTCPeerConnection' in globalThis
const STATE_WORDS = {
  idle: '',
  offering: t('tablets.onOther'),
  answering: t('tablets.scan'),
  talking: t('tablets.sending'),
  done: t('tablets.sent'),
} as const
const percent = computed(() =>
  progress.value ? Math.floor((100 * progress.value.done) / progress.value.total) : 0,
)

function start(): Peer {
  close()
  problem.value = ''
  const next = new Peer((done, total) => {
    progress.value = { done, total }
  })
  peer.value = next
  void talk(next)
  return next
}
async function offer(): Promise<void> {
  const line = start()
  state.value = 'offering'
  await guarded(async () => {
    code.value = await line.offer()
  }, line)
}
function read(text: string): void {
  const what = reading.value
  reading.value = null
  problem.value = ''
  const line = what === 'offer' ? start() : peer.value
  if (!line) return
  void guarded(async () => {
    if (what === 'answer') return line.accept(text)
    code.value = await line.answer(text)
    state.value = 'answering'
  }, line)
}
/** As soon as the line stands: this book goes there, the other comes here. */
async function talk(line: Peer): Promise<void> {
  await guarded(async () => {
    await line.open
    code.value = ''
    state.value = 'talking'
    const { file } = await importExport.exportBundle()
    const [, received] = await Promise.all([line.send(file), line.received])
    state.value = 'done'
    emit('received', new File([received], 'other-tablet.zip', { type: 'application/zip' }))
  }, line)
}
async function guarded(work: () => Promise<void>, line: Peer): Promise<void> {
  try {
    await work()
  } catch (error) {
    // Of a line that was given up nobody wants to hear.
    if (line !== peer.value) return
    problem.value = (error as Error).message
    // This tablet's code stands: the right answer to it may still be read.
    if (error instanceof WrongCode && state.value === 'offering') return
    close()
  }
}
function close(): void {
  peer.value?.close()
  peer.value = null
  code.value = ''
  progress.value = null
  state.value = 'idle'
}
onBeforeUnmount(close)
</script>

<template>
  <section v-if="canTalk" class="card mt-4 flex flex-col gap-3 p-5" aria-labelledby="two-heading">
    <h2 id="two-heading" class="text-xl font-semibold">{{ t('tablets.title') }}</h2>
    <p class="text-ink-soft">
      {{ t('tablets.lead') }}
    </p>
    <p v-if="problem" class="text-ember" role="alert">{{ problem }}</p>
    <p v-if="STATE_WORDS[state]" role="status" data-testid="two-state">
      {{ STATE_WORDS[state] }}{{ state === 'talking' && progress ? t('tablets.received', { percent }) : '' }}
    </p>
    <QrMark v-if="code" :text="code" class="w-full max-w-80 self-center rounded-lg" />
    <div class="flex flex-wrap gap-3">
      <template v-if="state === 'idle' || state === 'done'">
        <KitButton :icon="QrCode" :disabled="busy" @click="offer">
          {{ t('tablets.show') }}
        </KitButton>
        <KitButton :icon="ScanQrCode" :disabled="busy" @click="reading = 'offer'">
          {{ t('tablets.read') }}
        </KitButton>
      </template>
      <template v-else>
        <KitButton :icon="ScanQrCode" v-if="state === 'offering'" kind="next" @click="reading = 'answer'">
          {{ t('tablets.readAnswer') }}
        </KitButton>
        <KitButton @click="close">{{ t('import.stop') }}</KitButton>
      </template>
    </div>
    <CodeReader
      v-if="reading"
      :label="t('tablets.readOther')"
      :words="t('tablets.hold')"
      @code="read"
      @close="reading = null"
    />
  </section>
</template>
