import { shallowRef, type ShallowRef } from 'vue'
import { v4 as uuid } from 'uuid'
import type { Egg } from '../../../contracts/records/egg-state.ts'
import { isPictured, type LookRecord, type PicturedLook } from '../../../contracts/records/look-record.ts'
import type { EggSet } from '../../../contracts/records/set-record.ts'
import { shapesOf, type EggReading } from '../../../core/measure/reading.ts'
import { lookFrom } from '../../../domain/look-from.ts'
import { placedOne, placeSeveral, type SeveralEggs } from '../../../domain/several-eggs.ts'
import { samePicture } from '../../../domain/same-picture.ts'
import { timelineOf } from '../../../domain/timeline.ts'
import type { MeasuredPhoto } from '../../../workers/protocol.ts'
import { useHatcheryStore, type HatcheryStore } from '../../data/hatchery.ts'
import type { BenchWork } from './useBenchWork.ts'
import type { EggChoice } from './useEggChoice.ts'
import { t } from '../words.ts'
import { REJECTION_WORDS } from '../../../words/rejections.ts'

/** From a measured picture to looks that are on the disk. */
export interface Keeping {
  /** A picture with several eggs, until they are placed. */
  several: ShallowRef<SeveralEggs<Blob> | null>
  /** Saves a measured picture as this egg’s look; one that shows several eggs is not saved but given back. */
  keep: (
    measured: Promise<MeasuredPhoto>,
    egg: Egg,
    source: PicturedLook['source'],
  ) => Promise<SeveralEggs<Blob> | null>
  /** Says which egg of the tray one in the picture is. */
  placeOne: (index: number, egg: Egg | null) => void
  keepSeveral: () => Promise<void>
}

export interface KeepingPort {
  set: () => EggSet
  eggs: EggChoice
  work: BenchWork
  /** A picture is being saved. */
  saving: () => void
}

export function useKeeping({ set, eggs, work, saving }: KeepingPort): Keeping {
  const hatchery = useHatcheryStore()
  const several = shallowRef<SeveralEggs<Blob> | null>(null)
  const lookAt = (egg: Egg, reading: EggReading, picture: Picture) =>
    lookAtEgg({ egg, reading, picture }, { set: set(), eggs, hatchery })

  const keep: Keeping['keep'] = async (measured, egg, source) => {
    const { reading, widthPx, heightPx, photo } = await measured
    if (reading.kind === 'rejected') throw new Error(REJECTION_WORDS[reading.why])
    const picture = { photo, source, takenAt: new Date().toISOString(), widthPx, heightPx }
    const [only] = reading.eggs
    if (reading.eggs.length !== 1 || !only)
      return { ...picture, eggs: placedIn(set(), eggs, { readings: reading.eggs, egg }) }
    const { look: taken, replaces } = lookAt(egg, only, picture)
    if (source === 'file') refuseOnce(taken, egg)
    saving()
    await hatchery.addLook(taken, { photo, shapes: [{ id: taken.id, ...shapesOf(only) }] }, replaces)
    work.savedAt.value = new Date()
    return null
  }

  /** Files that were refused because another egg has them; chosen for the same egg again, they are meant. */
  const refused = new Set<string>()
  function refuseOnce(taken: PicturedLook, egg: Egg): void {
    const all = eggs.eggs.value.flatMap(({ id }) => (hatchery.looksByEgg.get(id) ?? []).filter(isPictured))
    const same = samePicture(taken, all)
    const other = eggs.eggs.value.find(({ id }) => id === same?.eggId)
    const key = `${egg.id} ${taken.reading.lengthPx}`
    if (!other || refused.has(key)) return
    refused.add(key)
    throw new Error(t('bench.sameAs', { other: eggs.placeOf(other), egg: eggs.placeOf(egg) }))
  }

  async function keepSeveral(): Promise<void> {
    const { value: picture } = several
    if (!picture) return
    await work.run(async () => {
      const made = picture.eggs.flatMap(({ reading, place }) =>
        place ? [{ ...lookAt(place, reading, picture), reading }] : [],
      )
      if (made.length === 0) throw new Error(t('bench.noPlace'))
      work.phase.value = 'saving'
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
      work.savedAt.value = new Date()
      several.value = null
    })
  }

  return {
    several,
    keep,
    keepSeveral,
    placeOne: (index, egg) => {
      if (several.value) several.value = placedOne(several.value, index, egg)
    },
  }
}

type Picture = Omit<SeveralEggs<Blob>, 'eggs'>

/** Where the eggs of one picture may lie in the tray of the egg that it was taken for. */
function placedIn(
  set: EggSet,
  { eggs, waits }: EggChoice,
  { readings, egg }: { readings: readonly EggReading[]; egg: Egg },
): SeveralEggs['eggs'] {
  const there = set.trays.find((item) => item.id === egg.place?.trayId) ?? set.trays[0]!
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

/** The look that a reading makes at an egg, and what an earlier picture of this candling said, which is kept as replaced. */
function lookAtEgg(
  {
    egg,
    reading,
    picture: { photo, source, takenAt, widthPx, heightPx },
  }: { egg: Egg; reading: EggReading; picture: Picture },
  { set, eggs: { lookOf, livingMates }, hatchery }: { set: EggSet; eggs: EggChoice; hatchery: HatcheryStore },
): { look: PicturedLook; replaces: LookRecord | null } {
  const replaces = lookOf(egg) ?? null
  const look = lookFrom(
    {
      set,
      timeline: timelineOf(set, hatchery.hatchery),
      egg,
      measured: { widthPx, heightPx },
      reading,
      photoType: photo.type || 'image/jpeg',
      takenAt,
      source,
      replaces,
      earlier: (hatchery.looksByEgg.get(egg.id) ?? []).filter((item) => item.id !== replaces?.id),
      livingMates: livingMates(egg),
      learnt: hatchery.learnt,
    },
    () => uuid(),
  )
  return { look, replaces }
}
