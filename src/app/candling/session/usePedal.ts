import { useEventListener, useLocalStorage } from '@vueuse/core'
import { ref, type Ref } from 'vue'

/** A foot pedal, or any other key that goes on. */
export interface Pedal {
  /** Its key; null until one was pressed to be learnt. */
  pedal: Ref<string | null>
  /** Whether the next key that is pressed is to be it. */
  learning: Ref<boolean>
}

export function usePedal(goOn: () => void): Pedal {
  const pedal = useLocalStorage<string | null>('perlumen-pedal', null)
  const learning = ref(false)
  useEventListener(
    window,
    'keydown',
    (event: KeyboardEvent) => {
      if (learning.value) {
        pedal.value = event.key
        learning.value = false
        event.preventDefault()
        event.stopImmediatePropagation()
      } else if (isPress(event, pedal.value)) {
        event.preventDefault()
        goOn()
      }
    },
    { capture: true },
  )
  return { pedal, learning }
}

/** Somebody who writes needs all keys. */
function isPress({ key, repeat, target }: KeyboardEvent, pedal: string | null): boolean {
  const isWriting = target instanceof HTMLElement && target.closest('input, select') !== null
  return pedal !== null && key === pedal && !repeat && !isWriting
}
