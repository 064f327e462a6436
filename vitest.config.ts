import { readdirSync, readFileSync } from 'node:fs'
import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'

import { templates } from './vue-templates.ts'

/** Unit tests that go through more cases where there is time for them (`src/testing/cases.ts`). */
const WITH_MORE_CASES = readdirSync('src', { recursive: true, encoding: 'utf8' })
  .map((file) => `src/${file.replaceAll('\\', '/')}`)
  .filter((file) => file.endsWith('.test.ts') && readFileSync(file, 'utf8').includes('testing/cases.ts'))
/** What measures by the dozen, and the laboratory's own. */
const LONG = ['src/**/*.long.test.ts', 'lab/**/*.test.ts']

export default defineConfig({
  plugins: [vue(templates)],
  test: {
    projects: [
      { extends: true, test: { name: 'unit', include: ['src/**/*.test.ts'], exclude: LONG } },
      { extends: true, test: { name: 'long', include: [...WITH_MORE_CASES, ...LONG] } },
    ],
    // Only what hangs is ended: how fast it is, is measured elsewhere, and machines are shared.
    testTimeout: 300_000,
    hookTimeout: 300_000,
    // No test changes what another file sees; loading everything anew for each of them took half of the time.
    isolate: false,
    maxWorkers: 2,
    // Stores warn of servers that serve many people from one memory; the tests have one.
    onConsoleLog: (text) => (text.includes('PINIA_R1004') ? false : undefined),
  },
})
