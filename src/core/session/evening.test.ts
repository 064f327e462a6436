import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { WatchStage } from '../watch/egg-watch.ts'
import type { EveningEffect, EveningEvent, EveningFacts, Trigger } from './evening-terms.ts'
import { NEW_EVENING, type Evening } from './evening-state.ts'
import { evening } from './evening.ts'
import { chosenFor } from './evening-replies.ts'
import { plays } from '../../testing/cases.ts'

type Outcome = 'sharp' | 'blurred' | 'nothing'
interface Look {
  id: string
  /** The egg that lay on the lamp as the picture was taken. */
  shows: string | null
  decided: boolean
  blurred: boolean
}

const COUNT = 4

/**
 * A lamp, a tray and a candler who puts on the lamp what the screen names, or, in a hurry, what comes after it. Pictures
 * succeed or not as they are told to; records are kept in memory.
 */
class World {
  state: Evening = NEW_EVENING
  readonly ids = Array.from({ length: COUNT }, (_, i) => `egg-${i + 1}`)
  readonly looks = new Map<string, Look>()
  readonly aside = new Set<string>()
  readonly undo: Array<() => void> = []
  current: string = this.ids[0]!
  inHand: string | null = this.current
  onLamp: string | null = null
  stage: WatchStage = 'empty'
  paused = false
  problem = false
  listening: string | null = null
  trigger: Trigger
  outcomes: Outcome[]
  /** What is being done, until {@link finish}. */
  pending: EveningEffect[] | null = null
  readonly measured = new Map<number, string | null>()
  readonly heard: EveningEffect[] = []
  private shots = 0
  private pictured: string | null = null

  constructor(trigger: Trigger, outcomes: Outcome[]) {
    this.trigger = trigger
    this.outcomes = [...outcomes]
  }

  facts(): EveningFacts {
    const look = this.looks.get(this.current)
    return {
      phase: this.paused ? 'paused' : this.waits() ? 'candling' : 'beside',
      step: this.waits() ? 'candle' : 'return',
      trigger: this.trigger,
      source: 'device',
      liftAgrees: true,
      lamp: this.stage,
      problem: this.problem,
      marks: ['moves', 'thin shell'],
      egg: {
        id: this.current,
        removed: false,
        look: look ? { ...look, staysIn: true, grade: 'developing', suggested: 'developing' } : null,
      },
    }
  }

  /** Whether an egg of the tray is still to be seen, as the session reckons it. */
  waits(): boolean {
    return this.ids.some((id) => {
      const look = this.looks.get(id)
      if (!look) return !this.aside.has(id)
      return !look.decided && (this.trigger === 'key' || this.inHand === id)
    })
  }

  nextOf(id: string): string | null {
    const at = this.ids.indexOf(id)
    const order = [...this.ids.slice(at + 1), ...this.ids.slice(0, at)]
    return (
      order.find((other) => !this.looks.has(other) && !this.aside.has(other)) ??
      order.find((other) => this.looks.get(other)?.decided === false) ??
      null
    )
  }

  tell(event: EveningEvent): void {
    const before = this.state.doing
    const reply = evening(this.state, event, this.facts())
    this.state = reply.state
    if (reply.state.doing !== null && reply.state.doing !== before) {
      // Two things at once would be a fault: what is being done must be done first.
      expect(this.pending).toBeNull()
      this.pending = []
      for (const effect of reply.effects)
        if (this.isQuick(effect)) this.perform(effect)
        else {
          // The frames are taken at once; reading them is what takes its time.
          if (effect.kind === 'take') this.pictured = this.measured.get(effect.measuring ?? 0) ?? this.onLamp
          this.pending.push(effect)
        }
    } else for (const effect of reply.effects) this.perform(effect)
  }

  private isQuick({ kind }: EveningEffect): boolean {
    return ['measure', 'drop', 'lamp', 'sound', 'say', 'shown', 'read-film', 'listen', 'hush'].includes(kind)
  }

  finish(): void {
    if (!this.pending) return
    const effects = this.pending
    this.pending = null
    const at = this.current
    for (const effect of effects) this.perform(effect)
    this.tell({ kind: 'done' })
    if (this.current !== at) this.tell({ kind: 'changed' })
  }

  finishAll(): void {
    for (let i = 0; this.pending; i++) {
      expect(i).toBeLessThan(50)
      this.finish()
    }
  }

