import { spoken, type Said } from '../../words/language.ts'

/** What the pages of this job say, by the file that says it first. */
export const WORDS = spoken({
  // CardAtLamp.vue
  nextEggComingToThe: 'Next egg coming to the lamp',
  turnItLeft: 'Turn it left',
  turnItRight: 'Turn it right',
  dimmerLamp: 'Dimmer lamp',
  brighterLamp: 'Brighter lamp',
  doesItMove: 'Does it move?',
  holdingStill: 'Holding still',
  itIsStill: 'It is still',

  // ClassView.vue
  class: 'Class',
  lookTogetherRaiseHandsThen:
    'Look together, raise hands, then see the truth. No names are saved. Children wash their hands after real eggs, and nobody looks into the lamp.',
  eggs: 'Eggs',
  simulatedTruthKnown: 'simulated, truth known',
  ourTrayName: (name: Said): string => `our tray: ${name}`,
  trayCode: 'Tray code',
  day: 'Day',
  classSheet: 'Class sheet',
  backToPractice: 'Back to Practice',
  eggAtTheLampYou: (name: Said): string => `Egg ${name} at the lamp. You decide what it is.`,
  eggAtTheLamp: (name: Said): string => `Egg ${name} at the lamp`,
  eggName: (name: Said): string => `Egg ${name}`,
  handsForGrade: (grade: Said): string => `Hands for ${grade}`,
  oneHandFewer: (grade: Said): string => `${grade}: one hand fewer`,
  oneHandMore: (grade: Said): string => `${grade}: one hand more`,
  ourVotes: 'Our votes',
  theTruth: 'The truth',
  ofRightSoFar: (right: Said, hands: Said): string => `${right} of ${hands} right so far.`,
  trayWordLabelDayAgeDays: (word: Said, label: Said, ageDays: Said): string =>
    `Tray “${word}”, ${label}, day ${ageDays}`,
  egg: 'Egg',
  notSure: 'Not sure',
  itWas: 'It was',

  // CutOpenEgg.vue
  cutAwayViewOfThe: 'Cut-away view of the egg',

  // DaysView.vue
  anEggDayByDay: 'An egg day by day',
  ageWordsOfDaysDaysTitle: (ageWords: Said, days: Said, title: Said): string =>
    `${ageWords} of ${days} days: ${title}`,
  aDayEarlier: 'A day earlier',
  aDayLater: 'A day later',
  atTheLamp: (fate: Said, ageWords: Said): string => `${fate}, ${ageWords}, at the lamp`,
  stillAliveToday: ', still alive today',
  cutAwayView: 'Cut-away view',
  wallChart: 'Wall chart',
  printAs: 'Print as',
  oneChart: 'one chart',
  oneCardPerDay: 'one card per day',
  print: 'Print',
  daysOneBoxPerDay: (label: Said, days: Said): string => `${label}: ${days} days, one box per day`,
  aLivingEggOfDay: (at: Said): string => `A living egg of day ${at} at the lamp`,
  dayAt: (at: Said): string => `Day ${at}`,
  oneBoxPerDay: 'One box per day',
  living: 'Living',
  clear: 'Clear',
  stoppedEarly: 'Stopped early',
  stoppedHalfway: 'Stopped halfway',
  dayValueHoursH: (value: Said, hours: Said): string => `Day ${value}, ${hours} h`,

  // EggKind.vue
  bird: 'Bird',
  shell: 'Shell',

  // PracticeStanding.vue
  yourProgress: 'Your progress',
  livingCalledDead: (latestLost: Said): string => `, ${latestLost} living called dead`,
  thisTimeOfRight: (filter: Said, latest: Said, livingCalledDead: Said): string =>
    `This time ${filter} of ${latest} right${livingCalledDead}.`,
  compareWith: 'Compare with',
  nobody: 'nobody',
  you: 'You',
  theProgramOnTheSame: 'The program, on the same pictures',
  airCellLineError: 'Air cell line, error',
  confusions: 'Confusions',
  truthYourAnswer: 'Truth, your answer',
  confidence: 'Confidence',
  rightWords: (words: Said): string => `right ${words}`,
  shownMoreOftenNow: 'Shown more often now',
  notSeenYet: 'not seen yet',
  seenSeenRecallPercent: (seen: Said, percent: Said): string => `${seen} seen, recall ${percent}`,
  removalRuleThatSuitsYou: 'Removal rule that suits you',
  afterEggsThisShowsWhich: (leastAnswers: Said): string =>
    `After ${leastAnswers} eggs, this shows which rule would lose you the least.`,
  removalRule: 'Removal rule',
  livingEggsRemoved: 'Living eggs removed',
  costPerHundredInLiving: 'Cost per hundred, in living eggs',
  bestForYouSoFar: 'best for you so far',
  costsRemovingALivingEgg:
    'Costs: removing a living egg 1, leaving a dead one 0.1, a second look at a living egg 0.01, at a dead one 0.03.',
  progressOverTime: 'Progress over time',
  byShellAndByDay: 'By shell and by day',
  csv: 'CSV',
  notYetKnown: 'not yet known',
  rightOfAll: 'Right, of all',
  agreementBeyondChanceKappa: 'Agreement beyond chance (kappa)',
  livingEggsCalledDead: 'Living eggs called dead',
  livingEggsLostPer100: 'Living eggs lost, per 100 looks',
  pointsPointsLeanLines: (points: Said, lean: Said, lines: Said): string =>
    `${points} points${lean}, ${lines}`,
  firstThird: 'first third',
  secondThird: 'second third',
  lastThird: 'last third',
  ofLivingEggsWouldHave: (count: Said, ofWord: Said): string =>
    `${count} of ${ofWord} living eggs would have been removed. If in doubt, leave it in: a second look in a few days does no harm.`,

  // PracticeView.vue
  practice: 'Practice',
  simulatedEggsWhoseTruthIs:
    'Simulated eggs whose truth is known. Ten eggs take three minutes. You see more of what you confuse. No egg can come to harm.',
  learner: 'Learner',
  againstTheClock: 'against the clock',
  alsoDrawTheAirCell: 'also draw the air cell',
  includeYourOwnPhotographs: 'include your own photographs',
  ofEggsWhoseOutcomeIs: (photographs: Said): string => `${photographs} of eggs whose outcome is known.`,
  noneOfYourEggsHas:
    'None of your eggs has a known outcome yet; hatch and breakout add them. Until then all eggs are simulated.',
  tenMore: 'Ten more',
  begin: 'Begin',
  whatEachDayLooksLike: 'What each day looks like at the lamp, and on paper.',
  oneTrayForAllRaise: 'One tray for all: raise hands, then see the truth.',
  eggOfAtTheLamp: (ofSitting: Said, sitting: Said, view: Said, sides: Said): string =>
    `Egg ${ofSitting} of ${sitting} at the lamp, side ${view} of ${sides}. You decide what it is.`,
  yourOwnPhotograph: '; your own photograph',
  ofDayOf: (
    ofSitting: Said,
    sitting: Said,
    label: Said,
    ageDays: Said,
    incubationDays: Said,
    words: Said,
  ): string => `${ofSitting} of ${sitting}; ${label}, day ${ageDays} of ${incubationDays}${words}`,
  dragTheEndsOfThe: 'Drag the ends of the line to where the air cell meets the shell.',
  thisPhotographIsMissing: 'This photograph is missing.',
  thisEggCouldNotBe: 'This egg could not be drawn.',
  nextEgg: 'Next egg',
  tryAgain: 'Try again',
  itIsCooling: ': it is cooling',
  whatIsIt: 'What is it?',
  saidHowSure: (said: Said): string => `${said}. How sure?`,
  correct: 'Correct.',
  youSaidSaid: (said: Said): string => `You said ${said}.`,
  linesAsMeasured: 'Lines: as measured.',
  thisWasAbout: (confusion: Said): string => `This was about ${confusion}.`,
  seeResults: 'See results',
  perlumenCouldNotGradeThis: 'Perlumen could not grade this picture.',
  perlumenSaidGradeReason: (grade: Said, reason: Said): string => `Perlumen said ${grade}${reason}`,

  // RightnessView.vue
  accuracyHowOftenWereWe: 'Accuracy: how often were we right?',
  looksAtEggsWhoseOutcome:
    'Looks at eggs whose outcome is known: opened or hatched. Counted where the program or you decided. In brackets: 95 % confidence interval.',
  nothingIsConfirmedYetRecord:
    'Nothing is confirmed yet. Record what you find when you open an egg (under “To remove”), and which eggs hatched (on the set’s page).',
  confirmedCanBeJudged: (eggs: Said, looks: Said): string => `${eggs} confirmed; ${looks} can be judged.`,
  looks: 'Looks',
  programRight: 'Program right',
  youRight: 'You right',
  whatPerlumenLearntFromYour: 'What Perlumen learnt from your eggs',
  itNowTreats: (learnt: Said): string => `It now treats ${learnt}.`,
  noChangeYetTooFew: 'No change yet: too few confirmed eggs, or they agree with the model.',
  theModelItselfDoesNot:
    'The model itself does not change. These numbers are recalculated from all confirmed eggs and carry little weight until there are a few dozen. Existing looks keep their grades.',
  regradeOldLooks: 'Regrade old looks',
  was: 'was',
  were: 'were',
  inYourRecordsGradedBy: (looks: Said, words: Said): string =>
    `${looks} in your records ${words} graded by another model. Their measurements stay. Suggestions are recalculated, old ones are kept beside them, and your own grades stand.`,
  regradedOfThemChanged: (looks: Said, otherwise: Said): string =>
    `${looks} regraded; ${otherwise} of them changed.`,
  setDoneOfTotal: (done: Said, total: Said): string => `set ${done} of ${total}`,
  stop: 'Stop',
  regrade: 'Regrade',
  byTrueState: 'By true state',
  byAge: 'By age',
  byShell: 'By shell',
  rightOfDecidedValueValue2: (right: Said, decided: Said, value: Said, value2: Said): string =>
    `${right} of ${decided} (${value}–${value2} %)`,
  thePictureAsAWhole: 'the picture as a whole',
  asLikelyOdds: (grade: Said, grade2: Said, exp: Said): string =>
    `${grade} as ${grade2} likely (odds × ${exp})`,
  asTellingThanElsewhere: (voice: Said, voice2: Said, voice3: Said): string =>
    `${voice} as ${voice2} telling than elsewhere (× ${voice3})`,

  // layers.ts
  airCell: 'air cell',

  // own-egg.ts
  thisBrowserCannotCropThe: 'this browser cannot crop the photograph',

  // useRegrading.ts
  theLooksGradedSoFar: (message: Said): string =>
    `${message} The looks graded so far are saved; continue when you like.`,

  // practice-words.ts
  aClearCase: 'a clear case',
  aFaintRingOrVeins: 'a faint ring, or veins',
  aShadeOfYolkOr: 'a shade of yolk, or a young embryo',
  aLateQuitterOrLiving: 'a late quitter, or living',
  aDarkShellOrNothing: 'a dark shell, or nothing in it',
  fairlySure: 'Fairly sure',
  sure: 'Sure',
  everythingYouCallDeadAt: 'Everything you call dead, at once.',
  onlyWhatYouAreSure: 'Only what you are sure of; second look for the rest.',
  onlyRingsYouAreSure: 'Only rings you are sure of; the rest stays until lockdown.',
  inARealTrayYou:
    'In a real tray you would have removed a living egg. Here no harm is done; that is what practice is for.',
  itWouldHaveStayedIn: 'It would have stayed in. A second look in a few days would find it.',
  waitingCostsASecondLook: 'Waiting costs a second look and does no harm.',
  vesselsThatBranchFromA: 'Vessels that branch from a dark, soft-edged body and get thinner.',
  anEvenGlowWithNo: 'An even glow with no lines and no body. A shade that drifts when turned is yolk.',
  oneLineThatClosesAround: 'One line that closes around an empty middle. Veins fork and never close.',
  aBodyWithoutLivingVessels: 'A body without living vessels, with a soft edge and murky contents.',
  tiltAbsOff: (abs: Said): string => `, tilt ${abs}° off`,
  comparedWithTheMeasuredLine: '; compared with the measured line',
  yourLineWasPointsOf: (points: Said, side: Said, tilt: Said, against: Said): string =>
    `Your line was ${points} points of the length too ${side}${tilt}${against}.`,

  // Single words
  embryo: 'embryo',
  vessels: 'vessels',
  ring: 'ring',
  lookedLike: 'Looked like: ',
  itIs: 'It is: ',
})
