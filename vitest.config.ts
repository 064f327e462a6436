import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'

import { templates } from './vue-templates.ts'

export default defineConfig({
  plugins: [vue(templates)],
  test: { include: ['src/**/*.test.ts', 'scripts/**/*.test.ts'], testTimeout: 60_000 },
})