  private perform(effect: EveningEffect): void {
    this.heard.push(effect)
    switch (effect.kind) {
      case 'measure':
        this.measured.set(effect.measuring, this.onLamp)
        return
      case 'take':
        return this.take(this.pictured)
      case 'leave-in':
      case 'decide': {
        const id = this.current
        const look = this.looks.get(id)
        if (!look) throw new Error('decided without a look')
        this.looks.set(id, { ...look, decided: true })
        this.undo.push(() => {
          this.looks.set(id, look)
          this.current = id
        })
        this.current = this.nextOf(id) ?? id
        return
      }
      case 'advance':
        this.current = this.nextOf(this.current) ?? this.current
        return
      case 'put-down':
        this.inHand = null
        return
      case 'take-in-hand':
        this.inHand = effect.eggId
        return
      case 'set-aside': {
        const { eggId } = effect
        this.aside.add(eggId)
        this.problem = false
        this.undo.push(() => {
          this.aside.delete(eggId)
          this.current = eggId
        })
        return
      }
      case 'undo':
        this.undo.pop()?.()
        return
      case 'lamp':
        this.stage = effect.as === 'again' ? 'coming' : effect.as
        return
      case 'pause-or-resume':
        this.paused = !this.paused
        return
      case 'listen':
        // Two voices at once would be one lost.
        expect(this.listening).toBeNull()
        this.listening = effect.eggId
        return
      case 'hush':
        expect(this.listening).not.toBeNull()
        this.listening = null
        return
      default:
    }
  }

  private take(shows: string | null): void {
    const outcome = shows === null ? 'nothing' : (this.outcomes.shift() ?? 'sharp')
    this.problem = outcome === 'nothing'
    if (outcome === 'nothing') return
    const id = this.current
    const before = this.looks.get(id)
    this.looks.set(id, { id: `look-${++this.shots}`, shows, decided: false, blurred: outcome === 'blurred' })
    this.undo.push(() => {
      if (before) this.looks.set(id, before)
      else this.looks.delete(id)
      this.current = id
    })
  }

  // What the candler does.

  put(id: string | null = this.current): void {
    if (this.onLamp !== null || id === null) return
    // Who has lifted an egg before its verdict lays down the one after it, not the same one again: the lamp cannot tell.
    if (id === this.current && (this.pending || this.state.next.length > 0)) return
    this.onLamp = id
    this.watch()
  }

  settle(): void {
    if (this.onLamp === null || this.stage !== 'coming' || this.paused) return
    this.stage = 'taken'
    this.tell({ kind: 'settled', atMs: 1 })
  }

  lift(): void {
    this.onLamp = null
    this.watch()
  }

  /** What the camera sees; while the candler pauses nobody looks. */
  watch(): void {
    if (this.paused) return
    if (this.onLamp === null && this.stage !== 'empty') {
      this.stage = 'empty'
      this.tell({ kind: 'restless' })
      this.tell({ kind: 'gone' })
    } else if (this.onLamp !== null && this.stage === 'empty') {
      this.stage = 'coming'
      this.tell({ kind: 'settling' })
    }
  }

  /** The next egg before the screen has said what became of this one. */
  hurry(): void {
    if (this.paused || this.onLamp !== this.current || this.stage !== 'taken' || this.state.next.length > 0)
      return
    // The candler has heard or seen that it was taken.
    if (!this.looks.has(this.current) && this.state.doing?.kind !== 'taking') return
    const next = this.nextOf(this.current)
    if (next === null || this.looks.has(next)) return
    this.lift()
    this.put(next)
    this.settle()
  }

  goOn(): void {
    // With another egg on the lamp than the screen says, a picture by key would be the candler's own mistake.
    if (!this.looks.has(this.current) && this.onLamp !== this.current && this.onLamp !== null) return
    this.tell({ kind: 'go-on' })
  }

  skip(): void {
    // The arrows do nothing while a picture is read, or in a pause.
    if (this.pending || this.paused) return
    const at = this.ids.indexOf(this.current)
    this.current = this.ids[(at + 1) % COUNT]!
    this.problem = false
    this.tell({ kind: 'chosen' })
  }
}

const acts = {
  put: (world) => world.put(),
  settle: (world) => world.settle(),
  lift: (world) => world.lift(),
  hurry: (world) => world.hurry(),
  finish: (world) => world.finish(),
  'go-on': (world) => world.goOn(),
  another: (world) => world.tell({ kind: 'another' }),
  'take-back': (world) => world.tell({ kind: 'take-back' }),
  skip: (world) => world.skip(),
  pause: (world) => world.tell({ kind: 'pause' }),
  mark: (world) => world.tell({ kind: 'mark' }),
  'mark-rested': (world) => world.tell({ kind: 'mark-rested' }),
  film: (world) => world.tell({ kind: 'filmed', milliseconds: 6000 }),
  speak: (world) => world.tell({ kind: 'speak' }),
  heard: (world) => world.tell({ kind: 'heard' }),
} satisfies Record<string, (world: World) => void>
const act = fc.constantFrom(...(Object.keys(acts) as Array<keyof typeof acts>))
const sequence = fc.array(act, { minLength: 1, maxLength: 60 })
const outcomes = fc.array(fc.constantFrom<Outcome>('sharp', 'sharp', 'blurred', 'nothing'), { maxLength: 20 })
const trigger = fc.constantFrom<Trigger>('itself', 'key')

function played(acted: ReadonlyArray<keyof typeof acts>, by: Trigger, results: Outcome[]): World {
  const world = new World(by, results)
  world.tell({ kind: 'changed' })
  for (const name of acted) {
    acts[name](world)
    world.watch()
  }
  return world
}

