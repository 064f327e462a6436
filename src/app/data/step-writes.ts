import { v4 as uuid } from 'uuid'
import type { JournalEntry, Step } from '../../contracts/records/journal-entry.ts'
import type { Egg } from '../../contracts/records/egg-state.ts'
import type { LookRecord } from '../../contracts/records/look-record.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import {
  writtenBy,
  type Changes,
  type Standing,
  type Writer,
  type Written,
} from '../../domain/steps.ts'
import { readingsNeededBy } from '../../domain/reading-steps.ts'
import { takingBack } from '../../domain/undo-steps.ts'
import { checkStep } from './check-step.ts'
import type { BookInMemory } from './opened-book.ts'
import type { Repository } from './repository.ts'
import type { ShownRecords } from './shown-records.ts'

/** What steps need of the store around them. */
export interface StepPort {
  repository: Repository
  shown: ShownRecords
  book: BookInMemory
  /** One after the other: two quick presses of undo take back two steps, not the same one twice. */
  inTurn: <T>(step: () => Promise<T>) => Promise<T>
  mustLead: () => void
  /** Runs a write, and notices when the storage is gone. */
  noticing: <T>(work: () => Promise<T>) => Promise<T>
  /** Tells the other tabs. */
  tell: (written: Written) => void
  /** Fetches everything, in the turn that is under way. */
  openAllNow: () => Promise<void>
}

/** Changes of records as steps that can be undone, each written whole before it is shown. */
export function stepWrites(port: StepPort) {
  const { repository, shown, book, inTurn, mustLead } = port

  const writer = (): Writer => ({ device: book.device(), at: new Date().toISOString(), newId: () => uuid() })

  async function standingWith(readingIds: readonly string[]): Promise<Standing> {
    const days = await repository.readings(readingIds)
    return { ...shown.standing, readings: (id) => days.get(id) }
  }

  /** Writes a step whole, then shows it and tells the other tabs. */
  async function write(written: Written, steps: Step['journal']): Promise<void> {
    await port.noticing(() => repository.write({ put: written, journal: steps }))
    book.written(written, steps)
    port.tell(written)
  }

  async function commitNow(label: string, eggId: string | null, changes: Changes): Promise<void> {
    mustLead()
    checkStep(changes, { sets: shown.sets.value, eggs: shown.eggs.value, standing: shown.standing })
    const standing = await standingWith(readingsNeededBy(changes))
    const written = writtenBy(changes, standing, writer())
    const entry: JournalEntry = {
      number: (book.journal.value.at(-1)?.number ?? 0) + 1,
      label,
      eggId,
      ...takingBack(written, changes, standing),
    }
    await write(written, { add: entry, take: null })
  }

  /** Saves the records and the step, then shows them. @param eggId - the egg at hand, where there is one */
  function commit(label: string, eggId: string | null, changes: Changes): Promise<void> {
    return inTurn(() => commitNow(label, eggId, changes))
  }

  /**
   * Looks with something added that nobody decided, so that it is no step of its own.
   * @param change - asked when its turn comes; gives the looks that are otherwise
   * @returns those looks
   */
  function amendLooks<L extends LookRecord>(change: () => L[]): Promise<L[]> {
    return inTurn(async () => {
      mustLead()
      const amended = change()
      if (amended.length === 0) return []
      await write(writtenBy({ looks: amended }, await standingWith([]), writer()), { add: null, take: null })
      return amended
    })
  }

  /** Something that came by itself, or that nobody would undo: a reading, a pause. No step. */
  function note(
    changes: Pick<Changes, 'incubators' | 'probes' | 'readings' | 'happened' | 'logged' | 'practised'>,
  ): Promise<void> {
    return inTurn(async () => {
      mustLead()
      const standing = await standingWith(readingsNeededBy(changes))
      await write(writtenBy(changes, standing, writer()), { add: null, take: null })
    })
  }

  return { writer, standingWith, write, commit, ...changesInTurn(port, commitNow), amendLooks, note }
}

/** Changes of one record from how it stands when its turn comes, whatever stood on the page. */
function changesInTurn(
  { shown, inTurn }: StepPort,
  commitNow: (label: string, eggId: string | null, changes: Changes) => Promise<void>,
) {
  /** Changes one look from how it stands when its turn comes: the film of an egg may be read while it is judged. */
  function changeLook(label: string, id: string, change: (now: LookRecord) => LookRecord): Promise<void> {
    return inTurn(async () => {
      const now = shown.looks.value.find((look) => look.id === id)
      if (now) await commitNow(label, now.eggId, { looks: [change(now)] })
    })
  }

  /** Changes an egg from how it stands when its turn comes: of two quick presses both count, and neither undoes the other. */
  function changeEgg(label: string, id: string, change: (now: Egg) => Egg): Promise<void> {
    return inTurn(async () => {
      const now = shown.eggs.value.find((egg) => egg.id === id)
      if (now) await commitNow(label, id, { eggs: [change(now)] })
    })
  }

  /** Changes a set from how it stands when its turn comes: quick taps all count. */
  function changeSet(label: string, id: string, change: (now: EggSet) => EggSet): Promise<void> {
    return inTurn(async () => {
      const now = shown.sets.value.find((set) => set.id === id)
      if (now) await commitNow(label, null, { sets: [change(now)] })
    })
  }

  return { changeLook, changeEgg, changeSet }
}

export type StepWrites = ReturnType<typeof stepWrites>
