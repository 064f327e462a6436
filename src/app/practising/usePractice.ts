import { computed, onScopeDispose, ref, shallowRef } from 'vue'
import { useIntervalFn, useLocalStorage } from '@vueuse/core'
import { v4 as uuid } from 'uuid'
import { answerOf, MOST_SECONDS, practisedBy, type Practised } from '../../contracts/practice-record.ts'
import { gradeEgg } from '../../core/grade/grade.ts'
import type { SuggestedGrade, Verdict } from '../../core/grade/types.ts'
import type { Sureness } from '../../core/practice/confusions.ts'
import { eggCard, type CardWish, type EggCard } from '../../core/practice/egg-card.ts'
import { knownFrom, nextConfusion } from '../../core/practice/schedule.ts'
import { eggAt } from '../../core/simulate/egg-model.ts'
import { outlineOf } from '../../core/simulate/shot.ts'
import { bluntPole, smallPole } from '../../core/geometry/egg-outline.ts'
import { signsOf } from '../../core/simulate/signs.ts'
import type { Shell, SpeciesName } from '../../core/species/species.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { FILM_FPS } from '../../workers/protocol.ts'
import { useDevicesStore } from '../shared/devices.ts'

/** Cards of one sitting: some three minutes. */
export const SITTING = 10
/** A sitting that was left is gone on with for so long. */
const STILL_OPEN_MS = 12 * 3_600_000
/** Views of an egg around its long axis. */
export const VIEWS = 8
/** From the side at hand: what is turned to first is drawn first. */
const DRAWN_FIRST = [0, 1, -1, 2, -2, 3, -3, 4] as const
/** Side of a film's frames, px: movement is coarse. */
const FILM_PX = 384
const VIEW_RAD = (2 * Math.PI) / VIEWS

/** A card as it is looked at. Its wish and truth stay here; the picture's address says nothing. */
interface Shown {
  wish: CardWish
  card: EggCard
  /** Object addresses by view; null while one is being drawn. */
  views: Array<string | null>
  verdict: Verdict | null
}

