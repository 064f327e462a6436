<script setup lang="ts">
import { computed, ref } from 'vue'
import { sayProblems } from '../../contracts/records/book.ts'
import { problemsOf } from '../../contracts/records/field-problem.ts'
import { isStorageFull } from '../data/storage-room.ts'
import {
  hatcheryRecordOf,
  hatcheryRecordSchema,
  type HatcheryRecord,
} from '../../contracts/records/hatchery-record.ts'
import AirSettings from './AirSettings.vue'
import AwayDays from './AwayDays.vue'
import CandlingSettings from './CandlingSettings.vue'
import IncubatorList from './IncubatorList.vue'
import MethodSettings from './MethodSettings.vue'
import PlaceSettings from './PlaceSettings.vue'
import ScaleSettings from './ScaleSettings.vue'
import { useHatcheryStore } from '../data/hatchery.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

const store = useHatcheryStore()
const hatchery = computed(() => store.hatchery)
const message = ref<{ text: string; bad: boolean } | null>(null)

async function change(changes: Partial<HatcheryRecord>): Promise<void> {
  const wanted = { ...hatcheryRecordOf(hatchery.value), ...changes }
  const next = hatcheryRecordSchema.safeParse(wanted)
  if (!next.success) {
    message.value = {
      bad: true,
      text: t('hatchery.notSaved', { problems: sayProblems(problemsOf(next.error, wanted)) }),
    }
    return
  }
  try {
    await store.changeHatchery(changes)
    message.value = {
      bad: false,
      text: t('hatchery.saved'),
    }
  } catch (error) {
    message.value = {
      bad: true,
      text: t('hatchery.notSaved', {
        problems: isStorageFull(error) ? t('hatchery.storageFull') : (error as Error).message,
      }),
    }
  }
}
</script>

<template>
  <main class="mx-auto max-w-6xl p-6">
    <h1 class="text-3xl font-bold">{{ t('hatchery.title') }}</h1>
    <p class="mt-1 text-lg text-ink-soft">
      {{ t('hatchery.lead') }}
    </p>
    <p
      class="mt-2 min-h-7"
      :class="message?.bad ? 'text-ember' : 'text-ink-soft'"
      :role="message?.bad ? 'alert' : 'status'"
    >
      {{ message?.text }}
    </p>

    <div class="mt-2 grid grid-cols-1 gap-5 lg:grid-cols-2">
      <div class="flex flex-col gap-5">
        <PlaceSettings :hatchery="hatchery" @change="change" />
        <ScaleSettings :hatchery="hatchery" @change="change" />
        <section class="card flex flex-wrap items-center gap-4 p-5">
          <h2 class="text-xl font-semibold">{{ t('hatchery.lampCheck') }}</h2>
          <p class="w-full">{{ t('hatchery.lampCheckWhat') }}</p>
          <KitButton to="/lamp">{{ t('hatchery.openLampCheck') }}</KitButton>
        </section>
        <CandlingSettings :hatchery="hatchery" @change="change" />
        <AwayDays :hatchery="hatchery" @change="change" />
      </div>

      <div class="flex flex-col gap-5">
        <MethodSettings :hatchery="hatchery" @change="change" />
        <AirSettings :hatchery="hatchery" @change="change" />
      </div>

      <IncubatorList class="lg:col-span-2" />
    </div>
  </main>
</template>
