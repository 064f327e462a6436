import { gzipSync } from 'node:zlib'
import type { Plugin } from 'vite'

/** What a browser fetches before the first page shows, scripts and styles, gzipped. A tablet in a shed has one bar. */
const MOST_BYTES = 210_000

/** Fails the build when the first load has grown: what a page alone needs is fetched with that page. */
export function boundedFirstLoad(): Plugin {
  return {
    name: 'bounded-first-load',
    generateBundle(_options, bundle) {
      const entry = Object.values(bundle).find((part) => part.type === 'chunk' && part.isEntry)
      if (entry?.type !== 'chunk') this.error('the build has no entry')
      const first = new Set<string>()
      const add = (name: string): void => {
        if (first.has(name)) return
        first.add(name)
        const part = bundle[name]
        if (part?.type === 'chunk') [...part.imports, ...(part.viteMetadata?.importedCss ?? [])].forEach(add)
      }
      add(entry.fileName)
      const bytes = [...first].reduce((sum, name) => {
        const part = bundle[name]
        return part ? sum + gzipSync(part.type === 'chunk' ? part.code : part.source).length : sum
      }, 0)
      if (bytes > MOST_BYTES) this.error(`the first load is ${bytes} bytes gzipped, more than ${MOST_BYTES}`)
      this.info(`first load: ${(bytes / 1000).toFixed(0)} kB gzipped`)
    },
  }
}
