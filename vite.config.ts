import tailwindcss from '@tailwindcss/vite'
import vueI18n from '@intlify/unplugin-vue-i18n/vite'
import vue from '@vitejs/plugin-vue'
import { defineConfig, type Plugin } from 'vite'

import { VitePWA } from 'vite-plugin-pwa'
import { boundedFirstLoad } from './first-load.ts'
import { manifest } from './manifest.ts'
import { templates } from './vue-templates.ts'

/** The largest part of the program is far below this. */
const MOST_PART_BYTES = 8_000_000

/** Looks into all of Vue for `useId`, so that nothing of Vue could be left out of the first load. */
const LOOKS_INTO_VUE = '/vue-form/dist/esm/useFormId.js'
const leanForms: Plugin = {
  name: 'lean-forms',
  transform(code, id) {
    if (!id.endsWith(LOOKS_INTO_VUE)) return null
    const lean = 'import { getCurrentInstance, useId } from "vue"; const Vue = { getCurrentInstance, useId };'
    return { code: code.replace('import * as Vue from "vue";', lean), map: null }
  },
}

export default defineConfig({
  base: './',
  plugins: [
    vue(templates),
    // Messages are compiled here: the page needs no compiler, and runs no text as a program.
    vueI18n({ include: 'src/locales/*/*.json', dropMessageCompiler: true, fullInstall: false }),
    leanForms,
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
  // What bridges to Vue 2 takes all of Vue in; here there is one Vue.
  resolve: { alias: { 'vue-demi': 'vue' } },
  worker: { format: 'es' },
  build: { target: 'es2022', sourcemap: false },
  server: { proxy: { '/api': 'http://127.0.0.1:4173' } },
})
