<script setup lang="ts">
import { computed, defineAsyncComponent, onScopeDispose, ref, watch } from 'vue'
import { Flashlight, Menu, Moon, Search, Shield, ShieldAlert, ShieldCheck, Sun, X } from '@lucide/vue'
import { RouterLink, useRoute, useRouter } from 'vue-router'
import { useHatcheryStore } from '../data/hatchery.ts'
import { whichBook } from '../data/which-book.ts'
import { useBackupsStore } from '../records/backups/backups.ts'
import { useRoomStore } from '../shared/room.ts'
import { useKeys } from '../shared/useKeys.ts'
import { t } from './words.ts'
import KitPopover from '../shared/kit/KitPopover.vue'
import PressArea from '../shared/kit/PressArea.vue'

/** The way to every page: a row where there is room, on a phone a list that a thumb opens. Beside it how old the backup is. */
const room = useRoomStore()
const route = useRoute()
const isMadeUp = whichBook() === 'made-up'
const isAtBench = computed(() => route.meta.room === 'bench')
const hatchery = useHatcheryStore()
const backups = useBackupsStore()
const backupIcon = computed(() => {
  if (backups.isOld || backups.problem) return ShieldAlert
  return backups.lastGood === null ? Shield : ShieldCheck
})
const PAGES = [
  ['/', t('nav.today')],
  ['/plan', t('nav.plan')],
  ['/hatchery', t('nav.hatchery')],
  ['/eggs', t('nav.eggs')],
  ['/results', t('nav.results')],
  ['/history', t('nav.history')],
  ['/practice', t('nav.practice')],
  ['/records', t('nav.records')],
  ['/rightness', t('nav.accuracy')],
] as const
const FindAnything = defineAsyncComponent(() => import('./FindAnything.vue'))
const finding = ref(false)
watch(
  () => route.fullPath,
  () => (finding.value = false),
)
/** The list shuts as one sets out for a page, not as that arrives: opened meanwhile for another, it stays. */
const journeys = ref(0)
onScopeDispose(useRouter().beforeEach(() => void journeys.value++))
// At the bench keys mean grades, and nobody looks for pages.
useKeys({ '/': () => (finding.value = true) }, () => !isAtBench.value)
</script>

