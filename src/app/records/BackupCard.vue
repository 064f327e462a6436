<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { FolderOpen, ShieldCheck } from '@lucide/vue'
import { storageRoom, type StorageRoom } from '../data/storage-room.ts'
import { count } from '../shared/wording.ts'
import { useBackupsStore, type Rhythm } from './backups.ts'

/** Backups: where they go, when, how old the last good one is, and back from one. */
defineProps<{ busy: boolean }>()
const emit = defineEmits<{ restore: [file: File] }>()
const backups = useBackupsStore()
const room = ref<StorageRoom | null>(null)
onMounted(async () => {
  room.value = await storageRoom().catch(() => null)
  await backups.load()
})
const RHYTHM_WORDS: Readonly<Record<Rhythm, string>> = {
  evening: 'after each evening, and each day',
  day: 'each day',
  never: 'only when I say so',
}
const timeWords = (time: string): string => time.slice(0, 16).replace('T', ' ')
async function restore(name: string): Promise<void> {
  emit('restore', await backups.fetch(name))
}
</script>

<template>
  <section class="card mt-4 flex flex-col gap-3 p-5" aria-labelledby="backup-heading">
    <h2 id="backup-heading" class="text-xl font-semibold">Backups</h2>
    <p :class="{ 'text-ember': backups.isOld }" data-testid="backup-age">
      {{ backups.ageWords }} Each is read back before it counts.
    </p>
    <p v-if="backups.problem" class="text-ember" role="alert">{{ backups.problem }}</p>
    <div class="flex flex-wrap items-center gap-3">
      <button type="button" class="press" :disabled="busy || backups.working" @click="backups.now()">
        <ShieldCheck class="h-5 w-5" aria-hidden="true" /> Back up now
      </button>
      <button
        v-if="backups.canChoose()"
        type="button"
        class="press"
        :disabled="busy || backups.working"
        @click="backups.choose()"
      >
        <FolderOpen class="h-5 w-5" aria-hidden="true" />
        {{ backups.folder ? 'Another folder' : 'Choose a folder' }}
      </button>
      <button v-if="backups.folder" type="button" class="press" @click="backups.forget()">
        Folder no more
      </button>
    </div>
    <p>
      {{ backups.folder ? `Into the folder “${backups.folder.name}”` : 'As a download,' }}
      <label
        >by itself
        <select v-model="backups.rhythm" class="field ml-1">
          <option v-for="(words, key) in RHYTHM_WORDS" :key="key" :value="key">{{ words }}</option>
        </select></label
      >
    </p>
    <template v-if="backups.folder">
      <p v-if="backups.needsLeave" class="text-ember">
        The browser wants your leave to write there again: “Back up now” asks for it.
      </p>
      <details v-if="backups.kept.length > 0">
        <summary class="min-h-11 cursor-pointer py-2">
          {{ count(backups.kept.length, 'backup') }} kept: seven days, five weeks, twelve months, every year
        </summary>
        <ul data-testid="backups">
          <li
            v-for="one in backups.kept"
            :key="one.name"
            class="flex min-h-11 items-center justify-between gap-3"
          >
            {{ timeWords(one.time) }}{{ one.own ? '' : ', from another tablet' }}
            <button
              type="button"
              class="press min-h-10 shrink-0 py-1"
              :disabled="busy"
              @click="restore(one.name)"
            >
              Look at it
            </button>
          </li>
        </ul>
      </details>
    </template>
    <p v-else class="text-ink-soft">
      {{
        backups.canChoose()
          ? 'A folder that is synchronised, or a stick, outlives this tablet. Several tablets may share one: each clears away only its own.'
          : 'This browser writes to no folder by itself: a backup is a file among the downloads.'
      }}
    </p>
    <p v-if="room && !room.persistent" class="text-sm text-ink-soft">
      The browser has not promised to keep what is here: when the device runs out of room it may clear it all.
      It promises more readily to a program that is installed and used often.
    </p>
  </section>
</template>
