import { ClimateSeries } from './climate-series.ts'
import type { SeriesRequest, SeriesResponse } from './series-protocol.ts'

/** Holds the readings that a page looks at, apart from the thread that draws. */
const series = new ClimateSeries()

async function answer(
  request: SeriesRequest,
): Promise<Extract<SeriesResponse, { answer: unknown }>['answer']> {
  switch (request.task) {
    case 'open':
      return series.open(request.ask)
    case 'view':
      return series.view(request.ask)
    case 'facts':
      return series.facts(request.ask)
    case 'compare':
      return series.compare(request.ask)
    case 'hours':
      return series.hours(request.ask)
  }
}

/** One after the other: a view must not be asked of what is just being fetched. */
let last: Promise<unknown> = Promise.resolve()
self.addEventListener('message', ({ data }: MessageEvent<SeriesRequest>) => {
  last = last.then(async () => {
    const response: SeriesResponse = await answer(data).then(
      (found) => ({ id: data.id, answer: found }),
      (error: unknown) => ({ id: data.id, error: (error as Error).message }),
    )
    self.postMessage(response)
  })
})
