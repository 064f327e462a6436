import { readFile } from 'node:fs/promises'
import { hatchDay } from '../../src/core/lamp/forecast.ts'
import { asSeenElsewhere } from '../../src/core/lamp/seen-elsewhere.ts'
import type { Shell, SpeciesName } from '../../src/core/species/species.ts'

type Days = Record<'body' | 'cell', number | null>

/** What is kept of a hatchery that was judged: see judge.ts. */
export interface KeptHatchery {
  hatchery: number
  species: SpeciesName
  shell: Shell
  /** Of the check; null where no egg was found in it. */
  grain: number | null
  /** Days by drawn eggs; null where none could be drawn. */
  drawn: Days | null
  /** Days by fourteen photographed eggs. */
  truth: Days
}

/** Kinds of pictures, where their hatcheries are kept, and from which hatchery on none was looked at for a choice. */
export const LAMPS = {
  wide: { name: 'wide-5000000', judgedFrom: 51 },
  'nearer to phones': { name: 'phone-6000000', judgedFrom: 39 },
} as const

/** How many of so many hatcheries were right. */
export interface LampScore {
  hatcheries: number
  stated: Record<keyof Days, number>
  drawn: Record<keyof Days, number>
  /** By one day for all lamps. */
  ruleOfThumb: number
}

/** A stated day may be off by so much. */
const WITHIN_DAYS = 1.5
/** Fraction of incubation from which any lamp is said to show an embryo. */
const RULE_OF_THUMB = 0.2

export async function keptHatcheries(name: string): Promise<KeptHatchery[]> {
  const text = await readFile(new URL(`../../data/lamp-check/${name}.jsonl`, import.meta.url), 'utf8')
  return text
    .split('\n')
    .slice(0, -1)
    .map((line) => JSON.parse(line) as KeptHatchery)
}

export function scoreLamps(kept: readonly KeptHatchery[]): LampScore {
  const right = (of: (one: KeptHatchery) => number | null | undefined, sign: keyof Days): number =>
    kept.filter((one) => isRight(of(one), one.truth[sign])).length
  const statedOf = ({ drawn, grain, species }: KeptHatchery) =>
    drawn && grain !== null
      ? asSeenElsewhere({ ...drawn, ring: null }, { species, light: { grain } })
      : undefined
  return {
    hatcheries: kept.length,
    stated: {
      body: right((one) => statedOf(one)?.body, 'body'),
      cell: right((one) => statedOf(one)?.cell, 'cell'),
    },
    drawn: {
      body: right(({ drawn }) => drawn?.body, 'body'),
      cell: right(({ drawn }) => drawn?.cell, 'cell'),
    },
    ruleOfThumb: right(({ species }) => RULE_OF_THUMB * hatchDay(species), 'body'),
  }
}

/** @param day - stated; undefined where nothing was, null where it is said never to be seen */
function isRight(day: number | null | undefined, seen: number | null): boolean {
  if (day === undefined) return false
  return day === null || seen === null ? day === seen : Math.abs(day - seen) <= WITHIN_DAYS
}

/** How often a stated day is right, by kind of pictures, as a table for people. */
export async function sayLamps(): Promise<string> {
  const heads = ['hatcheries', 'embryo', 'as drawn', 'thumb', 'air cell', 'as drawn']
  const line = (name: string, cells: readonly (string | number)[]): string =>
    `${name.padEnd(32)}${cells.map((cell) => String(cell).padStart(11)).join('')}`
  const rows = await Promise.all(
    Object.entries(LAMPS).map(async ([kind, { name, judgedFrom }]) => {
      const kept = await keptHatcheries(name)
      return [
        [`${kind}, chosen on`, kept.filter(({ hatchery }) => hatchery < judgedFrom)] as const,
        [`${kind}, judged`, kept.filter(({ hatchery }) => hatchery >= judgedFrom)] as const,
      ].map(([words, some]) => {
        const { hatcheries, stated, drawn, ruleOfThumb } = scoreLamps(some)
        return line(words, [hatcheries, stated.body, drawn.body, ruleOfThumb, stated.cell, drawn.cell])
      })
    }),
  )
  return [
    line('Lamp check', heads),
    ...rows.flat(),
    `Right: within ${WITHIN_DAYS} days of what fourteen photographed eggs show. Thumb: ${RULE_OF_THUMB} of incubation for every lamp.`,
  ].join('\n')
}
