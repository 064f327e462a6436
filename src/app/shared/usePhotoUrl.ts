import { onScopeDispose, ref, watch, type Ref } from 'vue'
import { useHatcheryStore } from '../data/hatchery.ts'

/**
 * Address of a stored photograph for an `<img>`; given back when it changes or the component goes.
 * @param held - the photograph itself, where it is not stored
 */
export function usePhotoUrl(
  photoId: () => string | undefined,
  held: () => Blob | undefined = () => undefined,
): Ref<string | null> {
  const { repository } = useHatcheryStore()
  const url = ref<string | null>(null)
  let gone = false
  const giveBack = (): void => {
    if (url.value) URL.revokeObjectURL(url.value)
    url.value = null
  }
  watch(
    photoId,
    async (id) => {
      if (!id) {
        giveBack()
        return
      }
      // A photograph that is gone must not take the page with it.
      const blob = held() ?? (await repository.photo(id).catch(() => null))
      if (gone || photoId() !== id) return
      giveBack()
      if (blob) url.value = URL.createObjectURL(blob)
    },
    { immediate: true },
  )
  onScopeDispose(() => {
    gone = true
    giveBack()
  })
  return url
}
