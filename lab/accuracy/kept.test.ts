import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { GRADING_MODEL } from '../../src/core/grade/grading-model.ts'
import { GRADES } from '../../src/core/grade-names.ts'
import { NETWORK_MODEL } from '../../src/core/network/network-logits.ts'
import { sayAcross } from './across.ts'
import { casesOf, fitModel, fitOn } from './fit.ts'
import { THOROUGH } from '../../src/testing/cases.ts'
import { byKind, graded, keptReadings } from './kept.ts'

const kept = keptReadings()
const MODEL_FILE = new URL('../../src/core/grade/grading-model.ts', import.meta.url)

describe('the readings that are kept', () => {
  it('are of more than one kind, with all grades in each', () => {
    const kinds = byKind(kept)
    expect(kinds.size).toBeGreaterThan(1)
    for (const lessons of kinds.values())
      expect(new Set(lessons.map(({ truth }) => truth.grade)).size).toBe(4)
  })

  it('make the shipped model again, which names them by their hashes', () => {
    const { version: _, networkByAge, calibration, ...weights } = GRADING_MODEL
    for (const [k, grade] of GRADES.entries()) expect(networkByAge[grade]).toEqual(NETWORK_MODEL.age[k])
    // The calibration takes two more fits a kind.
    if (THOROUGH) expect(fitOn(byKind(kept))).toEqual({ ...weights, calibration })
    else expect(fitModel(casesOf([...byKind(kept).values()]))).toEqual(weights)
    const text = readFileSync(MODEL_FILE, 'utf8')
    for (const { made, hash } of kept) {
      expect(text).toContain(`${made}: `)
      expect(text).toContain(hash.slice(0, 16))
    }
  })

  it('count as kinds, not as pictures, in a fit', () => {
    const kinds = [...byKind(kept).values()]
    const cases = casesOf(kinds)
    const sizes = kinds.map((lessons) => lessons.filter(({ seen }) => seen).length)
    const sums = sizes.map((size, i) => {
      const from = sizes.slice(0, i).reduce((a, b) => a + b, 0)
      return cases.slice(from, from + size).reduce((sum, { weight }) => sum + weight, 0)
    })
    for (const sum of sums) expect(sum).toBeCloseTo(cases.length / kinds.length, 6)
  })
})

it('a picture in which no egg was found is graded as nothing', () => {
  const [lesson] = kept[0]!.lessons
  expect(graded({ ...lesson!, seen: null }, GRADING_MODEL)).toMatchObject({
    grade: 'unsure',
    action: 'recheck',
  })
})

it('the table across kinds has a row for each way of fitting, with intervals', () => {
  const judged = kept[0]!.lessons.slice(0, 40).map((lesson) => ({
    truth: lesson.truth,
    record: graded(lesson, GRADING_MODEL),
  }))
  const text = sayAcross([{ kind: 'some', leftOut: [], seen: judged, shipped: judged }])
  expect(text).toMatch(/some \(40\) +left out +–/)
  expect(text).toMatch(/ +seen +\d+\.\d \(\d+\.\d…\d+\.\d\)/)
})
