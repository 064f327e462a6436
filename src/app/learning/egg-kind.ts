import { useLocalStorage } from '@vueuse/core'
import type { Shell, SpeciesName } from '../../core/species/species.ts'

/** The bird and shell that this device practises on; the same on all pages of practice. */
export function useEggKind() {
  return useLocalStorage<{ species: SpeciesName; shell: Shell }>('perlumen-practice', {
    species: 'chicken',
    shell: 'white',
  })
}