/** Practice on eggs that cannot be hurt: ten cards at a sitting, chosen by what this person takes for what. */
export function usePractice(kind: () => { species: SpeciesName; shell: Shell }) {
  const store = useHatcheryStore()
  const { workers } = useDevicesStore()
  const learner = useLocalStorage('perlumen-learner', { id: '', name: '' })
  if (!learner.value.id) learner.value = { id: uuid(), name: 'me' }
  const practised = computed(() => practisedBy(store.practice, learner.value.id))
  const answers = computed(() => practised.value.map(answerOf))

  /** The sitting that is under way; a new one begins where the last is full, or long ago. */
  const sitting = ref<string | null>(null)
  const ofSitting = computed(() => practised.value.filter((one) => one.sitting === sitting.value))
  const isOver = computed(() => ofSitting.value.length >= SITTING)
  const shown = shallowRef<Shown | null>(null)
  const view = ref(0)
  const phase = ref<'look' | 'sure' | 'seen'>('look')
  const said = ref<SuggestedGrade | null>(null)
  /** Where the air cell ends as drawn by hand, ÷ length of the egg; null while nobody has drawn it. */
  const drawn = ref<number | null>(null)
  const last = shallowRef<Practised | null>(null)
  /** Frames of the egg lying still, while one waits whether it moves; `at` runs round. */
  const film = shallowRef<{ frames: string[]; at: number } | null>(null)
  const filming = ref(false)
  /** The egg at hand could not be drawn. */
  const failed = ref(false)
  /** When the egg at hand came to the lamp. */
  const shownAtMs = ref(0)
  let since = 0
  /** The card after this one, drawn while this one is talked over. */
  let ahead: Shown | null = null
  let stop = new AbortController()

  /** Where a sitting was left, it goes on with the same card: the next one follows from the answers alone. */
  function begin(nowMs: number): void {
    const latest = practised.value.at(-1)
    const open =
      latest &&
      nowMs - Date.parse(latest.at) < STILL_OPEN_MS &&
      practised.value.filter((one) => one.sitting === latest.sitting).length < SITTING
    sitting.value = open ? latest.sitting : uuid()
    last.value = null
    next(nowMs)
  }

  function wishNow(nowMs: number): CardWish {
    const known = nextConfusion(knownFrom(answers.value, latestMs(nowMs)))
    return {
      seed: `${sitting.value}-${ofSitting.value.length}`,
      confusion: known.confusion,
      hardness: Number(known.hardness.toFixed(2)),
      ...kind(),
    }
  }
  /** By the answers' own clock: who comes back after a pause gets the card that was left. */
  function latestMs(nowMs: number): number {
    const latest = ofSitting.value.at(-1)
    return latest ? Date.parse(latest.at) : nowMs
  }

  function next(nowMs: number): void {
    const prepared = ahead
    ahead = null
    release()
    if (isOver.value) return prepared ? giveBack(prepared) : undefined
    failed.value = false
    shown.value = prepared ?? newCard(wishNow(nowMs))
    view.value = 0
    phase.value = 'look'
    said.value = null
    drawn.value = null
    arrived()
    void draw()
  }

  function newCard(wish: CardWish): Shown {
    return { wish, card: eggCard(wish), views: Array<string | null>(VIEWS).fill(null), verdict: null }
  }

  function arrived(): void {
    since = performance.now()
    shownAtMs.value = Date.now()
  }

  let drawing = false
  /** Draws what is wanted most, one after the other, until nothing is wanted. */
  async function draw(): Promise<void> {
    if (drawing) return
    drawing = true
    try {
      while (await drawOne());
    } finally {
      drawing = false
    }
  }

  /** @returns whether there was anything to draw */
  async function drawOne(): Promise<boolean> {
    const { signal } = stop
    const { value: now } = shown
    if (!now) return false
    if (now.views[0] === null) {
      const photo = await photograph(now.card, 0, signal)
      if (shown.value !== now) return shown.value !== null
      if (!photo) {
        failed.value = !signal.aborted
        return false
      }
      shown.value = { ...now, views: [URL.createObjectURL(photo), ...now.views.slice(1)] }
      arrived()
      await judge(now.card, photo, signal)
      return true
    }
    // The next one follows from the answer: it is made ready while this one is talked over.
    if (phase.value === 'seen' && last.value && ahead === null && !isOver.value) {
      const card = newCard(wishNow(Date.now()))
      ahead = card
      const photo = await photograph(card.card, 0, signal)
      if (photo && ahead === card) {
        ahead = { ...card, views: [URL.createObjectURL(photo), ...card.views.slice(1)] }
        const verdict = await verdictOn(card.card, photo, signal)
        if (ahead?.wish === card.wish) ahead = { ...ahead, verdict }
      }
      return true
    }
    const at = DRAWN_FIRST.map((away) => (view.value + away + VIEWS) % VIEWS).find(
      (i) => now.views[i] === null,
    )
    if (at === undefined) return false
    const photo = await photograph(now.card, at, signal)
    const { value: still } = shown
    if (still?.card !== now.card) return still !== null
    // A side that cannot be drawn is left; turning there asks again.
    if (!photo) return false
    shown.value = {
      ...still,
      views: still.views.map((url, i) => (i === at ? URL.createObjectURL(photo) : url)),
    }
    return true
  }

  /** Asks once more for an egg that could not be drawn. */
  function drawAgain(): void {
    failed.value = false
    void draw()
  }

  function photograph(card: EggCard, at: number, signal: AbortSignal): Promise<Blob | null> {
    const { egg, ageDays, shot } = card
    return workers.render({ egg, ageDays, shot, rollRad: at * VIEW_RAD }, signal).catch(() => null)
  }

  async function judge(card: EggCard, photo: Blob, signal: AbortSignal): Promise<void> {
    const verdict = await verdictOn(card, photo, signal)
    if (shown.value?.card === card) shown.value = { ...shown.value, verdict }
  }

  /** What the program makes of the same picture, from the picture alone. */
  async function verdictOn(card: EggCard, photo: Blob, signal: AbortSignal): Promise<Verdict | null> {
    const { species, shell } = card.egg
    const measured = await workers.measure(photo, { species }, signal).catch(() => null)
    if (measured?.reading.kind !== 'eggs') return null
    return gradeEgg(measured.reading.eggs[0]!, { species, shell, ageDays: card.ageDays })
  }

  let wanted: symbol | null = null
  /** Waits for movement: a few seconds of the egg lying still, over and over. */
  async function wait(): Promise<void> {
    const { value: now } = shown
    if (!now || phase.value === 'seen' || filming.value || film.value) return
    filming.value = true
    const own = Symbol('film')
    wanted = own
    const { egg, ageDays, shot } = now.card
    const small = { ...shot, widthPx: FILM_PX, heightPx: FILM_PX }
    const frames = await workers.renderFilm({ egg, ageDays, shot: small }, stop.signal).catch(() => [])
    // Turned, answered or gone on meanwhile: nobody waits any more.
    if (wanted !== own) return
    filming.value = false
    if (frames.length === 0) return
    film.value = { frames: frames.map((frame) => URL.createObjectURL(frame)), at: 0 }
    view.value = 0
  }
  useIntervalFn(() => {
    if (film.value) film.value = { ...film.value, at: (film.value.at + 1) % film.value.frames.length }
  }, 1000 / FILM_FPS)
  function endFilm(): void {
    for (const url of film.value?.frames ?? []) URL.revokeObjectURL(url)
    film.value = null
    filming.value = false
    wanted = null
  }

  function turn(by: 1 | -1): void {
    endFilm()
    view.value = (view.value + by + VIEWS) % VIEWS
    void draw()
  }

  function say(grade: SuggestedGrade): void {
    if (phase.value === 'seen' || !shown.value?.views[0]) return
    said.value = grade
    phase.value = 'sure'
  }

  /** Two quick presses are one answer. */
  let keeping = false
  /** Keeps the answer, then shows what it was. */
  async function sure(how: Sureness): Promise<void> {
    const { value: now } = shown
    if (keeping || phase.value !== 'sure' || !now || !said.value || !sitting.value) return
    const answer: Practised = {
      id: uuid(),
      at: new Date().toISOString(),
      sitting: sitting.value,
      card: { ...now.wish, lookId: null },
      truth: now.card.truth,
      said: said.value,
      sure: how,
      program: now.verdict?.grade ?? null,
      cell: drawn.value === null ? null : { drawn: drawn.value, was: trueDepth(now.card) },
      // An egg that lay on the screen overnight was looked at for a day at most.
      seconds: Math.min(MOST_SECONDS, Number(((performance.now() - since) / 1000).toFixed(1))),
    }
    keeping = true
    try {
      await store.note({
        practised: [{ learner: { id: learner.value.id, name: learner.value.name.trim() || 'me' }, answer }],
      })
    } finally {
      keeping = false
    }
    // Shown only when it is kept, so that the next card follows from it.
    endFilm()
    last.value = answer
    phase.value = 'seen'
    void draw()
  }

  function trueDepth({ egg, ageDays }: EggCard): number {
    return Number(eggAt(egg, ageDays).cell.depth.toFixed(4))
  }
  /** The egg's poles in the picture, so that a line can be laid across its axis. */
  const axis = computed(() => {
    const { value: now } = shown
    if (!now) return null
    const outline = outlineOf(now.card.egg, now.card.shot)
    return { blunt: bluntPole(outline), small: smallPole(outline), halfBreadthPx: outline.halfBreadthPx }
  })

  /** What gives it away, as lines in the view at hand; only after the answer. */
  const signs = computed(() => {
    if (phase.value !== 'seen' || !shown.value) return null
    const { egg, ageDays, shot } = shown.value.card
    return signsOf(eggAt(egg, ageDays), shot, view.value * VIEW_RAD)
  })

  function giveBack({ views }: Shown): void {
    for (const url of views) if (url) URL.revokeObjectURL(url)
  }
  function release(): void {
    stop.abort()
    stop = new AbortController()
    endFilm()
    if (shown.value) giveBack(shown.value)
    shown.value = null
  }
  onScopeDispose(() => {
    release()
    if (ahead) giveBack(ahead)
    ahead = null
  })
  return {
    learner,
    practised,
    ofSitting,
    isOver,
    shown,
    view,
    phase,
    said,
    drawn,
    axis,
    last,
    signs,
    begin,
    next,
    film,
    filming,
    failed,
    drawAgain,
    wait,
    shownAtMs,
    turn,
    say,
    sure,
  }
}
