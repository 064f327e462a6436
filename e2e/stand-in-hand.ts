import { expect, type APIRequestContext, type APIResponse } from '@playwright/test'

type Move = { number: number } | { bare: true }

/** A connection for each call: one kept open is closed by the server after five idle seconds, maybe as it is used. */
const OWN_CONNECTION = { connection: 'close' }

/** The simulated hand that brings the eggs of an evening. Held, it stays where it is until the test lets it move. */
export class StandInHand {
  constructor(private readonly request: APIRequestContext) {}

  /** From now on; the lamp is bare, whatever a test before has left on it. */
  async hold(): Promise<void> {
    await this.tell(true)
    expect((await this.put('lamp', { bare: true })).ok()).toBe(true)
  }

  async letGo(): Promise<void> {
    await this.tell(false)
  }

  /** Lets it move until this egg lies on the lamp, which the evening must be waiting for. */
  async lay(number: number): Promise<void> {
    let move: Move
    do move = await this.next()
    while (!('number' in move))
    expect(move.number).toBe(number)
  }

  /** Lets it take the egg off the lamp, whose picture must be kept. */
  async lift(): Promise<void> {
    expect(await this.next()).toEqual({ bare: true })
  }

  private async next(): Promise<Move> {
    const response = await this.request.post('/api/stand-in/door/next', { headers: OWN_CONNECTION })
    return (await response.json()) as Move
  }

  private put(what: 'lamp' | 'door', data: object): Promise<APIResponse> {
    return this.request.put(`/api/stand-in/${what}`, { data, headers: OWN_CONNECTION })
  }

  private async tell(held: boolean): Promise<void> {
    expect((await this.put('door', { held })).ok()).toBe(true)
  }
}
