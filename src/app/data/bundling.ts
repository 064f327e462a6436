/** What only exporting, importing and merging need: fetched when they begin, or when the page has nothing else to do. */
export { BundleError, writeBundle } from '../../contracts/files/bundle.ts'
export { readBundle, whoWrote } from '../../contracts/files/read-bundle.ts'
export { exchangeFiles } from '../../contracts/files/exchange.ts'
export { buildZip } from '../../contracts/files/zip-file.ts'
export { mergeBooks } from '../../domain/merge/merge-books.ts'
export { decided, mergeBundles } from '../../domain/merge/merge-bundles.ts'
export { conflictKey } from '../../domain/merge/questions.ts'
export { holdsAll, whatChanges } from '../../domain/merge/what-changes.ts'
