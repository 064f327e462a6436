import { onScopeDispose, ref, shallowRef, type Ref, type ShallowRef } from 'vue'
import type { Verdict } from '../../../core/grade/types.ts'
import type { LampEgg } from '../lamp-egg.ts'

/** From the side at hand: what is turned to first is drawn first. */
const DRAWN_FIRST = [0, 1, -1, 2, -2, 3, -3, 4] as const

/** A card as it is looked at. The picture's address says nothing of what is true. */
export interface Shown {
  egg: LampEgg
  /** Object addresses by side; null while one is being drawn. */
  views: Array<string | null>
  verdict: Verdict | null
}

/** The egg at the lamp and its pictures, drawn in the order in which they are wanted. */
export interface Pictures {
  shown: ShallowRef<Shown | null>
  /** The side at hand. */
  view: Ref<number>
  /** The egg at hand cannot be shown. */
  failed: Ref<boolean>
  /** When the egg at hand came to the lamp. */
  shownAtMs: Ref<number>
  /** For how long it has been looked at. */
  lookedAtSeconds: () => number
  /** Takes the egg away; what is still drawn of it is stopped. */
  release: () => void
  /** Puts the egg that was made ready there, or else another. @param egg - null where none is to come */
  show: (egg: (() => LampEgg) | null) => void
  /** Draws what is wanted most, one after the other, until nothing is wanted. */
  draw: () => Promise<void>
  signal: () => AbortSignal
}

export interface PicturesPort {
  /** The egg after this one, where it is already known; it is made ready while this one is talked over. */
  following: () => LampEgg | null
}

export function usePictures({ following }: PicturesPort): Pictures {
  const shown = shallowRef<Shown | null>(null)
  const view = ref(0)
  const failed = ref(false)
  const { shownAtMs, arrived, lookedAtSeconds } = useStopwatch()
  const ahead = usePrepared()
  let stop = new AbortController()

  /** @returns whether there was anything to draw */
  async function drawOne(): Promise<boolean> {
    const { signal } = stop
    const { value: now } = shown
    if (!now) return false
    if (now.views[0] === null) return drawFirst(now, signal)
    const next = ahead.isEmpty() ? following() : null
    if (next) {
      await ahead.prepare(newCard(next), signal)
      return true
    }
    return drawSide(now, signal)
  }

  async function drawFirst(now: Shown, signal: AbortSignal): Promise<boolean> {
    const { egg } = now
    const photo = await egg.side(0, signal)
    if (shown.value !== now) return shown.value !== null
    if (!photo) {
      failed.value = !signal.aborted
      return false
    }
    shown.value = withView(now, 0, photo)
    arrived()
    const verdict = await egg.judge(photo, signal)
    if (shown.value?.egg === egg) shown.value = { ...shown.value, verdict }
    return true
  }

  async function drawSide({ egg, views }: Shown, signal: AbortSignal): Promise<boolean> {
    const at = sideWanted(egg, views, view.value)
    if (at === undefined) return false
    const photo = await egg.side(at, signal)
    const { value: still } = shown
    if (still?.egg !== egg) return still !== null
    // A side that cannot be drawn is left; turning there asks again.
    if (photo) shown.value = withView(still, at, photo)
    return photo !== null
  }

  function release(): void {
    stop.abort()
    stop = new AbortController()
    giveBack(shown.value)
    shown.value = null
  }

  function show(egg: (() => LampEgg) | null): void {
    const prepared = ahead.take()
    release()
    if (!egg) return giveBack(prepared)
    failed.value = false
    shown.value = prepared ?? newCard(egg())
    view.value = 0
    arrived()
    void draw()
  }
  const draw = oneAtATime(drawOne)

  onScopeDispose(release)
  return {
    shown,
    view,
    failed,
    shownAtMs,
    lookedAtSeconds,
    release,
    show,
    draw,
    signal: () => stop.signal,
  }
}

function useStopwatch() {
  const shownAtMs = ref(0)
  let since = 0
  return {
    shownAtMs,
    arrived: (): void => {
      since = performance.now()
      shownAtMs.value = Date.now()
    },
    lookedAtSeconds: (): number => (performance.now() - since) / 1000,
  }
}

/** Repeats a step until it finds nothing more to do; asked again meanwhile, it just goes on. */
function oneAtATime(step: () => Promise<boolean>): () => Promise<void> {
  let working = false
  return async () => {
    if (working) return
    working = true
    try {
      while (await step());
    } finally {
      working = false
    }
  }
}

function sideWanted({ sides }: LampEgg, views: Shown['views'], view: number): number | undefined {
  return DRAWN_FIRST.map((away) => (view + away + sides) % sides).find((i) => views[i] === null)
}

/** The card after this one, drawn while this one is talked over. */
function usePrepared() {
  let ahead: Shown | null = null
  const take = (): Shown | null => {
    const card = ahead
    ahead = null
    return card
  }
  onScopeDispose(() => giveBack(take()))

  async function prepare(card: Shown, signal: AbortSignal): Promise<void> {
    const { egg } = card
    ahead = card
    const photo = await egg.side(0, signal)
    if (!photo || ahead !== card) return
    ahead = withView(card, 0, photo)
    const verdict = await egg.judge(photo, signal)
    if (ahead?.egg === egg) ahead = { ...ahead, verdict }
  }
  return { isEmpty: () => ahead === null, take, prepare }
}

function newCard(egg: LampEgg): Shown {
  return { egg, views: Array<string | null>(egg.sides).fill(null), verdict: null }
}

function withView(card: Shown, at: number, photo: Blob): Shown {
  return { ...card, views: card.views.map((url, i) => (i === at ? URL.createObjectURL(photo) : url)) }
}

function giveBack(card: Shown | null): void {
  for (const url of card?.views ?? []) if (url) URL.revokeObjectURL(url)
}
