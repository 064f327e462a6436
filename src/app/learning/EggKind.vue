<script setup lang="ts">
import { SHELLS, SPECIES, SPECIES_NAMES, type Shell, type SpeciesName } from '../../core/species/species.ts'
import { t } from './words.ts'

/** Which eggs are practised on: your bird, your shell. */
const kind = defineModel<{ species: SpeciesName; shell: Shell }>({ required: true })
</script>

<template>
  <label
    >{{ t('kind.bird') }}
    <select v-model="kind.species" class="field mt-1 block">
      <option v-for="name in SPECIES_NAMES" :key="name" :value="name">{{ SPECIES[name].label }}</option>
    </select>
  </label>
  <label
    >{{ t('kind.shell') }}
    <select v-model="kind.shell" class="field mt-1 block">
      <option v-for="shell in SHELLS" :key="shell" :value="shell">{{ shell }}</option>
    </select>
  </label>
</template>
