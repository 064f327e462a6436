import tailwindcss from '@tailwindcss/vite'
import vueI18n from '@intlify/unplugin-vue-i18n/vite'
import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'

import { VitePWA } from 'vite-plugin-pwa'
import { boundedFirstLoad } from './first-load.ts'
import { manifest } from './manifest.ts'
import { templates } from './vue-templates.ts'

/** The largest part of the program is far below this. */
const MOST_PART_BYTES = 8_000_000

export default defineConfig({
  base: './',
  plugins: [
    vue(templates),
    // Messages are compiled here: the page needs no compiler, and runs no text as a program.
    vueI18n({ include: 'src/locales/*/*.json', dropMessageCompiler: true, fullInstall: false }),
    tailwindcss(),
    boundedFirstLoad(),
    VitePWA({
      strategies: 'injectManifest',
      srcDir: 'src/workers',
      filename: 'service.worker.ts',
      // The app registers it itself, and asks before it takes a newer one.
      injectRegister: false,
      manifest,
      injectManifest: {
        globPatterns: ['**/*.{js,css,html,svg,png,woff2,json,wasm,zip}'],
        maximumFileSizeToCacheInBytes: MOST_PART_BYTES,
      },
    }),
  ],
  worker: { format: 'es' },
  build: { target: 'es2022', sourcemap: false },
  server: { proxy: { '/api': 'http://127.0.0.1:4173' } },
})
