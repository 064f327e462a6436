import type { Egg } from '../../../contracts/records/egg-state.ts'
import type { PicturedLook } from '../../../contracts/records/look-record.ts'
import type { EggSet } from '../../../contracts/records/set-record.ts'
import type { PhotoOrder } from '../../../core/tray/assign-photos.ts'
import { putOnLamp, takeStill } from '../../../devices/camera/network-camera.ts'
import { timelineOf } from '../../../domain/timeline.ts'
import type { MeasuredPhoto, PhotoInput } from '../../../workers/protocol.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import { useDevicesStore } from '../../shared/devices.ts'
import { useManyFiles, type ManyFiles } from '../useManyFiles.ts'
import { sentenceOf, type BenchWork } from './useBenchWork.ts'
import type { EggChoice } from './useEggChoice.ts'
import { useKeeping, type Keeping } from './useKeeping.ts'
import { t } from '../words.ts'

/** The ways in which a picture comes to an egg. */
export interface Taking extends Omit<Keeping, 'keep'> {
  many: ManyFiles
  /** @param input - a file, or frames of the live picture of which the sharpest is used; frames are given away */
  measure: (input: PhotoInput, signal?: AbortSignal) => Promise<MeasuredPhoto>
  /** @param onLamp - whether a hand has put the egg there already */
  takeFromNetwork: (onLamp?: boolean) => Promise<void>
  /** With the stand-in, the egg goes on the lamp as a hand would put it there. */
  showOnLamp: (egg: Egg) => Promise<void>
  takePhoto: (photo: Blob, source: PicturedLook['source']) => Promise<void>
  /** The egg at hand gets the picture that is measured, or being measured. */
  keepMeasured: (measuring: () => Promise<MeasuredPhoto>, source: PicturedLook['source']) => Promise<void>
  /** One file is this egg’s; several go to the waiting eggs in turn, from this one on. */
  takeFiles: (files: readonly File[], order: PhotoOrder) => Promise<void>
}

export interface TakingPort {
  set: () => EggSet
  eggs: EggChoice
  work: BenchWork
  /** A question is open, and no picture is taken until it is answered. */
  asking: () => boolean
}

export function useTaking({ set, eggs, work, asking }: TakingPort): Taking {
  const { workers } = useDevicesStore()
  const lamp = useNetworkLamp(set)
  const measure = useMeasure(set)
  const { keep, ...keeping } = useKeeping({
    set,
    eggs,
    work,
    saving: () => {
      if (many.running.value === null) work.phase.value = 'saving'
    },
  })
  const many = useManyFiles({
    lanes: workers.size,
    placeOf: eggs.placeOf,
    sentenceOf,
    waiting: () => fromHereOn(eggs).filter(eggs.waits),
    take: async (file, egg, signal) => {
      const crowd = await keep(measure(file, signal), egg, 'file')
      if (crowd) throw new Error(t('bench.severalEggs', { eggs: crowd.eggs.length }))
    },
  })

  /** Of the egg at hand, where it may be photographed. */
  async function takeOf(
    source: PicturedLook['source'],
    picture: (egg: Egg) => Promise<MeasuredPhoto>,
  ): Promise<void> {
    const { value: egg } = eggs.current
    if (!egg || egg.removed || asking()) return
    await work.run(async () => {
      keeping.several.value = await keep(picture(egg), egg, source)
    })
  }

  const keepMeasured: Taking['keepMeasured'] = (measuring, source) =>
    takeOf(source, () => {
      work.phase.value = 'measuring'
      return measuring()
    })

  const takePhoto: Taking['takePhoto'] = (photo, source) => keepMeasured(() => measure(photo), source)

  async function takeFiles(files: readonly File[], order: PhotoOrder): Promise<void> {
    if (asking()) {
      work.problem.value = t('bench.answerFirst')
      return
    }
    const [only] = files
    if (files.length === 1 && only && eggs.current.value && !work.busy.value) return takePhoto(only, 'file')
    if (files.length === 0) return
    work.problem.value = null
    // A picture that is being read keeps its egg: the files come after it.
    await work.settled()
    await many.add(files, order)
    if (eggs.look.value?.own || !eggs.look.value) eggs.begin()
  }

  const takeFromNetwork = (onLamp = false): Promise<void> =>
    takeOf('network-camera', async (egg) => {
      work.phase.value = 'taking'
      if (!onLamp) await lamp.show(egg)
      const still = await takeStill()
      work.phase.value = 'measuring'
      return measure(still)
    })

  return {
    ...keeping,
    many,
    measure,
    keepMeasured,
    takePhoto,
    takeFiles,
    takeFromNetwork,
    showOnLamp: lamp.show,
  }
}

function useMeasure(set: () => EggSet): Taking['measure'] {
  const hatchery = useHatcheryStore()
  const { workers } = useDevicesStore()
  return (input, signal) => {
    const stage = timelineOf(set(), hatchery.hatchery).stageAt(Date.now())
    const { species } = set()
    const { photoLongSidePx: keepLongSidePx } = hatchery.hatchery
    return workers.measure(input, { species, stage, keepLongSidePx }, signal)
  }
}

/** The camera over a lamp in the network, where a stand-in lays eggs on it itself. */
function useNetworkLamp(set: () => EggSet): { show: (egg: Egg) => Promise<void> } {
  const hatchery = useHatcheryStore()
  const devices = useDevicesStore()
  return {
    show: async (egg) => {
      const basket = set().standInBasket
      if (basket === undefined || devices.serves('camera', set()) !== 'stand-in') return
      await putOnLamp({
        basket,
        number: egg.number,
        ageDays: timelineOf(set(), hatchery.hatchery).ageAt(Date.now()),
      })
    },
  }
}

/** All eggs of the set, beginning with the one at hand. */
function fromHereOn({ eggs, currentId }: EggChoice): Egg[] {
  const at = Math.max(
    0,
    eggs.value.findIndex((egg) => egg.id === currentId.value),
  )
  return [...eggs.value.slice(at), ...eggs.value.slice(0, at)]
}
