<script setup lang="ts">
import { computed, defineAsyncComponent, onErrorCaptured, onMounted, ref, watch, watchEffect } from 'vue'
import { RouterLink, RouterView, useRoute, useRouter } from 'vue-router'
import { useDocumentVisibility, useEventListener, useIntervalFn } from '@vueuse/core'
import { useRemindersStore } from '../today/reminders.ts'
import { useBackupsStore } from '../records/backups/backups.ts'
import { useImportExportStore } from '../data/import-export.ts'
import { useMadeUpStore } from '../data/made-up.ts'
import { useArrivalsStore } from '../shared/arrivals.ts'
import { useDevicesStore } from '../shared/devices.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { turnTo, whichBook } from '../data/which-book.ts'
import { isStorageFull } from '../data/storage-room.ts'
import { useRoomStore } from '../shared/room.ts'
import { useSensingStore } from '../shared/sensing.ts'
import AlarmBar from './AlarmBar.vue'
import MainNav from './MainNav.vue'
import NewerProgram from './NewerProgram.vue'
import { useOfflineStore } from './offline.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

const route = useRoute()
const router = useRouter()
const room = useRoomStore()
const hatchery = useHatcheryStore()
const devices = useDevicesStore()
const madeUp = useMadeUpStore()
const importExport = useImportExportStore()
const MadeUpLine = defineAsyncComponent(() => import('./MadeUpLine.vue'))
const FolderNews = defineAsyncComponent(() => import('../records/tablets/FolderNews.vue'))
const SimulatedFound = defineAsyncComponent(() => import('../records/SimulatedFound.vue'))
const backups = useBackupsStore()
const sensing = useSensingStore()
const offline = useOfflineStore()
const failure = ref('')
const isMadeUp = whichBook() === 'made-up'
/** How often it is asked whether the storage is still there. */
const STORAGE_CHECK_MS = 10_000
/** How often it is asked whether a backup is due. */
const BACKUP_CHECK_MS = 1_800_000

watchEffect(() => {
  if (route.matched.length > 0) room.enter(route.meta.room)
})
watchEffect(() => {
  document.documentElement.dataset['room'] = room.room
})
watch(
  () => route.meta.room,
  (where) => offline.atBench(where === 'bench'),
  { immediate: true },
)
onMounted(async () => {
  void offline.start()
  // Begins to watch what falls due.
  useRemindersStore()
  useArrivalsStore().listen(() => void router.push('/arrived'))
  try {
    await Promise.all([hatchery.load(), devices.probe()])
  } catch (error) {
    failure.value = t('trouble.notOpened', {
      why: isStorageFull(error) ? t('trouble.storageFull') : (error as Error).message,
    })
    await Promise.all([router.replace({ name: 'records' }), importExport.fetchAhead()])
    return
  }
  await Promise.all([sensing.start(), openMadeUp()])
  await importExport.fetchAhead()
})
async function openMadeUp(): Promise<void> {
  if (await madeUp.isFirstVisit(devices.there?.demo ?? false)) return turnTo('made-up')
  if (!madeUp.isWanted()) return
  await madeUp.open(Date.now()).catch((error: unknown) => {
    trouble.value = (error as Error).message
  })
}
// Backups are written by themselves, each day and when a candling evening is over.
const eveningsOver = computed(() => hatchery.sessions.filter(({ endedAt }) => endedAt !== null).length)
watch(
  () => [hatchery.loaded && !madeUp.opening, eveningsOver.value] as const,
  async ([ready, over], [, before]) => {
    if (!ready) return
    await backups.load()
    await backups.inTime(before !== undefined && over > before)
  },
)
// A tablet may stay on for weeks. At the bench nothing gets in the candler's way.
useIntervalFn(() => {
  if (hatchery.loaded && !madeUp.opening && route.meta.room === 'desk') void backups.inTime(false)
}, BACKUP_CHECK_MS)

const setId = computed(() => (typeof route.params['setId'] === 'string' ? route.params['setId'] : null))
const missingSet = computed(() => setId.value !== null && !hatchery.setById(setId.value) && !madeUp.opening)
/** What the page shows has been fetched. */
const fetched = computed(() => {
  if (!hatchery.loaded) return false
  if (route.meta.wholeBook) return [...hatchery.chapters.keys()].every((id) => hatchery.opened.has(id))
  return setId.value === null || missingSet.value || hatchery.opened.has(setId.value)
})
watch(
  () => [hatchery.loaded && !madeUp.opening, fetched.value, setId.value, route.meta.wholeBook] as const,
  ([loaded, there, id, wholeBook]) => {
    if (!loaded || there) return
    const fetching = wholeBook ? hatchery.openAll() : hatchery.openSet(id!)
    fetching.catch((error: unknown) => {
      trouble.value = t('trouble.notRead', { why: (error as Error).message })
    })
  },
)

