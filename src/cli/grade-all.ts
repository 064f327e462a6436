import { fileURLToPath } from 'node:url'
import type { GradeRecord } from '../contracts/files/grade-record.ts'
import { gradeFile, type GradeTask } from './grade-file.ts'

/** Tasks handed out ahead of the one whose results are waited for, for each worker: enough that none stands idle. */
const AHEAD = 3
/** Pictures are large and short-lived: room for them spares most of the tidying up. */
const YOUNG_MB = 96

/**
 * Grades one photograph after the other, or as many at once as there are jobs.
 * @returns the records of each task, in the order of the tasks; never more than a few are held
 */
export async function* gradeAll(tasks: readonly GradeTask[], jobs: number): AsyncGenerator<GradeRecord[]> {
  const workers = Math.min(jobs, tasks.length)
  if (workers <= 1) {
    for (const task of tasks) yield await gradeFile(task)
    return
  }
  const { Piscina } = await import('piscina')
  // Built it lies beside this file; from a clone's sources it is compiled as it is loaded.
  const isBuilt = import.meta.url.endsWith('.mjs')
  const pool = new Piscina<GradeTask, GradeRecord[]>({
    filename: fileURLToPath(new URL(isBuilt ? './grade-worker.mjs' : './grade-worker.ts', import.meta.url)),
    execArgv: isBuilt ? [] : ['--import', 'tsx'],
    resourceLimits: { maxYoungGenerationSizeMb: YOUNG_MB },
    minThreads: workers,
    maxThreads: workers,
  })
  try {
    const running: Array<Promise<GradeRecord[]>> = []
    let next = 0
    const fill = (): void => {
      while (running.length < workers * AHEAD && next < tasks.length) {
        const run = pool.run(tasks[next++]!)
        // Whoever waits for it hears of a failure; until then it is no unhandled one.
        run.catch(() => undefined)
        running.push(run)
      }
    }
    for (fill(); running.length > 0; fill()) yield await running.shift()!
  } finally {
    await pool.destroy()
  }
}
