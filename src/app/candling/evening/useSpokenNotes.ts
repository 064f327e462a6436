import { onScopeDispose, ref, type Ref } from 'vue'
import { listen, type Recording } from '../../../devices/microphone/microphone.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'

/** Nobody listens to more afterwards. */
const LONGEST_MS = 15_000
/** A slip of the finger. */
const SHORTEST_SECONDS = 0.4

export interface SpokenNotes {
  /** While it listens: since when. */
  sinceMs: Ref<number | null>
  begin: (eggId: string) => void
  /** Keeps what was heard, of the egg at which it began. */
  end: () => Promise<void>
}

/** Words that are spoken of an egg while both hands are full. They stay on this device and in what it exports. */
export function useSpokenNotes({
  enough,
  failed,
}: {
  enough: () => void
  failed: (sentence: string) => void
}): SpokenNotes {
  const hatchery = useHatcheryStore()
  const sinceMs = ref<number | null>(null)
  let recording: Promise<Recording> | null = null
  let of = ''
  let timer: ReturnType<typeof setTimeout> | undefined

  function begin(eggId: string): void {
    const begun = listen()
    recording = begun
    of = eggId
    begun.then(
      () => {
        if (recording !== begun) return
        sinceMs.value = Date.now()
        timer = setTimeout(enough, LONGEST_MS)
      },
      (error: Error) => {
        if (recording !== begun) return
        recording = null
        failed(error.message)
      },
    )
  }

  async function end(): Promise<void> {
    const [begun, eggId] = [recording, of]
    recording = null
    sinceMs.value = null
    clearTimeout(timer)
    if (!begun) return
    const { sound, seconds } = await (await begun).stop()
    if (seconds >= SHORTEST_SECONDS && sound.size > 0) await hatchery.addVoice(eggId, sound, seconds)
  }

  // The page is left on the heels of a word: it is kept.
  onScopeDispose(() => void end().catch(() => undefined))

  return { sinceMs, begin, end }
}
