import { v4 as uuid } from 'uuid'
import { newSession, type Session, type SessionHappening } from '../../../contracts/records/session-record.ts'
import type { EggSet } from '../../../contracts/records/set-record.ts'
import { PREFLIGHT, type PreflightItem } from '../../../core/session/preflight.ts'
import { moveLid } from '../../../devices/air/air-sensor.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import { askToPersist } from '../../data/storage-room.ts'
import { useDevicesStore } from '../../shared/devices.ts'
import type { Bench } from '../bench/useBench.ts'
import { END, type SessionState } from './useSessionState.ts'

/** What a candler does in a candling; each is on the disk when its promise resolves. */
export interface SessionSteps {
  start: (source: Session['source']) => Promise<void>
  /** Ticks what is ready, or unticks it. */
  tick: (item: PreflightItem) => Promise<void>
  /** Ticks everything. */
  readyAll: () => Promise<void>
  begin: () => Promise<void>
  /** The candler has done what the step asked for. */
  done: () => Promise<void>
  save: (changes: Partial<Session>) => Promise<void>
  /** The egg at hand and since when it is out of its place. */
  takeInHand: (eggId: string) => Promise<void>
  /** No egg is in the hand: the last of the tray has left the lamp. */
  putDown: () => Promise<void>
  /** The egg cannot be seen this evening; the rest of its tray does not wait for it. */
  setAside: (eggId: string) => Promise<void>
  pause: () => Promise<void>
}

export function useSessionSteps(
  set: () => EggSet,
  bench: Pick<Bench, 'begin' | 'chooseTray'>,
  { session, step, clocks }: SessionState,
): SessionSteps {
  const hatchery = useHatcheryStore()
  const devices = useDevicesStore()

  function change(how: (now: Session) => Partial<Session>): Promise<void> {
    const { value: of } = session
    return of ? hatchery.changeSession(of.id, (now) => ({ ...now, ...how(now) })) : Promise.resolve()
  }

  const save = (changes: Partial<Session>): Promise<void> => change(() => changes)

  async function start(source: Session['source']): Promise<void> {
    if (session.value) return
    // Most evenings are the same person's as the last one.
    const last = [...hatchery.sessions].sort((a, b) => b.startedAt.localeCompare(a.startedAt))[0]
    const candler = last?.candler ?? ''
    await hatchery.saveSession(
      newSession({ id: uuid(), setId: set().id, startedAt: new Date().toISOString(), source, candler }),
    )
  }

  async function begin(): Promise<void> {
    // The one moment at which a browser may ask the candler back.
    await askToPersist()
    bench.begin()
    await save({ begun: true })
  }

  /** Writes down what happened. @param label - of a step that can be taken back; null where it is none */
  function note(label: string | null, what: SessionHappening, eggId: string | null = null): Promise<void> {
    const { value: of } = session
    if (!of) return Promise.resolve()
    const changes = { happened: [{ sessionId: of.id, what }] }
    return label === null ? hatchery.note(changes) : hatchery.commit(label, eggId, changes)
  }

  async function done(): Promise<void> {
    const { value: now } = step
    if (now.kind === 'fetch' || now.kind === 'return') {
      await note('lid lifted', { kind: 'opened', purpose: now.kind, trayId: now.trayId })
      if (devices.serves('air', set())) void moveLid(true)
    } else if (now.kind === 'close-lid') {
      await note('lid put back', { kind: 'closed' })
      if (devices.serves('air', set())) void moveLid(false)
      if (now.purpose === 'fetch') bench.chooseTray(now.trayId)
    } else if (now.kind === 'finish') {
      await note(END, { kind: 'ended' })
    }
  }

  return {
    start,
    begin,
    done,
    save,
    tick: (item) =>
      change(({ ready }) => ({
        ready: ready.includes(item)
          ? ready.filter((other) => other !== item)
          : PREFLIGHT.filter((other) => other === item || ready.includes(other)),
      })),
    readyAll: () => save({ ready: [...PREFLIGHT] }),
    takeInHand: (eggId) =>
      session.value?.egg?.id === eggId
        ? Promise.resolve()
        : save({ egg: { id: eggId, since: new Date().toISOString() } }),
    putDown: () => save({ egg: null }),
    setAside: (eggId) => note('skipped', { kind: 'left', eggId }, eggId),
    // No step: one that takes the last egg back must not meet the pause first.
    pause: () => note(null, { kind: clocks.value.pausedMs === null ? 'paused' : 'resumed' }),
  }
}
