<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { FolderOpen, ShieldCheck } from '@lucide/vue'
import { storageRoom, type StorageRoom } from '../data/storage-room.ts'
import { count } from '../shared/wording.ts'
import { useBackupsStore, type Rhythm } from './backups/backups.ts'
import OtherTablets from './tablets/OtherTablets.vue'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import ListChoice from '../shared/kit/ListChoice.vue'
import { optionsOf } from '../shared/kit/options.ts'
import KitFold from '../shared/kit/KitFold.vue'

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
  evening: t('backup.afterCandling'),
  day: t('backup.daily'),
  never: t('backup.onRequest'),
}
const timeWords = (time: string): string => time.slice(0, 16).replace('T', ' ')
async function restore(name: string): Promise<void> {
  emit('restore', await backups.fetch(name))
}
</script>

<template>
  <section class="card mt-4 flex flex-col gap-3 p-5" aria-labelledby="backup-heading">
    <h2 id="backup-heading" class="text-xl font-semibold">{{ t('backup.title') }}</h2>
    <p :class="{ 'text-ember': backups.isOld }" data-testid="backup-age">
      {{ t('backup.lead', { age: backups.ageWords }) }}
    </p>
    <p v-if="backups.problem" class="text-ember" role="alert">{{ backups.problem }}</p>
    <div class="flex flex-wrap items-center gap-3">
      <KitButton :icon="ShieldCheck" :disabled="busy || backups.working" @click="backups.now()">
        {{ t('backup.now') }}
      </KitButton>
      <KitButton
        :icon="FolderOpen"
        v-if="backups.canChoose()"
        :disabled="busy || backups.working"
        @click="backups.choose()"
      >
        {{ backups.folder ? t('backup.changeFolder') : t('backup.chooseFolder') }}
      </KitButton>
      <KitButton v-if="backups.folder" @click="backups.forget()">
        {{ t('backup.stopFolder') }}
      </KitButton>
    </div>
    <p>
      {{ backups.folder ? t('backup.intoFolder', { folder: backups.folder.name }) : t('backup.asDownload') }}
      <ListChoice :label="t('backup.when')" v-model="backups.rhythm" :options="optionsOf(RHYTHM_WORDS)" />
    </p>
    <template v-if="backups.folder">
      <p v-if="backups.needsLeave" class="text-ember">
        {{ t('backup.permission') }}
      </p>
      <KitFold
        v-if="backups.kept.length > 0"
        :title="t('backup.kept', { backups: count(backups.kept.length, 'backup') })"
      >
        <ul data-testid="backups">
          <li
            v-for="one in backups.kept"
            :key="one.name"
            class="flex min-h-11 items-center justify-between gap-3"
          >
            {{ timeWords(one.time) }}{{ one.own ? '' : t('backup.ofOtherTablet') }}
            <KitButton size="desk" class="shrink-0" :disabled="busy" @click="restore(one.name)">
              {{ t('backup.show') }}
            </KitButton>
          </li>
        </ul>
      </KitFold>
      <OtherTablets :busy="busy" />
    </template>
    <p v-else class="text-ink-soft">
      {{ backups.canChoose() ? t('backup.folderWhy') : t('backup.noFolders') }}
    </p>
    <p v-if="room && !room.persistent" class="text-sm text-ink-soft">
      {{ t('backup.notPersistent') }}
    </p>
  </section>
</template>
