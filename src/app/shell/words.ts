import { spoken, type Said } from '../../words/language.ts'

/** What the pages of this job say, by the file that says it first. */
export const WORDS = spoken({
  // AlarmBar.vue
  andAlarms: (alarms: Said): string => `And ${alarms}.`,
  show: 'Show',
  dismiss: 'Dismiss',

  // App.vue
  nothingWasChangedBelowYou:
    'Nothing was changed. Below you can export, import a bundle, or delete the records.',
  theBrowserHasClearedPerlumens: 'The browser has cleared Perlumen’s storage.',
  whatYouSeeIsOnly:
    'What you see is only in memory and nothing is being saved. Photographs and undo steps are gone; sets, eggs and looks can be restored.',
  restoreFromMemory: 'Restore from memory',
  exportToAFile: 'Export to a file',
  oneRecord: 'One record',
  asideRecords: (aside: Said): string => `${aside} records`,
  is: 'is',
  are: 'are',
  couldNotBeReadAnd: (words: Said, words2: Said): string =>
    `${words} could not be read and ${words2} kept for repair. See what you can do.`,
  anotherTabIsEditingThe: 'Another tab is editing the records; this one follows it.',
  takeOverHere: 'Take over here',
  reload: 'Reload',
  exportEverythingFirst: 'Export everything first',
  setNotFound: 'Set not found',
  itWasDeletedOrThe: 'It was deleted, or the link is from another device.',
  backToToday: 'Back to Today',
  openingTheRecords: 'Opening the records …',
  itsStorageIsFull: 'its storage is full.',
  theRecordsOfThisBrowser: (words: Said): string =>
    `The records of this browser could not be opened: ${words}`,
  theRecordsCouldNotBe: (message: Said): string => `The records could not be read: ${message}`,
  thisPageCouldNotBe:
    'This page could not be loaded. Perlumen may have been updated, or the server is down. Saved data is safe.',
  somethingWentWrongOnThis: (message: Said): string =>
    `Something went wrong on this page (${message}). Saved data is safe.`,
  thatDidNotWork: (message: Said): string => `That did not work: ${message}`,

  // MadeUpLine.vue
  demoNothingHereIsReal: 'Demo: nothing here is real.',
  myRecords: 'My records',
  delete: 'Delete',
  deleteTheDemoHatchery: 'Delete the demo hatchery?',
  yourOwnRecordsAreSeparate:
    'Your own records are separate and do not change. You can open the demo hatchery again at any time.',

  // MainNav.vue
  main: 'Main',
  perlumen: 'Perlumen',
  demo: 'demo',
  lookAtOneEgg: 'Look at one egg',
  backup: 'Backup:',
  noBackup: 'no backup',
  backupFailed: 'backup failed',
  dimmer: 'Dimmer',
  brighter: 'Brighter',
  daylight: 'Daylight',
  darkRoom: 'Dark room',
  pages: 'Pages',
  today: 'Today',
  plan: 'Plan',
  hatchery: 'Hatchery',
  results: 'Results',
  history: 'History',
  practice: 'Practice',
  records: 'Records',
  accuracy: 'Accuracy',

  // NewerProgram.vue
  anotherTabHasUpdatedPerlumen: 'Another tab has updated Perlumen. Reload this one when it suits you.',
  aNewVersionOfPerlumen: 'A new version of Perlumen is ready. Your records are not affected.',
  updateNow: 'Update now',
  updating: 'Updating. The page reloads by itself, at the latest in five minutes.',

  // offline.ts
  anotherTabIsAtThe: 'Another tab is at the bench. Update when it is done.',
})
