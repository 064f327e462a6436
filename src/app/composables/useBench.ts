import { computed, onScopeDispose, ref, shallowRef } from 'vue'
import type { LookRecord, MovementReading } from '../../contracts/look-record.ts'
import type { EggRecord, SetRecord } from '../../contracts/set-record.ts'
import type { SuggestedGrade } from '../../core/grade/types.ts'
import { figuresOf, linesOf, type HandLines } from '../../core/measure/by-hand.ts'
import type { EggReading } from '../../core/measure/reading.ts'
import { ageInDays } from '../../core/incubation/day-count.ts'
import { arrangeInGrid, type GridPlace } from '../../core/tray/arrange.ts'
import { assignEggs } from '../../core/tray/assign-eggs.ts'
import { assignPhotos, type PhotoOrder } from '../../core/tray/assign-photos.ts'
import { nameOfPlace } from '../../core/tray/layout.ts'
import { nextWaiting } from '../../core/tray/position.ts'
import { EggWorkerError } from '../../workers/client.ts'
import { inLanes } from '../../workers/pool.ts'
import type { PhotoInput } from '../../workers/protocol.ts'
import { putOnLamp, takeStill } from '../devices/network-camera.ts'
import { readCaptureTime } from '../devices/photo-files.ts'
import { isStorageFull } from '../storage/room.ts'
import { useDevicesStore } from '../stores/devices.ts'
import { useHatcheryStore } from '../stores/hatchery.ts'
import { figuresOfLook } from './look-figures.ts'
import { lookFrom, withMovement } from './look-from.ts'
import { candlingBegan, matesLooks, standingLook, suspectedBy } from './candling.ts'
import { useClockStore } from '../stores/clock.ts'

/** A photograph that shows several eggs, before anything of it is kept. */
export interface SeveralEggs {
  photo: Blob
  source: LookRecord['source']
  takenAt: string
  widthPx: number
  heightPx: number
  eggs: Array<{ reading: EggReading; place: EggRecord | null }>
}

export type BenchPhase = 'ready' | 'taking' | 'measuring' | 'saving'

export interface ManyProgress {
  done: number
  total: number
  problems: string[]
}

