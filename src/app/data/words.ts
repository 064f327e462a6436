import { spoken, type Said } from '../../words/language.ts'

/** What the pages of this job say, by the file that says it first. */
export const WORDS = spoken({
  // book-errors.ts
  theseRecordsWereWrittenBy: (version: Said, recordsVersion: Said): string =>
    `These records were written by a newer Perlumen (records version ${version}; this one reads up to ${recordsVersion}). Reload the page to update.`,
  anotherTabIsUsingAn:
    'Another tab is using an older Perlumen. Close or reload that tab, then reload this one.',
  browserStorageIsFullAnd:
    'Browser storage is full, and the records must be updated for this version. Export them below, free some space, then reload the page.',

  // bringing-in.ts
  importingTheBundle: 'Importing the bundle',
  thereIsNotEnoughSpace: (ceil: Said, free: Said): string =>
    `There is not enough space: the bundle needs about ${ceil} MB${free}. Free some space on the device and try again. Nothing was changed.`,

  // check-step.ts
  theSetIsInA: (name: Said): string => `the set ${name} is in a tray that is missing.`,

  // repository.ts

  // tabs-of-book.ts
  anotherTabIsEditingThe: 'Another tab is editing the records. Take over here first, or continue there.',

  // taking-out.ts
  writingTheBundle: 'Writing the bundle',
  checkingTheBundle: 'Checking the bundle',
  thisBundleBelongsToThe:
    'This bundle belongs to the demo hatchery. Open the demo hatchery and import it there.',
  thisBundleBelongsToA:
    'This bundle belongs to a real hatchery. Go back to your own records and import it there.',

  // bringing-in.ts
  andTheBrowserHasAbout: (value: Said): string => ` and the browser has about ${value} MB left`,
})
