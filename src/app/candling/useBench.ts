import { computed, ref, shallowRef } from 'vue'
import { v4 as uuid } from 'uuid'
import type { LookRecord, MovementReading } from '../../contracts/records/look-record.ts'
import type { Egg } from '../../contracts/records/egg-record.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import type { SuggestedGrade } from '../../core/grade-names.ts'
import { figuresOf, linesOf, type HandLines } from '../../core/measure/by-hand.ts'
import { noShapes, readingOf, shapesOf, type EggReading } from '../../core/measure/reading.ts'
import type { PhotoOrder } from '../../core/tray/assign-photos.ts'
import { EggWorkerError } from '../../workers/client.ts'
import type { MeasuredPhoto, PhotoInput } from '../../workers/protocol.ts'
import { putOnLamp, takeStill } from '../../devices/camera/network-camera.ts'
import { isStorageFull } from '../data/storage-room.ts'
import { useDevicesStore } from '../shared/devices.ts'
import { timelineOf, type Timeline } from '../../domain/timeline.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { matesLooks } from '../../domain/candling.ts'
import { lookFrom, withMovement } from '../../domain/look-from.ts'
import { trayGradedTogether } from '../../domain/regrade.ts'
import { placedOne, placeSeveral, type SeveralEggs } from '../../domain/several-eggs.ts'
import { useManyFiles } from './useManyFiles.ts'
import { useSetEggs } from './useSetEggs.ts'

export type BenchPhase = 'ready' | 'taking' | 'measuring' | 'saving'