/** One tray at the bench: which egg, its picture, what follows. All writes are awaited before they show. */
export function useBench(set: () => SetRecord) {
  const hatchery = useHatcheryStore()
  const devices = useDevicesStore()
  const clock = useClockStore()
  const currentId = ref<string | null>(null)
  const phase = ref<BenchPhase>('ready')
  /** Why nothing was recorded, as a sentence. */
  const problem = ref<string | null>(null)
  const many = ref<ManyProgress | null>(null)
  /** A picture with several eggs, until they are placed. */
  const several = shallowRef<SeveralEggs | null>(null)
  /** Lines while they are drawn by hand; null when they are not. */
  const drawn = shallowRef<HandLines | null>(null)
  /** A question is open: until it is answered no other egg is chosen and no picture taken, so that nothing is lost. */
  const asking = computed(() => several.value !== null || drawn.value !== null)
  const savedAt = ref<Date | null>(null)
  const cancel = shallowRef<AbortController | null>(null)
  onScopeDispose(() => cancel.value?.abort())

  const eggs = computed(() => hatchery.eggsBySet.get(set().id) ?? [])
  const began = computed(() => candlingBegan(set(), hatchery.hatchery, clock.nowMs))
  const lookOf = (egg: EggRecord): LookRecord | undefined => standingLook(hatchery.looksByEgg.get(egg.id) ?? [], set(), began.value, clock.nowMs)
  /** The earlier look that makes an egg a suspect. */
  const suspectOf = (egg: EggRecord): LookRecord | null => suspectedBy((hatchery.looksByEgg.get(egg.id) ?? []).filter((item) => item.id !== lookOf(egg)?.id), set())
  /** Marked with a pencilled question mark: by an earlier look, or by this one. */
  const isSuspect = (egg: EggRecord): boolean => !egg.removed && suspectedBy(hatchery.looksByEgg.get(egg.id) ?? [], set()) !== null
  const waits = (egg: EggRecord): boolean => !egg.removed && !lookOf(egg)?.own
  /** Eggs never set, kept to compare with; they are looked at only when chosen. */
  const references = computed(() => (hatchery.allEggsBySet.get(set().id) ?? []).filter((egg) => egg.role === 'reference'))
  const current = computed(() => [...eggs.value, ...references.value].find((egg) => egg.id === currentId.value) ?? null)
  const look = computed(() => (current.value ? lookOf(current.value) ?? null : null))
  const earlier = computed(() => (current.value ? (hatchery.looksByEgg.get(current.value.id) ?? []).filter((item) => item.id !== look.value?.id) : []))
  const mates = computed(() => (current.value ? matesLooks(eggs.value, current.value, lookOf) : []))
  /** The tray in which the current egg lies. */
  const tray = computed(() => set().trays.find((item) => item.id === current.value?.place?.trayId) ?? set().trays[0]!)
  const eggsHere = computed(() => eggs.value.filter((egg) => egg.place?.trayId === tray.value.id))
  const placeOf = (egg: EggRecord): string => nameOfPlace(set().trays, egg.place) || `Egg ${egg.number}`
  const waiting = computed(() => eggs.value.filter(waits).length)
  const busy = computed(() => phase.value !== 'ready' || many.value !== null)

  function choose(egg: EggRecord | null): void {
    if (busy.value || asking.value || !egg) return
    problem.value = null
    currentId.value = egg.id
  }

  /** The first egg of a tray that waits, or its first. */
  function chooseTray(trayId: string): void {
    const there = eggs.value.filter((egg) => egg.place?.trayId === trayId)
    choose(there.find(waits) ?? there[0] ?? null)
  }

  /** Suspects of an earlier look come first: their time is what the session is about. */
  function nextOf(list: readonly EggRecord[], after: EggRecord | null): EggRecord | null {
    const again = list.find((egg) => egg.id !== after?.id && waits(egg) && suspectOf(egg) !== null)
    return again ?? nextWaiting(list, after, waits)
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

  /** Shadows of the mates from the same basket that are taken for living at this candling. */
  function livingMates(egg: EggRecord): number[] {
    return matesLooks(eggs.value.filter((mate) => mate.batchId === egg.batchId), egg, lookOf)
      .filter(({ own, verdict }) => (own?.grade ?? verdict.grade) === 'developing').map((item) => figuresOfLook(item).shadow.value)
  }

  /** The look that a reading makes at an egg, and what an earlier picture of this candling said, which is kept as replaced. */
  function lookAt(egg: EggRecord, reading: EggReading, { photo, source, takenAt, widthPx, heightPx }: Omit<SeveralEggs, 'eggs'>): { look: LookRecord; replaces: LookRecord | null } {
    const replaces = lookOf(egg) ?? null
    const before = (hatchery.looksByEgg.get(egg.id) ?? []).filter((item) => item.id !== replaces?.id)
    return { look: lookFrom({ set: set(), egg, measured: { widthPx, heightPx }, reading, photo, takenAt, source, earlier: before, livingMates: livingMates(egg), learnt: hatchery.learnt }), replaces }
  }

  /** Measures a picture and saves it as this egg’s look; one that shows several eggs is not saved but given back. */
  async function use(input: PhotoInput, egg: EggRecord, source: LookRecord['source'], signal?: AbortSignal): Promise<SeveralEggs | null> {
    const { reading, widthPx, heightPx, photo } = await devices.workers.measure(input, { species: set().species, keepLongSidePx: hatchery.hatchery.photoLongSidePx }, signal)
    if (reading.kind === 'rejected') throw new Error(reading.rejection.message)
    const picture = { photo, source, takenAt: new Date().toISOString(), widthPx, heightPx }
    if (reading.eggs.length > 1) return { ...picture, eggs: placeEggs(reading.eggs, egg) }
    const { look: taken, replaces } = lookAt(egg, reading.eggs[0]!, picture)
    if (!many.value) phase.value = 'saving'
    await hatchery.addLook(taken, photo, replaces)
    savedAt.value = new Date()
    return null
  }

  function placeEggs(readings: readonly EggReading[], egg: EggRecord): SeveralEggs['eggs'] {
    const { rows, columns, id } = set().trays.find((item) => item.id === egg.place?.trayId) ?? set().trays[0]!
    const at = ({ row, column }: GridPlace): EggRecord | undefined =>
      eggs.value.find((item) => waits(item) && item.place?.trayId === id && item.place.row === row && item.place.column === column)
    const grid = arrangeInGrid(readings.map((reading) => reading.outline.centre), Math.max(...readings.map((reading) => reading.lengthPx)))
    const places = assignEggs(grid, { rows, columns, waits: (place) => at(place) !== undefined }, egg.place ?? { row: 0, column: 0 })
    return readings.map((reading, i) => ({ reading, place: places[i] ? at(places[i]) ?? null : null }))
  }

  /** Says which egg of the tray one in the picture is; an egg can be only one of them. */
  function placeOne(index: number, egg: EggRecord | null): void {
    if (!several.value) return
    several.value = {
      ...several.value,
      eggs: several.value.eggs.map((item, i) => (i === index ? { ...item, place: egg } : egg && item.place?.id === egg.id ? { ...item, place: null } : item)),
    }
  }

  async function keepSeveral(): Promise<void> {
    const picture = several.value
    if (!picture) return
    await run(async () => {
      const made = picture.eggs.flatMap(({ reading, place }) => (place ? [lookAt(place, reading, picture)] : []))
      if (made.length === 0) throw new Error('No egg of the picture has a place in the tray.')
      phase.value = 'saving'
      // One photograph, kept once.
      const photoId = made[0]!.look.photo.id
      await hatchery.addLooks(made.map(({ look: taken }) => ({ ...taken, photo: { ...taken.photo, id: photoId } })), picture.photo, made.flatMap(({ replaces }) => replaces ?? []))
      savedAt.value = new Date()
      several.value = null
    })
  }

  async function run(work: () => Promise<unknown>): Promise<void> {
    if (busy.value) return
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
      several.value = await use(still, egg, 'network-camera')
    })
  }

  /** With the stand-in, the egg goes on the lamp as a hand would put it there. */
  async function showOnLamp(egg: EggRecord): Promise<void> {
    const basket = set().standInBasket
    if (devices.camera?.camera !== 'stand-in' || basket === undefined) return
    await putOnLamp(basket, egg.number, ageInDays(Date.parse(set().setAt), Date.now()))
  }

  /** @param photo - a file, or frames of the live picture of which the sharpest is used; frames are given away */
  async function takePhoto(photo: PhotoInput, source: LookRecord['source']): Promise<void> {
    const egg = current.value
    if (!egg || egg.removed || asking.value) return
    await run(async () => {
      phase.value = 'measuring'
      several.value = await use(photo, egg, source)
    })
  }

  /** Several files go to the waiting eggs in turn, from this one on; each is saved as soon as it is measured. */
  async function takeFiles(files: readonly File[], order: PhotoOrder): Promise<void> {
    if (files.length === 1 && current.value) return takePhoto(files[0]!, 'file')
    if (busy.value || asking.value || files.length === 0) return
    problem.value = null
    const dated = await Promise.all(files.map(async (file) => ({ name: file.name, takenAtMs: await readCaptureTime(file), file })))
    const at = Math.max(0, eggs.value.findIndex((egg) => egg.id === currentId.value))
    const places = [...eggs.value.slice(at), ...eggs.value.slice(0, at)].filter(waits)
    const { pairs, leftOver } = assignPhotos(dated, places, order)
    const controller = new AbortController()
    cancel.value = controller
    const progress: ManyProgress = { done: 0, total: pairs.length, problems: [] }
    many.value = progress
    await inLanes(pairs, devices.workers.size, async ({ file, place }) => {
      try {
        const crowd = await use(file.file, place, 'file', controller.signal)
        if (crowd) progress.problems.push(`${file.name}: it shows ${crowd.eggs.length} eggs; open it alone to say which they are.`)
      } catch (error) {
        if (controller.signal.aborted) return
        progress.problems.push(`${file.name}: ${sentenceOf(error)}`)
      }
      progress.done++
      many.value = { ...progress }
    }, controller.signal)
    finishMany(progress, leftOver.map((file) => file.name))
  }

  function finishMany(progress: ManyProgress, leftOver: string[]): void {
    phase.value = 'ready'
    cancel.value = null
    many.value = null
    const left = leftOver.length > 0 ? [`No waiting egg was left for ${leftOver.join(', ')}.`] : []
    const sentences = [...progress.problems, ...left]
    problem.value = sentences.length > 0 ? sentences.join(' ') : null
    if (look.value?.own || !look.value) begin()
  }

  /** @param by - lifting the egg off the lamp agrees, too, where the candler wants it so */
  async function decide(grade: SuggestedGrade, by: 'key' | 'lift' = 'key'): Promise<void> {
    const judged = look.value
    if (!judged || busy.value) return
    await run(async () => {
      phase.value = 'saving'
      await hatchery.changeLook('grade', judged.id, (now) => ({ ...now, own: { grade, at: new Date().toISOString(), by } }))
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
    const surroundings = { set: set(), earlier: before, livingMates: livingMates(egg), learnt: hatchery.learnt }
    await hatchery.amendLook(lookId, (now) => withMovement(now, movement, surroundings))
  }

  /** Lets the candler draw, from the lines kept or else those measured. */
  function draw(): void {
    if (look.value && !busy.value && !asking.value) drawn.value = look.value.correction?.lines ?? linesOf(look.value.reading)
  }

  /** Keeps lines beside those measured; null takes them away again. Drawing ends only when that is saved. */
  async function keepLines(lines: HandLines | null): Promise<void> {
    const judged = look.value
    if (!judged || busy.value) return
    await run(async () => {
      phase.value = 'saving'
      const correction = lines && { at: new Date().toISOString(), lines, figures: figuresOf(lines) }
      await hatchery.changeLook(lines ? 'lines by hand' : 'lines as measured', judged.id, (now) => ({ ...now, correction }))
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
    eggs, references, eggsHere, tray, placeOf, current, currentId, look, earlier, mates, waiting, phase, busy, problem, many, several, drawn, asking, waits, savedAt, cancel, lookOf,
    choose, chooseTray, begin, step, advance, suspectOf, isSuspect, noteMovement, takeFromNetwork, showOnLamp, takePhoto, takeFiles, placeOne, keepSeveral, draw, keepLines, decide, undo,
  }
}

function sentenceOf(error: unknown): string {
  if (isStorageFull(error)) {
    return 'This browser’s storage is full: the look was not saved. Export the records, then free some space.'
  }
  return error instanceof Error ? error.message : 'Something went wrong; the look was not saved.'
}
