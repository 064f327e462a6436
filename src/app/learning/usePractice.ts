import { computed, onScopeDispose, ref, shallowRef } from 'vue'
import { useIntervalFn, useLocalStorage } from '@vueuse/core'
import { v4 as uuid } from 'uuid'
import {
  answerOf,
  MOST_SECONDS,
  practisedBy,
  type Practised,
} from '../../contracts/records/practice-record.ts'
import type { SuggestedGrade } from '../../core/grade-names.ts'
import type { Verdict } from '../../core/grade/types.ts'
import { figuresOf, type HandCell } from '../../core/measure/by-hand.ts'
import type { Sureness } from '../../core/learning/confusions.ts'
import { knownFrom, nextConfusion } from '../../core/learning/schedule.ts'
import type { Shell, SpeciesName } from '../../core/species/species.ts'
import { HOUR_MS } from '../../core/time/durations.ts'
import { knownCards, nextKnownCard } from '../../domain/known-cards.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { nameInBook } from '../data/which-book.ts'
import { FILM_FPS } from '../../workers/protocol.ts'
import { useDevicesStore } from '../shared/devices.ts'
import { drawnEgg } from './drawn-egg.ts'
import type { LampEgg } from './lamp-egg.ts'
import { ownEgg } from './own-egg.ts'

/** Cards of one sitting: some three minutes. */
export const SITTING = 10
/** A sitting that was left is gone on with for so long. */
const STILL_OPEN_MS = 12 * HOUR_MS
/** From the side at hand: what is turned to first is drawn first. */
const DRAWN_FIRST = [0, 1, -1, 2, -2, 3, -3, 4] as const

/** A card as it is looked at. The picture's address says nothing of what is true. */
interface Shown {
  egg: LampEgg
  /** Object addresses by side; null while one is being drawn. */
  views: Array<string | null>
  verdict: Verdict | null
}

/** What is practised on. */
interface Wanted {
  species: SpeciesName
  shell: Shell
  /** Photographs of one's own whose eggs are known come in between. */
  own: boolean
}

