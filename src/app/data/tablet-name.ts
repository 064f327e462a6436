import { useLocalStorage, type RemovableRef } from '@vueuse/core'

export const MOST_NAME_LETTERS = 40

/** What people call this tablet; goes into what it exports, so that others can say whose it is. Empty until somebody says. */
export function tabletName(): RemovableRef<string> {
  return useLocalStorage('perlumen-tablet-name', '')
}
