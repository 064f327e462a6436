import { describe, expect, it, vi } from 'vitest'
import { EggWorkerClient, EggWorkerError } from './client.ts'
import type { WorkerReply, WorkerRequest } from './protocol.ts'

/** A worker that keeps what it is asked and answers when told. */
class FakeWorker extends EventTarget {
  readonly asked: WorkerRequest[] = []
  terminated = false
  readonly given: Transferable[][] = []
  postMessage(request: WorkerRequest, given: Transferable[]): void {
    this.asked.push(request)
    this.given.push(given)
  }
  terminate(): void {
    this.terminated = true
  }
  answer(reply: WorkerReply): void {
    this.dispatchEvent(new MessageEvent('message', { data: reply }))
  }
}

function setUp() {
  const workers: FakeWorker[] = []
  const client = new EggWorkerClient(() => {
    const worker = new FakeWorker()
    workers.push(worker)
    return worker as unknown as Worker
  })
  return { client, workers }
}
const photo = new Blob(['x'])

describe('EggWorkerClient', () => {
  it('matches answers to questions whatever their order', async () => {
    const { client, workers } = setUp()
    const calls = [client.measure(photo, { species: 'duck' }), client.measure(photo, { species: 'goose' })]
    const [first, second] = workers[0]!.asked
    const result = {
      reading: { kind: 'rejected', why: 'no-egg' },
      widthPx: 1,
      heightPx: 1,
      photo,
      elapsedMs: { decode: 0, measure: 0 },
    } as const
    workers[0]!.answer({ id: second!.id, kind: 'measured', result: { ...result, widthPx: 2 } })
    workers[0]!.answer({ id: first!.id, kind: 'measured', result })
    expect((await Promise.all(calls)).map((answer) => answer.widthPx)).toEqual([1, 2])
    expect(workers).toHaveLength(1)
  })

  it('gives live frames and films away instead of copying them', async () => {
    const { client, workers } = setUp()
    const live = { close: () => undefined } as unknown as ImageBitmap
    const data = new Uint8ClampedArray(16)
    const calls = [
      client.shrink(live, 240),
      client.hold(live),
      client.measure([live], { species: 'duck' }),
      client.film({
        frames: [{ widthPx: 2, heightPx: 2, channels: 4, data, atMs: 0 }],
        outline: {
          centre: { x: 1, y: 1 },
          axisRad: 0,
          halfLengthPx: 1,
          halfBreadthPx: 1,
          taper: 0,
          bulge: 0,
        },
        stage: 0.3,
      }),
    ] as const
    expect(workers[0]!.given).toEqual([[live], [live], [live], [data.buffer]])
    const [shrink, hold, measure, film] = workers[0]!.asked
    workers[0]!.answer({ id: shrink!.id, kind: 'shrunk', frame: { widthPx: 2, heightPx: 2, data } })
    workers[0]!.answer({ id: hold!.id, kind: 'held', frame: live })
    workers[0]!.answer({ id: measure!.id, kind: 'filmed', result: null })
    workers[0]!.answer({ id: film!.id, kind: 'filmed', result: null })
    expect((await calls[0]).widthPx).toBe(2)
    expect(await calls[1]).toBe(live)
    await expect(calls[2]).rejects.toThrow('out of turn')
    expect(await calls[3]).toBeNull()
  })

  it('asks nothing that was cancelled beforehand, and gives the frames back', async () => {
    const { client, workers } = setUp()
    let closed = false
    const live = {
      close: () => {
        closed = true
      },
    } as unknown as ImageBitmap
    await expect(client.measure([live], { species: 'duck' }, AbortSignal.abort())).rejects.toThrow(
      'Cancelled',
    )
    expect([closed, workers.length]).toEqual([true, 0])
  })

  it('passes a fault on as an error with its code', async () => {
    const { client, workers } = setUp()
    const call = client.measure(photo, { species: 'duck' })
    workers[0]!.answer({
      id: workers[0]!.asked[0]!.id,
      kind: 'fault',
      fault: { code: 'not-a-photo', message: 'No photograph.' },
    })
    await expect(call).rejects.toMatchObject({ code: 'not-a-photo', message: 'No photograph.' })
  })

  it('settles every waiting call when the worker dies, and starts another for the next', async () => {
    const { client, workers } = setUp()
    const calls = Promise.allSettled([
      client.measure(photo, { species: 'duck' }),
      client.measure(photo, { species: 'duck' }),
    ])
    workers[0]!.dispatchEvent(new Event('error'))
    expect(
      (await calls).every((call) => call.status === 'rejected' && call.reason instanceof EggWorkerError),
    ).toBe(true)
    void client.measure(photo, { species: 'duck' }).catch(() => undefined)
    expect(workers).toHaveLength(2)
    client.release()
    expect(workers[1]!.terminated).toBe(true)
  })

  it('gives up alone what the worker is stuck on; another goes on with the rest', async () => {
    vi.useFakeTimers()
    const { client, workers } = setUp()
    const calls = Promise.allSettled([
      client.measure(photo, { species: 'duck' }),
      client.measure(photo, { species: 'goose' }),
    ])
    vi.advanceTimersByTime(21_000)
    expect([workers.length, workers[0]!.terminated]).toEqual([2, true])
    const [again] = workers[1]!.asked
    expect(again).toMatchObject({ kind: 'measure', species: 'goose' })
    const result = {
      reading: { kind: 'eggs', eggs: [] },
      widthPx: 3,
      heightPx: 1,
      photo,
      elapsedMs: { decode: 0, measure: 0 },
    } as const
    workers[1]!.answer({
      id: again!.id,
      kind: 'measured',
      result: { ...result, reading: { kind: 'eggs', eggs: [] } },
    })
    const [stuck, other] = await calls
    expect([stuck!.status === 'rejected' && (stuck!.reason as EggWorkerError).code, other!.status]).toEqual([
      'too-slow',
      'fulfilled',
    ])
    vi.advanceTimersByTime(60_000)
    expect(workers).toHaveLength(2)
    vi.useRealTimers()
  })

  it('cancels by message and at once for the caller', async () => {
    const { client, workers } = setUp()
    const controller = new AbortController()
    const call = client.measure(photo, { species: 'duck' }, controller.signal)
    controller.abort()
    await expect(call).rejects.toMatchObject({ code: 'cancelled' })
    expect(workers[0]!.asked[1]).toMatchObject({ kind: 'cancel', cancels: workers[0]!.asked[0]!.id })
  })
})
