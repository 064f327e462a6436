import type { ObjectDirective } from 'vue'
import { draggable, dropTargetForElements } from '@atlaskit/pragmatic-drag-and-drop/element/adapter'
import type { Place } from '../../core/tray/layout.ts'

interface DropBinding {
  place: Place
  drop: (eggId: string, place: Place) => void
}

interface Bound<T> {
  value: T
  release: () => void
}

const KIND = 'egg'
/** What each element is bound to now; Vue may give an element another egg without making it anew. */
const drags = new WeakMap<HTMLElement, Bound<string>>()
const drops = new WeakMap<HTMLElement, Bound<DropBinding>>()

/** The element carries an egg, by its id. */
export const vEggDrag: ObjectDirective<HTMLElement, string> = {
  mounted(element, { value }) {
    const release = draggable({
      element,
      getInitialData: () => ({ kind: KIND, eggId: drags.get(element)?.value }),
    })
    drags.set(element, { value, release })
  },
  updated(element, { value }) {
    const bound = drags.get(element)
    if (bound) bound.value = value
  },
  unmounted(element) {
    drags.get(element)?.release()
  },
}

/** An egg may be put down on the element; `data-over` tells that one hangs over it. */
export const vEggDrop: ObjectDirective<HTMLElement, DropBinding> = {
  mounted(element, { value }) {
    const over = (is: boolean): void => {
      element.dataset['over'] = String(is)
    }
    const release = dropTargetForElements({
      element,
      canDrop: ({ source }) => source.data['kind'] === KIND,
      onDragEnter: () => over(true),
      onDragLeave: () => over(false),
      onDrop: ({ source }) => {
        over(false)
        const bound = drops.get(element)?.value
        const { eggId } = source.data
        if (bound && typeof eggId === 'string') bound.drop(eggId, bound.place)
      },
    })
    drops.set(element, { value, release })
  },
  updated(element, { value }) {
    const bound = drops.get(element)
    if (bound) bound.value = value
  },
  unmounted(element) {
    drops.get(element)?.release()
  },
}
