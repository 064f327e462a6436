import { useEventListener, useLocalStorage } from '@vueuse/core'
import { onScopeDispose, type Ref } from 'vue'
import type { SuggestedGrade } from '../../../core/grade-names.ts'

export type SoundName = SuggestedGrade | 'taken' | 'retake' | 'time'

/** Notes as [Hz, seconds]; each sound is told from the others by its shape, not by how loud it is. */
const SOUNDS: Readonly<Record<SoundName, ReadonlyArray<readonly [number, number]>>> = {
  taken: [[1320, 0.04]],
  developing: [
    [523, 0.08],
    [784, 0.14],
  ],
  clear: [[587, 0.26]],
  'blood-ring': [
    [392, 0.08],
    [0, 0.05],
    [392, 0.08],
    [0, 0.05],
    [294, 0.18],
  ],
  quitter: [
    [494, 0.1],
    [330, 0.22],
  ],
  unsure: [
    [440, 0.07],
    [494, 0.07],
    [440, 0.07],
    [494, 0.12],
  ],
  retake: [
    [220, 0.07],
    [0, 0.04],
    [220, 0.07],
    [0, 0.04],
    [220, 0.07],
  ],
  time: [
    [988, 0.1],
    [0, 0.08],
    [988, 0.1],
    [0, 0.08],
    [988, 0.1],
  ],
}

/** Short sounds and, where the browser can, a voice, so that nobody need look up from the egg. */
export interface Sounds {
  sounds: Ref<boolean>
  voice: Ref<boolean>
  canSpeak: boolean
  /** Sounds one after the other. */
  play: (...names: SoundName[]) => void
  say: (words: string) => void
}

export function useSounds(): Sounds {
  const sounds = useLocalStorage('perlumen-sounds', true)
  const voice = useLocalStorage('perlumen-voice', false)
  const canSpeak = 'speechSynthesis' in globalThis
  let context: AudioContext | null = null
  // Browsers let none be heard before the first key or touch, and making it takes a tenth of a second.
  useEventListener(['keydown', 'pointerdown'], wake, { once: true })
  onScopeDispose(() => {
    void context?.close().catch(() => undefined)
    if (canSpeak) speechSynthesis.cancel()
  })

  function wake(): AudioContext | null {
    if (!sounds.value || !('AudioContext' in globalThis)) return null
    context ??= new AudioContext()
    if (context.state === 'suspended') void context.resume().catch(() => undefined)
    return context
  }

  function play(...names: SoundName[]): void {
    const audio = wake()
    if (!audio) return
    let at = audio.currentTime
    for (const [hz, seconds] of names.flatMap((name) => [...SOUNDS[name], [0, 0.06] as const])) {
      if (hz > 0) note(audio, { hz, at, seconds })
      at += seconds
    }
  }

  function say(words: string): void {
    if (!voice.value || !canSpeak) return
    speechSynthesis.cancel()
    speechSynthesis.speak(new SpeechSynthesisUtterance(words))
  }

  return { sounds, voice, canSpeak, play, say }
}

function note(context: AudioContext, { hz, at, seconds }: { hz: number; at: number; seconds: number }): void {
  const tone = context.createOscillator()
  const gain = context.createGain()
  tone.type = 'triangle'
  tone.frequency.value = hz
  // Soft edges, so that nothing clicks.
  gain.gain.setValueAtTime(0, at)
  gain.gain.linearRampToValueAtTime(0.14, at + 0.008)
  gain.gain.setValueAtTime(0.14, at + seconds - 0.015)
  gain.gain.linearRampToValueAtTime(0, at + seconds)
  tone.connect(gain).connect(context.destination)
  tone.start(at)
  tone.stop(at + seconds)
}
