import { readdirSync, readFileSync } from 'node:fs'
import { defineConfig } from 'vitest/config'
import unit from './vitest.config.ts'

/** Unit tests that go through more cases where there is time for them (`src/testing/cases.ts`). */
const withMoreCases = readdirSync('src', { recursive: true, encoding: 'utf8' })
  .map((file) => `src/${file.replaceAll('\\', '/')}`)
  .filter((file) => file.endsWith('.test.ts') && readFileSync(file, 'utf8').includes('testing/cases.ts'))

/** The unit tests of `npm run test:all`: more cases, what measures by the dozen, and the laboratory's own. */
export default defineConfig({
  ...unit,
  test: {
    ...unit.test,
    include: [...withMoreCases, 'src/**/*.long.test.ts', 'lab/**/*.test.ts'],
    exclude: [],
  },
})