const trouble = ref('')
/** A part of the program that an update has taken away meanwhile, or a fault of ours: said, never left blank. */
router.onError(() => {
  trouble.value = t('trouble.pageNotLoaded')
})
onErrorCaptured((error) => {
  console.error(error)
  trouble.value = t('trouble.onPage', { why: error.message })
  return false
})
/** A promise that nobody waits for has failed: whoever let go of it hears nothing, but the person does. */
useEventListener(window, 'unhandledrejection', ({ reason }) => {
  const error = reason instanceof Error ? reason : new Error(String(reason))
  // What was given up on purpose is no fault.
  if (error.name === 'AbortError') return
  trouble.value = t('trouble.onPage', { why: error.message })
})
watch(
  () => route.fullPath,
  () => {
    trouble.value = ''
  },
)
const reload = (): void => location.reload()

useIntervalFn(() => void hatchery.checkStorage(), STORAGE_CHECK_MS)
watch(useDocumentVisibility(), (state) => {
  if (state === 'visible') void hatchery.checkStorage()
})
// A book that was brought in or erased opens what could not be opened before.
watch(
  () => hatchery.loaded,
  (loaded) => {
    if (loaded) failure.value = ''
  },
)
const writingBack = ref('')
async function writeBack(): Promise<void> {
  try {
    await importExport.restore()
    writingBack.value = ''
  } catch (error) {
    writingBack.value = t('trouble.didNotWork', { why: (error as Error).message })
  }
}
</script>

<template>
  <div class="min-h-dvh bg-ground font-sans text-ink">
    <MainNav />
    <MadeUpLine v-if="isMadeUp && route.meta.room === 'desk'" />
    <SimulatedFound
      v-else-if="!isMadeUp && hatchery.loaded && hatchery.leads && route.meta.room === 'desk'"
    />
    <AlarmBar v-if="hatchery.loaded" />
    <NewerProgram v-if="(offline.newer || offline.overtaken) && route.meta.room === 'desk'" />
    <div v-if="failure" class="border-b border-ember p-6 text-lg" role="alert" data-testid="not-opened">
      <p class="text-ember">{{ failure }}</p>
      <p class="text-ink-soft">
        {{ t('trouble.nothingChanged') }}
      </p>
    </div>
    <div
      v-if="hatchery.storageGone"
      class="screen-only flex flex-wrap items-center gap-4 border-b border-ember px-4 py-3"
      role="alert"
      data-testid="storage-gone"
    >
      <span><strong>{{ t('storage.cleared') }}</strong> {{ t('storage.onlyInMemory') }}</span>
      <KitButton kind="next" size="desk" :disabled="importExport.progress !== null" @click="writeBack">
        {{ t('storage.restore') }}
      </KitButton>
      <KitButton to="/records" size="desk">{{ t('storage.export') }}</KitButton>
      <span v-if="writingBack" class="text-ember">{{ writingBack }}</span>
    </div>
    <RouterLink
      v-if="hatchery.quarantined.length > 0 && route.name !== 'records' && room.room === 'desk'"
      to="/records"
      class="screen-only block border-b border-line px-4 py-2 text-ember underline"
      data-testid="aside-note"
      >{{ t('aside.kept', { n: hatchery.quarantined.length }, hatchery.quarantined.length) }}</RouterLink
    >
    <RouterLink
      v-if="backups.isOld && route.meta.room === 'desk' && route.name !== 'records'"
      to="/records"
      class="screen-only block border-b border-line px-4 py-2 underline"
      data-testid="backup-note"
      >{{ backups.ageWords }}</RouterLink
    >
    <FolderNews v-if="backups.folder && !madeUp.opening && route.meta.room === 'desk'" />
    <div
      v-if="hatchery.loaded && !hatchery.leads"
      class="screen-only flex flex-wrap items-center gap-4 border-b border-line px-4 py-2"
      role="status"
      data-testid="follows"
    >
      <span>{{ t('tabs.other') }}</span>
      <KitButton size="desk" @click="hatchery.takeLead()">
        {{ t('tabs.takeOver') }}
      </KitButton>
    </div>
    <div
      v-if="trouble"
      class="screen-only flex flex-wrap items-center gap-4 border-b border-ember px-4 py-3"
      role="alert"
      data-testid="trouble"
    >
      <span>{{ trouble }}</span>
      <KitButton size="desk" @click="reload">{{ t('newer.reload') }}</KitButton>
      <KitButton to="/records" size="desk">{{ t('trouble.exportFirst') }}</KitButton>
    </div>
    <main v-if="hatchery.loaded && missingSet" class="p-8 text-lg" data-testid="no-such-set">
      <h1 class="text-3xl font-bold">{{ t('missing.title') }}</h1>
      <p class="mt-2">
        {{ t('missing.why') }}
        <RouterLink to="/" class="underline">{{ t('missing.back') }}</RouterLink>
      </p>
    </main>
    <!-- Another set is another page: nothing of the one before must stay. -->
    <RouterView v-else-if="fetched || (failure && route.name === 'records')" v-slot="{ Component }"
      ><component :is="Component" :key="setId ?? ''"
    /></RouterView>
    <p v-else-if="!failure" class="p-8 text-ink-soft">{{ t('page.opening') }}</p>
    <div
      v-if="room.room === 'bench' && room.brightness < 1"
      class="pointer-events-none fixed inset-0 z-50 bg-black"
      :style="{ opacity: 1 - room.brightness }"
      aria-hidden="true"
    />
  </div>
</template>
