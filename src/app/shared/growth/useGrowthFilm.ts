import { onScopeDispose, ref, shallowRef, watch } from 'vue'
import { useDevicesStore } from '../devices.ts'
import { closeFilm, makeFilm, type FilmPart, type GrowthFilm } from './growth-film.ts'
import { t } from './words.ts'

/** A film of what is given, made anew when that changes; the one before is given back. */
export function useGrowthFilm(parts: () => readonly FilmPart[]) {
  const { workers } = useDevicesStore()
  const film = shallowRef<GrowthFilm | null>(null)
  const made = ref(0)
  const problem = ref('')
  let stop = new AbortController()

  function giveBack(): void {
    if (film.value) closeFilm(film.value)
    film.value = null
  }

  async function make(now: readonly FilmPart[]): Promise<void> {
    stop.abort()
    stop = new AbortController()
    const { signal } = stop
    giveBack()
    made.value = 0
    problem.value = ''
    if (now.length === 0) return
    try {
      const next = await makeFilm(now, workers, { signal, onMade: (done) => (made.value = done) })
      if (signal.aborted) {
        if (next) closeFilm(next)
        return
      }
      film.value = next
      if (!next) problem.value = t('film.noPhotographs')
    } catch (error) {
      if (!signal.aborted) problem.value = t('film.failed', { why: (error as Error).message })
    }
  }

  watch(
    () =>
      parts()
        .map(({ id, ageDays }) => `${id} ${ageDays}`)
        .join(),
    () => void make(parts()),
    { immediate: true },
  )
  onScopeDispose(() => {
    stop.abort()
    giveBack()
  })
  return { film, made, problem }
}
