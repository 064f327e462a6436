import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'

import { templates } from './vue-templates.ts'

/** The unit tests of `npm test`. What takes longer is in vitest.long.config.ts. */
export default defineConfig({
  plugins: [vue(templates)],
  test: {
    include: ['src/**/*.test.ts'],
    exclude: ['src/**/*.long.test.ts'],
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
