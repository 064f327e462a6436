<script setup lang="ts">
import { computed, ref } from 'vue'
import { Download, Trash2, Upload } from '@lucide/vue'
import { format } from 'date-fns'
import { BundleError, readBundle, writeBundle, type Bundle } from '../../contracts/bundle.ts'
import { looksToCsv } from '../../contracts/looks-csv.ts'
import { saveFile } from '../composables/save-file.ts'
import { count } from '../composables/wording.ts'
import { deviceZone, useHatcheryStore } from '../stores/hatchery.ts'
import ConfirmDialog from '../components/ConfirmDialog.vue'

const hatchery = useHatcheryStore()
const message = ref<{ text: string; bad: boolean } | null>(null)
const working = ref(false)
const waiting = ref<Bundle | null>(null)
const wiping = ref(false)
const stamp = (): string => format(new Date(), 'yyyy-MM-dd-HHmm')
const sizes = computed(() => `${count(hatchery.sets.length, 'set')}, ${count(hatchery.eggs.length, 'egg')}, ${count(hatchery.looks.length, 'look')}`)

async function guarded(work: () => Promise<string | null>): Promise<void> {
  working.value = true
  message.value = null
  try {
    const text = await work()
    if (text) message.value = { text, bad: false }
  } catch (error) {
    const text = error instanceof BundleError ? `${error.message} Nothing was changed.` : `That did not work: ${(error as Error).message}`
    message.value = { text, bad: true }
  } finally {
    working.value = false
  }
}

const exportCsv = () => guarded(async () => {
  saveFile(new Blob([looksToCsv(hatchery.records())], { type: 'text/csv;charset=utf-8' }), `perlumen-looks-${stamp()}.csv`)
  return `${count(hatchery.looks.length, 'look')} written to a table.`
})
const exportBundle = () => guarded(async () => {
  saveFile(new Blob([writeBundle(await hatchery.bundle())], { type: 'application/zip' }), `perlumen-${stamp()}.zip`)
  return `${sizes.value} written, with their photographs.`
})

async function choose(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  await guarded(async () => {
    const bundle = readBundle(new Uint8Array(await file.arrayBuffer()), deviceZone())
    if (hatchery.sets.length === 0) return bringIn(bundle)
    waiting.value = bundle
    return null
  })
}

async function bringIn(bundle: Bundle): Promise<string> {
  await hatchery.replaceWith(bundle)
  return `${sizes.value} brought in.`
}
function replace(): void {
  const bundle = waiting.value
  waiting.value = null
  if (bundle) void guarded(() => bringIn(bundle))
}
function wipe(): void {
  wiping.value = false
  void guarded(async () => {
    await hatchery.wipe()
    return 'All records on this device were erased.'
  })
}
</script>

<template>
  <main class="mx-auto max-w-4xl p-6">
    <h1 class="text-3xl font-bold">Records</h1>
    <p class="mt-1 text-lg text-ink-soft">{{ sizes }} in this browser. They never leave this device but in files that you export.</p>
    <p v-if="message" class="mt-4 rounded-xl border p-4 text-lg" :class="message.bad ? 'border-ember' : 'border-lamp'" :role="message.bad ? 'alert' : 'status'" data-testid="records-message">{{ message.text }}</p>
    <div class="mt-6 grid gap-4 md:grid-cols-2">
      <section class="card flex flex-col gap-3 p-5">
        <h2 class="text-xl font-semibold">Take out</h2>
        <p class="text-ink-soft">A table of all looks for any spreadsheet, or one ZIP bundle with everything and the photographs, to keep or to carry to another device.</p>
        <button type="button" class="press" :disabled="working" @click="exportCsv"><Download class="h-5 w-5" aria-hidden="true" /> Looks as a table (CSV)</button>
        <button type="button" class="press press-lamp" :disabled="working" @click="exportBundle"><Download class="h-5 w-5" aria-hidden="true" /> Everything (ZIP)</button>
      </section>
      <section class="card flex flex-col gap-3 p-5">
        <h2 class="text-xl font-semibold">Bring in</h2>
        <p class="text-ink-soft">A bundle is checked whole before anything here changes. It takes the place of what is here.</p>
        <label class="press" :class="{ 'opacity-40': working }"><Upload class="h-5 w-5" aria-hidden="true" /> Choose a bundle (ZIP)<input type="file" accept=".zip,application/zip" class="sr-only" :disabled="working" data-testid="bundle-input" @change="choose" /></label>
        <h2 class="mt-4 text-xl font-semibold">Erase</h2>
        <button type="button" class="press press-ember" :disabled="working || hatchery.sets.length === 0" @click="wiping = true"><Trash2 class="h-5 w-5" aria-hidden="true" /> Erase all records here</button>
      </section>
    </div>
    <ConfirmDialog :open="waiting !== null" title="Replace what is here?" confirm="Replace" grave @confirm="replace" @close="waiting = null">
      <p class="text-lg">{{ sizes }} here will be replaced by {{ count(waiting?.records.sets.length ?? 0, 'set') }}, {{ count(waiting?.records.eggs.length ?? 0, 'egg') }} and {{ count(waiting?.records.looks.length ?? 0, 'look') }} from the bundle.</p>
    </ConfirmDialog>
    <ConfirmDialog :open="wiping" title="Erase all records?" confirm="Erase" grave @confirm="wipe" @close="wiping = false">
      <p class="text-lg">{{ sizes }} and their photographs will be gone from this device for good. Export a bundle first if in doubt.</p>
    </ConfirmDialog>
  </main>
</template>
