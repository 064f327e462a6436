import { spoken, type Said } from '../../words/language.ts'

/** What the pages of this job say, by the file that says it first. */
export const WORDS = spoken({
  // LooksOfCopy.vue
  looksOfAnotherSize: 'Looks of another size than their photograph',
  mayBeOfTheCopy: (looks: Said): string =>
    `${looks} may have been measured in the smaller copy of the photograph, so that outline and millimetres are too small. Measure again to find out.`,
  measureThem: 'Measure them',
  checkedAndFound: (checked: Said, all: Said, found: Said): string =>
    `${checked} of ${all} measured, ${found} found.`,
  putThemRight: 'Put them right',
  wereMended: (looks: Said): string => `${looks} put right. Undo on Today takes it back.`,

  // BackupCard.vue
  backups: 'Backups',
  everyBackupIsReadBack: (ageWords: Said): string => `${ageWords} Every backup is read back and checked.`,
  backUpNow: 'Back up now',
  changeFolder: 'Change folder',
  chooseAFolder: 'Choose a folder',
  stopUsingFolder: 'Stop using folder',
  intoTheFolder: (name: Said): string => `Into the folder “${name}”`,
  asADownload: 'As a download,',
  automatically: 'automatically',
  theBrowserNeedsYourPermission:
    'The browser needs your permission to write there again: press “Back up now”.',
  keptSevenDailyFiveWeekly: (backups: Said): string =>
    `${backups} kept: seven daily, five weekly, twelve monthly, one per year`,
  fromAnotherTablet: ', from another tablet',
  show: 'Show',
  aSynchronisedFolderOrA:
    'A synchronised folder or a USB stick survives this tablet. Several tablets can share one; each deletes only its own backups.',
  thisBrowserCannotWriteTo: 'This browser cannot write to folders: a backup goes to your downloads.',
  theBrowserHasNotGuaranteed:
    'The browser has not guaranteed this storage and may clear it when the device is full. Install Perlumen to make that less likely.',
  afterEachCandlingAndDaily: 'after each candling, and daily',
  onlyWhenIAsk: 'only when I ask',

  // BringInDialog.vue
  mergeOrReplace: 'Merge or replace?',
  merge: 'Merge',
  replace: 'Replace',
  mergeOrReplace2: 'Merge or replace',
  mergeKeepWhatWasRecorded: 'Merge: keep what was recorded on either device',
  replaceKeepOnlyWhatIs: 'Replace: keep only what is in the bundle',
  onThisDevice: 'On this device',
  nothingChanges: 'nothing changes.',
  deletedOnOneDeviceDeleted: 'deleted on one device: deleted',
  changedOnTheOtherKept: 'changed on the other: kept',
  onThisDevice2: 'on this device',
  inTheBundle: 'in the bundle',
  newest: ', newest',
  usedUnlessYouChoose: ', used unless you choose',
  theFirstAreShownFor: (mostShown: Said): string =>
    `The first ${mostShown} are shown. For the others the newest value is used.`,
  youCannotUndoEarlierSteps:
    'You cannot undo earlier steps afterwards. If in doubt, export everything first.',

  // EggTableDialog.vue
  changesInTheTable: 'Changes in the table',
  importChanges: (changes: Said): string => `Import ${changes}`,
  andMostShownMore: (mostShown: Said): string => `And ${mostShown} more.`,
  theTableMatchesYourRecords: 'The table matches your records. Nothing to change.',
  setEggNumberField: (set: Said, number: Said, field: Said): string => `${set}, egg ${number}, ${field}:`,
  nothing: 'nothing',
  nothingBecomes: (nothing: Said): string => `${nothing} becomes`,

  // ExportCard.vue
  export: 'Export',
  aBundleHoldsEverythingFor:
    'A bundle holds everything, for backup or another device. Tables open in spreadsheets. For other tools there are outlines and photographs, without the camera’s time and place.',
  looksAsATableCsv: 'Looks as a table (CSV)',
  eggsAsATableCsv: 'Eggs as a table (CSV)',
  forOtherToolsCsvCoco: 'For other tools (CSV, COCO)',
  includeTheCamerasTimeAnd: 'include the camera’s time and place',
  everythingZip: 'Everything (ZIP)',
  tablesOutlinesAndPhotographsExported: (sizes: Said): string =>
    `Tables, outlines and photographs exported: ${sizes}.`,
  exportedYouCanImportEdited: (eggs: Said): string =>
    `${eggs} exported. You can import edited weights, sizes, marks and new notes.`,
  aLookThatNeedsRepair: 'a look that needs repair',
  exportedWithPhotographs: (sizes: Said): string => `${sizes} exported with photographs.`,
  onePhotographIs: 'One photograph is',
  missingPhotographsAre: (missing: Said): string => `${missing} photographs are`,
  exportedMissingFromThisBrowser: (sizes: Said, words: Said): string =>
    `${sizes} exported. ${words} missing from this browser and from the bundle:`,

  // RecordsToRepair.vue
  recordsToRepair: 'Records to repair',
  belongs: 'belongs',
  belong: 'belong',
  it: 'it',
  them: 'them',
  cannotBeReadOrTo: (records: Said, words: Said, words2: Said): string =>
    `${records} cannot be read, or ${words} to something that is missing. Everything else works, and bundles include ${words2}.`,
  theFirstAreShownRepair: (mostShown: Said): string =>
    `The first ${mostShown} are shown; repair one to see the next.`,
  deleteThisRecord: 'Delete this record?',
  delete: 'Delete',
  itCannotBeReadAnd: 'It cannot be read and will be gone for good. If in doubt, export it first.',
  repairedEverythingThatBelongsTo: 'Repaired. Everything that belongs to it is back.',
  deleted: 'Deleted.',

  // RecordsView.vue
  records: 'Records',
  inThisBrowser: (sizes: Said): string => `${sizes} in this browser.`,
  nothingLeavesThisDeviceUnless:
    'Nothing leaves this device unless you export it or merge with another tablet.',
  importEverythingThatIsIntact: 'Import everything that is intact',
  doneOfTotal: (done: Said, total: Said): string => `: ${done} of ${total}`,
  stop: 'Stop',
  import: 'Import',
  aBundleIsFullyChecked:
    'A bundle is fully checked before anything changes. It is merged with your records or replaces them; you see the changes first.',
  chooseABundleZip: 'Choose a bundle (ZIP)',
  anEditedTableOfEggs: 'An edited table of eggs (CSV)',
  deleteAllRecords: 'Delete all records',
  deleteAllRecords2: 'Delete all records?',
  andTheirPhotographsWillBe: (sizes: Said): string =>
    `${sizes} and their photographs will be deleted from this device for good. If in doubt, export a bundle first.`,
  contents: 'Contents',
  importedFromTheTableYou: (changes: Said): string =>
    `${changes} imported from the table. You can undo this on Today.`,
  mergedSizes: (sizes: Said): string => `Merged: ${sizes}.`,
  allRecordsOnThisDevice: 'All records on this device were deleted.',

  // SetAsideRecord.vue
  leaveEmpty: 'leave empty',
  repair: 'Repair',
  exportJson: 'Export (JSON)',
  hatcherySettings: 'Hatchery settings',
  incubator: 'Incubator',
  probe: 'Probe',
  tray: 'Tray',
  set: 'Set',
  egg: 'Egg',
  look: 'Look',
  candling: 'Candling',
  incubatorLog: 'Incubator log',
  practice: 'Practice',

  // SimulatedFound.vue
  is: 'is',
  are: 'are',
  fromASimulatedSensorAmong: (readings: Said, words: Said, value: Said, value2: Said): string =>
    `${readings} from a simulated sensor ${words} among your own records, from ${value} to ${value2}. An earlier version wrote them. They are not from your incubators, but they affect advice.`,
  remove: 'Remove',
  readingsRemoved: (readings: Said): string => `${readings} removed.`,
  undo: 'Undo',
  somethingElseWasChangedSince: 'something else was changed since; undo that first.',

  // TwoTablets.vue
  mergeWithAnotherTablet: 'Merge with another tablet',
  onTheSameNetworkWithout:
    'On the same network, without a server: each tablet scans a code from the other. You can also merge by importing a bundle.',
  showMyCode: 'Show my code',
  readItsCode: 'Read its code',
  readItsAnswer: 'Read its answer',
  readTheOtherTabletsCode: 'Read the other tablet’s code',
  holdTheOtherTabletsScreen: 'Hold the other tablet’s screen in front of the camera.',
  onTheOtherTabletPress:
    'On the other tablet press “Read its code” and scan this. Then scan the code it shows.',
  scanThisCodeWithThe: 'Scan this code with the first tablet now.',
  sendingRecordsKeepBothTablets: 'Sending records. Keep both tablets on.',
  recordsSentBothWaysEach: 'Records sent both ways. Each tablet now shows what would change on it.',

  // backup-age.ts

  // backup-folder.ts

  // backups.ts

  // useRecordsWork.ts
  nothingWasChanged: (message: Said): string => `${message} Nothing was changed.`,
  stoppedNothingWasChanged: 'Stopped. Nothing was changed.',
  thatDidNotWork: (message: Said): string => `That did not work: ${message}`,

  // merge-words.ts
  theHatchery: 'the hatchery',
  candlingEvening: 'candling evening',
  candlingEvenings: 'candling evenings',
  incubatorLogMonth: 'incubator log (month)',
  incubatorLogsMonths: 'incubator logs (months)',
  practiceLogMonth: 'practice log (month)',
  practiceLogsMonths: 'practice logs (months)',
  hatcherySettingsChange: 'hatchery settings change',
  lookAtEgg: (number: Said, name: Said): string => `Look at egg ${number}, ${name}`,
  eggNumberName: (number: Said, name: Said): string => `Egg ${number}, ${name}`,
  asGradeDay: (grade: Said, day: Said): string => `as ${grade}, ${day}`,
  continuesMoreWasRecordedThere: 'continues: more was recorded there',
  stillOpen: 'still open',
  notSeen: 'not seen',
  inNone: 'in none',
  theSet: 'the set',
  yourGrade: 'your grade',
  setAt: 'set at',
  linesByHand: 'lines by hand',
  sizeOfPhotographs: 'size of photographs',
  laidOn: 'laid on',
  twoEggsHadNumberOne: (name: Said, was: Said, number: Said): string =>
    `${name}: two eggs had number ${was}. One is now ${number}: pencil it on the shell.`,
  twoEggsWereInEgg: (name: Said, place: Said, number: Said): string =>
    `${name}: two eggs were in ${place}. Egg ${number} has no place now: choose one.`,
  nothingToDecide: 'Nothing to decide.',
  changedOnBothPleaseCheck: (things: Said): string => `${things} changed on both, please check:`,
  importedItContainsNoSets: 'Imported. It contains no sets: everything in it was deleted.',
  withoutAPhotograph: (looks: Said): string => `${looks} without a photograph.`,
  theBundleHasNoList: 'The bundle has no list of contents, so missing or changed parts could not be checked.',

  // Single words
  daily: 'daily',

  // ExportCard.vue
  looksExported: (looks: Said): string => `${looks} exported.`,
  setEggEggReplace: (set: Said, egg: Said, replace: Said): string => `${set}, egg ${egg}, ${replace}`,

  // TwoTablets.vue
  percentReceived: (percent: Said): string => ` ${percent} % received.`,

  // backup-age.ts

  // merge-words.ts
  onDayDeathDay: (deathDay: Said): string => ` on day ${deathDay}`,
  foundOnDayDeathDayNotedDay: (found: Said, onDayDeathDay: Said, day: Said): string =>
    `${found}${onDayDeathDay}, noted ${day}`,
  sizesImported: (sizes: Said): string => `${sizes} imported.`,
})
