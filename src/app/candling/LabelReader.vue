<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { QrCode } from '@lucide/vue'
import type { Egg } from '../../contracts/records/egg-state.ts'
import { readLabelCode, type Label } from '../../contracts/files/label-code.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import CodeReader from '../shared/ui/CodeReader.vue'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** The camera reads a tray’s or an egg’s label, and the bench goes there. Numbers on the shell stay the fallback. */
const emit = defineEmits<{ tray: [id: string]; egg: [egg: Egg] }>()
const store = useHatcheryStore()
const router = useRouter()
const route = useRoute()
const isOpen = ref(false)
const HINT = t('label.hold')
const words = ref(HINT)

function open(): void {
  words.value = HINT
  isOpen.value = true
}
function read(text: string): void {
  const label = readLabelCode(text)
  if (label) go(label)
  else words.value = t('label.foreign')
}

function go(label: Label): void {
  const set = store.sets.find(({ id, trayIds }) =>
    label.kind === 'tray'
      ? trayIds.includes(label.id)
      : (store.eggsBySet.get(id) ?? []).some((egg) => egg.id === label.id),
  )
  if (!set) {
    words.value = t('label.unknown')
    return
  }
  isOpen.value = false
  if (route.params['setId'] === set.id) show(label)
  else void router.push({ name: 'bench', params: { setId: set.id }, query: { [label.kind]: label.id } })
}
function show({ kind, id }: Label): void {
  if (kind === 'tray') return emit('tray', id)
  const egg = store.eggs.find((one) => one.id === id)
  if (egg) emit('egg', egg)
}
// From another set's bench, whose camera read the label.
onMounted(() => {
  const { tray, egg } = route.query
  if (typeof tray === 'string') show({ kind: 'tray', id: tray })
  else if (typeof egg === 'string') show({ kind: 'egg', id: egg })
})
</script>

<template>
  <KitButton :icon="QrCode" size="desk" class="mb-2" @click="open">
    {{ t('label.read') }}
  </KitButton>
  <CodeReader v-if="isOpen" :label="t('label.read')" :words="words" @code="read" @close="isOpen = false" />
</template>
