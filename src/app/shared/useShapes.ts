import { shallowRef, watch, type ShallowRef } from 'vue'
import type { ShapesRecord } from '../../contracts/records/shapes-record.ts'
import { useHatcheryStore } from '../data/hatchery.ts'

/**
 * The measured lines of a look, fetched when they are to be drawn; null until then, and where they are gone.
 * @param held - the lines themselves, where they are not stored
 */
export function useShapes(
  lookId: () => string,
  held: () => ShapesRecord | undefined = () => undefined,
): Readonly<ShallowRef<ShapesRecord | null>> {
  const { repository } = useHatcheryStore()
  const shapes = shallowRef<ShapesRecord | null>(null)
  watch(
    lookId,
    async (id) => {
      shapes.value = null
      const kept = held() ?? (await repository.shapes(id).catch(() => null))
      if (lookId() === id) shapes.value = kept
    },
    { immediate: true },
  )
  return shapes
}
