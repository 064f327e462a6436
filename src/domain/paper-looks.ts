import type { SuggestedGrade } from '../core/grade-names.ts'

/** What was pencilled of one egg, and is entered later. */
export interface PaperLook {
  eggId: string
  grade: SuggestedGrade
  /** Depth of the air cell, mm, where it was noted. */
  depthMm: number | null
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
const MOST_DEPTH_MM = 100

/**
 * Reads a list from paper or a pasted table: an egg a line, with its place or number, its grade, and the depth of its
 * air cell where it was noted. A line with a grade alone is the next egg's, in the order of candling.
 * @param eggs - in the order of candling
 * @param words - the grades in the language of the page
 */
export function readPaper(
  text: string,
  eggs: readonly NamedEgg[],
  words: Readonly<Record<SuggestedGrade, string>>,
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
    const { named, said, isAlone } = understood(line, eggs, grades)
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
const WITH_FIGURE = /(?<=(?:^|[\s;,])\d{1,2}),(?=\d{1,2}\s*(?:mm)?\s*$)/i

/** What a line says, as far as it can be understood. */
function understood(line: string, eggs: readonly NamedEgg[], grades: ReadonlyMap<string, SuggestedGrade>) {
  const readings = [line.replace(WITH_FIGURE, '.'), line].map((text) => {
    const tokens = text.split(/[\s;,]+/).filter(Boolean)
    const named = eggNamed(tokens, eggs)
    const said = gradeSaid(named ? tokens.slice(named.used) : tokens, grades)
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

/** A grade of one word or two, and a depth after it; null where there is none, or more that is not understood. */
function gradeSaid(
  tokens: readonly string[],
  grades: ReadonlyMap<string, SuggestedGrade>,
): Omit<PaperLook, 'eggId'> | null {
  for (const length of [2, 1]) {
    const grade = grades.get(tokens.slice(0, length).join(' ').toLowerCase())
    if (!grade || tokens.length < length) continue
    const rest = tokens.slice(length).join('').replace(/mm$/i, '')
    if (rest === '') return { grade, depthMm: null }
    const depthMm = Number(rest)
    return depthMm > 0 && depthMm <= MOST_DEPTH_MM ? { grade, depthMm } : null
  }
  return null
}
