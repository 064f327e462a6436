import { spoken, type Said } from '../../words/language.ts'

/** What the pages of this job say, by the file that says it first. */
export const WORDS = spoken({
  // BreakoutList.vue
  breakoutOpenUnhatchedEggs: 'Breakout: open unhatched eggs',
  wearGlovesAndAMask:
    'Wear gloves and a mask. Open eggs over a bowl, away from your face: rotten eggs burst. Make sure twice that an egg is dead.',
  chickWas: 'chick was',
  chicksWere: 'chicks were',
  countedAndTheSameNumber: (unnamed: Said, words: Said): string =>
    `${unnamed} ${words} counted, and the same number of eggs left. If their shells are empty, they hatched.`,
  allEmptyRecordAsHatched: 'All empty: record as hatched',
  eggsToOpen: 'Eggs to open',
  lastPhotographOf: (placeOf: Said): string => `Last photograph of ${placeOf}`,
  atItsLastLookDay: (placeOf: Said, ageDays: Said): string => `${placeOf} at its last look, day ${ageDays}`,
  drawingOfALivingEgg: (value: Said): string => `Drawing of a living egg, day ${value} at the lamp`,
  noLooks: 'no looks',
  youSaidGrade: (grade: Said): string => `, you said ${grade}`,
  dayAgeDaysGradeWords: (ageDays: Said, grade: Said, words: Said): string =>
    `day ${ageDays} ${grade}${words}`,
  chooseWhatYouFound: 'choose what you found',
  whatWasInside: 'What was inside',
  stageReached: 'Stage reached',
  dayValue: (value: Said): string => `day ${value}:`,
  diedAboutDay: 'Died about day',
  noLookHelpsHere: 'No look helps here.',
  itsLooksSuggestAboutDay: (byLooks: Said): string => `Its looks suggest about day ${byLooks}.`,
  signs: 'Signs',
  pipped: 'pipped',
  saveNextEgg: 'Save, next egg',
  anEmptyShellItHatched: 'An empty shell: it hatched',
  malpositionedHeadAwayFromThe: 'malpositioned, head away from the air cell',
  rottenOrSmelly: 'rotten or smelly',
  wetMuchFluid: 'wet, much fluid',
  dryStuckToTheMembrane: 'dry, stuck to the membrane',
  manyEarlyDeathsStoragePosting: 'Many early deaths: storage, posting, handling, temperature swings.',
  manyInTheMiddleThird: 'Many in the middle third: the hens’ feed, temperature, dirt.',
  manyLateDeathsSmallAir: 'Many late deaths: small air cells mean too humid, large ones too dry.',
  manyPippedAndDeadHumidity: 'Many pipped and dead: humidity at lockdown, ventilation, opening the lid.',
  dayOfDeathMustBe: (days: Said): string => `Day of death must be 0 to ${days}.`,

  // BrooderPlan.vue
  theBrooder: 'The brooder',
  chicksOfName: (chicks: Said, name: Said): string => `${chicks} of ${name}`,
  is1Brooder: 'is 1 brooder',
  areBroodersBrooders: (brooders: Said): string => `are ${brooders} brooders`,
  inBroodersAsWellThere: (chicksOfName: Said, words: Said): string =>
    `In brooders as well: ${chicksOfName}. There ${words} here.`,
  whatIsDue: 'What is due',
  weekByWeek: 'Week by week',
  week: 'Week',
  floorTemperatureUnderTheLamp: 'Floor temperature under the lamp',
  floorSpace: 'Floor space',
  watchHowTheyLieAt: 'Watch how they lie: at the walls means too hot, huddled under the lamp too cold.',
  deepEnoughForTheNostrils: ', deep enough for the nostrils and no more',
  shallowWaterStarterCrumbFor: (deepEnoughForTheNostrils: Said): string =>
    `Shallow water${deepEnoughForTheNostrils}; starter crumb for their kind.`,
  heatLampsStartFiresFix:
    'Heat lamps start fires: fix them twice, clear of bedding. Use a residual-current device and dry hands.',
  everyoneWashesHandsBeforeAnd:
    'Everyone washes hands before and after. Follow local rules when you sell or give away live birds.',
  aSingleChickDoesBadly:
    'A single chick does badly. Find it company of its own age within a day; until then give it a mirror and a soft toy.',
  smallChicksCanDrownIn:
    'Small chicks can drown in an egg cup. Keep pebbles or marbles in the water for the first week.',
  waterfowlWetEverythingAndTrample: 'Waterfowl wet everything and trample small chicks. Keep them apart.',

  // ChickLog.vue
  chicks: 'Chicks',
  tallyMoresCounted: (tally: Said, mores: Said): string => `${tally}${mores} counted`,
  handoverSheet: 'Handover sheet',
  bandIsAlreadyOn: (name: Said, placeOf: Said): string => `Band ${name} is already on ${placeOf}.`,

  // ChickRow.vue
  outOut: (out: Said): string => `out ${out}`,
  band: 'band',
  bandOfPlace: (place: Said): string => `Band of ${place}`,
  conditionOfPlace: (place: Said): string => `Condition of ${place}`,
  toWhom: 'to whom',
  note: 'note',
  noteAboutPlace: (place: Said): string => `Note about ${place}`,

  // CloseSet.vue
  reopenTheSet: 'Reopen the set',
  closeTheSet: 'Close the set',
  giveUpEggs: (eggs: Said): string => `Give up ${eggs}?`,
  theyMayStillHatchNot: (localDateOf: Said): string =>
    `They may still hatch: not late until ${localDateOf}. A closed set has no more tasks; its eggs wait for breakout.`,

  // CompareSets.vue
  sideBySide: 'Side by side',
  notRecorded: 'not recorded',
  notMeasured: 'not measured',
  notOverYet: 'not over yet',
  nothingUnusual: 'nothing unusual',
  notEnoughData: 'not enough data',
  setOn: 'Set on',
  bird: 'Bird',
  eggs: 'Eggs',
  fertile: 'Fertile',
  hatchedOfTheFertile: 'Hatched, of the fertile',
  ofTheFertile: (phase: Said): string => `Of the fertile, ${phase}`,
  daysStored: 'Days stored',
  waterLostByLockdown: 'Water lost by lockdown',
  temperatureAboveTarget: 'Temperature above target',
  lidOffAfterLockdown: 'Lid off after lockdown',
  removalMethod: 'Removal method',
  likelyCause: 'Likely cause',

  // DiagnosisCard.vue
  thisIsWhatTheRecords: 'This is what the records fit best, not a verdict. Record what is missing next time.',
  forIt: 'For it',
  againstIt: 'Against it',
  stillToRecord: 'Still to record',
  chanceThatNothingIsUnusual: (chanceWords: Said): string =>
    `Chance that nothing is unusual: ${chanceWords}. This weighs the pattern and place of losses, water loss, breakout signs, air and lid. It cannot see illness, inbreeding or feed.`,
  probableCauseName: (name: Said): string => `Probable cause: ${name}.`,
  lossesAreNormalNoCause: 'Losses are normal: no cause found.',
  tooFewToTell: (eggs: Said): string => `${eggs}: too few to tell.`,
  itMayBeChance: (few: Said): string => `${few} It may be chance.`,
  lessThan1In100: 'less than 1 in 100',
  moreThan99In100: 'more than 99 in 100',
  valueIn100: (value: Said): string => `${value} in 100`,

  // GrowthCard.vue
  watchItGrow: 'Watch it grow',
  filmOfEgg: 'Film of egg',
  chooseAnEgg: 'choose …',
  toItsPage: 'Egg page',

  // HandOverView.vue
  print: 'Print',
  for: 'For',
  newKeeper: 'new keeper',
  with: 'With',
  chicksGivenAway: 'chicks given away',
  allChicksStillHere: 'all chicks still here',
  backToHatch: 'Back to hatch',
  theHatchery: 'the hatchery',
  forWords: (words: Said): string => `; for ${words}`,
  fromTheHatcheryLocalDateOfForWordsLabel: (
    theHatchery: Said,
    localDateOf: Said,
    forWords: Said,
    label: Said,
    name: Said,
  ): string => `From ${theHatchery}, ${localDateOf}${forWords}. ${label}, set “${name}”.`,
  noChickOfThisSet: 'No chick of this set is recorded as out.',
  bandOrEgg: 'Band or egg',
  hatched: 'Hatched',
  ageToday: 'Age today',
  from: 'From',
  notes: 'Notes',
  weak: 'weak',
  care: 'Care',
  noLampNeededADry: 'No lamp needed: a dry house, shut at night, with at least 0.1 m² per bird.',
  weekOfLife: 'Week of life',
  atTheWallsTooHot: 'At the walls: too hot. Huddled under the lamp: too cold. Never keep one alone.',
  starterCrumbForTheirKind: (deepEnoughForTheNostrils: Said): string =>
    `Starter crumb for their kind; shallow water${deepEnoughForTheNostrils}. Keep waterfowl and small chicks apart.`,
  heatLampsStartFiresFixThem: 'Heat lamps start fires: fix them twice, clear of bedding.',
  washHandsBeforeAndAfter: 'Wash hands before and after, children too. Keep chicks away from faces.',
  followLocalRulesForMoving:
    'Follow local rules for moving and selling live birds. Ask a vet about sick birds.',
  thereIsNoSuchSet: 'There is no such set.',
  backToToday: 'Back to Today',

  // HatchCounts.vue
  nameOneLess: (name: Said): string => `${name}: one less`,
  nameOneMore: (name: Said): string => `${name}: one more`,
  ofEggsWhenTheHatch: (most: Said): string =>
    `Of ${most} eggs. When the hatch is over, the eggs not opened are counted as these chicks.`,
  pippedSoFarIncludingThose: 'Pipped so far, including those out',
  chicksOutSoFar: 'Chicks out so far',

  // HatchResults.vue
  results: 'Results',
  noResultsYet: 'No results yet.',
  stillOpenFiguresSoFar: (count: Said): string => `${count} still open; figures so far.`,
  inBrackets95ConfidenceInterval: (eggs: Said): string =>
    `${eggs}. In brackets: 95 % confidence interval. With so few eggs it is wide.`,
  removedAliveItHappensTo: (living: Said): string =>
    `Removed alive: ${living}. It happens to everyone once. A second look before removal prevents it, and so does holding all but rings and leakers to lockdown.`,
  csv: 'CSV',
  reportOnePage: 'Report, one page',
  fertileByCandling: 'Fertile, by candling',
  trueFertility: 'True fertility',
  knownOnceEveryClearEgg: 'known once every clear egg is opened: early deaths look clear',
  hatchedOfTheSet: 'Hatched, of the set',

  // HatchMethods.vue
  helping: 'Helping',
  movingChicksToTheBrooder: 'Moving chicks to the brooder',
  washHandsAfterwardsChildrenToo:
    'Wash hands afterwards, children too. For weak or injured chicks ask a vet and follow local rules.',
  asALastResort: 'as a last resort',
  eachWhenDry: 'each when dry',
  allAfterADay: 'all after a day',
  afterTwoToThreeDays: 'after two to three days, when the hatch is over',
  theVesselsMayStillCarry: 'The vessels may still carry blood, and weak chicks rarely do well.',
  noEggHasWaitedThat: 'No egg has waited that long.',
  moreThanHours: (helpAfterHours: Said, slow: Said): string => `More than ${helpAfterHours} hours: ${slow}.`,
  onlyMoreThanHoursAfter: (helpAfterHours: Said, many: Said): string =>
    `Only more than ${helpAfterHours} hours after pipping, with no progress and dry membranes without blood. If you see blood, stop and close it. ${many}`,
  chicksLiveOnTheirYolk: 'Chicks live on their yolk for up to three days: there is no hurry.',
  theFirstChicksYolkLasts: (roughTime: Said): string =>
    `The first chick’s yolk lasts until about ${roughTime}.`,
  theFirstChickHasBeen: 'The first chick has been out for three days: it needs water and feed now.',
  inGroupsOpeningAsSeldom: (latest: Said): string => `In groups, opening as seldom as possible. ${latest}`,
  fromAt: (at: Said): string => `From ${at}`,
  now: 'Now',
  inOneOpening: (words: Said, latest: Said): string => `${words}, in one opening. ${latest}`,

  // HatchView.vue
  hatchName: (name: Said): string => `Hatch: ${name}`,
  undo: 'Undo',
  backToSet: 'Back to set',
  closedOnlyItsChicksTasks: 'Closed. Only its chicks’ tasks remain.',
  wouldBeGivenUpAnd: (eggs: Said): string => `${eggs} would be given up and wait for breakout.`,
  everyEggIsAccountedFor: 'Every egg is accounted for.',
  outEveryEggIsAccounted: (chicks: Said): string => `${chicks} out. Every egg is accounted for.`,
  outToBeOpened: (chicks: Said, eggs: Said): string => `${chicks} out; ${eggs} to be opened.`,
  lockdownHasNotStarted: 'Lockdown has not started.',
  noChickOutYet: 'No chick out yet',
  stillInNotLateUntil: (out: Said, eggs: Said, localDateOf: Said): string =>
    `${out}, ${eggs} still in. Not late until ${localDateOf}.`,

  // HatchWatch.vue
  pipsAndChicks: 'Pips and chicks',
  remainingChicks80LikelyBetween: (roughTime: Said, roughTime2: Said): string =>
    `Remaining chicks: 80 % likely between ${roughTime}, and ${roughTime2}.`,
  eggByEgg: 'egg by egg',
  countOnly: 'count only',
  zipsToo: 'zips too',
  tapAnEggWhenIt: (zips: Said): string =>
    `Tap an egg when it pips, ${zips}and again when the chick is out. Leave the lid on.`,
  waiting: 'waiting',
  longestSincePippingHoursFrom: (value: Said): string =>
    `Longest since pipping: ${value} hours. From pip to hatch takes 5 to 24, sometimes more.`,
  theLid: 'The lid',
  leaveItShutUntilHours: (at: Said, lidRestHours: Said): string =>
    `Leave it shut until ${at}: ${lidRestHours} hours of rest, except in need.`,
  shutForHours: (lidRestHours: Said): string => `Shut for ${lidRestHours} hours.`,
  notOpenedSinceLockdown: 'Not opened since lockdown.',
  theLidWasOffFor: 'The lid was off for',
  openedFor: 'Opened for',
  photoNoteFor: 'Photo note for',
  noEgg: 'no egg',
  pippedHAgo: (hours: Said): string => `pipped ${hours} h ago`,
  zippingForH: (hours: Said): string => `zipping for ${hours} h`,
  somethingElse: 'something else',
  tooDry: 'too dry',
  aboveTarget: 'above target',
  onTarget: 'on target',
  humidityTargetTo: (last: Said, isWord: Said, low: Said, high: Said): string =>
    `Humidity ${last} %: ${isWord} (target ${low} to ${high} %).`,

  // HistoryView.vue
  history: 'History',
  everySetYouRunStays:
    'Every set you run stays here, year by year, to look up and compare. There is none yet.',
  planYourFirstSet: 'Plan your first set',
  hatchOfFertile: (shareWords: Said): string => `; hatch of fertile ${shareWords}`,
  search: 'Search',
  nameBreedBirdSourceNotes: 'name, breed, bird, source, notes',
  show: 'Show',
  sets: 'sets',
  compareName: (name: Said): string => `Compare ${name}`,
  labelSetLocalDateOf: (label: Said, localDateOf: Said): string => `${label}, set ${localDateOf}`,
  select2ToSetsTo: (mostCompared: Said): string => `Select 2 to ${mostCompared} sets to compare them.`,

  // LockdownSteps.vue
  lockdown: 'Lockdown',
  notYetKeepTurningUntil: (lastTurning: Said): string => `Not yet. Keep turning until ${lastTurning}.`,
  theLidOfMustNow: (name: Said, name2: Said): string =>
    `The lid of ${name} must now stay shut, but other sets there still need turning: ${name2}.`,
  whereNameHatch: (name: Said): string => `, where ${name} hatch`,
  moveToNameWords: (name: Said, words: Said): string => `Move to ${name}${words}`,
  turnerOffForAllTurn: 'Turner off for all; turn the others by hand',
  openIncubator: 'Open incubator',
  turnTheOthersByHand: 'Turn the others by hand, all at once, opening as seldom as possible.',
  candle: 'Candle',
  eggsToRemove: (eggs: Said): string => `${eggs} to remove`,
  toRemove: 'To remove',
  startLockdownAllDone: 'Start lockdown: all done',
  startLockdownWithNotDone: (left: Said): string => `Start lockdown with ${left} not done`,
  candleEveryEggOneLast: 'Candle every egg one last time',
  removeEggsThatAreCertainly: 'Remove eggs that are certainly dead. If unsure, leave them in',
  turnerRemovedOrSwitchedOff: 'Turner removed or switched off',
  dividersOutNothingAChick: 'Dividers out: nothing a chick can get caught in',
  nonSlipMatOverThe: 'Non-slip mat over the grid. Never newspaper: legs splay on it',
  everyWaterChannelFullFor: (low: Said, high: Said): string =>
    `Every water channel full, for ${low} to ${high} % humidity`,
  ventsAtLeastAThird: 'Vents at least a third open',
  eggsOnTheirSidesOr: 'Eggs on their sides or blunt end up, as you prefer',
  lidOnItStaysOn: 'Lid on. It stays on',
  brooderWarmingUpWaterAnd: 'Brooder warming up, water and feed ready',

  // PlaceMap.vue
  traysOfBy: (rows: Said, columns: Said): string => `trays of ${rows} by ${columns}`,
  hatchOfFertileByPlace: (incubator: Said): string => `Hatch of fertile by place, ${incubator}`,
  countOfOfWordHatched: (count: Said, ofWord: Said): string => `${count} of ${ofWord} hatched`,
  noFertileEgg: 'no fertile egg',

  // ReportView.vue
  allResults: 'All results',
  set: 'Set',
  hatchedIn: 'Hatched in',
  chicksOut: 'Chicks out',
  valueDaysToAtAt2: (value: Said, days: Said, at: Said, at2: Said, value2: Said): string =>
    `${value} (${days}) to ${at} (${at2}); due ${value2}`,
  percentWordsPercentWords2IsGood: (percentWords: Said, percentWords2: Said): string =>
    `${percentWords}; ${percentWords2} is good`,
  temperatureAtTheEggs: 'Temperature at the eggs',
  cFromTarget: (celsiusOver: Said, abs: Said): string => `${celsiusOver}${abs} °C from target`,

  // ResultsView.vue
  finishedSetsEveryEggAccounted:
    'Finished sets: every egg accounted for or given up. In brackets and as bars: 95 % confidence interval, wide when there are few eggs.',
  noSetIsFinishedYet:
    'No set is finished yet. Tap pips and chicks on a set’s hatch page, and open what is left. The results appear here.',
  compareBy: 'Compare by',
  byGroup: (group: Said): string => `By ${group}`,
  openOpen: (open: Said): string => `, ${open} open`,
  overTime: 'Over time',
  hatchRateBySet: 'Hatch rate by set',
  whereInTheTray: 'Where in the tray',
  hatchOfFertileInEach:
    'Hatch of fertile in each place. The darker, the surer it is below the rest. One or two eggs prove nothing.',
  sourceOrHenHouse: 'source or hen house',
  ageOfTheEggs: 'age of the eggs',
  removalMethod2: 'removal method',
  hatchedBetterThanTheDifference: (name: Said, name2: Said): string =>
    `${name} hatched better than ${name2}. The difference is unlikely to be chance.`,
  noClearDifferenceTheIntervals: 'No clear difference: the intervals overlap, so it may be chance.',

  // TrayFates.vue
  outcomeOfEachEgg: (name: Said): string => `Outcome of each egg, ${name}`,

  // chick-words.ts
  givenAway: 'given away',

  // diagnosis-words.ts
  humidityTooHighTheEggs: 'humidity too high, the eggs lost too little water',
  runDrierWeighEggsOr: 'Run drier; weigh eggs or measure air cells to see how much.',
  humidityTooLowTheEggs: 'humidity too low, the eggs lost too much water',
  runMoreHumidWeighEggs: 'Run more humid; weigh eggs or measure air cells to see how much.',
  eggsStoredTooLong: 'eggs stored too long',
  setWithinAWeekOf: 'Set within a week of laying. Store cool, blunt end up, turned daily.',
  aBadPlaceInThe: 'a bad place in the tray',
  putASecondThermometerThere: 'Put a second thermometer there; swap trays at each turning.',
  eggsShakenInTransport: 'eggs shaken in transport',
  restPostedEggsBluntEnd: 'Rest posted eggs blunt end up for a day; collect eggs yourself if you can.',
  lidOpenedTooOftenAfter: 'lid opened too often after lockdown',
  haveEverythingReadyBeforeLockdown:
    'Have everything ready before lockdown; then open at most every six hours.',
  incubatorTooCool: 'incubator too cool',
  checkTheThermometerAtEgg: 'Check the thermometer at egg height against one you trust, in warm water.',
  incubatorTooWarm: 'incubator too warm',
  keepNestsCleanDoNot: 'Keep nests clean, do not wash eggs, disinfect the incubator before the next set.',
  theHensFeedOrHealth: 'the hens’ feed or health',
  feedABreederRationFor:
    'Feed a breeder ration for four weeks before collecting; set other hens’ eggs beside them.',
  infertileEggs: 'infertile eggs',
  checkEachPenHensPer:
    'Check each pen: hens per cock, age, season, feet and feathers. Set a few eggs from each pen separately.',
  crackedOrRoughlyHandledShells: 'cracked or roughly handled shells',
  candleForCracksBeforeSetting:
    'Candle for cracks before setting. Use better nests, fewer eggs per basket, trays that fit.',
  openEveryEggAndRecord: 'open every egg and record the day of death',
  openTheClearEggs: 'open the clear eggs',
  recordCracksWhenCandling: 'record cracks when candling',
  recordEachEggsPlaceIn: 'record each egg’s place in the tray',
  recordTheLayingDates: 'record the laying dates',
  recordWhichEggsCameBy: 'record which eggs came by post',
  weighTheEggsOrPhotograph: 'weigh the eggs, or photograph the air cells',
  recordWhatYouSeeAt: 'record what you see at breakout',
  markLooseAirCellsWhen: 'mark loose air cells when candling',
  recordLidOpenings: 'record lid openings',
  aHumiditySensorAtLockdown: 'a humidity sensor at lockdown',
  aThermometerAtEggHeight: 'a thermometer at egg height, read for at least three days',
  tapEachChickWhenIt: 'tap each chick when it hatches',
  whenTheyDied: (words: Said): string => `when they died: ${words}`,
  ofEggsWereNeverFertile: (infertile: Said, eggs: Said): string =>
    `${infertile} of ${eggs} eggs were never fertile`,
  lossesAreSpreadOverThe: 'losses are spread over the whole tray',
  chicksHEarlier: (earlierHours: Said): string => `, chicks ${earlierHours} h earlier`,
  aboutOfDiedElsewhereOf: (
    placeLabel: Said,
    count: Said,
    ofWord: Said,
    count2: Said,
    ofWord2: Said,
    early: Said,
  ): string => `about ${placeLabel}: ${count} of ${ofWord} died, elsewhere ${count2} of ${ofWord2}${early}`,
  whetherOlderEggsDiedMore: 'whether older eggs died more often',
  whetherEggsFromThePost: 'whether eggs from the post died early more often',
  theEggsLostByLockdown: (mean: Said, percent: Said): string =>
    `the eggs lost ${mean} by lockdown; ${percent} is good`,
  theHygrometerReadPointsFrom: (signed: Said): string =>
    `the hygrometer read ${signed} points from the usual`,
  ofWetDryRotten: (eggs: Said, with_: Said, with_2: Said, with_3: Said): string =>
    `of ${eggs} ${with_} wet, ${with_2} dry, ${with_3} rotten`,
  storageDaysDaysStored: (storageDays: Said): string => `${storageDays} days stored`,
  ofCameByPost: (posted: Said, eggs: Said): string => `${posted} of ${eggs} came by post`,
  theLidWasOffFrom: (times: Said): string => `the lid was off ${times} from lockdown on`,
  humidityAtLockdownPointsFrom: (signed: Said): string => `humidity at lockdown ${signed} points from target`,
  cFromTargetOnAverage: (signed: Said): string => `${signed} °C from target on average`,
  chicksHThanDueOn: (abs: Said, hours: Said): string => `chicks ${abs} h ${hours} than due, on average`,

  // fate-words.ts
  removedOrOpenedAlive: 'removed or opened alive',
  diedInTheFirstThird: 'died in the first third',
  diedInTheSecondThird: 'died in the second third',
  diedInTheLastThird: 'died in the last third',
  pippedAndDied: 'pipped and died',
  removedAsClearNotOpened: 'removed as clear, not opened',
  removedAsABloodRing: 'removed as a blood ring, not opened: died in the first third',
  removedAsDeadOrDoubtful: 'removed as dead or doubtful, or day of death unknown',
  stillOpen: 'still open',

  // Single words
  groupSet: 'set',
  groupBird: 'bird',
  groupBreed: 'breed',
  groupIncubator: 'incubator',
  groupCandler: 'candler',
  all: 'all',
  running: 'running',
  closed: 'closed',
  planned: 'planned',
  forChicks: 'chicks',
  forWater: 'water',
  headOfTheFertile: 'Of the fertile',

  // BreakoutList.vue
  onDay: (parse: Said): string => ` on ${parse}`,

  // BrooderPlan.vue
  withPebbles: ' with pebbles',

  // HandOverView.vue
  eggNumber: (number: Said): string => `egg ${number}`,

  // HatchWatch.vue
  againWhenItZips: 'again when it zips, ',

  // brooder-words.ts
  fromTo: (toShown: Said, value: Said): string => `${toShown} to ${value}`,
})