/** One tray at the bench: which egg, its picture, what follows. All writes are awaited before they show. */
export function useBench(set: () => EggSet) {
  const hatchery = useHatcheryStore()
  const devices = useDevicesStore()
  const currentId = ref<string | null>(null)
  const phase = ref<BenchPhase>('ready')
  /** Why nothing was recorded, as a sentence. */
  const problem = ref<string | null>(null)
  /** A picture with several eggs, until they are placed. */
  const several = shallowRef<SeveralEggs<Blob> | null>(null)
  /** Lines while they are drawn by hand; null when they are not. */
  const drawn = shallowRef<HandLines | null>(null)
  /** As they were measured, while lines are drawn. */
  const measured = shallowRef<HandLines | null>(null)
  /** A question is open: until it is answered no other egg is chosen and no picture taken, so that nothing is lost. */
  const asking = computed(() => several.value !== null || drawn.value !== null)
  const savedAt = ref<Date | null>(null)

  const { eggs, references, lookOf, suspectOf, isSuspect, waits, placeOf, waiting, livingMates, nextOf } =
    useSetEggs(set)
  const current = computed(
    () => [...eggs.value, ...references.value].find((egg) => egg.id === currentId.value) ?? null,
  )
  const look = computed(() => (current.value ? (lookOf(current.value) ?? null) : null))
  const earlier = computed(() =>
    current.value
      ? (hatchery.looksByEgg.get(current.value.id) ?? []).filter((item) => item.id !== look.value?.id)
      : [],
  )
  const mates = computed(() => (current.value ? matesLooks(eggs.value, current.value, lookOf) : []))
  /** The tray in which the current egg lies. */
  const tray = computed(
    () => set().trays.find((item) => item.id === current.value?.place?.trayId) ?? set().trays[0]!,
  )
  const eggsHere = computed(() => eggs.value.filter((egg) => egg.place?.trayId === tray.value.id))
  const busy = computed(() => phase.value !== 'ready' || many.running.value !== null)

  function choose(egg: Egg | null): void {
    if (busy.value || asking.value || !egg) return
    problem.value = null
    currentId.value = egg.id
  }

  /** The egg of a tray that comes first, or its first where none waits. */
  function chooseTray(trayId: string): void {
    const there = eggs.value.filter((egg) => egg.place?.trayId === trayId)
    choose(nextOf(there, null) ?? there[0] ?? null)
  }

  function begin(): void {
    currentId.value = (nextOf(eggs.value, null) ?? eggs.value[0])?.id ?? null
  }

  function step(by: number): void {
    const at = eggs.value.findIndex((egg) => egg.id === currentId.value)
    choose(eggs.value[(at + by + eggs.value.length) % eggs.value.length] ?? null)
  }

  /** On to the next egg that waits, in this tray before the others; stays when none does. */
  function advance(): void {
    const next = nextOf(eggsHere.value, current.value) ?? nextOf(eggs.value, current.value)
    if (next) currentId.value = next.id
  }

  const timeline = (): Timeline => timelineOf(set(), hatchery.hatchery)

  /** The look that a reading makes at an egg, and what an earlier picture of this candling said, which is kept as replaced. */
  function lookAt(
    egg: Egg,
    reading: EggReading,
    { photo, source, takenAt, widthPx, heightPx }: Omit<SeveralEggs<Blob>, 'eggs'>,
  ): { look: LookRecord; replaces: LookRecord | null } {
    const replaces = lookOf(egg) ?? null
    const before = (hatchery.looksByEgg.get(egg.id) ?? []).filter((item) => item.id !== replaces?.id)
    return {
      look: lookFrom(
        {
          set: set(),
          timeline: timeline(),
          egg,
          measured: { widthPx, heightPx },
          reading,
          photoType: photo.type || 'image/jpeg',
          takenAt,
          source,
          replaces,
          earlier: before,
          livingMates: livingMates(egg),
          learnt: hatchery.learnt,
        },
        () => uuid(),
      ),
      replaces,
    }
  }

  /** @param input - a file, or frames of the live picture of which the sharpest is used; frames are given away */
  function measure(input: PhotoInput, signal?: AbortSignal): Promise<MeasuredPhoto> {
    const { species } = set()
    const stage = timeline().stageAt(Date.now())
    return devices.workers.measure(
      input,
      { species, stage, keepLongSidePx: hatchery.hatchery.photoLongSidePx },
      signal,
    )
  }

  /** Saves a measured picture as this egg’s look; one that shows several eggs is not saved but given back. */
  async function use(
    measured: Promise<MeasuredPhoto>,
    egg: Egg,
    source: LookRecord['source'],
  ): Promise<SeveralEggs<Blob> | null> {
    const { reading, widthPx, heightPx, photo } = await measured
    if (reading.kind === 'rejected') throw new Error(reading.rejection.message)
    const picture = { photo, source, takenAt: new Date().toISOString(), widthPx, heightPx }
    if (reading.eggs.length > 1) return { ...picture, eggs: placeInTray(reading.eggs, egg) }
    const { look: taken, replaces } = lookAt(egg, reading.eggs[0]!, picture)
    if (many.running.value === null) phase.value = 'saving'
    await hatchery.addLook(
      taken,
      { photo, shapes: [{ id: taken.id, ...shapesOf(reading.eggs[0]!) }] },
      replaces,
    )
    savedAt.value = new Date()
    return null
  }

  function placeInTray(readings: readonly EggReading[], egg: Egg): SeveralEggs['eggs'] {
    const there = set().trays.find((item) => item.id === egg.place?.trayId) ?? set().trays[0]!
    return placeSeveral(readings, there, {
      from: egg.place ?? { row: 0, column: 0 },
      waitingAt: ({ row, column }) =>
        eggs.value.find(
          (item) =>
            waits(item) &&
            item.place?.trayId === there.id &&
            item.place.row === row &&
            item.place.column === column,
        ),
    })
  }

  /** Says which egg of the tray one in the picture is. */
  function placeOne(index: number, egg: Egg | null): void {
    if (several.value) several.value = placedOne(several.value, index, egg)
  }

  async function keepSeveral(): Promise<void> {
    const picture = several.value
    if (!picture) return
    await run(async () => {
      const made = picture.eggs.flatMap(({ reading, place }) =>
        place ? [{ ...lookAt(place, reading, picture), reading }] : [],
      )
      if (made.length === 0) throw new Error('No egg in the picture matches a place in the tray.')
      phase.value = 'saving'
      // One photograph, kept once.
      const photoId = made[0]!.look.photo.id
      await hatchery.addLooks(
        made.map(({ look: taken }) => ({ ...taken, photo: { ...taken.photo, id: photoId } })),
        {
          photo: picture.photo,
          shapes: made.map(({ look: taken, reading }) => ({ id: taken.id, ...shapesOf(reading) })),
        },
        made.flatMap(({ replaces }) => replaces ?? []),
      )
      savedAt.value = new Date()
      several.value = null
    })
  }

  let working: Promise<unknown> = Promise.resolve()
  function run(work: () => Promise<unknown>): Promise<void> {
    if (busy.value) return Promise.resolve()
    const running = runNow(work)
    working = running
    return running
  }

  async function runNow(work: () => Promise<unknown>): Promise<void> {
    problem.value = null
    try {
      await work()
    } catch (error) {
      if (!(error instanceof EggWorkerError && error.code === 'cancelled')) problem.value = sentenceOf(error)
    } finally {
      phase.value = 'ready'
    }
  }

  /** @param onLamp - whether a hand has put the egg there already */
  async function takeFromNetwork(onLamp = false): Promise<void> {
    const egg = current.value
    if (!egg || egg.removed || asking.value) return
    await run(async () => {
      phase.value = 'taking'
      if (!onLamp) await showOnLamp(egg)
      const still = await takeStill()
      phase.value = 'measuring'
      several.value = await use(measure(still), egg, 'network-camera')
    })
  }

  /** With the stand-in, the egg goes on the lamp as a hand would put it there. */
  async function showOnLamp(egg: Egg): Promise<void> {
    const basket = set().standInBasket
    if (basket === undefined || devices.serves('camera', set()) !== 'stand-in') return
    await putOnLamp(basket, egg.number, timeline().ageAt(Date.now()))
  }

  function takePhoto(photo: Blob, source: LookRecord['source']): Promise<void> {
    return keepMeasured(() => measure(photo), source)
  }

  /** The egg at hand gets the picture that is measured, or being measured. */
  async function keepMeasured(
    measuring: () => Promise<MeasuredPhoto>,
    source: LookRecord['source'],
  ): Promise<void> {
    const egg = current.value
    if (!egg || egg.removed || asking.value) return
    await run(async () => {
      phase.value = 'measuring'
      several.value = await use(measuring(), egg, source)
    })
  }

  const many = useManyFiles({
    lanes: devices.workers.size,
    placeOf,
    sentenceOf,
    waiting: () => {
      const at = Math.max(
        0,
        eggs.value.findIndex((egg) => egg.id === currentId.value),
      )
      return [...eggs.value.slice(at), ...eggs.value.slice(0, at)].filter(waits)
    },
    take: async (file, egg, signal) => {
      const crowd = await use(measure(file, signal), egg, 'file')
      if (crowd)
        throw new Error(`It shows ${crowd.eggs.length} eggs. Open it on its own to say which they are.`)
    },
  })

  /** One file is this egg's; several go to the waiting eggs in turn, from this one on. */
  async function takeFiles(files: readonly File[], order: PhotoOrder): Promise<void> {
    if (asking.value) {
      problem.value = 'Answer the question here first, then choose the photographs again.'
      return
    }
    const [only] = files
    if (files.length === 1 && only && current.value && !busy.value) return takePhoto(only, 'file')
    if (files.length === 0) return
    problem.value = null
    // A picture that is being read keeps its egg: the files come after it.
    await working
    await many.add(files, order)
    if (look.value?.own || !look.value) begin()
  }

  /** @param by - lifting the egg off the lamp agrees, too, where the candler wants it so */
  async function decide(grade: SuggestedGrade, by: 'key' | 'lift' = 'key'): Promise<void> {
    const judged = look.value
    if (!judged || busy.value) return
    await run(async () => {
      phase.value = 'saving'
      await hatchery.changeLook('grade', judged.id, (now) => ({
        ...now,
        own: { grade, at: new Date().toISOString(), by },
      }))
      savedAt.value = new Date()
      advance()
    })
  }

  /** Adds what a film showed to the look that the egg was filmed for, wherever the bench is by now. */
  async function noteMovement(lookId: string, movement: MovementReading): Promise<void> {
    const filmed = hatchery.looks.find((item) => item.id === lookId)
    const egg = filmed && eggs.value.find((item) => item.id === filmed.eggId)
    if (!filmed || !egg || filmed.replaced) return
    const before = (hatchery.looksByEgg.get(egg.id) ?? []).filter((item) => item.takenAt < filmed.takenAt)
    const surroundings = {
      set: set(),
      timeline: timeline(),
      earlier: before,
      livingMates: livingMates(egg),
      learnt: hatchery.learnt,
      at: new Date().toISOString(),
    }
    await hatchery.amendLooks(() =>
      hatchery.looks
        .filter(({ id }) => id === lookId)
        .map((now) => withMovement(now, movement, surroundings)),
    )
  }

  /** Grades a tray's eggs again with all their mates known; what was suggested before is kept. */
  async function judgeTogether(trayId: string): Promise<void> {
    await hatchery.amendLooks(() =>
      trayGradedTogether({
        set: set(),
        timeline: timeline(),
        eggs: eggs.value,
        lookOf,
        earlierOf: (egg) =>
          (hatchery.looksByEgg.get(egg.id) ?? []).filter(({ id }) => id !== lookOf(egg)?.id),
        learnt: hatchery.learnt,
        trayId,
        at: new Date().toISOString(),
      }),
    )
  }

  /** Lets the candler draw, from the lines kept or else those measured. */
  async function draw(): Promise<void> {
    const seen = look.value
    if (!seen || busy.value || asking.value) return
    const shapes = await hatchery.repository.shapes(seen.id)
    if (look.value?.id !== seen.id || busy.value || asking.value) return
    measured.value = linesOf(readingOf(seen.reading, shapes ?? noShapes(seen.reading.outline)))
    drawn.value = seen.correction?.lines ?? measured.value
  }

  /** Keeps lines beside those measured; null takes them away again. Drawing ends only when that is saved. */
  async function keepLines(lines: HandLines | null): Promise<void> {
    const judged = look.value
    if (!judged || busy.value) return
    await run(async () => {
      phase.value = 'saving'
      const correction = lines && { at: new Date().toISOString(), lines, figures: figuresOf(lines) }
      await hatchery.changeLook(lines ? 'lines by hand' : 'lines as measured', judged.id, (now) => ({
        ...now,
        correction,
      }))
      savedAt.value = new Date()
      drawn.value = null
    })
  }

  async function undo(): Promise<void> {
    await run(async () => {
      phase.value = 'saving'
      const entry = await hatchery.undo()
      if (entry && eggs.value.some((egg) => egg.id === entry.eggId)) currentId.value = entry.eggId
    })
  }

  return {
    eggs,
    references,
    eggsHere,
    tray,
    placeOf,
    current,
    currentId,
    look,
    earlier,
    mates,
    waiting,
    phase,
    busy,
    problem,
    many,
    several,
    drawn,
    measured,
    asking,
    waits,
    savedAt,
    lookOf,
    choose,
    chooseTray,
    begin,
    step,
    advance,
    suspectOf,
    isSuspect,
    noteMovement,
    judgeTogether,
    takeFromNetwork,
    showOnLamp,
    measure,
    takePhoto,
    keepMeasured,
    takeFiles,
    placeOne,
    keepSeveral,
    draw,
    keepLines,
    decide,
    undo,
  }
}

function sentenceOf(error: unknown): string {
  if (isStorageFull(error)) {
    return 'Browser storage is full: the look was not saved. Export your records, then free some space.'
  }
  return error instanceof Error ? error.message : 'Something went wrong; the look was not saved.'
}
