import { spoken, type Said } from '../../../words/language.ts'

/** What films of growing eggs say. */
export const WORDS = spoken({
  // GrowthPlayer.vue
  makingTheFilm: (done: Said, of: Said): string => `Making the film: ${done} of ${of} looks …`,
  play: 'Play',
  pause: 'Pause',
  previousLook: 'Previous look',
  nextLook: 'Next look',
  lines: 'Lines',
  sameSide: 'Same side',
  day: (day: Said): string => `day ${day}`,
  asItLay: (day: Said): string => `${day} as it lay`,
  turnedLeft: (day: Said, degrees: Said): string => `${day} turned ${degrees}° to the left`,
  turnedRight: (day: Said, degrees: Said): string => `${day} turned ${degrees}° to the right`,
  turnedToOneSide: (turns: Said): string =>
    `The speckles match, so the egg is shown from one side of its shell: ${turns}. What lies inside turns too.`,
  notTurned: (days: Said): string => `Not turned, because too few speckles match: ${days}.`,
  bigScreen: 'Big screen',
  leaveBigScreen: 'Leave big screen',
  timeInTheFilm: 'Age in the film',
  lookAtDay: (day: Said): string => `Look at day ${day}`,
  growthFilmOf: (egg: Said): string => `Film of ${egg}, from its photographs`,
  daysAge: (days: Said): string => `${days} days`,
  daysAgeBlended: (days: Said): string => `${days} days, between looks`,
  solidOutlineIsAPhotograph: 'Solid outline: a photograph. Broken outline: blended between two looks.',
  someLooksHaveNoPhotograph: (looks: Said): string => `${looks} left out: the photograph is gone.`,

  // SaveFilm.vue
  saveFilm: 'Save film',
  animatedWebp: 'Moving picture (WebP)',
  videoMp4: 'Video (MP4)',
  framesPng: 'Single pictures (PNG)',
  drawnAnew: 'Pictures are drawn anew: no place, date or camera is in the file.',
  notInThisBrowser: 'not in this browser',
  savingShare: (percent: Said): string => `Saving ${percent} …`,
  cancel: 'Cancel',
  saved: (name: Said): string => `Saved ${name}.`,
  savingFailed: (why: Said): string => `The film was not saved: ${why}`,

  // useGrowthFilm.ts
  noPhotographsLeft: 'None of these looks has a photograph any more.',
  filmFailed: (why: Said): string => `The film could not be made: ${why}`,
})
