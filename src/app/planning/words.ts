import { spoken, type Said } from '../../words/language.ts'

/** What the pages of this job say, by the file that says it first. */
export const WORDS = spoken({
  // AwayDays.vue
  away: 'Away',
  daysWhenNobodyCanCandle: 'Days when nobody can candle. Perlumen warns you when a plan needs you then.',
  from: 'From',
  to: 'to',
  removeAwayDays: (i: Said): string => `Remove away days ${i}`,
  addDaysAway: 'Add days away',

  // BasketEgg.vue
  eggMarkOnTheShell: (number: Said): string => `Egg ${number}: mark on the shell`,
  eggLaidOn: (number: Said): string => `Egg ${number}: laid on`,
  eggNumberWeight: (number: Said): string => `Egg ${number}: weight`,
  eggNumberLength: (number: Said): string => `Egg ${number}: length`,
  eggNumberBreadth: (number: Said): string => `Egg ${number}: breadth`,
  eggNumberShell: (number: Said): string => `Egg ${number}: shell`,
  waxed: 'waxed',
  eggNumberDecision: (number: Said): string => `Egg ${number}: decision`,
  refusedNotSaved: (refused: Said): string => `${refused} Not saved.`,
  asSuggested: 'as suggested',
  setIt: 'set it',
  doNotSet: 'do not set',
  keepAsReferenceUnset: 'keep as reference, unset',
  setExpectedToHatch: (percentWords: Said): string => `set; ${percentWords} expected to hatch`,
  referenceNotSet: 'reference, not set',
  notSet: 'not set',

  // BasketEggs.vue
  currentEgg: 'Current egg:',
  readTheScale: (isSimulated: Said): string => `Read the ${isSimulated}scale`,
  readTheCalliper: (isSimulated: Said): string => `Read the ${isSimulated}calliper`,
  scaleOnACable: 'Scale on a cable',
  calliperOnACable: 'Calliper on a cable',
  eggNoEggMeasuresThat: (number: Said, doubtWords: Said, label: Said): string =>
    `Egg ${number}: ${doubtWords}. No ${label} egg measures that. Check the unit, or for a typing error.`,
  itIsCorrect: 'It is correct',
  clear: 'Clear',
  eggsInTheBasket: 'Eggs in the basket',
  no: 'No.',
  mark: 'Mark',
  laid: 'Laid',
  weightUnitSymbol: (unitSymbol: Said): string => `Weight, ${unitSymbol}`,
  lengthBreadthUnitSymbol: (unitSymbol: Said): string => `Length × breadth, ${unitSymbol}`,
  shell: 'Shell',
  decision: 'Decision',
  earlierEggs: 'Earlier eggs',
  pageOfPages: (page: Said, pages: Said): string => `${page} of ${pages}`,
  laterEggs: 'Later eggs',

  // BatchForm.vue
  eggsForTheBasket: 'Eggs for the basket',
  eggs: 'Eggs',
  bird: 'Bird',
  anotherBird: 'another bird …',
  breed: 'Breed',
  laidFrom: 'Laid from',
  laidTo: 'Laid to',
  source: 'Source',
  ownHensANeighbour: 'own hens, a neighbour',
  turnedDaily: 'turned daily',
  cameByPost: 'came by post',
  on: 'on',
  addToBasket: 'Add to basket',
  thatDayIsInThe: 'That day is in the future.',
  theOldestAreDaysOld: (days: Said): string =>
    `The oldest are ${days} days old: too old to start well. They are not set unless you choose to.`,
  theOldestAreDaysOldThe: (days: Said, storageLimitDays: Said): string =>
    `The oldest are ${days} days old; the usual limit is ${storageLimitDays}.`,
  theOldestAreDaysOldUnder: (days: Said, bestStorageDays: Said): string =>
    `The oldest are ${days} days old; under ${bestStorageDays} is best.`,
  theOldestAreDaysOldGood: (days: Said): string => `The oldest are ${days} days old: good.`,
  perlumenHasNoFiguresFor:
    'Perlumen has no figures for that bird. Choose the closest one, and enter your own days under “Days of incubation”.',
  enterAWholeNumberOf: (mostEggs: Said): string => `Enter a whole number of eggs from 1 to ${mostEggs}.`,
  theLastDayOfLaying: 'The last day of laying is before the first. Swap them.',

  // CandlingSettings.vue
  candling: 'Candling',
  howLongEggsMayBe: 'How long eggs may be out',
  wordsMin: (words: Said): string => `${words}, min`,
  quickMarksAtTheLamp: 'Quick marks at the lamp, one per line',
  savePhotographs: 'Save photographs',
  small1200Pixels: 'small, 1200 pixels',
  medium1600Pixels: 'medium, 1600 pixels',
  large2400Pixels: 'large, 2400 pixels',
  originalSize: 'original size',
  measuringAlwaysUsesTheOriginal:
    'Measuring always uses the original. Only the saved copy is reduced, so that browser storage lasts for years.',
  usual: 'Usual',
  anEgg5MinutesA: 'An egg 5 minutes, a tray 30, the lid off 2.',
  brisk: 'Brisk',
  anEgg2MinutesA: 'An egg 2 minutes, a tray 15, the lid off 1: cool rooms, small eggs.',
  custom: 'Custom',
  yourOwnLimits: 'Your own limits.',
  egg: 'Egg',
  lidOff: 'Lid off',

  // HatchByAge.vue
  chanceOfHatchingRelativeTo: 'Chance of hatching relative to a fresh egg',
  eggsOfDaysDaysRelativeHatchability: (eggs: Said, days: Said, relativeHatchability: Said): string =>
    `${eggs} of ${days} days: ${relativeHatchability} %`,
  chanceOfHatchingAgainstA: (words: Said): string =>
    `Chance of hatching against a fresh egg, by days from laying to setting. ${words}.`,
  daysFromLayingToSetting: 'days from laying to setting',

  // HatcheryView.vue
  lampCheck: 'Lamp check',
  fromWhichDayItShows: 'From which day your lamp, phone and room show an embryo, a ring or the air cell.',
  openLampCheck: 'Open lamp check',
  hatcheryAndMethods: 'Hatchery and methods',
  newPlansStartFromThese:
    'New plans start from these settings; each set can differ. Changes are saved at once.',
  notSavedProblemsOf: (problemsOf: Said): string => `Not saved. ${problemsOf}`,
  savedNewPlansUseIt: 'Saved. New plans use it; existing records do not change.',
  browserStorageIsFull: 'Browser storage is full.',

  // IncubatorList.vue
  incubatorsAndHatchers: 'Incubators and hatchers',
  name: 'Name',
  usedAs: 'Used as',
  incubator: 'incubator',
  hatcher: 'hatcher',
  air: 'Air',
  fanValue: (value: Said): string => `fan, ${value}`,
  stillValue: (value: Said): string => `still, ${value}`,
  turning: 'Turning',
  automatic: 'automatic',
  byHand: 'by hand',
  holdsEggs: 'Holds eggs',
  displayCorrectionUnitSymbol: (unitSymbol: Said): string => `Display correction, ${unitSymbol}`,
  roundsPerDay: 'Rounds per day',
  waterLastsHours: 'Water lasts, hours',
  inUseHoldsTrays: 'In use: holds trays',
  removeName: (name: Said): string => `Remove ${name}`,
  addIncubator: 'Add incubator',
  addHatcher: 'Add hatcher',
  hatcher2: 'Hatcher',
  incubator2: 'Incubator',

  // MethodSettings.vue
  methods: 'Methods',
  whenToCandle: 'When to candle',
  howToCountDays: 'How to count days',
  whenTurningStops: 'When turning stops',
  whenToRemoveAnEgg: 'When to remove an egg',
  suspectsAreMarkedCheckedAgain:
    'Suspects are marked, checked again some days later, and removed only if both looks agree. Certain rings come out at once.',
  certainCasesComeOutAt: 'Certain cases come out at once. Needs a bright lamp and pale shells.',
  onlyCertainRingsAndLeakers: 'Only certain rings and leakers are removed before lockdown.',

  // PlaceSettings.vue
  place: 'Place',
  timeZone: 'Time zone',
  units: 'Units',
  cGMm: '°C, g, mm',
  fOzIn: '°F, oz, in',
  candlingBeginsAt: 'Candling begins at',
  brooders: 'Brooders',
  altitude: (unit: Said): string => `Altitude, ${unit}`,
  scaleResolution: (unit: Said): string => `Scale resolution, ${unit}`,
  turnsPerDayByHand: 'Turns per day by hand',
  warmUpBeforeSettingHours: 'Warm-up before setting, hours',
  restForPostedEggsHours: 'Rest for posted eggs, hours',
  turningByHandAnOdd: (turning: Said): string =>
    `Turning by hand: ${turning}. An odd number puts a different side up each night.`,

  // PlanBasket.vue
  theBasket: 'The basket',
  removeBatchWords: (batchWords: Said): string => `Remove: ${batchWords}`,
  close: 'Close',
  show: 'Show',
  theOneByOne: (words: Said, egg: Said): string => `${words} the ${egg} one by one`,
  layingDateUnknown: ', laying date unknown',
  byPost: ', by post',

  // PlanPreview.vue
  planForLabel: (label: Said): string => `Plan for ${label}`,
  setName: 'Set name',
  nameOfTheSet: (label: Said): string => `Name of the ${label} set`,
  setCountToSet: (setCount: Said): string => `${setCount} to set`,
  leftOutNotSet: (leftOut: Said): string => `, ${leftOut} not set`,
  aboutChicks: (chicks: Said): string => `; about ${chicks}`,
  set: 'Set',
  candle: 'Candle',
  never: 'never',
  lockdown: 'Lockdown',
  hatch: 'Hatch',
  storageDelaysTheHatchBy: (hours: Said): string =>
    `Storage delays the hatch by about ${hours}, already included.`,

  // PlanTrays.vue
  trays: 'Trays',
  tray: 'Tray',
  rows: 'Rows',
  columns: 'Columns',
  numbering: 'Numbering',

  // PlanView.vue
  planASet: 'Plan a set',
  fromTheBasketToThe: 'From the basket to the calendar. Saved as you go.',
  undo: 'Undo',
  emptyTheBasket: 'Empty the basket',
  aPlanFromAnEarlier: 'A plan from an earlier visit could not be read. It is kept.',
  exportJson: 'Export (JSON)',
  delete: 'Delete',
  timing: 'Timing',
  daysOfIncubation: (label: Said): string => `Days of incubation, ${label}`,
  addEggsToTheBasket: 'Add eggs to the basket: how many, which bird, when laid. The plan appears here.',
  notes: 'Notes',
  planTheseSets: (groups: Said): string => `Plan these ${groups} sets`,
  planThisSet: 'Plan this set',
  emptyTheBasket2: 'Empty the basket?',
  empty: 'Empty',
  theEggsInThisPlan: 'The eggs in this plan leave the basket. Sets already planned stay. You can undo this.',
  thePlanWasNotSaved: (message: Said): string => `The plan was not saved: ${message} It is still here.`,

  // ScaleSettings.vue
  photographScale: 'Photograph scale',
  lampCollarDiameter: (unitSymbol: Said): string => `Lamp collar diameter, ${unitSymbol}`,
  theFixedCameraShowsAcross: (value: Said, zone: Said): string =>
    `The fixed camera shows ${value} across its picture, calibrated with a measured egg on ${zone}.`,
  cameraWasMovedReset: 'Camera was moved: reset',
  perlumenUsesTheMostReliable:
    'Perlumen uses the most reliable scale: the egg’s calliper size, then the collar you mark in the picture (“Correct” at the bench), then the calibrated camera. Without one, sizes are relative.',

  // TimingChoice.vue
  chooseTheHatchDay: 'Choose the hatch day',
  weekday: 'Weekday',
  any: 'any',
  hatchDay: 'Hatch day',
  about: 'about',
  onlyFrom: 'only from',
  noSuchDayFitsWiden: 'No such day fits. Widen the dates, or choose any weekday.',
  chooseTheSettingDay: 'Choose the setting day',
  alreadySet: 'Already set',
  setOn: 'Set on',
  since: 'Since',
  at: 'at',
  monday: 'Monday',
  tuesday: 'Tuesday',
  wednesday: 'Wednesday',
  thursday: 'Thursday',
  friday: 'Friday',
  saturday: 'Saturday',
  sunday: 'Sunday',

  // kept-draft.ts
  yourLastPlanCannotBe: 'Your last plan cannot be read. It is kept, and a new one is started.',
  leftEmptyLeft: (left: Said): string => `Left empty: ${left}`,
  browserStorageIsFull2: 'browser storage is full',
  thePlanIsOnScreen: (why: Said): string => `The plan is on screen but not saved: ${why}.`,

  // useGauges.ts
  theWasNotConnected: (kind: Said, message: Said): string => `The ${kind} was not connected: ${message}`,
  theDoesNotMeasureThis: (kind: Said): string => `The ${kind} does not measure this.`,

  // BasketEggs.vue
  simulated: 'simulated ',

  // PlanBasket.vue
  fromTo: (value: Said, value2: Said): string => `${value} to ${value2}`,
  laidWords: (words: Said): string => `, laid ${words}`,
  fromSource: (source: Said): string => `, from ${source}`,
})
