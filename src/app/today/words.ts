import { spoken, type Said } from '../../words/language.ts'

/** What the pages of this job say, by the file that says it first. */
export const WORDS = spoken({
  stillToRemove: 'Still to remove',
  fromSetEggs: (places: Said): string => `Decided, but not yet noted as taken out: ${places}.`,
  openTheList: 'Open the list',

  // DueEvent.vue
  haveReady: 'Have ready',
  goOn: 'Go on',
  candle: 'Candle',
  kindNameDone: (kind: Said, name: Said): string => `${kind}, ${name}: done`,
  eggsAreIn: 'Eggs are in',
  done: 'Done',
  lockdownSteps: 'Lockdown steps',
  watch: 'Watch',
  openThem: 'Open them',
  chicks: 'Chicks',
  sinceYesterday: 'since yesterday',

  // IncubatorCards.vue
  incubators: 'Incubators',
  notReadToday: 'not read today',

  // NoSetsYet.vue
  theDemoHatcheryIsEmpty: 'The demo hatchery is empty: it was erased or replaced.',
  noEggsAreSetYet:
    'No eggs are set yet. Plan a set from the eggs in your basket, import records from another device under',
  records: 'Records',
  orExploreTheDemoHatchery: ', or explore the demo hatchery first. It is kept apart from your records.',
  lookAtOneEgg: 'Look at one egg',
  planASet: 'Plan a set',
  openTheDemoHatchery: 'Open the demo hatchery',

  // RoundsDue.vue
  round: 'Round',
  start: 'Start',
  turnTheEggs: (since: Said): string => `turn the eggs (${since})`,
  waterIsDue: 'water is due',
  checkTemperatureHumidityAndWater: (since: Said): string =>
    `check temperature, humidity and water (${since})`,

  // SetCards.vue
  sets: 'Sets',
  sets2: 'sets',
  notSetYet: 'not set yet',
  labelWordsEggsInHatch: (label: Said, words: Said, eggs: Said, localDateOf: Said): string =>
    `${label}, ${words}; ${eggs} in; hatch ${localDateOf}`,
  andEggsMore: (eggs: Said): string => `and ${eggs} more`,
  earlierSets: 'earlier sets',
  labelSetZone: (label: Said, zone: Said): string => `${label}, set ${zone}`,

  // TodayView.vue
  undo: 'Undo',
  addToCalendar: 'Add to calendar',
  worksWhilePerlumenIsOpen: 'Works while Perlumen is open on this device. Otherwise use your calendar.',
  remindersOn: 'Reminders on',
  remindMe: 'Remind me',
  openingTheDemoHatchery: 'Opening the demo hatchery …',
  toDoNow: 'To do now',
  thingsToDo: 'things to do',
  secondLook: 'Second look',
  dueNow: 'due now',
  fromLocalDateOf: (localDateOf: Said): string => `from ${localDateOf}`,
  eggNumberMarkedWords: (eggNumber: Said, words: Said): string => `${eggNumber}: marked “?”; ${words}`,
  lookAgain: 'Look again',
  nothingIsDueToday: 'Nothing is due today.',
  warnings: 'Warnings',
  warnings2: 'warnings',
  next: 'Next',
  daysToCome: 'days to come',
  perlumenAdvisesYouDecideWash:
    'Perlumen advises, you decide. Wash your hands before and after, do not look into the lamp, keep mains and water apart. For removing late eggs, humane killing and disposal, follow local rules and your vet’s advice.',
  candlingTonight: 'Candling tonight',
  hatching: 'Hatching',
  somethingToDo: 'Something to do',
  nothingDueToday: 'Nothing due today',
  welcome: 'Welcome',

  // plan-reminders.ts
  anEggIsWaitingTo: 'An egg is waiting to be removed',
  eggsAreWaitingToBe: (eggs: Said): string => `${eggs} eggs are waiting to be removed`,
  deadEggsGoBadAnd: (name: Said): string => `${name}: dead eggs go bad and burst.`,

  // Single words
  today: 'today',
  tomorrow: 'tomorrow',
  untilDay: (day: Said): string => `until ${day}`,
  sinceDay: (day: Said): string => `since ${day}`,
  eggsSeen: (eggs: Said): string => `, ${eggs} seen`,
})
