import { instantField } from '../../contracts/records/fields.ts'
import type { Bundle } from '../../contracts/files/bundle.ts'
import type { EggState } from '../../contracts/records/egg-state.ts'
import type { LookRecord } from '../../contracts/records/look-record.ts'
import type { SetRecord } from '../../contracts/records/set-record.ts'
import type { HatcheryRecords } from '../../contracts/records/records.ts'
import type { RecordTable } from '../../contracts/records/record-tables.ts'
import type { Settled } from '../../domain/merge/merge-books.ts'
import type { Conflict } from '../../domain/merge/questions.ts'
import type { TableChange } from '../../domain/merge/what-changes.ts'
import { nameOfPlace } from '../../core/tray/layout.ts'
import { count, GRADE_WORDS, OUTCOME_WORDS, removedWords } from '../shared/wording.ts'
import { t } from './words.ts'

const TABLE_WORDS: Readonly<Record<RecordTable, [one: string, many: string]>> = {
  hatchery: [t('merge.theHatchery'), t('merge.theHatchery')],
  incubators: ['incubator', 'incubators'],
  probes: ['probe', 'probes'],
  trays: ['tray', 'trays'],
  sets: ['set', 'sets'],
  eggs: ['egg', 'eggs'],
  looks: ['look', 'looks'],
  sessions: [t('merge.evening'), t('merge.evenings')],
  logs: [t('merge.logMonth'), t('merge.logMonths')],
  practice: [t('merge.practiceMonth'), t('merge.practiceMonths')],
}

export function changeWords({ table, come, change, go }: TableChange): string {
  const [one, many] = TABLE_WORDS[table]
  if (table === 'hatchery') return t('merge.settingsChange')
  const said = (n: number, verb: string): string[] => (n > 0 ? [`${n} ${n === 1 ? one : many} ${verb}`] : [])
  return [
    ...said(come, come === 1 ? 'comes' : 'come'),
    ...said(change, change === 1 ? 'changes' : 'change'),
    ...said(go, go === 1 ? 'goes' : 'go'),
  ].join(', ')
}

/** What a disagreement is about. */
export function conflictName(
  { table, id, kept }: Conflict,
  { sets, eggs }: Pick<HatcheryRecords, 'sets' | 'eggs'>,
): string {
  if (table === 'hatchery') return t('kind.hatchery')
  const egg = eggs.find((one) => one.id === (table === 'looks' ? kept['eggId'] : id))
  const set = sets.find((one) => one.id === (egg?.setId ?? id))
  if (table === 'looks' && egg) return t('merge.lookAt', { egg: egg.number, set: set?.name ?? '' })
  if (table === 'eggs' && egg) return t('merge.egg', { egg: egg.number, set: set?.name ?? '' })
  const name = typeof kept['name'] === 'string' ? kept['name'] : id
  const word = TABLE_WORDS[table][0]
  // “Tray 1” is a tray already.
  if (name.toLowerCase().startsWith(word)) return name
  return `${word} ${name}`.replace(/^./, (first) => first.toUpperCase())
}

const MOST_LETTERS = 160

const clock = { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' } as const
const DAY = new Intl.DateTimeFormat('en-GB', clock)
const DAY_OF_YEAR = new Intl.DateTimeFormat('en-GB', { ...clock, year: 'numeric' })
const day = (at: string): string => DAY.format(Date.parse(at))

/** Fields that are no plain text, as one reads them. */
const WORDS_OF: Readonly<
  Record<string, (value: never, records: Pick<HatcheryRecords, 'hatchery'>) => string>
> = {
  own: ({ grade }: NonNullable<LookRecord['own']>) => GRADE_WORDS[grade],
  removed: (removed: NonNullable<EggState['removed']>) =>
    t('merge.asGrade', { grade: removedWords(removed), day: day(removed.at) }),
  outcome: ({ found, deathDay, at }: NonNullable<EggState['outcome']>) =>
    t('merge.found', {
      found: OUTCOME_WORDS[found],
      onDay: deathDay ? t('merge.onDay', { day: deathDay }) : '',
      day: day(at),
    }),
  pipped: ({ at }: NonNullable<EggState['pipped']>) => day(at),
  zipped: ({ at }: NonNullable<EggState['zipped']>) => day(at),
  chick: ({ state, words }: NonNullable<EggState['chick']>) =>
    [state.replace('-', ' '), words].filter(Boolean).join(', '),
  done: (done: SetRecord['done']) =>
    done.some(({ key }) => key === 'give-up') ? 'closed' : t('merge.continues'),
  incubatorId: (id: string, { hatchery }) => hatchery.incubators.find((one) => one.id === id)?.name ?? id,
}

/** A field's value as one reads it. */
export function valueWords(
  field: string,
  value: unknown,
  records: Pick<HatcheryRecords, 'hatchery'>,
): string {
  if (value === null || value === undefined || value === '') return NOTHING[field] ?? 'nothing'
  const words = WORDS_OF[field]
  if (words) return words(value as never, records)
  if (instantField.safeParse(value).success) return DAY_OF_YEAR.format(Date.parse(value as string))
  const text = typeof value === 'string' ? value : JSON.stringify(value)
  return text.length > MOST_LETTERS ? `${text.slice(0, MOST_LETTERS)} …` : text
}

const NOTHING: Readonly<Record<string, string>> = {
  removed: 'no',
  outcome: t('merge.open'),
  pipped: t('merge.notSeen'),
  zipped: t('merge.notSeen'),
  incubatorId: t('merge.inNone'),
}

const FIELD_WORDS: Readonly<Record<string, string>> = {
  removed: 'removed',
  outcome: 'outcome',
  pipped: 'pip',
  zipped: 'zipped',
  incubatorId: 'incubator',
  done: t('merge.theSet'),
  own: t('merge.yourGrade'),
  setAt: t('merge.setAt'),
  standInBasket: 'basket',
  correction: t('merge.lines'),
  photoLongSidePx: t('merge.photographSize'),
  laidOn: t('merge.laidOn'),
  batchId: 'batch',
}
export function fieldWords(field: string): string {
  return FIELD_WORDS[field] ?? field
}

export function settledWords(
  { number, what, was, setId }: Settled,
  { sets }: Pick<HatcheryRecords, 'sets'>,
): string {
  const set = sets.find(({ id }) => id === setId)
  if (what === 'number-taken') return t('merge.sameNumber', { set: set?.name ?? '', was, number })
  const [, trayId = '', row = '0', column = '0'] = was.split('/')
  const place = set ? nameOfPlace(set.trays, { trayId, row: Number(row), column: Number(column) }) : ''
  return t('merge.samePlace', { set: set?.name ?? '', place, number })
}

export const decideWords = (n: number): string =>
  n === 0 ? t('merge.nothingToDecide') : t('merge.toDecide', { things: count(n, 'thing') })

/** What came of bringing a bundle in. */
export function broughtInWords(
  {
    records,
    tombstones,
    missing,
    isChecked,
  }: Pick<Bundle, 'records' | 'tombstones' | 'missing' | 'isChecked'>,
  sizes: string,
): string {
  const isEmpty = records.sets.length === 0 && tombstones.length > 0
  return [
    isEmpty ? t('import.empty') : t('import.imported', { sizes }),
    missing.length > 0 ? t('import.withoutPhotograph', { looks: count(missing.length, 'look') }) : '',
    isChecked ? '' : UNCHECKED,
  ]
    .filter(Boolean)
    .join(' ')
}

export const UNCHECKED = t('import.noContents')
