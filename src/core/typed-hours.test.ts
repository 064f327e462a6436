import { expect, test } from 'vitest'
import { sayClock } from './time/clock-words.ts'
import { sayHour, typedHours } from './typed-hours.ts'

test('hours are read as people write them, in their order and once', () => {
  expect(typedHours('6:30, 17, 22:15')).toEqual([6.5, 17, 22.25])
  expect(typedHours('10 pm; 6 am\n5.30 pm')).toEqual([6, 17.5, 22])
  expect(typedHours('12 am, 12 pm')).toEqual([0, 12])
  expect(typedHours('7, 7:00, 07.00')).toEqual([7])
  expect(typedHours('')).toEqual([])
})

test('what is no hour is not guessed at', () => {
  for (const text of ['24', '7:60', '13 pm', '0 am', 'morning', '7 19', '-1', '7:5'])
    expect(typedHours(text), text).toBeNull()
})

test('an hour that is said is read again as itself, for each quarter of the day', () => {
  for (let quarter = 0; quarter < 96; quarter++)
    for (const clock of ['24h', '12h'] as const)
      expect(typedHours(sayHour(quarter / 4, clock))).toEqual([quarter / 4])
})

test('a clock of twelve hours says noon and midnight as twelve', () => {
  expect(['00:05', '09:30', '12:00', '13:45', '23:59'].map((time) => sayClock(time, '12h'))).toEqual([
    '12:05 am',
    '9:30 am',
    '12:00 pm',
    '1:45 pm',
    '11:59 pm',
  ])
  expect(sayClock('00:05', '24h')).toBe('00:05')
})
