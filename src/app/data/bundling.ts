/** What only exporting, importing and merging need: fetched when they begin, or when the page has nothing else to do. */
export { BundleError, readBundle, writeBundle } from '../../contracts/bundle.ts'
export { exchangeFiles } from '../../contracts/exchange.ts'
export { buildZip } from '../../contracts/zip-file.ts'
export { decided, mergeBundles } from '../../domain/merge/merge-bundles.ts'
export { conflictKey } from '../../domain/merge/questions.ts'
