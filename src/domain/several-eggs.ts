import type { PicturedLook } from '../contracts/records/look-record.ts'
import type { Egg } from '../contracts/records/egg-state.ts'
import type { Tray } from '../contracts/records/tray-record.ts'
import type { EggReading } from '../core/measure/reading.ts'
import { arrangeInGrid, type GridPlace } from '../core/tray/arrange.ts'
import { assignEggs } from '../core/tray/assign-eggs.ts'

/** A photograph that shows several eggs, before anything of it is kept. */
export interface SeveralEggs<Photo = unknown> {
  photo: Photo
  source: PicturedLook['source']
  takenAt: string
  widthPx: number
  heightPx: number
  eggs: Array<{ reading: EggReading; place: Egg | null }>
}

/** Where the eggs of a picture most likely belong: the picture's rows and columns laid over the tray, from one egg on. */
export function placeSeveral(
  readings: readonly EggReading[],
  { rows, columns }: Pick<Tray, 'rows' | 'columns'>,
  { from, waitingAt }: { from: GridPlace; waitingAt: (place: GridPlace) => Egg | undefined },
): SeveralEggs['eggs'] {
  const grid = arrangeInGrid(
    readings.map((reading) => reading.outline.centre),
    Math.max(...readings.map((reading) => reading.lengthPx)),
  )
  const places = assignEggs(grid, { rows, columns, waits: (place) => waitingAt(place) !== undefined }, from)
  return readings.map((reading, i) => ({ reading, place: places[i] ? (waitingAt(places[i]) ?? null) : null }))
}

/** The picture with one of its eggs said to be another; an egg can be only one of them. */
export function placedOne<Photo>(
  picture: SeveralEggs<Photo>,
  index: number,
  egg: Egg | null,
): SeveralEggs<Photo> {
  return {
    ...picture,
    eggs: picture.eggs.map((item, i) =>
      i === index
        ? { ...item, place: egg }
        : egg && item.place?.id === egg.id
          ? { ...item, place: null }
          : item,
    ),
  }
}

/**
 * Eggs that wait amid those of a picture though none was made out there: too dark beside the others, or not in their
 * place. They must be looked at alone.
 */
export function unseenAmong({ eggs }: SeveralEggs, waiting: readonly Egg[]): Egg[] {
  const seen = eggs.flatMap(({ place }) => (place?.place ? [place] : []))
  return waiting.filter(({ id, place }) => {
    const near = seen.flatMap((egg) => (egg.place!.trayId === place?.trayId ? [egg.place!] : []))
    const within = (key: 'row' | 'column'): boolean =>
      near.some((other) => other[key] <= place![key]) && near.some((other) => other[key] >= place![key])
    return near.length > 0 && within('row') && within('column') && !seen.some((egg) => egg.id === id)
  })
}
