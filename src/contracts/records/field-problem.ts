import type { z } from 'zod'

/** Why a field of a record is not as it should be, in words for people. */
export interface FieldProblem {
  /** From the record inwards: `['trays', 0, 'rows']`. */
  path: Array<string | number>
  /** "weight in grams must be at most 500, not 5800." */
  sentence: string
}

/** Names of fields as people know them; a field that is not here is called by its own name. */
const FIELD_NAMES: Readonly<Record<string, string>> = {
  weightG: 'weight in grams',
  lengthMm: 'length in millimetres',
  breadthMm: 'breadth in millimetres',
  laidOn: 'day of laying',
  mark: 'mark on the shell',
  number: 'egg number',
  setAt: 'time of setting',
  delayHours: 'delayed start in hours',
  ownDays: 'own candling days',
  incubationDays: 'days of incubation',
  rows: 'rows of the tray',
  columns: 'columns of the tray',
  name: 'name',
  breed: 'breed',
  shell: 'shell colour',
  species: 'bird',
  notes: 'notes',
  celsius: 'temperature in °C',
  collarMm: 'lamp’s collar in millimetres',
  mmAcross: 'millimetres across the picture',
  capacity: 'eggs it holds',
  displayCorrectionC: 'display correction in °C',
  roundsADay: 'rounds a day',
  waterHours: 'hours the water lasts',
  altitudeM: 'altitude in metres',
  scaleStepG: 'scale resolution in grams',
  grams: 'weight in grams',
  zone: 'time zone',
  candlingHour: 'hour of candling',
  marks: 'quick marks',
  warmUpHours: 'hours of warming up',
  postRestHours: 'hours of rest',
  turnsADay: 'turns a day',
  turningHours: 'hours of turning',
  turnGraceHours: 'hours a turn may be late',
  firstTurnHours: 'hours before the first turn',
  low: 'lower humidity in %',
  high: 'higher humidity in %',
  lockdownCoolerC: 'cooler from lockdown, in °C',
  photoLongSidePx: 'long side of kept photographs in pixels',
  brooders: 'brooders',
  eggOut: 'minutes an egg may be out',
  trayOut: 'minutes a tray may be out',
  lidOff: 'minutes the lid may be off',
  away: 'days away',
  incubators: 'incubators',
  trays: 'trays',
  batches: 'batches of eggs',
  temperatures: 'temperatures',
  done: 'ticked items',
  place: 'place in the tray',
  rhPercent: 'humidity in %',
  timerSeconds: 'seconds of the timer',
  ageDays: 'age in days',
  from: 'first day',
  to: 'last day',
  eggs: 'eggs',
}

/** The innermost field of a path that people have a name for. */
export function nameOfField(path: readonly PropertyKey[]): string {
  const words = path.filter((step) => typeof step === 'string')
  const known = words.findLast((step) => step in FIELD_NAMES)
  return known === undefined ? (words.at(-1) ?? 'record') : FIELD_NAMES[known]!
}

/** What is wrong with a value, field by field. @param value - what was checked, for the sentence to show */
export function problemsOf(error: z.ZodError, value: unknown): FieldProblem[] {
  return error.issues.map((issue) => {
    const path = issue.path.map((step) => (typeof step === 'symbol' ? String(step) : step))
    return { path, sentence: `${nameOfField(path)} ${fault(issue, at(value, path))}.` }
  })
}

/** The value that lies at a path; undefined where there is none. */
export function at(value: unknown, path: ReadonlyArray<string | number>): unknown {
  return path.reduce<unknown>(
    (inner, step) =>
      typeof inner === 'object' && inner !== null
        ? (inner as Record<string | number, unknown>)[step]
        : undefined,
    value,
  )
}

function fault(issue: z.core.$ZodIssue, found: unknown): string {
  const not = `, not ${show(found)}`
  switch (issue.code) {
    case 'too_big': {
      if (issue.origin === 'array')
        return `can be at most ${issue.maximum}; there are ${Array.isArray(found) ? found.length : 'more'}`
      return issue.origin === 'string'
        ? `can be at most ${issue.maximum} letters long`
        : `must be ${issue.inclusive === false ? 'under' : 'at most'} ${issue.maximum}${not}`
    }
    case 'too_small': {
      if (issue.origin === 'array') return `must be at least ${issue.minimum}`
      if (issue.origin === 'string') return 'must not be empty'
      return `must be ${issue.inclusive === false ? 'over' : 'at least'} ${issue.minimum}${not}`
    }
    case 'invalid_type':
      return found === undefined ? 'is missing' : `must be ${wanted(issue.expected)}${not}`
    case 'invalid_value':
      return `must be one of ${issue.values.map(String).join(', ')}${not}`
    case 'custom':
      return `is ${issue.message}${not}`
    default:
      return `cannot be ${show(found)}`
  }
}

function wanted(expected: string): string {
  if (expected === 'int' || expected === 'number') return expected === 'int' ? 'a whole number' : 'a number'
  return expected === 'string' ? 'text' : expected === 'boolean' ? 'yes or no' : `of the kind “${expected}”`
}

function show(value: unknown): string {
  if (value === undefined) return 'nothing'
  const text = typeof value === 'string' ? `“${value}”` : (JSON.stringify(value) ?? typeof value)
  return text.length > 60 ? `${text.slice(0, 57)} …` : text
}
