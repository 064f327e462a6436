<script setup lang="ts">
import type { Egg } from '../../contracts/records/egg-state.ts'
import type { LookRecord, PicturedLook } from '../../contracts/records/look-record.ts'
import type { Session } from '../../contracts/records/session-record.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import SessionReport from './SessionReport.vue'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** An evening that has ended, and what can be done next. */
defineProps<{
  session: Session
  set: EggSet
  seen: ReadonlyArray<{ egg: Egg; look: LookRecord }>
  left: readonly Egg[]
  changed: ReadonlyArray<{ egg: Egg; look: PicturedLook; before: PicturedLook['verdict'] }>
  placeOf: (egg: Egg) => string
  nowMs: number
  /** Nothing was done since. */
  mayGoOn: boolean
}>()
const emit = defineEmits<{ again: []; 'go-on': [] }>()
</script>

<template>
  <div class="min-h-0 overflow-y-auto p-2">
    <h2 class="mb-4 text-3xl font-bold">{{ t('summary.title') }}</h2>
    <SessionReport
      :session="session"
      :set="set"
      :seen="seen"
      :left="left"
      :changed="changed"
      :place-of="placeOf"
      :now-ms="nowMs"
    />
    <div class="mt-6 flex flex-wrap gap-3">
      <KitButton :to="{ name: 'removal', params: { setId: set.id } }" kind="next" size="big" class="text-lg"
        >{{ t('summary.toRemove') }} <span class="key">Space</span></KitButton
      ><KitButton size="big" @click="emit('again')">{{ t('summary.again') }}</KitButton>
      <KitButton v-if="mayGoOn" size="big" @click="emit('go-on')">
        {{ t('summary.unfinished') }} <span class="key">Z</span>
      </KitButton>
    </div>
  </div>
</template>
