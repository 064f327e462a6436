import { expect, it } from 'vitest'
import { typedNumber } from './typed-number.ts'

it.each([
  ['37,7', 37.7],
  ['2.9', 2.9],
  [' 55 ', 55],
  [',5', 0.5],
  ['−3', -3],
  ['100.', 100],
  ['', null],
  ['  ', null],
  ['abc', NaN],
  ['37.7.1', NaN],
  ['1,234.5', NaN],
  ['37 7', NaN],
  ['1e9', NaN],
  ['0x20', NaN],
  ['Infinity', NaN],
])('“%s” is %s', (text, value) => expect(typedNumber(text)).toBe(value))
