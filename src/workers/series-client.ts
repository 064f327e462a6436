import type { SeriesResponse, SeriesTask, SeriesTasks } from './series-protocol.ts'

interface Waiting {
  resolve: (answer: never) => void
  reject: (error: Error) => void
}

/** Asks the worker that holds readings. */
export class SeriesClient {
  private readonly worker = new Worker(new URL('./series.worker.ts', import.meta.url), { type: 'module' })
  private readonly waiting = new Map<number, Waiting>()
  private count = 0

  constructor() {
    this.worker.addEventListener('message', ({ data }: MessageEvent<SeriesResponse>) => {
      const waiting = this.waiting.get(data.id)
      this.waiting.delete(data.id)
      if ('error' in data) waiting?.reject(new Error(data.error))
      else waiting?.resolve(data.answer as never)
    })
    this.worker.addEventListener('error', () =>
      this.end('The worker that reads the sensors’ readings has stopped.'),
    )
  }

  ask<T extends SeriesTask>(task: T, ask: SeriesTasks[T]['ask']): Promise<SeriesTasks[T]['answer']> {
    const id = ++this.count
    return new Promise((resolve, reject) => {
      this.waiting.set(id, { resolve, reject })
      // Records come from a store and may be proxies, which cannot be sent.
      this.worker.postMessage({ id, task, ask: JSON.parse(JSON.stringify(ask)) as unknown })
    })
  }

  release(): void {
    this.worker.terminate()
    this.end('The page was left.')
  }

  private end(why: string): void {
    for (const { reject } of this.waiting.values()) reject(new Error(why))
    this.waiting.clear()
  }
}
