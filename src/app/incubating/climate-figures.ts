import type { Span } from '../../contracts/records/readings-record.ts'
import { toShown, sayQuantity, unitSymbol, type UnitSystem } from '../../core/units.ts'
import type { HourOfProbe } from '../../workers/series-protocol.ts'
import type { ChartPoint, ChartTable } from '../shared/charts/ChartFrame.vue'
import type { ClimateEvent } from './climate-chart.ts'
import { t } from './words.ts'

/** How figures of the air are said here. */
export interface Saying {
  units: UnitSystem
  nameOfProbe: (id: string) => string
  /** A day and time. */
  at: (atMs: number) => string
}

/** What arrow keys reach: each hour with what the probes said in it, and each thing that happened. */
export function climatePoints(
  hours: readonly HourOfProbe[],
  events: readonly ClimateEvent[],
  { units, nameOfProbe, at }: Saying,
): ChartPoint[] {
  const byHour = new Map<number, HourOfProbe[]>()
  for (const hour of hours) {
    const known = byHour.get(hour.atMs)
    if (known) known.push(hour)
    else byHour.set(hour.atMs, [hour])
  }
  const warm = (celsius: number): string => sayQuantity(units, 'temperature', celsius)
  const said = ({ probeId, celsius, rhPercent }: HourOfProbe): string =>
    [
      nameOfProbe(probeId),
      celsius ? `${warm(celsius.mean)} (${warm(celsius.lowest)} to ${warm(celsius.highest)})` : '',
      rhPercent ? `${rhPercent.mean.toFixed(0)} %` : '',
    ]
      .filter(Boolean)
      .join(' ')
  return [
    ...[...byHour].map(([x, own]) => ({ x, words: () => `${at(x)}: ${own.map(said).join('; ')}` })),
    ...events.map(({ atMs, words }) => ({ x: atMs, words: () => `${at(atMs)}: ${words}` })),
  ].sort((a, b) => a.x - b.x)
}

/** All hours of all probes. */
export function climateTable(hours: readonly HourOfProbe[], { units, nameOfProbe, at }: Saying): ChartTable {
  const unit = unitSymbol(units, 'temperature')
  const three = (span: Span | null, say: (value: number) => number): Array<number | string> =>
    span ? [say(span.mean), say(span.lowest), say(span.highest)] : ['', '', '']
  return () => ({
    head: [
      t('figures.hour'),
      t('figures.probe'),
      t('figures.mean', { unit }),
      t('figures.lowest', { unit }),
      t('figures.highest', { unit }),
      'Mean %',
      'Lowest %',
      'Highest %',
    ],
    rows: hours.map(({ atMs, probeId, celsius, rhPercent }) => [
      at(atMs),
      nameOfProbe(probeId),
      ...three(celsius, (value) => toShown(units, 'temperature', value)),
      ...three(rhPercent, (value) => Number(value.toFixed(1))),
    ]),
  })
}
