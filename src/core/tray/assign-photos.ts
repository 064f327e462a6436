export interface PhotoFile {
  name: string
  /** When the camera took it, epoch milliseconds, where it says. */
  takenAtMs?: number
}

export type PhotoOrder = 'name' | 'capture-time'

const byName = new Intl.Collator('en', { numeric: true, sensitivity: 'base' })

/** Sorts by name with numbers as numbers, or by capture time; files without a time come last, by name. */
export function orderPhotos<T extends PhotoFile>(files: readonly T[], order: PhotoOrder): T[] {
  return [...files].sort((a, b) => {
    if (order === 'capture-time') {
      const difference = (a.takenAtMs ?? Infinity) - (b.takenAtMs ?? Infinity)
      if (difference !== 0 && !Number.isNaN(difference)) return difference
    }
    return byName.compare(a.name, b.name)
  })
}

/** Gives ordered photographs to places in turn. What is too many is returned, not dropped. */
export function assignPhotos<T extends PhotoFile, P>(
  files: readonly T[],
  places: readonly P[],
  order: PhotoOrder,
): { pairs: Array<{ file: T; place: P }>; leftOver: T[] } {
  const ordered = orderPhotos(files, order)
  return {
    pairs: ordered.slice(0, places.length).map((file, i) => ({ file, place: places[i]! })),
    leftOver: ordered.slice(places.length),
  }
}
