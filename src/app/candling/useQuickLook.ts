import { computed, ref, shallowRef, type ComputedRef, type Ref } from 'vue'
import { useLocalStorage, watchDebounced } from '@vueuse/core'
import { v4 as uuid } from 'uuid'
import type { Egg } from '../../contracts/records/egg-state.ts'
import type { Hatchery } from '../../contracts/records/hatchery-record.ts'
import { isPictured, type PicturedLook } from '../../contracts/records/look-record.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { shapesOf, type EggReading } from '../../core/measure/reading.ts'
import { usualStage } from '../../core/planning/incubation/timetable.ts'
import type { SpeciesName } from '../../core/species/species.ts'
import { candlingBegan, lookSince } from '../../domain/candling.ts'
import { lookFrom } from '../../domain/look-from.ts'
import { quickLook, type LoneEgg } from '../../domain/quick-look.ts'
import { samePicture } from '../../domain/same-picture.ts'
import { timelineOf } from '../../domain/timeline.ts'
import { useHatcheryStore, type HatcheryStore } from '../data/hatchery.ts'
import { useDevicesStore } from '../shared/devices.ts'
import { REJECTION_WORDS } from '../../words/rejections.ts'

/** Somebody may still be typing. */
const AGAIN_AFTER_MS = 300

interface Taken {
  /** As it came: what is measured, each time. */
  original: Blob
  /** The copy that is kept, which may be smaller. Nothing is measured in it. */
  photo: Blob
  source: PicturedLook['source']
  atMs: number
  widthPx: number
  heightPx: number
  eggs: EggReading[]
}

/** Days said of an egg and days of its set that are no further apart than this are the same. */
const SAME_DAY = 1

/** What is to be said before a picture is kept in an egg. */
export interface KeepingDoubts {
  /** The egg's set is of another day than was said, or has not begun. */
  day: { saidDays: number | null; ageDays: number; setAtMs: number; isFuture: boolean } | null
  /** Another egg of the set that has this very photograph. */
  same: Egg | null
}

/** What is known of an egg beside its picture. */
interface Known {
  species: SpeciesName
  /** Fraction of incubation. */
  stage: number | undefined
}

/** One egg, photographed and judged without a set; kept into one afterwards, or let go. */
export function useQuickLook() {
  const hatchery = useHatcheryStore()
  /** What was said of the last one: the next is likely of the same kind. */
  const lone = useLocalStorage<LoneEgg>('perlumen-quick-look', {
    species: 'chicken',
    shell: 'tinted',
    ageDays: null,
  })
  const taken = shallowRef<Taken | null>(null)
  const which = ref(0)
  const { measuring, problem, inTurn } = useTurns()
  const measure = useMeasuring()
  const seen = computed(() => {
    const reading = taken.value?.eggs[which.value]
    return taken.value && reading
      ? judged(taken.value, reading, { lone: lone.value, hatchery: hatchery.hatchery })
      : null
  })

  async function photograph(photo: Blob, source: PicturedLook['source']): Promise<void> {
    await inTurn(async () => {
      const now = await measure(photo, known())
      letGo()
      taken.value = { ...now, original: photo, source, atMs: Date.now() }
    })
  }

  /** What is said of the egg has a part in what is measured: said otherwise, the picture is measured again. */
  async function measureAgain(): Promise<void> {
    const before = taken.value
    if (!before || kept.value) return
    await inTurn(async () => {
      const { eggs } = await measure(before.original, known())
      if (taken.value !== before) return
      which.value = Math.min(which.value, eggs.length - 1)
      taken.value = { ...before, eggs }
    })
  }
  watchDebounced(() => [lone.value.species, lone.value.ageDays], measureAgain, { debounce: AGAIN_AFTER_MS })

  const known = (): Known => knownOf(lone.value)

  function letGo(): void {
    taken.value = null
    which.value = 0
    keeping.forget()
  }

  const { kept, ...keeping } = useKept({ lone, taken, which, seen, measure, hatchery })

  return { lone, taken, which, seen, measuring, problem, kept, photograph, letGo, ...keeping }
}

interface KeepingPort {
  lone: Ref<LoneEgg>
  taken: Ref<Taken | null>
  which: Ref<number>
  seen: ComputedRef<ReturnType<typeof judged> | null>
  measure: Measure
  hatchery: HatcheryStore
}

/** Where the picture goes, if it is to stay. */
function useKept({ lone, taken, which, seen, measure, hatchery }: KeepingPort) {
  /** Where it was kept. */
  const kept = shallowRef<{ setId: string; name: string } | null>(null)

  /** Keeps the picture as a look at an egg of a set; what was photographed of it at this candling is replaced. */
  async function keepIn(egg: Egg): Promise<void> {
    const now = taken.value
    const shown = now?.eggs[which.value]
    const set = hatchery.setById(egg.setId)
    if (!now || !shown || !set) return
    await keepLook({ now, shown, egg, set, measure, hatchery })
    kept.value = { setId: set.id, name: set.name }
  }

  /** What would be otherwise than it was said, were it kept in this egg. */
  function doubtsOf(egg: Egg): KeepingDoubts {
    const now = taken.value
    const shown = now?.eggs[which.value]
    return now && shown
      ? doubtsAbout(egg, { now, shown, saidDays: lone.value.ageDays, hatchery })
      : { day: null, same: null }
  }

  let made: Egg | null = null
  /** Makes a set of this one egg, and keeps the picture in it. */
  async function keepInNew(): Promise<void> {
    const now = seen.value
    if (!now) return
    if (!made) {
      const { set, egg } = now
      await hatchery.commit('set of one egg', null, { trays: set.trays, sets: [set], eggs: [egg] })
      made = egg
    }
    // Where this does not work the set is there, and the next try goes into it.
    await keepIn(made)
  }

  function forget(): void {
    kept.value = null
    made = null
  }

  return { kept, forget, doubtsOf, keepIn, keepInNew }
}