describe('whatever happens at the lamp', () => {
  it('no egg is taken for another', () => {
    fc.assert(
      fc.property(sequence, trigger, outcomes, (acted, by, results) => {
        const world = played(acted, by, results)
        world.finishAll()
        for (const [id, look] of world.looks) expect(look.shows).toBe(id)
      }),
      plays(200, 1000),
    )
  })

  it('no look is lost: what has a picture keeps one, unless it is taken back', () => {
    fc.assert(
      fc.property(sequence, trigger, outcomes, (acted, by, results) => {
        const world = new World(by, results)
        world.tell({ kind: 'changed' })
        for (const name of acted) {
          const had = [...world.looks.keys()]
          acts[name](world)
          const undone = world.heard.some(({ kind }) => kind === 'undo')
          if (!undone) for (const id of had) expect(world.looks.has(id)).toBe(true)
        }
      }),
      plays(200, 1000),
    )
  })

  it('what is spoken is of the egg at hand, and ends with it', () => {
    fc.assert(
      fc.property(sequence, trigger, outcomes, (acted, by, results) => {
        const world = new World(by, results)
        for (const name of acted) {
          acts[name](world)
          world.watch()
          world.tell({ kind: 'changed' })
          expect([null, world.current]).toContain(world.listening)
          expect(world.state.speaking).toBe(world.listening)
        }
      }),
      plays(200, 1000),
    )
  })

  it('every state has a next step: from anywhere a candler who does what the screen says comes to the end', () => {
    fc.assert(
      fc.property(sequence, trigger, outcomes, (acted, by, results) => {
        const world = played(acted, by, results)
        world.finishAll()
        world.outcomes = []
        if (world.paused) world.tell({ kind: 'pause' })
        world.watch()
        world.finishAll()
        for (let steps = 0; world.waits(); steps++) {
          expect(steps).toBeLessThan(40)
          if (world.onLamp !== null && world.onLamp !== world.current) world.lift()
          else if (world.looks.has(world.current)) {
            if (by === 'itself' && world.onLamp === world.current) world.lift()
            else world.goOn()
          } else {
            world.put()
            world.settle()
            world.finishAll()
            if (!world.looks.has(world.current)) world.goOn()
          }
          world.finishAll()
        }
        expect(world.ids.filter((id) => !world.looks.has(id) && !world.aside.has(id))).toEqual([])
      }),
      plays(200, 1000),
    )
  })

  it('taking back brings the egg of the last word to hand again, without it', () => {
    fc.assert(
      fc.property(sequence, outcomes, (acted, results) => {
        const world = played(acted, 'key', results)
        world.finishAll()
        if (world.paused) world.tell({ kind: 'pause' })
        if (world.onLamp !== null) world.lift()
        const look = world.looks.get(world.current)
        if (!look || look.decided || !world.waits()) return
        const egg = world.current
        world.goOn()
        world.finishAll()
        expect(world.looks.get(egg)!.decided).toBe(true)
        world.tell({ kind: 'take-back' })
        world.finishAll()
        expect([world.current, world.looks.get(egg)!.decided]).toEqual([egg, false])
      }),
      plays(200, 1000),
    )
  })
})

describe('the evening', () => {
  it('agrees to nothing that nobody has seen: a press while a picture is read is nothing', () => {
    const world = new World('itself', [])
    world.put()
    world.settle()
    world.goOn()
    world.finishAll()
    expect(world.looks.get('egg-1')!.decided).toBe(false)
  })

  it('steps through the other grades, and forgets the choice with the egg', () => {
    const world = new World('key', [])
    world.put()
    world.goOn()
    world.finishAll()
    world.tell({ kind: 'another' })
    expect(chosenFor(world.state, 'egg-1')).toBe('clear')
    world.skip()
    expect([chosenFor(world.state, 'egg-1'), chosenFor(world.state, 'egg-2')]).toEqual([null, null])
  })

  it('notes the mark that was named last, once, of the egg for which it was named', () => {
    const world = new World('key', [])
    world.put()
    world.goOn()
    world.finishAll()
    const notes = () => world.heard.filter(({ kind }) => kind === 'note')
    world.tell({ kind: 'mark' })
    world.tell({ kind: 'mark' })
    expect(notes()).toEqual([])
    world.goOn()
    world.finishAll()
    expect(notes()).toEqual([{ kind: 'note', eggId: 'egg-1', mark: 'thin shell' }])
    world.tell({ kind: 'mark-rested' })
    expect(notes()).toHaveLength(1)
    // After the last of the list there is none again.
    for (let i = 0; i < 3; i++) world.tell({ kind: 'mark' })
    world.tell({ kind: 'mark-rested' })
    expect(notes()).toHaveLength(1)
  })

  it('does nothing more in the name of a tab that leads no more', () => {
    const world = new World('itself', [])
    world.put()
    world.settle()
    world.lift()
    expect(world.state.next).toHaveLength(1)
    const { state, effects } = evening(
      world.state,
      { kind: 'changed' },
      { ...world.facts(), phase: 'follows' },
    )
    expect([state.next, effects]).toEqual([[], []])
    expect(evening(state, { kind: 'done' }, { ...world.facts(), phase: 'follows' }).state.doing).toBeNull()
  })
})
