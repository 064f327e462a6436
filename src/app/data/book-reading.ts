import { ref, type Ref } from 'vue'
import type { BookInMemory } from './opened-book.ts'
import type { Repository } from './repository.ts'
import type { ShownRecords } from './shown-records.ts'
import type { StorageWatch } from './storage-watch.ts'
import type { TabsOfBook } from './tabs-of-book.ts'

/** The book as it comes from the disk: whole, or more of it where somebody asks. */
export interface BookReading {
  loaded: Ref<boolean>
  /**
   * @param leading - whether this tab may write meanwhile
   * @param first - change applied before the read, in the same turn
   */
  load: (leading?: boolean, first?: () => Promise<void>) => Promise<void>
  /** Fetches a set's eggs and looks, where they are not here yet. */
  openSet: (setId: string) => Promise<void>
  /** Fetches everything: to learn from, to count, to take out. */
  openAll: () => Promise<void>
  /** The same, in the turn that is under way. */
  openAllNow: () => Promise<void>
  /**
   * Changes the book as a whole, other than by steps, and shows it anew, here and in the other tabs. What is to be
   * written meanwhile, as sensors do by themselves, waits and goes into the book as it is then.
   */
  rewrite: (change: () => Promise<void>) => Promise<void>
  /** Resolves when what no record names has been taken off the disk. */
  sweptUp: () => Promise<void>
}

interface Around {
  repository: Repository
  shown: ShownRecords
  book: BookInMemory
  storage: StorageWatch
  inTurn: <T>(step: () => Promise<T>) => Promise<T>
  /** Known only once it is asked: the tabs read the book when one of them gets the lead. */
  tabs: () => Pick<TabsOfBook, 'leads' | 'decided' | 'tell'>
  /** Of this device. */
  zone: () => string
}

export function bookReading({ repository, shown, book, storage, inTurn, tabs, zone }: Around): BookReading {
  const loaded = ref(false)
  let swept = false
  let sweeping: Promise<void> = Promise.resolve()

  async function load(leading?: boolean, first?: () => Promise<void>): Promise<void> {
    await tabs().decided
    const mayWrite = leading ?? tabs().leads.value
    // In turn with what is written: it must not be shown as it was before.
    await inTurn(async () => {
      await first?.()
      await book.read(zone(), mayWrite)
    })
    storage.storageGone.value = false
    // Once, at the start: later a photograph may be there whose look is only just being written.
    const sweep = mayWrite && !swept ? await repository.sweeping() : null
    loaded.value = true
    if (!sweep) return
    swept = true
    sweeping = sweep().catch(() => undefined)
  }

  const openAllNow = (): Promise<void> => book.openChapters([...book.chapters.value.keys()])
  return {
    loaded,
    load,
    openSet: (setId) =>
      inTurn(async () => {
        if (shown.standing.set(setId)) await book.openChapters([setId])
      }),
    openAll: () => inTurn(openAllNow),
    openAllNow,
    rewrite: async (change) => {
      await load(undefined, change)
      tabs().tell({ kind: 'reload' })
    },
    sweptUp: () => sweeping,
  }
}
