/** By kind of task: what is asked, and what is answered. */
type TaskTable<Tasks> = { [Task in keyof Tasks]: { ask: unknown; answer: unknown } }

type TaskRequest<Tasks extends TaskTable<Tasks>> = {
  [Task in keyof Tasks]: { id: number; task: Task; ask: Tasks[Task]['ask'] }
}[keyof Tasks]

type TaskResponse = { id: number; answer: unknown } | { id: number; error: string }

interface Waiting {
  resolve: (answer: never) => void
  reject: (error: Error) => void
}

/** Asks a worker that answers by {@link answerTasks}. When it dies or is released, every waiting call is rejected. */
export class TaskClient<Tasks extends TaskTable<Tasks>> {
  private readonly worker: Worker
  private readonly waiting = new Map<number, Waiting>()
  private count = 0

  /** @param stopped - what is said when the worker dies */
  constructor(worker: Worker, stopped: string) {
    this.worker = worker
    worker.addEventListener('message', ({ data }: MessageEvent<TaskResponse>) => {
      const waiting = this.waiting.get(data.id)
      this.waiting.delete(data.id)
      if ('error' in data) waiting?.reject(new Error(data.error))
      else waiting?.resolve(data.answer as never)
    })
    worker.addEventListener('error', () => this.end(stopped))
  }

  ask<Task extends keyof Tasks>(task: Task, ask: Tasks[Task]['ask']): Promise<Tasks[Task]['answer']> {
    const id = ++this.count
    return new Promise((resolve, reject) => {
      this.waiting.set(id, { resolve, reject })
      this.worker.postMessage({ id, task, ask })
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

/** The worker's side. Tasks are answered one after the other: the next may ask about what this one fetches. */
export function answerTasks<Tasks extends TaskTable<Tasks>>(
  scope: EventTarget & { postMessage: (message: unknown) => void },
  handlers: {
    [Task in keyof Tasks]: (ask: Tasks[Task]['ask']) => Tasks[Task]['answer'] | Promise<Tasks[Task]['answer']>
  },
): void {
  let last: Promise<unknown> = Promise.resolve()
  const answer = async ({ task, ask }: TaskRequest<Tasks>): Promise<unknown> => handlers[task](ask)
  scope.addEventListener('message', (event) => {
    const { data } = event as MessageEvent<TaskRequest<Tasks>>
    last = last.then(async () => {
      const response: TaskResponse = await answer(data).then(
        (found) => ({ id: data.id, answer: found }),
        (error: unknown) => ({ id: data.id, error: (error as Error).message }),
      )
      scope.postMessage(response)
    })
  })
}
