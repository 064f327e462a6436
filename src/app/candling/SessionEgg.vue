<script setup lang="ts">
import { computed } from 'vue'
import { isPictured, type LookRecord } from '../../contracts/records/look-record.ts'
import type { Session } from '../../contracts/records/session-record.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { timelineOf } from '../../domain/timeline.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import StorageRoomNote from '../shared/ui/StorageRoomNote.vue'
import type { Bench } from './bench/useBench.ts'
import EggActs from './EggActs.vue'
import EggNotes from './EggNotes.vue'
import type { Evening } from './evening/useEvening.ts'
import { wordsBeforeLook } from './session-wording.ts'
import SessionVerdict from './SessionVerdict.vue'
import { t } from './words.ts'

/** What is said and noted of the egg at hand, beside its picture. */
const props = defineProps<{
  set: EggSet
  session: Session
  bench: Bench
  hands: Evening
  suspected: LookRecord | null
}>()
const hatchery = useHatcheryStore()
const { current, look, problem } = props.bench
const { chosen } = props.hands
/** The look, where it has a photograph. */
const photographed = computed(() => (look.value && isPictured(look.value) ? look.value : null))
</script>

<template>
  <aside class="contents min-h-0 md:block md:overflow-y-auto">
    <p
      v-if="problem"
      class="order-first rounded-xl border border-ember p-4 text-lg md:mb-3"
      role="alert"
      data-testid="problem"
    >
      {{ problem }} <span class="text-ink-soft">{{ t('bench.nothingSaved') }}</span>
    </p>
    <SessionVerdict
      v-if="photographed"
      :look="photographed"
      :set="set"
      :timeline="timelineOf(set, hatchery.hatchery)"
      :chosen="chosen"
      :suspected="suspected"
      :lift-agrees="session.trigger !== 'key' && session.liftAgrees"
    />
    <p v-else class="text-lg text-ink-soft">{{ wordsBeforeLook(suspected) }}</p>
    <EggActs
      v-if="current"
      class="mt-4"
      :set="set"
      :egg="current"
      :look="look"
      :grading="session.source === 'eye' || !look"
      :unseen="session.source === 'eye' ? bench.unseenHere.value.length : 0"
      @grade="hands.grade"
      @rest-develops="hands.restDevelops"
      @left="bench.advance"
    />
    <EggNotes
      v-if="current"
      class="mt-4"
      :egg="current"
      :marking="hands.marking.value"
      :speaking-since-ms="hands.speakingSinceMs.value"
    />
    <StorageRoomNote class="mt-4" />
  </aside>
</template>
