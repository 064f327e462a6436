import { spoken, type Said } from '../../../words/language.ts'

/** What is said of backups on every page. */
export const WORDS = spoken({
  ageUnknown: 'age unknown',
  lessThanADayOld: (seen: Said): string => `${seen} less than a day old.`,
  noBackupYet: 'No backup yet.',
  seenDaysOld: (seen: Said, days: Said): string => `${seen} ${days} old.`,
  theBackupDidNotWork: (message: Said): string => `The backup did not work: ${message}`,
  theBrowserHasNoPermission: 'the browser has no permission to write to the folder.',
  theClockWasChangedSince: 'The clock was changed since the last backup, so its age is unknown. Back up now.',
  theFolderIsNoLonger: 'The folder is no longer set.',
  theLastBackupIs: 'The last backup is',
  theLastBackupWentTo:
    'The last backup went to your downloads. Perlumen cannot check that it is still there. It is',
})
