import { spoken, type Said } from '../../../words/language.ts'

/** What is said of other tablets in the shared folder. */
export const WORDS = spoken({
  // OtherTablets.vue, meeting.ts
  otherTablets: 'Other tablets in this folder',
  thisTabletIsCalled: 'This tablet is called',
  eachTabletWritesItsBackup:
    'Each tablet writes its backups here and finds those of the others. Files may come late or in any order.',
  mergeOnMyYes: 'Ask me before merging',
  mergeByItself: 'Merge automatically when there is nothing to decide',
  lookNow: 'Look now',
  lookedAt: (time: Said): string => `Looked at ${time}.`,
  nothingNew: 'Nothing new.',
  noOtherTablet: 'No other tablet has written here yet.',
  notCompleteYet: (tablet: Said): string =>
    `${tablet}: the newest backup is not complete. It may still be copying.`,
  cannotBeRead: (tablet: Said, file: Said, why: Said): string => `${tablet}: ${file} cannot be read. ${why}`,
  newsFrom: (tablet: Said, time: Said, changes: Said): string => `${tablet}, ${time}: ${changes}`,
  answerFirst: (questions: Said): string => `Decide ${questions}`,
  mergedWith: (tablets: Said): string => `Merged with ${tablets}.`,
  theFolderCouldNotBeRead: (why: Said): string => `The folder could not be read: ${why}`,
  tabletMark: (mark: Said): string => `Tablet ${mark}`,
  onlyAnswers: 'decisions made there',
  andMore: 'and more',
  toDecide: (things: Said): string => `${things} to decide`,
  hasNews: (tablet: Said, changes: Said): string => `${tablet} has news: ${changes}.`,
  merge: 'Merge',
  show: 'Show',
})