<template>
  <nav class="screen-only relative z-40 border-b border-line" :aria-label="t('nav.main')">
    <div class="flex min-h-13 flex-wrap items-center gap-2 px-3 sm:gap-3 sm:px-4 lg:gap-4">
      <RouterLink to="/" class="flex items-center gap-2 text-lg font-bold">
        <svg viewBox="0 0 32 32" class="h-7 w-7" aria-hidden="true">
          <path d="M16 3c6 0 10 8 10 14a10 10 0 0 1-20 0C6 11 10 3 16 3z" fill="var(--lamp)" />
          <path d="M7 21c6 2 12 2 18 0" fill="none" stroke="var(--ground)" stroke-width="2" />
        </svg>
        <span class="tight:sr-only" :class="{ 'hidden sm:inline': isMadeUp && isAtBench }">{{
          t('nav.perlumen')
        }}</span>
      </RouterLink>
      <div class="hidden min-w-0 grow items-center gap-4 lg:flex">
        <RouterLink
          v-for="[path, name] in PAGES"
          :key="path"
          :to="path"
          class="whitespace-nowrap text-ink-soft hover:text-ink"
          :active-class="path === '/' ? '' : 'text-ink font-semibold'"
          exact-active-class="text-ink font-semibold"
          >{{ name }}</RouterLink
        >
      </div>
      <!-- At the bench there is no room for a line. -->
      <span
        v-if="isMadeUp && isAtBench"
        class="rounded border border-dashed border-line px-2 text-sm whitespace-nowrap text-ink-soft"
        >{{ t('nav.demo') }}</span
      >
      <span class="grow lg:hidden" />
      <PressArea
        v-if="!isAtBench && hatchery.loaded"
        class="flex min-h-11 min-w-10 items-center justify-center text-ink-soft hover:text-ink"
        aria-keyshortcuts="/"
        :aria-label="t('find.title')"
        @click="finding = true"
      >
        <Search class="h-5 w-5" aria-hidden="true" />
      </PressArea>
      <RouterLink
        to="/look"
        class="flex min-h-11 items-center gap-1.5 whitespace-nowrap text-ink-soft hover:text-ink"
        active-class="text-ink font-semibold"
      >
        <Flashlight class="h-5 w-5" aria-hidden="true" /><span
          class="sr-only"
          :class="{ 'sm:not-sr-only': !isAtBench }"
          >{{ t('nav.look') }}</span
        >
      </RouterLink>
      <RouterLink
        v-if="room.room === 'desk' && hatchery.loaded && hatchery.sets.length > 0"
        to="/records"
        class="flex min-h-11 items-center gap-1.5 whitespace-nowrap"
        :class="backups.isOld || backups.problem ? 'text-ember' : 'text-ink-soft hover:text-ink'"
        :title="backups.problem || backups.ageWords"
        data-testid="backup-mark"
      >
        <component :is="backupIcon" class="h-5 w-5" aria-hidden="true" />
        <span v-if="backups.problem" class="hidden sm:inline" aria-hidden="true">{{
          t('nav.backupFailed')
        }}</span>
        <span v-else-if="backups.lastGood === null" class="hidden sm:inline" aria-hidden="true">{{
          t('nav.noBackup')
        }}</span>
        <span v-else aria-hidden="true"
          ><span class="hidden xl:inline">{{ t('nav.backup') }}{{ ' ' }}</span>{{ backups.ageShort }}</span
        >
        <span class="sr-only">{{ backups.problem || backups.ageWords }}</span>
      </RouterLink>
      <template v-if="room.room === 'bench'">
        <PressArea
          class="min-h-11 min-w-10 text-ink-soft"
          :aria-label="t('nav.dimmer')"
          @click="room.brighten(-1)"
        >
          −
        </PressArea>
        <span class="hidden text-sm text-ink-soft sm:inline">{{ Math.round(room.brightness * 100) }} %</span>
        <PressArea
          class="min-h-11 min-w-10 text-ink-soft"
          :aria-label="t('nav.brighter')"
          @click="room.brighten(1)"
        >
          +
        </PressArea>
      </template>
      <PressArea
        class="flex min-h-11 min-w-10 items-center justify-center gap-2 text-ink-soft hover:text-ink"
        @click="room.toggle()"
      >
        <component :is="room.room === 'bench' ? Sun : Moon" class="h-5 w-5" aria-hidden="true" />
        <span class="sr-only md:not-sr-only">{{
          room.room === 'bench' ? t('nav.daylight') : t('nav.darkRoom')
        }}</span>
      </PressArea>
      <!-- On another page, also by Back, it is shut. -->
      <KitPopover
        :key="journeys"
        class="lg:hidden"
        button-class="flex min-h-11 min-w-11 items-center justify-center text-ink"
        panel-class="absolute inset-x-0 top-full flex flex-col border-b border-line bg-ground px-4 pb-2"
      >
        <template #button="{ open }"
          ><component :is="open ? X : Menu" class="h-6 w-6" aria-hidden="true" /><span class="sr-only">{{
            t('nav.pages')
          }}</span></template
        >
        <template #default="{ close }">
          <RouterLink
            v-for="[path, name] in PAGES"
            :key="path"
            :to="path"
            class="flex min-h-14 items-center border-t border-line text-xl first:border-0"
            :active-class="path === '/' ? '' : 'font-semibold text-lamp'"
            exact-active-class="font-semibold text-lamp"
            @click="close()"
            >{{ name }}</RouterLink
          >
        </template>
      </KitPopover>
    </div>
    <FindAnything v-if="finding" :pages="PAGES" @close="finding = false" />
  </nav>
</template>
