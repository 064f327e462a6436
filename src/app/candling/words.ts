import { spoken, type Said } from '../../words/language.ts'

/** What the pages of this job say, by the file that says it first. */
export const WORDS = spoken({
  // AnotherEgg.vue
  mayBeAnotherEgg: 'May be another egg.',
  formFitsMate: (mate: Said, odds: Said): string =>
    `Its outline fits ${mate}’s earlier looks, and ${mate}’s outline fits this egg’s: ${odds} they were exchanged.`,
  formFitsNoEarlierLook: (odds: Said): string =>
    `Its outline fits none of its earlier looks: ${odds} another egg lies there.`,
  breadthNowAndBefore: (now: Said, before: Said): string =>
    `Breadth is ${now} of the length; it was ${before}.`,
  compareTheMarks: 'Compare the marks on the shells before you decide.',

  // ArrivedView.vue
  receivedPhotographs: 'Received photographs',
  noPhotographsAreWaitingShare:
    'No photographs are waiting. Share photographs with Perlumen, or open them with it, and they appear here.',
  couldNotBeReadShare: (photographs: Said): string =>
    `${photographs} could not be read. The others are here; share that one again.`,
  stillWaiting: (photographs: Said): string => `${photographs} still waiting`,
  whichSetAreTheyFrom: (photographs: Said): string =>
    `${photographs}. Which set are they from? At the bench they go in order to the eggs without a picture.`,
  lookAtOneEggOnly: 'Look at one egg only',
  discard: 'Discard',

  // BenchKeys.vue
  photograph: 'Photograph',
  confirmedGrade: (grade: Said): string => `Confirmed: ${grade}`,
  confirmGrade: (grade: Said): string => `Confirm: ${grade}`,
  myGradeGrade: (grade: Said): string => `My grade: ${grade}`,
  retake: 'Retake',
  undo: 'Undo',

  // BenchPicture.vue
  photographWithLinesToMove: 'Photograph with lines to move',
  photographOfWithItsMeasurements: (words: Said): string => `Photograph of ${words} with its measurements`,

  // BenchTray.vue
  tray: 'Tray',
  neverSetReferenceEggs: 'Never set: reference eggs',

  // BenchView.vue
  thereIsNoSuchSet: 'There is no such set.',
  backToToday: 'Back to Today',
  placeOfEggNumber: (placeOf: Said, number: Said): string => `${placeOf}, egg ${number}`,
  savedToLocaleTimeString: (toLocaleTimeString: Said): string => `Saved ${toLocaleTimeString}`,
  trayDoneToRemove: 'Tray done: to remove',
  eggsToGo: (eggs: Said): string => `${eggs} to go`,
  nothingWasSavedForIt: 'Nothing was saved for it.',
  takingThePicture: 'Taking the picture …',
  measuring: 'Measuring …',
  saving: 'Saving …',

  // ChangedByMates.vue
  changedNowThatTheWhole: 'Changed now that the whole tray has been seen',
  gradeActionBeforeGrade2: (grade: Said, action: Said, grade2: Said): string =>
    `: ${grade}, ${action} (before: ${grade2}).`,
  youSaidGrade: (grade: Said): string => `You said ${grade}.`,

  // CompareEgg.vue
  comparison: 'Comparison',
  thisIsTheFirstLook: 'This is the first look at this egg.',
  theLookAtDays: (ageDays: Said): string => `The look at ${ageDays} days`,
  todaysLook: 'Today’s look',
  ageDaysDaysGradeOf: (ageDays: Said, gradeOf: Said): string => `${ageDays} days: ${gradeOf}`,
  todayAgeDaysDays: (ageDays: Said): string => `today, ${ageDays} days`,
  theEarlierLook: 'The earlier look',
  theOther: 'The other',
  smallestToLargestShadowThis: 'Smallest to largest shadow; this egg has the frame:',
  thereIsNoReferenceEgg:
    'There is no reference egg from these hens. Keep one egg unset when you plan the next set, and photograph it at the bench.',
  referenceEggNeverSet: 'Reference egg, never set',
  neverSet: 'never set',
  today: 'today',
  drawingOfALivingEgg: 'drawing of a living egg on this day',

  // EggNotes.vue
  notedSaid: (said: Said): string => `Noted: ${said}`,
  listeningSPressTAgain: (seconds: Said): string => `Listening, ${seconds} s. Press T again to save it.`,

  // EggPlaces.vue
  inThisPicture: (eggs: Said): string => `${eggs} in this picture`,
  eachEggShowsThePlace:
    'Each egg shows the place it was matched to. Correct any that are wrong. Eggs without a place are not saved.',
  eggI: (i: Said): string => `Egg ${i}`,
  noneDoNotSave: 'none: do not save',
  itOnItsOwn: 'it on its own',
  themOneAtATime: 'them one at a time',
  noEggWasFoundAt: (unseen: Said, words: Said): string =>
    `No egg was found at ${unseen}, where one is expected. Photograph ${words}.`,
  keepLooks: (looks: Said): string => `Keep ${looks}`,

  // EggLooks.vue
  looks: 'Looks',
  shadowAndCell: (shadow: Said, cell: Said): string => `Shadow ${shadow}, air cell ${cell}`,

  // EggView.vue
  otherEggs: 'Other eggs',
  eggPage: 'Egg page and film',
  eggBefore: 'Egg before',
  eggAfter: 'Egg after',
  noLooksYet: 'No photograph of this egg yet.',
  showBeside: 'Show beside',
  nothingBeside: 'Nothing',
  aLivingEggAsDrawn: 'Living egg as drawn',

  // EssentialScreen.vue
  onlyTheEssentialPressTo: 'Only the essential; press to see all',
  timeIsUpPutIt: 'Time is up: put it back',

  // FileOutcomes.vue
  measuringOfEachIsSaved: (value: Said, files: Said): string =>
    `Measuring ${value} of ${files}. Each is saved when it is done.`,
  keptOfFilesSavedWords: (kept: Said, files: Said, words: Said): string =>
    `${kept} of ${files} saved.${words}`,
  filesThatWereNotSaved: 'Files that were not saved',
  saved: 'Saved',
  stop: 'Stop',
  close: 'Close',

  // HandLinesPanel.vue
  linesByHand: 'Lines by hand',
  dragADotOrSelect:
    'Drag a dot, or select it with Tab and move it with the arrow keys. Shift moves it ten times as far.',
  figure: 'Figure',
  byHand: 'by hand',
  measured: 'measured',
  airCellNotSeen: 'Air cell not seen',
  drawTheAirCell: 'Draw the air cell',
  noShadow: 'No shadow',
  drawAShadow: 'Draw a shadow',
  noCollar: 'No collar',
  markTheCollar: 'Mark the collar',
  collarAcross: 'Collar, across',
  calibrateTheCameraWithThis: 'Calibrate the camera with this egg',
  saveLines: 'Save lines',
  resetToMeasured: 'Reset to measured',
  cancel: 'Cancel',
  notSeen: 'not seen',
  airCellDepth: 'Air cell depth',
  airCellVolume: 'Air cell volume',
  airCellTilt: 'Air cell tilt',
  breadthLength: 'Breadth ÷ length',

  // LabelReader.vue
  readALabel: 'Read a label',
  holdALabelInFront: 'Hold a label in front of the camera.',
  thisIsNotAPerlumen: 'This is not a Perlumen label.',
  thisTrayOrEggIs: 'This tray or egg is not in your records.',

  // LampHint.vue
  dropPhotographsHereOrPress: 'Drop photographs here, or press Space',
  pressTheButton: 'Press the button',
  toChooseOrTakeThem: 'to choose or take them.',
  severalAtOnceGoTo: 'Several at once go to the waiting eggs in order.',
  bluntEndToTheLamp: 'Blunt end to the lamp, then',
  space: 'Space',
  doNotLookIntoThe: '. Do not look into the lamp.',

  // LampPicture.vue
  picture: 'Picture',

  // NetworkCameraView.vue
  livePictureOfTheEgg: 'Live picture of the egg on the lamp',

  // NextPicture.vue
  toBeSure: 'To be sure:',

  // NotPhotographed.vue
  thisEggWasRemoved: (grade: Said): string => `This egg was removed: ${grade}.`,
  noPhotographOfThisEgg: 'No photograph of this egg yet today.',
  earlierLooks: 'Earlier looks',
  keepAnEggOutFor: 'Keep an egg out for no more than five minutes. Wash your hands before and after.',

  // PhotoSource.vue
  picturesComeFrom: 'Pictures come from',
  thisDevicesCamera: 'This device’s camera',
  files: 'Files',
  chooseOrTake: 'Choose or take',
  severalAreMatchedToEggs: 'several are matched to eggs by',
  fileName: 'file name',
  timeTaken: 'time taken',
  photographs: 'Photographs',

  // PictureKeys.vue
  solidThisPartLooksLike: (grade: Said): string =>
    `Solid: this part looks like ${grade}. Dashed: this part does not. Larger means stronger.`,
  correct: 'Correct',
  looking: 'Looking …',
  evidence: 'Evidence',
  lines: 'Lines',

  // PreFlight.vue
  getReady: 'Get ready',
  candler: 'Candler',
  optional: 'optional',
  rhPercentRhValue: (rhPercent: Said, value: Said): string => `${rhPercent} % RH, ${value}`,
  rh: 'RH, %',
  note: 'Note',
  takePictures: 'Take pictures',
  every: 'every',
  seconds: 'seconds',
  liftingAnEggConfirmsIts: 'Lifting an egg leaves it in, if that is suggested',
  camera: 'Camera',
  soundAndPedal: 'Sound and pedal',
  sounds: 'Sounds',
  speakPlaceAndGrade: 'Speak place and grade',
  pedalSendsPedal: (pedal: Said): string => `Pedal sends “${pedal}”`,
  learnThePedal: 'Learn the pedal',
  automaticallyWhenAnEggLies: 'Automatically, when an egg lies still',
  withTheKeyOrThe: 'With the key or the pedal',
  onATimer: 'On a timer',

  // QuickLookView.vue
  lookAtOneEgg: 'Look at one egg',
  bird: 'Bird',
  shell: 'Shell',
  daysSinceSetting: 'Days since setting',
  unknown: 'unknown',
  theEggWithItsMeasurements: 'The egg with its measurements',
  lines2: 'lines',
  eggInThePicture: 'Egg in the picture',
  discardNextEgg: 'Discard, next egg',
  withoutTheDayAYoung:
    'Without the day, a young egg and a clear one can look the same. Enter the day above; a guess helps.',
  save: 'Save',
  savedInName: (name: Said): string => `Saved in ${name}.`,
  openBench: 'Open bench',
  nothingIsSavedUntilYou: 'Nothing is saved until you choose where.',
  set: 'Set',
  choose: 'choose',
  aNewSetWithThis: 'a new set with this egg',
  egg: 'Egg',
  leaveIn: 'Leave it in',
  leaveInPlaceOf: (place: Said): string => `Leave ${place} in`,
  putBack: 'It is back in its place',
  putBackPlaceOf: (place: Said): string => `${place} is back in its place`,
  aReasonIsMissing: 'Say why first.',
  theSecondYesIsMissing: 'It moved on film: tick that you are sure first.',
  noEggRecognised: 'No egg recognised',
  notAnEggNoGrade: 'What is in the picture is hardly an egg, so no grade is named. Photograph it again.',
  firstSightingWaits: 'First sighting: by your rule it stays in until a second look agrees.',
  ruleWaitsForLockdown: 'By your rule it stays in until the last day of turning.',
  allReady: 'All ready',
  pressAgainIfItIsSo: 'Nothing was saved. Hardly any incubator shows that. Press Note again if yours does.',
  airCannotBeMeant:
    'Nothing was saved. Hardly any incubator shows that. Look at the figures and their units again.',
  saveAnyway: 'Save there anyway',
  thisSetBeginsOn: (name: Said, setOn: Said): string =>
    `“${name}” begins on ${setOn}. Saved there, this look is one of day 0, before setting.`,
  youSaidDayThere: (saidDays: Said, name: Said, ageDays: Said, setOn: Said): string =>
    `You said day ${saidDays}. In “${name}”, set on ${setOn}, it is day ${ageDays}, and the look will be judged by that day.`,
  thisPhotographIsThatOf: (other: Said, egg: Said): string =>
    `Egg ${other} has this very photograph already. Is it really of egg ${egg}?`,
  photographOfAnotherEgg: (other: Said, egg: Said): string =>
    `Egg ${other} has this very photograph already. If it is of egg ${egg} all the same, choose it once more.`,
  aNewSetNeedsIts: 'A new set needs its setting day: enter the days above.',
  lampAtTheBluntEnd:
    'Lamp at the blunt end, room dark, the whole egg in the picture. It is measured on this device. You see what it shows and how sure that is.',
  takeOrChooseAPhotograph: 'Take or choose a photograph',
  liveCameraOff: 'Live camera off',
  liveCamera: 'Live camera',
  aSuggestionNotAVerdict:
    'A suggestion, not a verdict. If you are unsure, leave the egg in and look again. Warm eggs cool quickly: keep them out no longer than you usually do.',

  // RemovalView.vue
  toRemoveFrom: (words: Said): string => `To remove from ${words}`,
  takeOneEggAtA: (name: Said): string => `${name}. Take one egg at a time and tick it as it leaves the tray.`,
  notDecidedYet: (eggs: Said, placeOf: Said): string => `${eggs} not decided yet (${placeOf}).`,
  backToBench: 'Back to bench',
  photographOfPlaceOf: (placeOf: Said): string => `Photograph of ${placeOf}`,
  yourOwnGrade: 'Your own grade',
  removed: 'removed',
  removePlaceOf: (placeOf: Said): string => `Remove ${placeOf}`,
  remove: 'Remove …',
  nothingToRemoveFromThis: 'Nothing to remove from this tray today.',
  notTickedSoStillIn: 'Not ticked, so still in the incubator:',
  leaveInLookAgain: 'Leave in, look again',
  pencilAQuestionMarkOn:
    'Pencil a question mark on the blunt end. These eggs come first at the next candling.',
  removePlaceOfAnyway: (placeOf: Said): string => `Remove ${placeOf} anyway`,
  removeAnyway: 'Remove anyway …',
  breakout: 'Breakout',
  coolTheEggFirstOpen:
    'Cool the egg first. Open it at the blunt end, away from your face, and record what you find: that is how Perlumen’s accuracy is checked. After about two thirds of incubation, make sure twice that the embryo is dead before you open an egg. Follow local rules and your vet’s advice.',
  shouldBeLeftInThe: (eggs: Said): string => `${eggs} should be left in the tray. Count them.`,
  counted: 'Counted',
  correct2: 'Correct.',
  tooManyIsATicked: (eggs: Said): string => `${eggs} too many: is a ticked egg still in?`,
  missingWasAnEggRemoved: (eggs: Said): string => `${eggs} missing: was an egg removed without a tick?`,
  holdALeakingOrSmelly:
    'Hold a leaking or smelly egg away from your face and bag it: it can burst. Wash your hands afterwards.',
  trayLog: 'Tray log',
  isInYourHand: (placeOf: Said): string => `Is ${placeOf} in your hand?`,
  removed2: 'Removed',
  itsPhotograph: 'Its photograph',
  eggNumberWordsMainReason: (number: Said, words: Said, mainReason: Said): string =>
    `Egg ${number}, ${words}. ${mainReason}.`,
  itMovedOnFilm:
    'Something moved in this egg while it was filmed. I have looked again and I am sure that it is dead.',
  thePolicyWouldLeaveIt: 'The policy would leave it in. Reason',
  atThisAgeAnEgg:
    'At this age an egg may hold a live embryo that can feel pain. Make sure twice that it is dead. Follow local rules and your vet’s advice.',
  thisWasNotSavedThe: 'This was not saved. The egg still counts as in the incubator.',
  theFindingWasNotSaved: 'The finding was not saved.',

  // SessionClocks.vue
  timeOutOfTheIncubator: 'Time out of the incubator',
  ofLimitMin: (limit: Said): string => `of ${limit} min`,
  thisEggOut: 'this egg out',
  trayOut: 'tray out',
  lidOff: 'lid off',
  putItBackSoon: 'put it back soon',
  overTheLimitPutIt: 'over the limit: put it back',

  // SessionHeader.vue
  eggNumber: (number: Said): string => `egg ${number}`,
  secondLook: 'Second look',
  rhPercentRhCelsiusC: (rhPercent: Said, celsius: Said): string => `${rhPercent} % RH, ${celsius} °C.`,
  seenOfEggsSeen: (seen: Said, eggs: Said): string => `${seen} of ${eggs} seen.`,

  // SessionKeys.vue
  keys: 'Keys',
  skip: 'Skip',
  nextGrade: 'Next grade',
  compare: 'Compare',
  pause: 'Pause',
  voice: 'Voice',
  done: 'Done',
  begin: 'Begin',
  resume: 'Resume',
  lidOff2: 'Lid off',
  lidOn: 'Lid on',
  endEvening: 'End evening',
  myGrade: 'My grade',
  confirm: 'Confirm',

  // SessionReport.vue
  perhapsExchanged: 'May be other eggs:',
  compareMarksBeforeTheyGoOn: (places: Said): string => `${places}. Compare the marks on the shells.`,
  lookAgain: 'Look again:',
  pencilAQuestionMarkAnd: (words: Said): string =>
    `${words}. Pencil a question mark and today’s day on the blunt ends. These eggs come first next time.`,
  suggestedForRemoval: 'Suggested for removal:',
  theyStayInUntilYou: (places: Said): string => `${places}. They stay in until you grade them by key.`,
  notConfirmed: 'Not confirmed:',
  liftingAnEggNeverConfirms: (places: Said): string => `${places}. They stay in.`,
  noPicture: 'No picture:',
  theyWaitForTheNext: (left: Said): string => `${left}. They wait for the next candling.`,
  toRemove: 'To remove:',
  openRemovalList: 'List to remove',
  washYourHands: 'Wash your hands.',
  eggsSeen: 'Eggs seen',
  incubatorOpen: 'Incubator open',
  humidity: 'Humidity',
  notRecorded: 'not recorded',
  atTheLowest: (lowestRhPercent: Said): string => `, ${lowestRhPercent} % at the lowest`,
  temperature: 'Temperature',
  cAtTheLowest: (lowestCelsius: Said): string => `, ${lowestCelsius} °C at the lowest`,
  recovered: 'Recovered',
  notYetOrNotRecorded: 'not yet, or not recorded: check again within the hour',
  minAfterTheLidWent: (recoveredAfterMinutes: Said): string =>
    `${recoveredAfterMinutes} min after the lid went back`,

  // SessionSummary.vue
  eveningSummary: 'Evening summary',
  toRemove2: 'To remove',
  candleAgain: 'Candle again',
  notFinishedYet: 'Not finished yet',

  // SessionVerdict.vue
  suggestion: 'Suggestion',
  yourGradeSuggested: (grade: Said): string => `your grade; suggested: ${grade}`,
  thePictureIsBlurredHold: 'The picture is blurred. Hold still and retake it.',
  liftingTheEggDoesNot:
    'Lifting the egg does not confirm this. Press to confirm, or leave it for another look.',
  pencilAQuestionMarkOnThe: 'Pencil a question mark on the blunt end.',
  atThisAgeItMay:
    'At this age it may hold a live embryo that can feel pain. Make sure twice. Local rules and your vet’s advice come first.',
  movementSeenInSOf: (seconds: Said): string => `Movement seen in ${seconds} s of film.`,
  noMovementInSOf: (seconds: Said): string =>
    `No movement in ${seconds} s of film. Embryos rest, so this proves nothing.`,
  heartbeatPerSecond: (hz: Said): string => `Heartbeat ${hz} per second`,
  noHeartbeatFound: 'No heartbeat found',
  signalToNoise: (words: Said, signalToNoise: Said): string => `${words}, signal-to-noise ${signalToNoise}.`,

  // SessionView.vue
  beforeTheFirstEgg: 'Before the first egg',
  paused: 'Paused',
  gettingReady: 'Getting ready …',
  theTray: 'the tray',
  reading: 'Reading …',

  // SeveralEggs.vue
  photographWithEggs: (eggs: Said): string => `Photograph with ${eggs} eggs`,

  // VerdictPanel.vue
  suggestionAndEvidence: 'Suggestion and evidence',
  suggestedBeforeUntil: (grade: Said, because: Said): string =>
    `Suggested before: ${grade}, until ${because}.`,
  aBrightHairlinePossiblyA:
    'A bright hairline: possibly a crack. Check it at the lamp. Seal it with unscented wax and watch it, or do not set it.',
  probabilities: 'Probabilities',
  partOfTheEggIs: 'Part of the egg is outside the picture and counts as not seen.',
  reasons: 'Reasons',
  airCellDeepCm: (number: Said, number2: Said, unitSymbol: Said, cellVolumeCm3: Said): string =>
    `; air cell ${number} ± ${number2} ${unitSymbol} deep, ${cellVolumeCm3} cm³`,
  sizesAreRelativeThisPicture: 'Sizes are relative: this picture has no known scale.',
  airCellOfTheVolume: (percentWords: Said): string => `Air cell ${percentWords} of the volume; vessels`,
  vessels: 'Vessels',
  overOfTheContents: (percentWords: Said): string => `over ${percentWords} of the contents.`,
  marksBelowTheLineOther: 'Marks below the line: other eggs in this tray. Above: earlier looks.',
  measuredShadowAirCellThe: (percentWords: Said, words: Said): string =>
    `Measured: shadow ${percentWords}, air cell ${words}. The suggestion uses the measured lines.`,
  scaleItsCalliperSize: '(scale: its calliper size)',
  scaleTheCollar: '(scale: the collar)',
  scaleTheCamerasCalibration: '(scale: the camera’s calibration)',

  // bench/useBenchWork.ts
  browserStorageIsFullThe:
    'Browser storage is full: the look was not saved. Export your records, then free some space.',
  somethingWentWrongTheLook: 'Something went wrong; the look was not saved.',

  // bench/useDrawnLines.ts

  // bench/useHandScale.ts
  theCollarsDiameterMustBe: 'The collar’s diameter must be 5 to 200 mm.',
  theScaleCouldNotBe: 'The scale could not be saved.',

  // bench/useKeeping.ts
  noEggInThePicture: 'No egg in the picture matches a place in the tray.',

  // bench/useTaking.ts
  itShowsEggsOpenIt: (eggs: Said): string =>
    `It shows ${eggs} eggs. Open it on its own to say which they are.`,
  answerTheQuestionHereFirst: 'Answer the question here first, then choose the photographs again.',

  // evening/performed.ts
  noMark: 'no mark',
  thereIsMoreThanOne: 'There is more than one egg in the picture. One at a time, please.',

  // session-wording.ts
  tooDarkMoveCloserTo: 'Too dark: move closer to the lamp',
  tooBrightDimTheLamp: 'Too bright: dim the lamp or move back',
  holdItStillForA: 'Hold it still for a moment',
  showTheWholeEgg: 'Show the whole egg',
  sPerEgg: (value: Said): string => `${value} s per egg`,
  aboutMinLeft: (each: Said, minutes: Said): string => `${each}, about ${minutes} min left`,
  doNotLookIntoTheLamp: 'Do not look into the lamp.',
  atDaysItWas: (ageDays: Said, grade: Said, mainReason: Said): string =>
    `At ${ageDays} days it was ${grade}: ${mainReason}.`,
  theTrayIsStillOut: 'The tray is still out and cooling. Cover it with the towel.',
  noTrayIsOut: 'No tray is out.',
  notPhotographedTryAgainOr: 'Not photographed: turn it, or lay it down again; or skip it',
  bluntEndToTheLampThen: 'Blunt end to the lamp, then press the key',
  doneLiftItOffFor: 'Done. Lift it off for the next egg',
  holdItThere: 'Hold it there …',
  bluntEndToTheLamp2: 'Blunt end to the lamp',
  takeOutTrayName: (trayName: Said): string => `Take out ${trayName}`,
  donePutItBack: (trayName: Said): string => `${trayName} done: put it back`,
  eggsPressAsYouLift: (eggs: Said): string => `${eggs}. Press as you lift the lid.`,
  pressAsYouLiftThe: 'Press as you lift the lid.',
  liftTrayOut: (tray: Said): string => `Lift ${tray} out`,
  putBackAsItWas: (tray: Said): string => `Put ${tray} back as it was`,
  lidBackOnFlatAt: 'Lid back on, flat, at once. Press when it is on.',
  allEggsSeen: 'All eggs seen',
  checkTheHumidityAgainWithin: 'Check the humidity again within the hour.',

  // session/useSessionState.ts

  // session/useSessionSteps.ts

  // useManyFiles.ts
  noEggWasWaitingFor: 'No egg was waiting for a picture.',
  stoppedBeforeThisFile: 'Stopped before this file.',

  // useOcclusionMap.ts
  thePictureCouldNotBe: 'The picture could not be read.',

  // FileOutcomes.vue
  filesNotSaved: (files: Said): string => ` ${files} not saved:`,

  // SessionReport.vue
  seenInMinutes: (seen: Said, minutes: Said): string => `${seen} in ${minutes}`,
  valueMinTimes: (value: Said, times: Said): string => `${value} min, ${times}`,
  rhPercentBeforeWords: (rhPercent: Said, words: Said): string => `${rhPercent} % before${words}`,
  celsiusCBeforeWords: (celsius: Said, words: Said): string => `${celsius} °C before${words}`,
})
