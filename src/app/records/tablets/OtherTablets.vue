<script setup lang="ts">
import { onMounted, shallowRef } from 'vue'
import { FolderSync, Merge } from '@lucide/vue'
import { mustAsk } from '../../../domain/meeting/meet.ts'
import type { MergedBundle } from '../../../domain/merge/merge-bundles.ts'
import type { Conflict } from '../../../domain/merge/questions.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import { useImportExportStore } from '../../data/import-export.ts'
import { MOST_NAME_LETTERS, tabletName } from '../../data/tablet-name.ts'
import { count } from '../../shared/wording.ts'
import { useBackupsStore } from '../backups/backups.ts'
import BringInDialog from '../BringInDialog.vue'
import { useMeetingStore, type FolderNews } from './meeting.ts'
import { calledOf } from './shared-folder.ts'
import { newsWords } from './news-words.ts'
import { t } from './words.ts'
import KitButton from '../../shared/kit/KitButton.vue'
import TextField from '../../shared/kit/TextField.vue'
import { clockTime } from '../../shared/clock-time.ts'
import FewChoice from '../../shared/kit/FewChoice.vue'

/** Tablets that share the backup folder: what they have that is not here, and how it comes here. */
const props = defineProps<{ busy: boolean }>()
const hatchery = useHatcheryStore()
const importExport = useImportExportStore()
const backups = useBackupsStore()
const meeting = useMeetingStore()
const name = tabletName()
const reviewed = shallowRef<{ news: FolderNews; merged: MergedBundle<Blob> } | null>(null)
onMounted(() => meeting.look())

async function review(news: FolderNews): Promise<void> {
  reviewed.value = { news, merged: await importExport.previewMerge(news.book.bundle) }
}
function decide(others: Conflict[]): void {
  const one = reviewed.value
  reviewed.value = null
  if (one) void meeting.merge(one.news, others)
}
const timeWords = ({ from }: FolderNews): string => from.time.slice(0, 16).replace('T', ' ')
</script>

<template>
  <section
    class="mt-2 border-t border-line pt-3"
    aria-labelledby="tablets-heading"
    data-testid="other-tablets"
  >
    <h3 id="tablets-heading" class="text-lg font-semibold">{{ t('folder.title') }}</h3>
    <p class="text-ink-soft">{{ t('folder.lead') }}</p>
    <div class="mt-2 flex flex-wrap items-end gap-x-6 gap-y-2">
      <TextField :label="t('folder.name')" v-model.trim="name" :maxlength="MOST_NAME_LETTERS" />
      <FewChoice
        v-model="meeting.mode"
        hide-label
        :label="t('folder.title')"
        :options="[
          { value: 'ask', name: t('folder.ask') },
          { value: 'by-itself', name: t('folder.byItself') },
        ]"
      />
    </div>
    <ul class="mt-2" data-testid="folder-news">
      <li
        v-for="one in meeting.news"
        :key="one.from.name"
        class="flex min-h-11 flex-wrap items-center justify-between gap-3 py-1"
      >
        <span>{{
          t('folder.news', { tablet: calledOf(one.from), time: timeWords(one), changes: newsWords(one) })
        }}</span>
        <KitButton
          :icon="Merge"
          kind="next"
          size="desk"
          class="shrink-0"
          :disabled="props.busy || backups.needsLeave || !meeting.ready"
          @click="mustAsk(one) ? review(one) : meeting.merge(one)"
        >
          {{
            one.conflicts.length > 0
              ? t('folder.decide', { questions: count(one.conflicts.length, 'question') })
              : t('news.merge')
          }}
        </KitButton>
      </li>
      <li v-for="one in meeting.unfinished" :key="one.name" class="py-1 text-ember">
        {{ t('folder.incomplete', { tablet: calledOf(one) }) }}
      </li>
      <li v-for="one in meeting.unreadable" :key="one.name" class="py-1 text-ember">
        {{ t('folder.unreadable', { tablet: calledOf(one), file: one.name, why: one.why }) }}
      </li>
    </ul>
    <p v-if="meeting.problem" class="text-ember" role="alert">{{ meeting.problem }}</p>
    <div class="mt-2 flex flex-wrap items-center gap-3">
      <KitButton
        :icon="FolderSync"
        size="desk"
        :disabled="props.busy || backups.needsLeave || !meeting.ready"
        @click="meeting.look(true)"
      >
        {{ t('folder.look') }}
      </KitButton>
      <span role="status" data-testid="folder-state">
        <template v-if="meeting.merged">{{ meeting.merged }} </template>
        <template v-if="meeting.lookedAt && meeting.news.length === 0">
          {{ meeting.theirs.length === 0 ? t('folder.none') : t('folder.nothingNew') }}
          {{ t('folder.lookedAt', { time: clockTime(meeting.lookedAt, hatchery.hatchery.zone) }) }}
        </template>
      </span>
    </div>
    <BringInDialog
      v-if="reviewed"
      open
      only-merge
      :here="hatchery.records()"
      :bundle="reviewed.news.book.bundle"
      :merged="reviewed.merged"
      @together="decide"
      @close="reviewed = null"
    />
  </section>
</template>
