import { ClimateSeries } from './climate-series.ts'
import type { SeriesTasks } from './series-protocol.ts'
import { answerTasks } from './tasks.ts'

/** Holds the readings that a page looks at, apart from the thread that draws. */
const series = new ClimateSeries()

answerTasks<SeriesTasks>(self, {
  open: (ask) => series.open(ask),
  view: (ask) => series.view(ask),
  facts: (ask) => series.facts(ask),
  compare: (ask) => series.compare(ask),
  hours: (ask) => series.hours(ask),
})
