import type { Leaving } from '../contracts/records/egg-record.ts'
import type { SuggestedGrade } from '../core/grade-names.ts'

/** What was pencilled of one egg, and is entered later. */
export interface PaperLook {
  eggId: string
  /** Null where it was not looked at, but left. */
  grade: SuggestedGrade | null
  /** Depth of the air cell, mm, where it was noted. */
  depthMm: number | null
  /** Why it was taken out then; null where it stayed. */
  out: Leaving | null
}

/** How paper is read. */
export interface PaperHabit {
  /** The grades in the language of the page. */
  words: Readonly<Record<SuggestedGrade, string>>
  /** A depth without a unit, in millimetres. */
  toMm: (written: number) => number
}

/** A line that cannot be understood: no such egg, no grade, an egg that came before, or more lines than eggs. */
export interface PaperProblem {
  /** Counted from 1. */
  line: number
  text: string
  why: 'egg' | 'grade' | 'twice' | 'too-many'
}

/** An egg as it is called on paper. */
export interface NamedEgg {
  id: string
  number: number
  /** "B3", or "Tray 2, B3". */
  place: string
}

/** As people write them, besides the program's own words and its keys. */
const ALSO: Readonly<Record<SuggestedGrade, readonly string[]>> = {
  developing: ['developing', 'develops', 'alive', 'living', 'lives', '1'],
  clear: ['clear', 'infertile', '2'],
  'blood-ring': ['blood ring', 'blood-ring', 'ring', '3'],
  quitter: ['quitter', 'dead', '4'],
  unsure: ['not sure', 'unsure', '?', '5'],
}
/** What became of an egg that was not in the tray afterwards. */
const OUT_WORDS: Readonly<Record<string, Leaving>> = {
  out: 'graded',
  removed: 'graded',
  leaking: 'rotten',
  rotten: 'rotten',
  smells: 'rotten',
  cracked: 'cracked',
  broken: 'broken',
  dropped: 'broken',
  eaten: 'eaten',
  sold: 'given-away',
  given: 'given-away',
  missing: 'missing',
  moved: 'moved-away',
}
const MM_PER_INCH = 25.4
const MOST_DEPTH_MM = 100

/**
 * Reads a list from paper or a pasted table: an egg a line, with its place or number, its grade, the depth of its air
 * cell where it was noted, and “out”, or what else became of it, where it left. A line with a grade alone is the next
 * egg's, in the order of candling.
 * @param eggs - in the order of candling
 */
export function readPaper(
  text: string,
  eggs: readonly NamedEgg[],
  { words, toMm }: PaperHabit,
): { looks: PaperLook[]; problems: PaperProblem[] } {
  const looks: PaperLook[] = []
  const problems: PaperProblem[] = []
  const grades = gradesByWord(words)
  let next = 0
  for (const [i, raw] of text.split(/\r?\n/).entries()) {
    const line = raw.trim()
    // The first line of a table may name its columns.
    if (line === '' || (i === 0 && /\bgrade\b/i.test(line))) continue
    const problem = (why: PaperProblem['why']): void => {
      problems.push({ line: i + 1, text: line, why })
    }
    const { named, said, isAlone } = understood(line, eggs, { grades, toMm })
    if (!said) {
      problem(named || isAlone ? 'grade' : 'egg')
      continue
    }
    const egg = named?.egg ?? eggs[next]
    if (!egg) problem('too-many')
    else if (looks.some(({ eggId }) => eggId === egg.id)) problem('twice')
    else {
      looks.push({ eggId: egg.id, ...said })
      next = eggs.indexOf(egg) + 1
    }
  }
  return { looks, problems }
}

/** A comma parts two fields, or is the one in a figure at the end: that is tried first. */
const WITH_FIGURE = /(?<=(?:^|[\s;,])\d{1,2}),(?=\d{1,2}\s*(?:mm|in)?\s*(?:[a-z]+\s*)?$)/i

/** What a line says, as far as it can be understood. */
interface Reading {
  grades: ReadonlyMap<string, SuggestedGrade>
  toMm: PaperHabit['toMm']
}

function understood(line: string, eggs: readonly NamedEgg[], how: Reading) {
  const readings = [line.replace(WITH_FIGURE, '.'), line].map((text) => {
    const tokens = text.split(/[\s;,]+/).filter(Boolean)
    const named = eggNamed(tokens, eggs)
    const said = lookSaid(named ? tokens.slice(named.used) : tokens, how)
    return { named, said, isAlone: tokens.length < 2 }
  })
  return readings.find(({ said }) => said !== null) ?? readings[1]!
}

function gradesByWord(words: Readonly<Record<SuggestedGrade, string>>): Map<string, SuggestedGrade> {
  const grades = new Map<string, SuggestedGrade>()
  for (const grade of Object.keys(ALSO) as SuggestedGrade[])
    for (const word of [words[grade], ...ALSO[grade]]) grades.set(word.toLowerCase(), grade)
  return grades
}

/** The egg that a line begins with, by as many words as its name has; the number alone only where more follows. */
function eggNamed(
  tokens: readonly string[],
  eggs: readonly NamedEgg[],
): { egg: NamedEgg; used: number } | null {
  for (let used = Math.min(4, tokens.length - 1); used > 0; used--) {
    const name = tokens.slice(0, used).join(' ').toLowerCase()
    const plain = (place: string): string => place.replace(/,/g, '').toLowerCase()
    const byPlace = eggs.filter(({ place }) => plain(place) === name)
    const byEnd = byPlace.length > 0 ? byPlace : eggs.filter(({ place }) => plain(place).endsWith(` ${name}`))
    if (byEnd.length === 1) return { egg: byEnd[0]!, used }
    const byNumber = eggs.find(({ number }) => name === `#${number}` || name === String(number))
    if (byNumber) return { egg: byNumber, used }
  }
  return null
}

/** What is said of an egg after its name; null where there is nothing, or more that is not understood. */
function lookSaid(tokens: readonly string[], how: Reading): Omit<PaperLook, 'eggId'> | null {
  const out = OUT_WORDS[tokens.at(-1)?.toLowerCase() ?? ''] ?? null
  const others = out === null ? tokens : tokens.slice(0, -1)
  // What left for another reason than its grade need not have been looked at.
  if (out !== null && out !== 'graded' && others.length === 0) return { grade: null, depthMm: null, out }
  const said = gradeSaid(others, how)
  if (!said || (out === 'graded' && (said.grade === 'developing' || said.grade === 'unsure'))) return null
  return { ...said, out }
}

/** A grade of one word or two, and a depth after it. */
function gradeSaid(
  tokens: readonly string[],
  { grades, toMm }: Reading,
): { grade: SuggestedGrade; depthMm: number | null } | null {
  for (const length of [2, 1]) {
    const grade = grades.get(tokens.slice(0, length).join(' ').toLowerCase())
    if (!grade || tokens.length < length) continue
    const rest = tokens.slice(length).join('')
    if (rest === '') return { grade, depthMm: null }
    const [, figure, unit] = /^([\d.]+)(mm|in|")?$/i.exec(rest) ?? []
    const written = Number(figure)
    const depthMm =
      unit === undefined ? toMm(written) : unit.toLowerCase() === 'mm' ? written : written * MM_PER_INCH
    return depthMm > 0 && depthMm <= MOST_DEPTH_MM ? { grade, depthMm } : null
  }
  return null
}
