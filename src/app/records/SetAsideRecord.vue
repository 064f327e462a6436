<script setup lang="ts">
import { computed, ref } from 'vue'
import { at, nameOfField } from '../../contracts/records/field-problem.ts'
import type { Quarantined } from '../../contracts/records/book.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import CheckBox from '../shared/kit/CheckBox.vue'
import TextField from '../shared/kit/TextField.vue'

/** One record that cannot be read: what is wrong with it, and the fields at fault to be put right. */
const props = defineProps<{ record: Quarantined; busy: boolean }>()
const emit = defineEmits<{ mend: [value: unknown]; save: []; discard: [] }>()

const KINDS = {
  hatchery: t('kind.hatchery'),
  incubators: t('kind.incubator'),
  probes: t('kind.probe'),
  trays: t('kind.tray'),
  sets: t('kind.set'),
  eggs: t('kind.egg'),
  looks: t('kind.look'),
  sessions: t('kind.candling'),
  logs: t('kind.log'),
  practice: t('kind.practice'),
} as const
const typed = ref<Record<string, string>>({})
const now = computed(() => props.record.value)
const title = computed(() => {
  const { table } = props.record
  const own = (['name', 'number', 'takenAt', 'startedAt'] as const)
    .map((key) => at(now.value, [key]))
    .find((value) => value !== undefined && value !== '')
  return own === undefined ? KINDS[table] : `${KINDS[table]} ${String(own)}`
})
/** One input a field at fault; what is no single figure or word can only be left empty. */
const fields = computed(() => {
  const paths = new Map(
    props.record.problems.filter(({ path }) => path.length > 0).map(({ path }) => [path.join('/'), path]),
  )
  return [...paths].map(([key, path]) => ({ key, path, name: nameOfField(path), value: at(now.value, path) }))
})
const isPlain = (value: unknown): boolean =>
  value === null || value === undefined || typeof value !== 'object'

function read(text: string): string | number | null {
  const trimmed = text.trim()
  if (trimmed === '') return null
  return Number.isFinite(Number(trimmed)) ? Number(trimmed) : trimmed
}

function mend(): void {
  // Records are JSON; what a page watches cannot be cloned otherwise.
  const value = JSON.parse(JSON.stringify(now.value)) as unknown
  for (const { key, path } of fields.value) {
    const text = typed.value[key]
    const parent = at(value, path.slice(0, -1))
    if (text !== undefined && typeof parent === 'object' && parent !== null)
      (parent as Record<string | number, unknown>)[path.at(-1)!] = read(text)
  }
  emit('mend', value)
}
</script>

<template>
  <li class="border-t border-line py-3 first:border-0" data-testid="set-aside">
    <h3 class="font-semibold">{{ title }}</h3>
    <p
      v-for="problem in record.problems.slice(0, 3)"
      :key="problem.sentence"
      class="text-ink-soft first-letter:uppercase"
    >
      {{ problem.sentence }}
    </p>
    <p v-if="record.problems.length > 3" class="text-ink-soft">
      {{ t('eggTable.more', { more: record.problems.length - 3 }) }}
    </p>
    <form class="mt-2 flex flex-wrap items-end gap-3" @submit.prevent="mend">
      <template v-for="field in fields.slice(0, 12)" :key="field.key">
        <TextField
          v-if="isPlain(field.value)"
          class="w-56 first-letter:uppercase"
          :label="field.name"
          :model-value="typed[field.key] ?? String(field.value ?? '')"
          @update:model-value="typed[field.key] = $event ?? ''"
        />
        <CheckBox v-else :model-value="typed[field.key] === ''" @update:model-value="typed[field.key] = ''">
          {{ field.name }}: {{ t('repair.leaveEmpty') }}
        </CheckBox>
      </template>
      <KitButton type="submit" size="desk" :disabled="busy || fields.length === 0">
        {{ t('repair.do') }}
      </KitButton>
      <KitButton size="desk" :disabled="busy" @click="emit('save')">
        {{ t('repair.export') }}
      </KitButton>
      <KitButton kind="harmful" size="desk" :disabled="busy" @click="emit('discard')">
        {{ t('repair.delete') }}
      </KitButton>
    </form>
  </li>
</template>
