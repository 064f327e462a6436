import type { Response } from 'express'

/** A move of the simulated hand: what lies on the lamp after it. */
interface Waiting<Move> {
  move: Move
  leave: () => void
}

/**
 * The door before the simulated lamp. It stands open, and the demo's hand goes in and out by itself. A test that holds
 * it lets the hand move once each time it says so; between two moves nothing changes, however long the test looks.
 */
export class StandInDoor<Move> {
  private isHeld = false
  /** Moves that wait to be let through, in the order in which they were wanted. */
  private readonly moves: Array<Waiting<Move>> = []
  /** Calls of `next` that came before a move was wanted. */
  private readonly calls: Array<(waiting: Waiting<Move>) => void> = []

  /** Closed, every move waits for a call of `next`; opened, all that wait go at once. */
  hold(isHeld: boolean): void {
    this.isHeld = isHeld
    if (isHeld) return
    for (const { leave } of this.moves.splice(0)) leave()
  }

  /** @returns the move that was let through, once one is wanted */
  async next(): Promise<Move> {
    const waiting = this.moves.shift() ?? (await new Promise<Waiting<Move>>((call) => this.calls.push(call)))
    waiting.leave()
    return waiting.move
  }

  /**
   * Resolves when the hand may move; never, where whoever wanted to move has gone.
   * @param response - of the request by which the move was wanted
   */
  async leave(move: Move, response: Response): Promise<void> {
    if (!this.isHeld) return
    await new Promise<void>((leave) => {
      const waiting = { move, leave }
      const call = this.calls.shift()
      if (call) call(waiting)
      else this.moves.push(waiting)
      response.once('close', () => {
        const at = this.moves.indexOf(waiting)
        if (at >= 0) this.moves.splice(at, 1)
      })
    })
  }
}
