import type { SeriesTask, SeriesTasks } from './series-protocol.ts'
import { TaskClient } from './tasks.ts'

/** Asks the worker that holds readings. */
export class SeriesClient {
  private readonly client = new TaskClient<SeriesTasks>(
    new Worker(new URL('./series.worker.ts', import.meta.url), { type: 'module' }),
    'The worker that reads the sensors’ readings has stopped.',
  )

  ask<T extends SeriesTask>(task: T, ask: SeriesTasks[T]['ask']): Promise<SeriesTasks[T]['answer']> {
    // Records come from a store and may be proxies, which cannot be sent.
    return this.client.ask(task, JSON.parse(JSON.stringify(ask)) as SeriesTasks[T]['ask'])
  }

  release(): void {
    this.client.release()
  }
}
