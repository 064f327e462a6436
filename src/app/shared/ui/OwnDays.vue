<script setup lang="ts">
import { ref, watch } from 'vue'
import { t } from '../words.ts'
import TextField from '../kit/TextField.vue'

/** Days that a keeper names, as a list of numbers; what is no day is said at once and changes nothing. */
const props = defineProps<{ days: readonly number[] }>()
const emit = defineEmits<{ change: [days: number[]] }>()
const text = ref('')
const wrong = ref(false)
watch(
  () => props.days,
  (days) => {
    text.value = days.join(', ')
  },
  { immediate: true },
)

function read(): void {
  const parts = text.value.split(/[\s,;]+/).filter(Boolean)
  const days = parts.map(Number)
  wrong.value = days.some((day) => !(day >= 0 && day <= 60))
  if (!wrong.value)
    emit(
      'change',
      [...new Set(days)].sort((a, b) => a - b),
    )
}
</script>

<template>
  <TextField
    v-model="text"
    class="mt-2"
    :label="t('ownDays.label')"
    placeholder="7, 14, 18"
    :error="wrong ? t('ownDays.wrong') : ''"
    @change="read"
  />
</template>
