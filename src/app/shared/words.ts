import { spoken, type Said } from '../../words/language.ts'

/** What the pages of this job say, by the file that says it first. */
export const WORDS = spoken({
  // bluetooth-sensors.ts
  thisBrowserDoesNotOffer: 'This browser does not offer Bluetooth to pages.',

  // charts/ChartFrame.vue
  figures: 'Figures',
  csv: 'CSV',
  png: 'PNG',
  svg: 'SVG',
  theFirstOfRowsThe: (mostRows: Said, rows: Said): string =>
    `The first ${mostRows} of ${rows} rows; the CSV file has them all.`,

  // charts/SharesOverTime.vue
  when: 'When',
  perCent: 'Per cent',
  atLeast: 'At least',
  atMost: 'At most',

  // charts/chart-picture.ts
  thePictureCouldNotBe: 'The picture could not be drawn.',
  thePictureCouldNotBeWritten: 'The picture could not be written.',

  // readings-to-write.ts
  sensorReadingsCouldNotBe: (message: Said): string => `Sensor readings could not be saved: ${message}`,

  // sensing.ts
  isSimulatedAndOnlyWorks: (sensor: Said): string =>
    `${sensor} is simulated and only works in the demo hatchery.`,

  // ui/CameraView.vue
  livePictureOfTheCamera: 'Live picture of the camera',
  theBrowserWasNotAllowed:
    'The browser was not allowed to use the camera. Allow it in the address bar, or choose files.',
  noCameraWasFoundOn: 'No camera was found on this device.',

  // ui/CodeReader.vue
  close: 'Close',

  // ui/ConfirmDialog.vue
  notNow: 'Not now',

  // ui/FewOf.vue
  valueMoreOfLeftWhat: (value: Said, left: Said, what: Said): string => `${value} more of ${left} ${what}`,

  // ui/FigureBand.vue
  notSeen: 'not seen',
  expectedPercentWordsPercentWords2: (percentWords: Said, percentWords2: Said): string =>
    `expected ${percentWords}–${percentWords2}`,
  notMeasured: 'not measured',
  expectedPercentWordsToPercentWords2: (percentWords: Said, percentWords2: Said): string =>
    `, expected ${percentWords} to ${percentWords2}`,

  // ui/HandLines.vue
  lengthBreadthPixels: (value: Said, value2: Said): string => `length ${value}, breadth ${value2} pixels`,
  bluntPole: 'Blunt pole',
  smallPole: 'Small pole',
  sideOfTheEgg: (side: Said): string => `Side of the egg, ${side}`,
  edgeOfTheAirCell: (side: Said): string => `Edge of the air cell, ${side}`,
  middleOfTheAirCells: 'Middle of the air cell’s edge',
  shadowEdgeOf: (i: Said, shadow: Said): string => `Shadow edge, ${i} of ${shadow}`,
  ofTheContents: (percentWords: Said): string => `${percentWords} of the contents`,
  sideOfTheLampsCollar: (i: Said): string => `Side of the lamp’s collar, ${i}`,

  // ui/OutcomeChoice.vue
  outcome: 'Outcome',
  unknown: 'unknown',

  // ui/OwnDays.vue
  candlingDaysElapsed: 'Candling days (elapsed)',
  enterDaysBetween0And: 'Enter days between 0 and 60, separated by commas.',

  // ui/PictureNotes.vue
  photographOfNameValue: (name: Said, value: Said): string => `Photograph of ${name}${value}`,
  photographName: (name: Said): string => `Photograph ${name}`,

  // ui/PlanTimeline.vue
  planTitle: (title: Said): string => `Plan: ${title}`,
  lastLookLockdown: 'Last look, lockdown',
  lockdown: 'Lockdown',
  breakout: 'Breakout',
  set: 'Set',

  // ui/StagePicture.vue
  drawingOfALivingEgg: (value: Said): string => `Drawing of a living egg, ${value} % of the way to the hatch`,

  // ui/StateSign.vue
  toCome: 'to come',

  // ui/StorageRoomNote.vue
  browserStorageHasSpaceFor: (looksLeft: Said): string =>
    `Browser storage has space for about ${looksLeft} more photographs. Export your records soon, then free some space.`,

  // ui/TrayLayout.vue
  arrowsToMoveEnterTo: (name: Said): string => `${name}: arrows to move, Enter to pick up and put down`,
  labelEggNumber: (label: Said, number: Said): string => `${label}, egg ${number}`,
  labelEmpty: (label: Said): string => `${label}, empty`,
  theTwoEggsSwappedPlaces: '; the two eggs swapped places',
  eggIsNowIn: (number: Said, placeLabel: Said, theTwoEggsSwappedPlaces: Said): string =>
    `Egg ${number} is now in ${placeLabel}${theTwoEggsSwappedPlaces}.`,
  eggPickedUpMoveWith: (number: Said): string =>
    `Egg ${number} picked up. Move with the arrows, Enter to put it down.`,
  moveCancelled: 'Move cancelled.',

  // ui/TrayMap.vue
  nameRowsByColumns: (name: Said, rows: Said, columns: Said): string => `${name}, ${rows} by ${columns}`,
  secondLook: 'second look',
  noPhotographYet: 'no photograph yet',
  suggestedLeftIn: (place: Said, grade: Said): string => `${place}: ${grade} suggested, left in`,
  suggestedNotYetDecided: (place: Said, grade: Said): string =>
    `${place}: ${grade} suggested, not yet decided`,

  // usePictureNote.ts
  thisBrowserCannotReadThat: 'This browser cannot read that file as a picture.',
  thePictureCouldNotBeResized: 'The picture could not be resized.',

  // useSaving.ts
  thatWasNotSaved: (message: Said): string => `That was not saved: ${message}`,

  // wording.ts
  almostCertainly: 'almost certainly',
  veryProbably: 'very probably',
  probably: 'probably',
  developing: 'Developing',
  clear: 'Clear',
  bloodRing: 'Blood ring',
  quitter: 'Quitter',
  notSure: 'Not sure',
  itHatched: 'It hatched',
  itWasAlive: 'It was alive',
  infertile: 'Infertile',
  diedEarlyBloodRing: 'Died early, blood ring',
  diedLaterAnEmbryo: 'Died later, an embryo',
  atFirstSight: 'At first sight',
  secondLook2: 'Second look',
  holdToLockdown: 'Hold to lockdown',
  leaveIn: 'Leave in',
  leaveInLookAgain: 'Leave in, look again',
  remove: 'Remove',
  theWholeTrayWasSeen: 'the whole tray was seen',
  itWasFilmed: 'it was filmed',
  aNewerModelRegradedIt: 'a newer model regraded it',
  networkCamera: 'Network camera',
  simulatedCamera: 'Simulated camera',
  lateEvening: 'late evening',
  earlyHours: 'early hours',
  noDateEnteredThePrevious: 'No date entered; the previous one is kept.',
  theYearLooksWrongThe: (split: Said): string => `The year ${split} looks wrong; the previous date is kept.`,
  thatDayIsStillToCome: (day: Said): string => `${day} is still to come. Are the eggs in already?`,
  isNoNumber: (text: Said): string => `“${text}” is no number.`,
  isTheYearRight: (value: Said, date: Said): string => `${value}: is the year ${date} right?`,

  // climate-words.ts
  upToWithinTheHour: (warm: Said): string => `Up to ${warm} within the hour, too hot for the eggs`,
  itHasFallenAgain:
    'It has fallen since. Find what made it rise: a thermostat that swings, the sun, a lamp, a stopped fan. Look again in a quarter of an hour.',
  tooHotForTheEggs: (warm: Said): string => `${warm}: too hot for the eggs`,
  openTheLidAHands:
    'Open the lid a hand’s breadth now and let it cool. Then check the thermostat, the room and direct sun.',
  warmTooWarm: (warm: Said): string => `${warm} over the hour, too warm`,
  checkWithASecondThermometer:
    'Check with a second thermometer, then turn it down a little. Check the vents and the room.',
  noReadingFromTheSensor: 'No reading from the sensor',
  readTheDisplayYourselfThen: 'Read the display yourself. Then check the sensor’s battery, plug and network.',
  warmTooCool: (warm: Said): string => `${warm} over the hour, too cool`,
  checkTheLidAndThe:
    'Check the lid and the plug. Eggs survive an hour or two of cold; the hatch will be later.',
  moistAboveTarget: (moist: Said): string => `${moist} over the hour, above target`,
  reduceTheWaterSurfaceNot: 'Reduce the water surface, not the air: leave the vents as they are.',
  moistBelowTarget: (moist: Said): string => `${moist} over the hour, below target`,
  topUpTheWaterThen: 'Top up the water, then check again.',
  waterIsDue: 'Water is due',
  topUpWithLukewarmWater: 'Top up with lukewarm water, from outside if you can.',
  turningByHandIsOverdue: 'Turning by hand is overdue',
  turnTheEggsNowThen: 'Turn the eggs now, then carry on as usual.',
  sinceItWasPlaced: 'since it was placed',
  forHours: 'for hours',
  forHoursHours: (hours: Said): string => `for ${hours} hours`,
  forValueDays: (value: Said): string => `for ${value} days`,
  lethalWithinAnHour: 'lethal within an hour',
  killsManyWithinHours: 'kills many within hours',
  harmfulIfItLasts: 'harmful if it lasts',
  onlyAnEarlierHatch: 'only an earlier hatch',
  onlyALaterHatch: 'only a later hatch',
  soLongAndColdThat: 'so long and cold that weak embryos die',
  firstChannel: 'first channel',
  secondChannel: 'second channel',
  allChannels: 'all channels',
  forWater: 'for water',
  toTurn: 'to turn',
  toCandle: 'to candle',
  atTheHatch: 'at the hatch',
  waterToppedUp: (channel: Said): string => `Water topped up, ${channel}`,
  turnedSideUpUp: (sideUp: Said): string => `Turned, ${sideUp} up`,
  ventsVentWords: (ventWords: Said): string => `Vents ${ventWords}`,
  lidOpenedReason: (reason: Said): string => `Lid opened ${reason}`,
  checkedAllWell: 'Checked, all well',
  alarmDismissed: 'Alarm dismissed',
  alarmOver: 'Alarm over',
  wideOpen: 'wide open',
  aThirdOpen: 'a third open',
  halfOpen: 'half open',

  // Single words
  done: 'done',
  skipped: 'skipped',
  overdue: 'overdue',
  due: 'due',
  now: 'now',
  past: 'past',
  shut: 'shut',
  percentOpen: (percent: Said): string => `${percent} % open`,
  alarmSays: (says: Said): string => `Alarm: ${says}`,
  titlePoints: (title: Said, points: Said): string =>
    `${title}. ${points} points: arrow keys go from one to the next.`,
  confidenceInterval: '95 % confidence interval',
  eggNumber: (number: Said): string => `egg ${number}`,
  dayNumber: (day: Said): string => `day ${day}`,

  // climate-words.ts
  sinceAt: (at: Said): string => `since ${at}`,

  // useSetPlan.ts
  dayWords: (words: Said): string => `day ${words}`,

  // ui/HandLines.vue
  depthPercentWords: (percentWords: Said): string => `depth ${percentWords}`,
  bowPercentWords: (percentWords: Said): string => `bow ${percentWords}`,

  // ui/PictureNotes.vue
  notOnThisDevice: 'Not on this device. ',

  // ui/TrayMap.vue
  placeRemovedGrade: (place: Said, grade: Said): string => `${place}: removed, ${grade}`,
})
