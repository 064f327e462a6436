import { expect, it } from 'vitest'
import { lookRecordSchema } from '../../src/contracts/records/look-record.ts'
import { sampleRecords } from '../../src/contracts/records/sample-records.ts'
import { keptReadings } from './kept.ts'

it('what was measured in thousands of photographs of all kinds is what a look’s schema takes', () => {
  const [look] = sampleRecords().looks
  let count = 0
  const wrong = new Map<string, number>()
  for (const { kind, lessons } of keptReadings())
    for (const { seen } of lessons) {
      if (!seen) continue
      count++
      const { success, error } = lookRecordSchema.safeParse({ ...look, reading: seen })
      if (success) continue
      for (const { path, message } of error.issues) {
        const key = `${kind}: ${path.join('.')}: ${message}`
        wrong.set(key, (wrong.get(key) ?? 0) + 1)
      }
    }
  expect(count).toBeGreaterThan(2000)
  expect(Object.fromEntries(wrong)).toEqual({})
})
