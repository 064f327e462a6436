import { sessionRecordOf, type Session } from '../../contracts/records/session-record.ts'
import { stamped } from '../../contracts/records/stamp.ts'
import { nothingWritten } from '../../domain/steps.ts'
import type { StepPort } from './step-writes.ts'

/** How a candling is run and which egg is at hand; not steps of their own, so undo leaves them alone. */
export function sessionWrites({ repository, shown, book, inTurn, mustLead, noticing, tell }: StepPort) {
  async function saveNow(next: Session): Promise<void> {
    const now = shown.standing.session(next.id)
    const session = sessionRecordOf(stamped(next, { device: book.device(), now }))
    await noticing(() => repository.saveSession(session))
    const written = { ...nothingWritten(), sessions: [session] }
    shown.show(written)
    tell(written)
  }

  function saveSession(session: Session): Promise<void> {
    return inTurn(async () => {
      mustLead()
      await saveNow(session)
    })
  }

  /** Changes a session from how it stands when its turn comes, so that two changes at once both hold. */
  async function changeSession(id: string, change: (now: Session) => Session): Promise<void> {
    await inTurn(async () => {
      mustLead()
      const now = shown.standing.session(id)
      if (now) await saveNow(change(now))
    })
  }

  /** The candling of a set that is under way. */
  function openSession(setId: string): Session | undefined {
    return shown.sessions.value.find((session) => session.setId === setId && session.endedAt === null)
  }

  return { saveSession, changeSession, openSession }
}