function doubtsAbout(
  egg: Egg,
  {
    now,
    shown,
    saidDays,
    hatchery,
  }: { now: Taken; shown: EggReading; saidDays: number | null; hatchery: HatcheryStore },
): KeepingDoubts {
  const set = hatchery.setById(egg.setId)
  if (!set) return { day: null, same: null }
  const ageDays = timelineOf(set, hatchery.hatchery).ageAt(now.atMs)
  const setAtMs = Date.parse(set.setAt)
  const isFuture = setAtMs > now.atMs
  const isApart = saidDays !== null && Math.abs(saidDays - ageDays) > SAME_DAY
  const { widthPx, heightPx } = now
  const pictured = { eggId: egg.id, photo: { id: '', type: '', widthPx, heightPx }, reading: shown }
  const all = (hatchery.eggsBySet.get(set.id) ?? []).flatMap(({ id }) =>
    (hatchery.looksByEgg.get(id) ?? []).filter(isPictured),
  )
  return {
    day: isFuture || isApart ? { saidDays, ageDays, setAtMs, isFuture } : null,
    same: hatchery.eggs.find(({ id }) => id === samePicture(pictured, all)?.eggId) ?? null,
  }
}

function knownOf({ species, ageDays }: LoneEgg): Known {
  return { species, stage: ageDays === null ? undefined : usualStage(species, ageDays) }
}

/** The egg with its grade, and what the page draws of it. */
function judged(now: Taken, reading: EggReading, { lone, hatchery }: { lone: LoneEgg; hatchery: Hatchery }) {
  const look = quickLook(
    lone,
    { reading, measured: now, photoType: now.photo.type || 'image/jpeg', source: now.source },
    { hatchery, nowMs: now.atMs, newId: () => uuid() },
  )
  return { ...look, held: { photo: now.photo, shapes: { id: look.look.id, ...shapesOf(reading) } } }
}

/** One after the other, so that what was said last holds. */
function useTurns() {
  const measuring = ref(false)
  const problem = ref('')
  let last: Promise<void> = Promise.resolve()
  function inTurn(work: () => Promise<void>): Promise<void> {
    last = last.then(async () => {
      measuring.value = true
      problem.value = ''
      await work().catch((error: unknown) => {
        problem.value = (error as Error).message
      })
      measuring.value = false
    })
    return last
  }
  return { measuring, problem, inTurn }
}

type Measure = (photo: Blob, of: Known) => Promise<Pick<Taken, 'photo' | 'widthPx' | 'heightPx' | 'eggs'>>

/** @throws Error with a sentence where no egg is found */
function useMeasuring(): Measure {
  const hatchery = useHatcheryStore()
  const { workers } = useDevicesStore()
  return async (photo, of) => {
    const { photoLongSidePx: keepLongSidePx } = hatchery.hatchery
    const { reading, ...picture } = await workers.measure(photo, { ...of, keepLongSidePx })
    if (reading.kind === 'rejected') throw new Error(REJECTION_WORDS[reading.why])
    return { ...picture, eggs: reading.eggs }
  }
}

/** Keeps a picture as a look at an egg of a set; what was photographed of it at this candling is replaced. */
async function keepLook({
  now,
  shown,
  egg,
  set,
  measure,
  hatchery,
}: {
  now: Taken
  shown: EggReading
  egg: Egg
  set: EggSet
  measure: Measure
  hatchery: HatcheryStore
}): Promise<void> {
  const timeline = timelineOf(set, hatchery.hatchery)
  // As the bench would have measured it: with what its set says of it.
  const { eggs } = await measure(now.original, { species: set.species, stage: timeline.stageAt(now.atMs) })
  const reading = nearestTo(shown, eggs)
  const all = hatchery.looksByEgg.get(egg.id) ?? []
  const replaces = lookSince(all, candlingBegan(set, hatchery.hatchery, now.atMs)) ?? null
  const look = lookFrom(
    {
      set,
      timeline,
      egg,
      measured: now,
      reading,
      replaces,
      photoType: now.photo.type || 'image/jpeg',
      takenAt: new Date(now.atMs).toISOString(),
      source: now.source,
      earlier: all.filter(({ id }) => id !== replaces?.id),
      learnt: hatchery.learnt,
    },
    () => uuid(),
  )
  await hatchery.addLook(
    look,
    { photo: now.photo, shapes: [{ id: look.id, ...shapesOf(reading) }] },
    replaces,
  )
}

/** The same egg of the picture, measured once more. */
function nearestTo({ outline }: EggReading, eggs: readonly EggReading[]): EggReading {
  const apart = ({ outline: { centre } }: EggReading): number =>
    Math.hypot(centre.x - outline.centre.x, centre.y - outline.centre.y)
  return eggs.reduce((nearest, egg) => (apart(egg) < apart(nearest) ? egg : nearest))
}
