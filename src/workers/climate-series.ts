import { corrector } from '../contracts/records/probe-record.ts'
import type { ReadingsRecord, Span } from '../contracts/records/readings-record.ts'
import { compareProbes } from '../core/climate/compare-probes.ts'
import { excursions } from '../core/climate/excursions.ts'
import { openingsIn, readEvery } from '../core/climate/openings.ts'
import { HOLDS_MS, timeInBand, type Sample } from '../core/climate/time-in-band.ts'
import { thin, type Series } from '../core/series/thin.ts'
import { HOUR_MS, DAY_MS } from '../core/time/durations.ts'
import { readAll } from '../storage/raw-database.ts'
import type {
  ClimateFacts,
  ClimateQuantity,
  HourOfProbe,
  SeenSeries,
  SeriesTask,
  SeriesTasks,
} from './series-protocol.ts'
const QUANTITIES = ['celsius', 'rhPercent'] as const
/** Differences between two probes that somebody would act on. */
const MATTERS = { celsius: 0.2, rhPercent: 3 } as const

type Ask<T extends SeriesTask> = SeriesTasks[T]['ask']
type Answer<T extends SeriesTask> = SeriesTasks[T]['answer']

/** The readings of some probes, held as plain columns of numbers: what is asked of them needs no thread that draws. */
export class ClimateSeries {
  private series: Array<Series & { probeId: string; what: ClimateQuantity }> = []

  async open({ database, probes, fromMs, toMs }: Ask<'open'>): Promise<Answer<'open'>> {
    const day = (atMs: number): string => new Date(atMs).toISOString().slice(0, 10)
    const range = { from: `${day(fromMs)}_`, before: `${day(toMs + DAY_MS)}_` }
    const days = new Map<string, ReadingsRecord[]>()
    for (const { value } of await readAll(database, 'readings', range)) {
      if (!isDay(value)) continue
      const list = days.get(value.probeId)
      if (list) list.push(value)
      else days.set(value.probeId, [value])
    }
    this.series = probes.flatMap((probe) => {
      const correct = corrector(probe)
      return QUANTITIES.map((what) => {
        const times: number[] = []
        const values: number[] = []
        for (const record of days.get(probe.id) ?? []) {
          const startMs = Date.parse(record.day)
          for (const [i, time] of record.times.entries()) {
            const shown = record[what][i]
            if (typeof shown !== 'number') continue
            times.push(startMs + time)
            values.push(correct(what, startMs + time, shown))
          }
        }
        return { probeId: probe.id, what, times: Float64Array.from(times), values: Float64Array.from(values) }
      })
    })
    const all = this.series.filter(({ times }) => times.length > 0)
    return {
      readings: all.reduce((sum, { times }) => sum + times.length, 0),
      firstMs: all.length > 0 ? Math.min(...all.map(({ times }) => times[0]!)) : null,
      lastMs: all.length > 0 ? Math.max(...all.map(({ times }) => times.at(-1)!)) : null,
    }
  }

  view({ fromMs, toMs, columns }: Ask<'view'>): SeenSeries[] {
    return this.series.map(({ probeId, what, ...series }) => ({
      probeId,
      what,
      ...thin(series, { fromMs, toMs, columns, gapMs: HOLDS_MS }),
    }))
  }

  facts({ fromMs, toMs, band }: Ask<'facts'>): ClimateFacts[] {
    return this.probeIds().map((probeId) => {
      const celsius = this.samples(probeId, 'celsius', { fromMs, toMs })
      const rhPercent = this.samples(probeId, 'rhPercent', { fromMs, toMs })
      const facts = (samples: Sample[], what: ClimateQuantity) => ({
        time: timeInBand(samples, band[what], { fromMs, toMs }),
        excursions: excursions(samples, band[what]),
      })
      return {
        probeId,
        celsius: celsius.length > 0 ? facts(celsius, 'celsius') : null,
        rhPercent:
          rhPercent.length > 0
            ? {
                ...facts(rhPercent, 'rhPercent'),
                openings: openingsIn(rhPercent),
                everyMs: readEvery(rhPercent),
              }
            : null,
      }
    })
  }

  compare({ one, other, fromMs, toMs }: Ask<'compare'>): Answer<'compare'> {
    const difference = (what: ClimateQuantity) =>
      compareProbes(
        this.samples(one, what, { fromMs, toMs }),
        this.samples(other, what, { fromMs, toMs }),
        MATTERS[what],
      )
    return { celsius: difference('celsius'), rhPercent: difference('rhPercent') }
  }

  /** Drawn together by the hour, for a table. */
  hours({ fromMs, toMs }: Ask<'hours'>): HourOfProbe[] {
    const rows: HourOfProbe[] = []
    for (const probeId of this.probeIds()) {
      const byHour = new Map<number, HourOfProbe>()
      for (const what of QUANTITIES) {
        const groups = new Map<number, number[]>()
        for (const { atMs, value } of this.samples(probeId, what, { fromMs, toMs })) {
          const hour = Math.floor(atMs / HOUR_MS) * HOUR_MS
          const group = groups.get(hour)
          if (group) group.push(value)
          else groups.set(hour, [value])
        }
        for (const [atMs, values] of groups) {
          const row = byHour.get(atMs) ?? { probeId, atMs, celsius: null, rhPercent: null }
          byHour.set(atMs, { ...row, [what]: spanOf(values) })
        }
      }
      rows.push(...byHour.values())
    }
    return rows.sort((a, b) => a.atMs - b.atMs)
  }

  private probeIds(): string[] {
    return [...new Set(this.series.map(({ probeId }) => probeId))]
  }

  private samples(
    probeId: string,
    what: ClimateQuantity,
    { fromMs, toMs }: { fromMs: number; toMs: number },
  ): Sample[] {
    const series = this.series.find((one) => one.probeId === probeId && one.what === what)
    if (!series) return []
    return [...series.times].flatMap((atMs, i) =>
      atMs >= fromMs && atMs <= toMs ? [{ atMs, value: series.values[i]! }] : [],
    )
  }
}

/**
 * What was written was checked by the schema, number by number; here it only must not stop the picture, and a million
 * numbers are looked at twice as fast without.
 */
function isDay(value: unknown): value is ReadingsRecord {
  const { probeId, day, times, celsius, rhPercent } = (value ?? {}) as Record<string, unknown>
  return (
    typeof probeId === 'string' &&
    typeof day === 'string' &&
    Array.isArray(times) &&
    Array.isArray(celsius) &&
    Array.isArray(rhPercent)
  )
}

function spanOf(values: readonly number[]): Span {
  return {
    lowest: Math.min(...values),
    mean: values.reduce((sum, value) => sum + value, 0) / values.length,
    highest: Math.max(...values),
  }
}
