import { useEventListener } from '@vueuse/core'

/** Ctrl+Z undoes as Z alone does; in a text field it stays the browser's. */
const isUndo = (event: KeyboardEvent): boolean => event.key.toLowerCase() === 'z' && !event.shiftKey

/**
 * Single keys for the whole view. Keys typed into a field, with a modifier other than Ctrl+Z, or held down are left
 * alone; Enter and Space stay with a focused button.
 */
/** What Enter and space press by themselves; an egg that is chosen already is not chosen again, and lets them through. */
const PRESSED_BY_ITSELF = 'button:not([aria-current="true"]), a, summary'

export function useKeys(actions: Record<string, () => void>, enabled: () => boolean = () => true): void {
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    if (
      !enabled() ||
      ((event.ctrlKey || event.metaKey) && !isUndo(event)) ||
      event.altKey ||
      event.repeat ||
      event.defaultPrevented
    )
      return
    const target = event.target instanceof HTMLElement ? event.target : null
    if (target?.closest('input:not([type="radio"]):not([type="range"]), textarea, select, [role="dialog"]'))
      return
    if (event.key.startsWith('Arrow') && target?.closest('input')) return
    if ((event.key === 'Enter' || event.key === ' ') && target?.matches(PRESSED_BY_ITSELF)) return
    const action = actions[event.key.length === 1 ? event.key.toLowerCase() : event.key]
    if (!action) return
    event.preventDefault()
    action()
  })
}
