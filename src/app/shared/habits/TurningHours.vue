<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { liesAlikeAtNight } from '../../../core/planning/incubation/turning.ts'
import { typedHours } from '../../../core/typed-hours.ts'
import { clockHours } from '../clock-time.ts'
import TextField from '../kit/TextField.vue'
import { t } from './words.ts'

/** The hours at which a keeper turns: on waking, after work, before bed. Empty: spread over the day. */
const props = defineProps<{
  hours: readonly number[]
  /** Those that hold where none are written. */
  usual: readonly number[]
}>()
const emit = defineEmits<{ change: [number[]] }>()
const text = ref('')
const wrong = ref(false)
watch(
  () => props.hours,
  (hours) => {
    text.value = clockHours(hours)
  },
  { immediate: true },
)
const standing = computed(() => (props.hours.length > 0 ? props.hours : props.usual))
function read(): void {
  const hours = typedHours(text.value)
  wrong.value = hours === null || hours.length > 15
  if (hours && !wrong.value) emit('change', hours)
}
</script>

<template>
  <div>
    <TextField
      v-model="text"
      :label="t('turning.hours')"
      :placeholder="clockHours(usual)"
      :error="wrong ? t('turning.wrong') : ''"
      @change="read"
    />
    <p v-if="hours.length === 0" class="mt-1 text-sm text-ink-soft">
      {{ t('turning.spread', { hours: clockHours(usual) }) }}
    </p>
    <p v-if="standing.length === 1" class="mt-1 text-sm text-ember" role="status">
      {{ t('turning.once') }}
    </p>
    <p v-if="liesAlikeAtNight(standing)" class="mt-1 text-sm text-ember" role="status">
      {{ t('turning.even', { n: standing.length }) }}
    </p>
  </div>
</template>
