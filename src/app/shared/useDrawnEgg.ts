import { onScopeDispose, ref, watch, type Ref } from 'vue'
import type { ToRender } from '../../workers/protocol.ts'
import { useDevicesStore } from './devices.ts'

/**
 * The address of a simulated photograph, drawn anew by the workers when what is wished for changes; null until it is
 * there, or where it cannot be drawn: the words beside it stand alone then.
 */
export function useDrawnEgg(wish: () => ToRender): Ref<string | null> {
  const { workers } = useDevicesStore()
  const url = ref<string | null>(null)
  let stop = new AbortController()
  function giveBack(): void {
    if (url.value) URL.revokeObjectURL(url.value)
    url.value = null
  }
  watch(
    wish,
    async (now, before) => {
      // The same wish made again is no reason to draw.
      if (before && JSON.stringify(now) === JSON.stringify(before)) return
      stop.abort()
      stop = new AbortController()
      const { signal } = stop
      const photo = await workers.render(now, signal).catch(() => null)
      if (signal.aborted || !photo) return
      giveBack()
      url.value = URL.createObjectURL(photo)
    },
    { immediate: true },
  )
  onScopeDispose(() => {
    stop.abort()
    giveBack()
  })
  return url
}