/** Practice on eggs that cannot be hurt: ten cards at a sitting, chosen by what this person takes for what. */
export function usePractice(wanted: () => Wanted) {
  const store = useHatcheryStore()
  const { workers } = useDevicesStore()
  const learner = useLocalStorage(nameInBook('learner'), { id: '', name: '' })
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
  /** The air cell's edge as drawn by hand; null while nobody has drawn it. */
  const drawn = ref<HandCell | null>(null)
  const last = shallowRef<Practised | null>(null)
  /** Frames of the egg lying still, while one waits whether it moves; `at` runs round. */
  const film = shallowRef<{ frames: string[]; at: number } | null>(null)
  const filming = ref(false)
  const own = computed(() =>
    knownCards({ sets: store.sets, eggs: store.eggs, looks: store.looks, hatchery: store.hatchery }),
  )
  /** Photographs that turned out to be gone: they come no more. */
  const gone = new Set<string>()
  /** The egg at hand cannot be shown. */
  const failed = ref(false)
  /** When the egg at hand came to the lamp. */
  const shownAtMs = ref(0)
  let since = 0
  /** The card after this one, drawn while this one is talked over. */
  let ahead: Shown | null = null
  let stop = new AbortController()

  /** Where a sitting was left, it goes on with the same card: the next one follows from the answers alone. */
  async function begin(nowMs: number): Promise<void> {
    if (wanted().own) await store.openAll()
    const latest = practised.value.at(-1)
    const open =
      latest &&
      nowMs - Date.parse(latest.at) < STILL_OPEN_MS &&
      practised.value.filter((one) => one.sitting === latest.sitting).length < SITTING
    sitting.value = open ? latest.sitting : uuid()
    last.value = null
    next(nowMs)
  }

  function eggNow(nowMs: number): LampEgg {
    const known = nextConfusion(knownFrom(answers.value, latestMs(nowMs)))
    const { species, shell, own: mixed } = wanted()
    const seed = `${sitting.value}-${ofSitting.value.length}`
    const { confusion } = known
    const hardness = Number(known.hardness.toFixed(2))
    // Every other egg: drawn ones know every kind, one's own are the real thing.
    const card =
      mixed && ofSitting.value.length % 2 === 1
        ? nextKnownCard(
            own.value.filter(({ look }) => !gone.has(look.id)),
            { confusion, seed, practised: practised.value },
          )
        : null
    if (!card) return drawnEgg({ seed, confusion, hardness, species, shell }, workers)
    return ownEgg(
      card,
      {
        seed,
        confusion,
        hardness: Number(card.hardness.toFixed(2)),
        species: card.species,
        shell: card.shell,
      },
      store.repository,
    )
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
    shown.value = prepared ?? newCard(eggNow(nowMs))
    view.value = 0
    phase.value = 'look'
    said.value = null
    drawn.value = null
    arrived()
    void draw()
  }

  function newCard(egg: LampEgg): Shown {
    return { egg, views: Array<string | null>(egg.sides).fill(null), verdict: null }
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
    const { egg } = now
    if (now.views[0] === null) {
      const photo = await egg.side(0, signal)
      if (shown.value !== now) return shown.value !== null
      if (!photo) {
        failed.value = !signal.aborted
        return false
      }
      shown.value = { ...now, views: [URL.createObjectURL(photo), ...now.views.slice(1)] }
      arrived()
      const verdict = await egg.judge(photo, signal)
      if (shown.value?.egg === egg) shown.value = { ...shown.value, verdict }
      return true
    }
    // The next one follows from the answer: it is made ready while this one is talked over.
    if (phase.value === 'seen' && last.value && ahead === null && !isOver.value) {
      await prepare(newCard(eggNow(Date.now())), signal)
      return true
    }
    const at = DRAWN_FIRST.map((away) => (view.value + away + egg.sides) % egg.sides).find(
      (i) => now.views[i] === null,
    )
    if (at === undefined) return false
    const photo = await egg.side(at, signal)
    const { value: still } = shown
    if (still?.egg !== egg) return still !== null
    // A side that cannot be drawn is left; turning there asks again.
    if (!photo) return false
    shown.value = {
      ...still,
      views: still.views.map((url, i) => (i === at ? URL.createObjectURL(photo) : url)),
    }
    return true
  }

  async function prepare(card: Shown, signal: AbortSignal): Promise<void> {
    const { egg } = card
    ahead = card
    const photo = await egg.side(0, signal)
    if (!photo || ahead !== card) return
    ahead = { ...card, views: [URL.createObjectURL(photo), ...card.views.slice(1)] }
    const verdict = await egg.judge(photo, signal)
    if (ahead?.egg === egg) ahead = { ...ahead, verdict }
  }

  /** Asks once more for an egg that could not be shown; a photograph that is gone makes room for another egg. */
  function showAgain(nowMs: number): void {
    const lookId = shown.value?.egg.lookId
    if (lookId) {
      gone.add(lookId)
      next(nowMs)
      return
    }
    failed.value = false
    void draw()
  }

  let awaited: symbol | null = null
  /** Waits for movement: a few seconds of the egg lying still, over and over. */
  async function wait(): Promise<void> {
    const { value: now } = shown
    if (!now?.egg.film || phase.value === 'seen' || filming.value || film.value) return
    filming.value = true
    const mine = Symbol('film')
    awaited = mine
    const frames = await now.egg.film(stop.signal)
    // Turned, answered or gone on meanwhile: nobody waits any more.
    if (awaited !== mine) return
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
    awaited = null
  }

  function turn(by: 1 | -1): void {
    if (!shown.value) return
    endFilm()
    const { sides } = shown.value.egg
    view.value = (view.value + by + sides) % sides
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
    const { egg } = now
    const answer: Practised = {
      id: uuid(),
      at: new Date().toISOString(),
      sitting: sitting.value,
      card: { ...egg.wish, lookId: egg.lookId },
      truth: egg.truth,
      said: said.value,
      sure: how,
      program: now.verdict?.grade ?? null,
      cell: cellOf(egg),
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

  /** The line drawn by hand beside what is known of the air cell. */
  function cellOf({ outline, cell }: LampEgg): Practised['cell'] {
    if (!drawn.value || !cell) return null
    const { airCell } = figuresOf({ outline, cell: drawn.value, shadow: [] })
    const round = (value: number): number => Number(value.toFixed(4))
    return (
      airCell && {
        drawn: round(airCell.depth),
        was: round(cell.depth),
        tilt: { drawnRad: round(airCell.tiltRad), wasRad: round(cell.tiltRad) },
      }
    )
  }

  /** What gives it away, as lines in the view at hand; only after the answer. */
  const signs = computed(() =>
    phase.value === 'seen' && shown.value ? shown.value.egg.signs(view.value) : null,
  )

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
    own,
    last,
    signs,
    begin,
    next,
    film,
    filming,
    failed,
    showAgain,
    wait,
    shownAtMs,
    turn,
    say,
    sure,
  }
}
