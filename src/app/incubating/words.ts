import { spoken, type Said } from '../../words/language.ts'

/** What the pages of this job say, by the file that says it first. */
export const WORDS = spoken({
  // ClimateFindings.vue
  effectOnTheEggs: 'Effect on the eggs',
  noLastingDeviationInThis: 'No lasting deviation in this period.',
  timeOnTarget: (days: Said): string => `Time on target, ${days}`,
  eachCChangesTheRate:
    'Each °C changes the rate of development by 9 %. Short openings cool the air, not the eggs.',
  targetForAll: (what: Said, aboveMs: Said, hours: Said): string =>
    `${what} ${aboveMs} target for all ${hours}`,
  onTargetOf: (what: Said, percent: Said, hours: Said, off: Said, unknown: Said): string =>
    `${what} on target ${percent} of ${hours}${off}${unknown}`,
  notKnownFor: (hours: Said): string => `, not known for ${hours}`,
  readTooSeldom: (what: Said): string => `${what} was read too seldom to say`,
  atLeastHours: (hours: Said): string => `at least ${hours}`,
  readOnce: 'read once (how long it lasted is not known),',
  atMostH: (abs: Said): string => `, at most ${abs} h`,
  aboveTargetUp: 'above target, up',
  belowTargetDown: 'below target, down',
  lidOpeningsCannotBeDetected: (minutes: Said, minutes2: Said): string =>
    `Lid openings cannot be detected: humidity was read every ${minutes}, and openings only show when it is read at least every ${minutes2}.`,
  humidityRecoveredAfterMinutesOn: (back: Said): string =>
    `; humidity recovered after ${back} minutes on average`,
  theLidWasOpenedJudging: (times: Said, words: Said): string =>
    `${times} the lid was opened, judging by humidity${words}.`,
  pointsOfHumidity: 'points of humidity',
  andAgreeWellEnough: (nameOf: Said, nameOf2: Said, more: Said): string =>
    `${nameOf} and ${nameOf2} agree well enough (${more}).`,
  showsThanCheckBothAnd: (nameOf: Said, more: Said, more2: Said, nameOf2: Said): string =>
    `${nameOf} shows ${more} ${more2} than ${nameOf2}. Check both, and enter below how far each is off.`,
  onSchedule: (set: Said): string => `${set}: on schedule`,
  aheadOfSchedule: (set: Said, hours: Said): string => `${set}: ${hours} h ahead of schedule`,
  behindSchedule: (set: Said, hours: Said): string => `${set}: ${hours} h behind schedule`,
  hatchForecast: (standing: Said, day: Said, from: Said, to: Said): string =>
    `${standing}. Hatch about ${day}; 80 % likely between ${from}, and ${to}.`,

  // IncubatorLogList.vue
  log: 'Log',
  lidWasJustOpened: 'Lid was just opened',
  forSomethingElse: 'for something else',
  noEntriesYet: 'No entries yet.',
  entries: 'entries',

  // IncubatorView.vue
  thereIsNoSuchIncubator: 'There is no such incubator.',
  backToToday: 'Back to Today',
  empty: 'Empty',
  targetToTo: (words: Said, warm: Said, warm2: Said, low: Said, high: Said): string =>
    `${words}. Target: ${warm} to ${warm2}, ${low} to ${high} %.`,
  startRound: 'Start round',
  latestReadings: 'Latest readings',
  temperatureAndHumidityOverTime: 'Temperature and humidity over time',
  howFarBack: 'How far back',
  noReadingsInThisPeriod:
    'No readings in this period. Do a round and enter what the display shows, add a sensor, or import a logger file below.',
  temperatureAndHumidityIn: (name: Said): string => `Temperature and humidity in ${name}`,
  shadedTargetRangeDragTo: 'Shaded: target range. Drag to pan; scroll or pinch to zoom.',
  threeWeeks: 'Three weeks',
  candlingLidOff: 'Candling, lid off',
  backAfterMin: (backAfterMinutes: Said): string => `, back after ${backAfterMinutes} min`,
  lidOpenedJudgingByHumidity: (before: Said, lowest: Said, words: Said): string =>
    `Lid opened, judging by humidity: ${before} to ${lowest} %${words}`,

  // LabelsView.vue
  print: 'Print',
  backToSet: 'Back to set',
  labels: 'Labels',
  chooseATrayToPrint: 'Choose a tray to print:',
  setWriteTheGradeBeside: (setOn: Said): string => `Set ${setOn}. Write the grade beside the number.`,
  setSetOn: (setOn: Said): string => `set ${setOn}`,
  n5AcrossPlain: '5 across, plain',
  n3AcrossWithACode: '3 across, with a code',
  n2AcrossWithACode: '2 across, with a code',

  // LoggerImport.vue
  importALoggerFile: 'Import a logger file',
  chooseACsvFile: 'Choose a CSV file',
  tryASimulatedOne: 'Try a simulated one',
  readingTheFile: 'Reading the file…',
  columns: 'Columns',
  column: 'Column',
  firstRow: 'First row',
  meaning: 'Meaning',
  headMeans: (head: Said): string => `${head} means`,
  theDatesAreAmbiguousWhich: 'The dates are ambiguous. Which comes first?',
  dayFirst: 'day first',
  monthFirst: 'month first',
  atToAtMs: (at: Said, atMs: Said): string => `, ${at} to ${atMs}`,
  rowsLeftOut: (rows: Said): string => `${rows} left out`,
  lineLineWhy: (line: Said, why: Said): string => `line ${line}: ${why}`,
  name: 'Name',
  position: 'Position',
  inTheAir: 'in the air',
  atTheEggs: 'at the eggs',
  import: 'Import',
  cancel: 'Cancel',
  anyTableWithTimesAnd:
    'Any table with times and readings, in any order, language or unit. Column meanings are remembered.',
  dayAndTime: 'day and time',
  timeOfDay: 'time of day',
  notUsed: 'not used',
  readingsImportedAsName: (readings: Said, name: Said): string => `${readings} imported as “${name}”.`,

  // RoundView.vue
  roundName: (name: Said): string => `Round: ${name}`,
  openIncubator: 'Open incubator',
  sensorsNow: 'Sensors now',
  allWell: 'All well',
  turnedSideUp: (side: Said): string => `Turned, ${side} up`,
  water: 'Water',
  waterToppedUp: (word: Said): string => `Water topped up: ${word}`,
  displayUnitSymbol: (unitSymbol: Said): string => `Display, ${unitSymbol}`,
  hygrometer: 'Hygrometer, %',
  saveReadings: 'Save readings',
  vents: 'Vents',
  undo: 'Undo',
  dryYourHandsBeforeTouching:
    'Dry your hands before touching plugs or switches. Wash them before and after handling eggs. Open vents more as embryos grow: at least a third at lockdown.',
  dueWordsAt: (words: Said, at: Said): string => `Due ${words} ${at}`,
  empty2: 'Empty.',
  doneNextRoundAt: (at: Said): string => `Done. Next round at ${at}.`,
  oneRound: 'One round',
  nextTurnAt: (at: Said): string => `Next turn ${at}`,
  notRecordedYet: 'not recorded yet',
  toppedUpJustNow: 'topped up just now',
  toppedUpHAgo: (hours: Said): string => `topped up ${hours} h ago`,
  first: 'First',
  second: 'Second',
  all: 'All',
  checkedAllWell: 'Checked, all well',
  waterToppedUp2: 'Water topped up',

  // SensorFields.vue
  itSendsSeveralFigures: (words: Said): string => `It sends several figures: ${words}.`,
  figuresOfName: (name: Said): string => `Figures of ${name}`,
  done: 'Done',
  change: 'Change',
  noneFound: ', none found',
  automaticWords: (words: Said): string => `automatic${words}`,
  pathValueNow: (path: Said, value: Said): string => `${path}, ${value} now`,
  appliesFromNowOnEarlier: 'Applies from now on. Earlier readings stay as they are.',
  temperature: 'Temperature',
  humidity: 'Humidity',
  notSent: 'not sent',
  fromPathValue: (path: Said, value: Said): string => `from “${path}”, ${value}`,
  notSet: 'not set',

  // SensorList.vue
  sensors: 'Sensors',
  checkName: (name: Said): string => `Check ${name}`,
  check: 'Check',
  nameRemoved: (name: Said): string => `${name} removed`,
  remove: 'Remove',
  checkedAgainst: 'Checked against',
  wetSalt75: 'wet salt, 75 %',
  aSecondThermometer: 'a second thermometer',
  sensorShowsUnitSymbol: (unitSymbol: Said): string => `Sensor shows, ${unitSymbol}`,
  referenceShows: 'Reference shows',
  save: 'Save',
  wetTableSaltToA:
    'Wet table salt to a slush in a lid. Close it in a bag with the hygrometer at room temperature. After eight hours it should show 75 %.',
  keepBothAtEggHeight:
    'Keep both at egg height for half an hour. A fever thermometer is accurate to a tenth.',
  storedReadingsDoNotChange: (words: Said): string =>
    `${words} Stored readings do not change. They are corrected by the difference, back to the previous check.`,
  noSensorsYetARound: 'No sensors yet. A round with the display’s readings adds the first.',
  foundByTheServer: 'Found by the server',
  lastReadingLocalTimeOf: (localTimeOf: Said): string => `last reading ${localTimeOf}`,
  noReadingYet: 'no reading yet',
  addAtTheEggs: 'Add at the eggs',
  addInTheAir: 'Add in the air',
  addABluetoothSensor: 'Add a Bluetooth sensor',
  thisDisplayIsCorrectedBy: (value: Said): string => `; this display is corrected by ${value}`,
  displaysAreOftenOffBy: (words: Said): string =>
    `Displays are often off by half a degree or more, household hygrometers by five points. Only sensors at the eggs count for their age${words}.`,
  nowInName: (name: Said): string => `now in ${name}`,
  notPlacedYetNothingIs: 'not placed yet: nothing is recorded',
  thatIsTooFarOff: 'That is too far off: the sensor is broken, or there is a typing error.',
  neverChecked: 'never checked',
  showsPointsToo: (abs: Said, rhPercent: Said): string => `shows ${abs} points too ${rhPercent}`,
  showsCToo: (abs: Said, celsius: Said): string => `shows ${abs} °C too ${celsius}`,
  checkedReadingsAreCorrectedFor: (zone: Said, off: Said): string =>
    `checked ${zone}: ${off}; readings are corrected for it`,

  // SetDays.vue
  dayByDay: 'Day by day',
  changeMethod: 'Change method',
  whenToCandle: 'When to candle',
  nothingToSave: 'Nothing was entered.',
  didYouMean: (meant: Said, here: Said): string =>
    `Did you mean ${meant}? That is ${here} here. Nothing is saved yet.`,
  hardlyEverSo: (value: Said): string => `${value}: hardly any incubator shows that. Nothing is saved yet.`,
  saveAsValue: (value: Said): string => `Save ${value}`,
  saveAsTyped: 'Save it as typed',
  typeItAgain: 'Type it again',
  notSetYet: 'Not set yet',
  whatToExpectComesOnce: 'What to expect is told here day by day, once the eggs are in.',
  readByHand: 'Readings noted by hand, last 7 days',
  noneReadByHand: 'None in these days.',
  correct: 'Correct',
  correctThe: (reading: Said): string => `Correct ${reading}`,
  deleteThe: (reading: Said): string => `Delete ${reading}`,
  readAs: 'Should be',
  whenTheyAreSet: 'When they are set',
  notSetYetDue: (day: Said, hour: Said): string => `Not set yet. They are to go in on ${day}, ${hour}.`,
  notSetThoughDue: (day: Said, hour: Said): string =>
    `They were to go in on ${day}, ${hour}, and nobody has noted that they did.`,
  eggsAreIn: 'Eggs are in now',
  putOff: 'Another day or hour',
  correctSettingTime: 'Correct the setting time',
  setOn: 'Set on',
  setAtHour: 'At',
  deleteThisPlan: 'Delete this plan',
  deletePlanOf: (name: Said): string => `Delete the plan of “${name}”?`,
  itsEggsGoWithIt: (eggs: Said): string =>
    `Its ${eggs}, their numbers and its tray go with it. Undo brings everything back.`,
  howToCountDays: 'How to count days',
  whenTurningStops: 'When turning stops',
  thisRedrawsThePlanYour: 'This redraws the plan. Your records do not change.',
  eventsInThePlan: 'Events in the plan',
  eggsSeen: (eggs: Said): string => `${eggs} seen`,
  kindDone: (kind: Said): string => `${kind}: done`,
  markAsNotDone: (kind: Said): string => `${kind}: mark as not done`,
  notYet: 'not yet',

  // SetLooks.vue
  place: 'Place',
  day: 'Day',
  suggested: 'Suggested',
  youSaid: 'You said',
  airCell: 'Air cell',
  shadow: 'Shadow',
  vessels: 'Vessels',
  removed: 'removed',
  crack: 'crack?',
  same: 'same',
  notDecided: 'not decided',
  leftIn: 'left in',
  noLooksYetTakeThe: 'No looks yet. Take the first at the bench.',
  theNewestOfChooseAn: (mostRows: Said, rows: Said): string =>
    `The newest ${mostRows} of ${rows}; choose an egg to see all of its looks, or export the table under Records.`,
  notSeen: 'not seen',

  // SetTonight.vue
  aDrawingNotAPhotograph: 'A drawing, not a photograph',
  whatToExpectTonight: 'What to expect tonight',
  localTimeOfSideUpUp: (localTimeOf: Said, sideUp: Said): string => `${localTimeOf} ${sideUp} up`,
  turnByHandToday: (sideUp: Said): string => `Turn by hand today: ${sideUp}.`,
  displayShowsUnitSymbol: (unitSymbol: Said): string => `Display shows, ${unitSymbol}`,
  lastAtTheEggsHatch: (value: Said, localDateOf: Said): string =>
    `last ${value} at the eggs; hatch then ${localDateOf}`,
  notes: 'Notes',
  incubatorsDoNotRunAt: 'Incubators do not run at that temperature.',
  thisTrayIsInNo: 'This tray is in no incubator. Choose one for it first.',

  // SetView.vue
  eggPageAndFilm: 'Egg page and film',
  thereIsNoSuchSet: 'There is no such set.',
  set: 'Set',
  setting: 'Setting',
  nowDayWords: (dayWords: Said): string => `; now ${dayWords}`,
  moreOfThisSet: 'More of this set',
  toRemove: 'To remove',
  hatch: 'Hatch',
  wallSheet: 'Wall sheet',
  calendar: 'Calendar',
  thePlan: 'The plan',
  trays: 'Trays',
  tray: 'Tray',
  incubator: 'Incubator',
  noIncubator: 'no incubator',
  moveEggs: 'Move eggs',
  latestPhotographOf: (placeOf: Said): string => `Latest photograph of ${placeOf}`,
  chooseAnEggToSee: 'Choose an egg to see its picture and looks.',
  notedNotesOf: (notesOf: Said): string => `Noted: ${notesOf}.`,
  allStillInHatched: (eggs: Said): string => `All ${eggs} still in hatched`,
  eggNumberRole: (number: Said, role: Said): string => `egg ${number}${role}`,
  notSetWords: (words: Said): string => `Not set: ${words}.`,
  crackedCheckThemEveryTime: (words: Said): string => `Cracked: ${words}. Check them every time.`,
  looksAtPlaceOf: (placeOf: Said): string => `Looks at ${placeOf}`,
  allLooks: 'All looks',
  candle: 'Candle',
  openBench: 'Open bench',

  // SpokenNotes.vue
  theRecordingIsNotOn: ': the recording is not on this device',
  spokenValueSecondsSTheRecordingIsNotOn: (value: Said, seconds: Said, theRecordingIsNotOn: Said): string =>
    `Spoken${value}, ${seconds} s${theRecordingIsNotOn}`,
  spokenNoteValue: (value: Said): string => `Spoken note${value}`,

  // StepField.vue
  labelLess: (label: Said): string => `${label}: less`,
  labelMore: (label: Said): string => `${label}: more`,

  // WallSheetView.vue
  labelEggsSetZoneZone2: (label: Said, eggs: Said, zone: Said, zone2: Said): string =>
    `${label}, ${eggs}; set ${zone}, ${zone2}`,
  toLocalDateOf: (localDateOf: Said): string => `to ${localDateOf}`,
  atTheEggs2: (value: Said): string => `${value} at the eggs`,
  displayValue: (value: Said): string => `(display ${value})`,
  humidityFromLockdown: (humidityPercent: Said, hatchHumidityPercent: Said): string =>
    `; humidity ${humidityPercent} %, from lockdown ${hatchHumidityPercent} %.`,
  turnByHandAt: (turns: Said): string => `Turn by hand at ${turns}.`,
  washYourHandsBeforeAnd:
    'Wash your hands before and after. Keep the lid shut after lockdown. Late eggs may hold a live embryo: follow local rules and your vet’s advice.',
  stopTurningLockdown: 'Stop turning, lockdown',
  breakout: 'Breakout',

  // WaterChart.vue
  dayAgeDaysPlaceOfPercentPercent2: (
    ageDays: Said,
    placeOf: Said,
    percent: Said,
    percent2: Said,
    by: Said,
  ): string => `Day ${ageDays}, ${placeOf}: ${percent} ± ${percent2} % ${by}`,
  atTheAdvisedHumidity: (arrives: Said): string => `; at the advised humidity ${arrives}`,
  dayUnchangedTheSetReaches: (plainDay: Said, arrives: Said, words: Said): string =>
    `Day ${plainDay}: unchanged, the set reaches ${arrives}${words}`,
  egg: 'Egg',
  source: 'Source',
  waterLost: 'Water lost, %',
  eachEgg: 'each egg',
  theSet: 'the set',
  unchanged1SdDotted: 'unchanged (± 1 SD dotted)',
  asTriedBelow: 'as tried below',
  atTheAdvisedHumidity2: 'at the advised humidity',
  photograph1Sd: 'photograph ± 1 SD',
  weighing1Sd: 'weighing ± 1 SD',

  // WaterTray.vue
  lossOfEachEgg: (name: Said): string => `Loss of each egg, ${name}`,
  noMeasurementYet: 'no measurement yet',
  farOff: ', far off',
  timesTheSetsLoss: (ratio: Said, farOff: Said): string => `${ratio} times the set’s loss${farOff}`,

  // WaterView.vue
  waterName: (name: Said): string => `Water: ${name}`,
  weigh: 'Weigh',
  onlyASetNeedsOr: (count: Said, enoughEggs: Said): string =>
    `Only ${count}: a set needs ${enoughEggs} or more. Treat this as a hint.`,
  noHumidityWasRecordedFor: (rhPercent: Said): string =>
    `No humidity was recorded for this set: ${rhPercent} % is assumed, the middle of the usual range.`,
  airMeasuredByLast: (sensors: Said, rhPercent: Said): string =>
    `Air measured by ${sensors}, last ${rhPercent} %:`,
  seeReadingsAndChecks: 'see readings and checks',
  hygrometerShows: 'Hygrometer shows, %',
  fromReadingsOnDays: (readings: Said, days: Said, last: Said): string =>
    `${readings} on ${days}, the last on ${last}`,
  readTheHygrometerFirst: 'Read the hygrometer first.',
  theLastHumidityIsOld: (day: Said, lost: Said): string =>
    `${lost} lost so far. The last humidity is of ${day}: what to run can be said when there is one of this week.`,
  recordedOnLastDaysWithout: (restsOn: Said, rhPercent: Said): string =>
    `${restsOn}: ${rhPercent} %. Days without a reading use the day before; earlier days use the first.`,
  howThisIsCalculated: 'How this is calculated',
  nowPerDayAtPer: (percent: Said, rhPercent: Said, percent2: Said, value: Said, percent3: Said): string =>
    `Now ${percent} per day at ${rhPercent} %; ${percent2} per day is needed for the ${value} days left, to lose ${percent3} in total.`,
  waterLossIsProportionalTo: (rhPercent: Said, value: Said, wantedRhPercent: Said): string =>
    `Water loss is proportional to the vapour deficit: 1 − RH′ = (1 − RH) × needed ÷ now = ${rhPercent} × ${value}, so RH′ = ${wantedRhPercent} %.`,
  sinceSettingTheAirWas: (air: Said, restsOn: Said): string =>
    `Since setting the air was ${air} % on average${restsOn}. A constant hygrometer error cancels out.`,
  beforeYouChangeAnythingCheck: (sd: Said): string =>
    `Before you change anything: check the thermometer against a second one and the hygrometer over wet salt (75 %; household ones are off by ${sd} points or more), and check the vents. Change the water surface rather than the vents, and measure again in two or three days.`,
  lossByDay: 'Loss by day',
  waterLostBy: (name: Said): string => `Water lost by ${name}`,
  eggByEgg: 'Egg by egg',
  eachEggInItsPlace:
    'Each egg in its place, all on one scale. Shaded: target. Squares: weighings. Rings: photographs.',
  againstTheSet: 'Against the set',
  shellConductanceMgPerDay: 'Shell conductance, mg per day per torr',
  estimates: 'Estimates',
  assessment: 'Assessment',
  humidityMustBeANumber: 'Humidity must be a number from 1 to 100.',
  turningIsOverHumidityNow: 'Turning is over: humidity now follows lockdown, not weight loss.',
  wasLostByDay: (lossAt: Said, plainDay: Said): string => `${lossAt} was lost by day ${plainDay}.`,
  noMeasurementsYet: 'No measurements yet.',
  photographTheEggsAtThe:
    'Photograph the eggs at the next candling, or weigh them. One picture after the first day is enough to start.',
  replacePercentByDayPlainDay: (replace: Said, percent: Said, plainDay: Said): string =>
    `${replace}–${percent} by day ${plainDay}`,
  lostSoFarUnchangedIt: (percent: Said, percent2: Said, percent3: Said, aim: Said): string =>
    `Lost so far: ${percent} ± ${percent2}. Unchanged, it reaches ${percent3}; target ${aim}.`,
  leaveTheHumidityAtAbout: (now: Said): string => `Leave the humidity at about ${now} %`,
  forNowTheAdviceOf: (leave: Said, advised: Said): string =>
    `${leave} for now: the advice of ${advised} is too uncertain.`,
  runFromTonight: (advised: Said): string => `Run ${advised} from tonight.`,
  runIsNotAdvisedAnd: (wanted: Said, words: Said, percent: Said): string =>
    `Run ${wanted} %: ${words} is not advised, and no setting will catch up. It reaches about ${percent}.`,
  theWaxDoesNotHold: ', the wax does not hold',
  crackedDryingOut: (words: Said): string => `cracked${words}: drying out`,
  theWaxHolds: ', the wax holds',
  butHolding: ', but holding',
  dryingOutCheckForA: 'drying out: check for a hairline crack with the lamp along the shell; wax may save it',
  thinOrPorousShellNothing: 'thin or porous shell: nothing to fix; do not change humidity for the others',
  thickShellOrAMisread: 'thick shell, or a misread air cell: it may hatch wet; weigh it to check',
  theEggsDryAsIf: (points: Said): string =>
    `The eggs dry as if the air were ${points} drier than the hygrometer reads. Either it reads too high, or the shells are thin. Check it over wet salt first.`,
  theEggsDryAsIfThe: (points: Said): string =>
    `The eggs dry as if the air were ${points} more humid than the hygrometer reads. Either it reads too low, or the shells are thick. Check it over wet salt first.`,

  // WaterWhatIf.vue
  whatIfFromTonight: 'What if, from tonight',
  humidityRhPercent: (rhPercent: Said): string => `Humidity ${rhPercent} %`,
  asNow: '(as now)',
  temperatureAtTheEggs: (value: Said): string => `Temperature at the eggs ${value}`,
  theTarget: '(the target)',
  reset: 'Reset',
  thisChangesNothingTemperatureSets:
    'This changes nothing. Temperature sets the hatch day, humidity the water loss: do not change one to fix the other.',
  hatchAboutAsPlanned: (day: Said): string => `Hatch about ${day}, as planned.`,
  hatchAboutH: (day: Said, abs: Said, hours: Said): string => `Hatch about ${day}, ${abs} h ${hours}.`,
  tooLittleWetChicksThat: 'too little: wet chicks that cannot turn',
  tooMuchChicksStickTo: 'too much: chicks stick to the shell',
  onTarget: 'on target',
  withinTheGoodRange: 'within the good range',
  reachesValueValue2JudgedWhen: (value: Said, value2: Said, judged: Said, when: Said): string =>
    `Reaches ${value} ± ${value2} %, ${judged}. ${when}`,

  // WeighView.vue
  weighName: (name: Said): string => `Weigh: ${name}`,
  openOfEggsWeighed: (open: Said, eggs: Said): string => `${open} of ${eggs} weighed`,
  backToWater: 'Back to water',
  weighing: 'Weighing',
  wholeTray: 'Whole tray',
  shouldWeighByNow: (awaited: Said): string => `should weigh ${awaited} by now`,
  noEggOfThisBird: (grams: Said): string =>
    `No egg of this bird weighs ${grams}. Check the unit, and what is on the pan.`,
  saveAnyway: 'Save anyway',
  weighAgain: 'Weigh again',
  readTheScale: 'Read the scale',
  scaleOnACable: 'Scale on a cable',
  putItOnSimulated: 'Put it on (simulated)',
  tare: 'Tare',
  skip: 'Skip',
  orTypeAtHandUnitSymbol: (atHand: Said, unitSymbol: Said): string => `Or type: ${atHand}, ${unitSymbol}`,
  weighWarmEggsQuicklyAnd:
    'Weigh warm eggs quickly and put each back the same way. Always use the same scale: a constant error cancels out. For a whole tray, press tare with the empty tray on the pan, or subtract its weight. It must hold the same eggs each time.',
  saving: 'Saving …',
  savedTakeItOff: 'Saved. Take it off.',
  notSavedTakeItOff: 'Not saved. Take it off, then put it on again.',
  lostSinceSetting: (value: Said): string => `, ${value} % lost since setting`,
  put: 'Put',
  theTray: 'the tray',
  wordsWords2GaugeEggsIn: (words: Said, words2: Said, gauge: Said, eggs: Said): string =>
    `${words} ${words2}${gauge}, ${eggs} in it`,
  allAreWeighed: 'All are weighed.',
  weighPlaceOf: (placeOf: Said): string => `Weigh ${placeOf}`,
  settling: 'Settling …',
  putPlaceOfOn: (placeOf: Said): string => `Put ${placeOf} on`,

  // climate-chart.ts
  alarm: 'Alarm',
  candled: 'Candled',
  round: 'Round',
  lidOff: 'Lid off',

  // climate-figures.ts
  hour: 'Hour',
  probe: 'Probe',
  meanUnit: (unit: Said): string => `Mean ${unit}`,
  lowestUnit: (unit: Said): string => `Lowest ${unit}`,
  highestUnit: (unit: Said): string => `Highest ${unit}`,

  // useClimate.ts
  theReadingsCouldNotBe: (message: Said): string => `The readings could not be shown: ${message}`,

  // useLoggerFile.ts
  thisFileIsTooLarge: 'This file is too large to be a logger’s.',
  theFileCouldNotBe: 'The file could not be read: the worker that reads it has stopped.',
  logger: 'Logger',

  // useRound.ts
  readingSaved: 'Reading saved',
  nothingToUndo: 'Nothing to undo',

  // useScale.ts
  theScaleDoesNotRespond: 'The scale does not respond.',
  theScaleWasNotConnected: (message: Said): string => `The scale was not connected: ${message}`,

  // useWeighing.ts
  cannotWeighThatMuchDid: (eggs: Said): string =>
    `${eggs} cannot weigh that much. Did you subtract the tray?`,
  noEggWeighsThat: 'No egg weighs that.',

  // water-chart.ts
  byPhotograph: 'by photograph',
  byTheScale: 'by the scale',
  daysSinceSetting: 'days since setting',
  nowUnchangedItReachesAt: (percent: Said, percent2: Said, percent3: Said): string =>
    `Now ${percent} %; unchanged it reaches ${percent2} %, at the advised humidity ${percent3} %.`,
  perCentOfTheWeight: (title: Said, now: Said, percent: Said, percent2: Said, plainDay: Said): string =>
    `${title}, per cent of the weight when set, by day. ${now} Target: ${percent} to ${percent2} % on day ${plainDay}.`,

  // Single words
  aDay: 'A day',
  aWeek: 'A week',
  target: 'target',
  ventsOpen: (vents: Said): string => `Vents ${vents}`,
  undone: (step: Said): string => `Undone: ${step}`,

  // ClimateFindings.vue
  valueMinutes: (value: Said): string => `${value} minutes`,
  percentBelow: (percent: Said): string => `${percent} below`,
  percentAbove: (percent: Said): string => `${percent} above`,
  atHoursWordsToWarm: (
    at: Said,
    hours: Said,
    words: Said,
    warm: Said,
    warmerThanEggs: Said,
    moves: Said,
  ): string => `${at}, ${hours} ${words} to ${warm}: ${warmerThanEggs}${moves}.`,

  // LoggerImport.vue
  temperatureC: 'temperature, °C',
  temperatureF: 'temperature, °F',
  humidity2: 'humidity, %',

  // RoundView.vue
  missedRounds: (missed: Said): string => `${missed} rounds`,
  missedInTheLastDay: (words: Said): string =>
    ` ${words} missed in the last day. Eggs cope with that; carry on from here.`,
  isUpNow: (sideUp: Said): string => `${sideUp} is up now. `,

  // SensorList.vue
  atTheEggs3: ' at the eggs',
  inTheAir2: ' in the air',

  // SetDays.vue
  fromTo: (first: Said, localDateOf: Said): string => `${first} to ${localDateOf}`,

  // SetView.vue
  hatcher: ' (hatcher)',
  keptToCompare: ' (kept to compare)',
  waxed: ' (waxed)',
  onDay: (parse: Said): string => ` on ${parse}`,

  // WeighView.vue
  on: ' on',
  secondThermometer: 'A second thermometer would narrow this.',
})
