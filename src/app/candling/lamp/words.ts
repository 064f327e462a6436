import { spoken, type Said } from '../../../words/language.ts'
import type { LampChange, LampLimit } from '../../../core/lamp/lamp-terms.ts'
import type { Sign } from '../../../core/lamp/trial.ts'

/** What the lamp check says. */
export const WORDS = spoken({
  // LampCheckView.vue
  lampCheck: 'Lamp check',
  fromWhichDay:
    'From which day do you see something with this lamp, phone and room? One fresh egg tells you.',
  bird: 'Bird',
  shell: 'Shell',
  withLamp: 'With lamp',
  withLampAgain: 'With lamp, once more',
  lampOff: 'Lamp off, same place',
  lampOffWhy: 'This shows how much the room adds.',
  takeAFreshEgg:
    'Take a fresh egg that was never set. Hold it to the lamp as you do at a candling, in the same room.',
  choosePicture: 'Choose or take a picture',
  another: 'Another',
  checkThisLamp: 'Check this lamp',
  measuring: 'Measuring the light …',
  drawingEggs: (done: Said, of: Said): string => `Trying eggs in this light: ${done} of ${of} …`,
  cancel: 'Cancel',
  keepWithThePlace: 'Keep with this place',
  kept: 'Kept. Candling evenings are compared with it.',
  keptChecks: 'Checks of this place',
  noChecksYet: 'No checks yet.',
  remove: 'Remove',
  print: 'Print the strip',
  noEggFound: 'No single egg was found in a picture with the lamp. Fill half of the picture with one egg.',
  tooDark: 'There is too little light for a forecast. Use a stronger lamp, or expose longer.',
  result: 'What it shows',
  howSure:
    'Worked out on drawn eggs in your light. In tests the day was right within two days for three lamps of four; most of the others showed it later. Shells differ.',
  cautions: 'Do not look into the lamp. A strong lamp warms the shell: keep each egg at it only briefly.',
  stripTitle: (name: Said): string => `What our lamp shows${name ? `, ${name}` : ''}`,
  stripNote: 'Before these days an egg that looks empty may be alive. Leave it in.',

  // LampResult.vue
  signs: {
    body: 'Embryo',
    ring: 'Blood ring',
    cell: 'Air cell',
  } satisfies Record<Sign, string>,
  fromDay: (day: Said): string => `from day ${day}`,
  notBeforeHatch: 'not in this light',
  axis: 'Days since setting',
  whatLimits: 'What limits it',
  nothingLimits: 'Nothing stands out: the light is good.',
  limits: {
    dim: 'Too little light: the picture is grainy.',
    'dark-exposure': 'Underexposed: the egg is dark in the picture.',
    'bright-exposure': 'Overexposed: part of the egg is burnt white.',
    blur: 'Not sharp: hold still, and tap on the egg to focus.',
    room: 'The room is too bright.',
    glare: 'Light leaks past the egg: the collar does not close.',
    'one-sided': 'The far end gets little light.',
  } satisfies Record<LampLimit, string>,
  bestChange: 'Best single change',
  changes: {
    'more-light': 'Three times the light',
    exposure: 'Other exposure',
    focus: 'Sharp focus',
    'dark-room': 'A dark room',
  } satisfies Record<LampChange, string>,
  changeHelps: (change: Said, day: Said, sooner: Said): string =>
    `${change}: an embryo shows from day ${day}, ${sooner} sooner.`,
  changeShows: (change: Said, day: Said): string => `${change}: an embryo shows from day ${day}.`,
  noChangeHelps: 'None of the usual changes shows an embryo much sooner.',
  exposureGood: 'Exposure is right.',
  exposeLonger: (stops: Said): string => `Expose ${stops} stops longer where the camera lets you.`,
  exposeShorter: (stops: Said): string => `Expose ${stops} stops shorter where the camera lets you.`,
  light: 'Light through the egg',
  grain: 'Grain',
  burnt: 'Burnt white',
  glare: 'Light beside the egg',
  fallOff: 'Far end against near end',
  blur: 'Edge width',
  room: 'Room',
  good: (range: Said): string => `good: ${range}`,
  upTo: (most: Said): string => `up to ${most}`,
  atLeast: (least: Said): string => `${least} or more`,
  ofLength: (percent: Said): string => `${percent} of the length`,
  notTold: 'cannot be told',

  // LampTonight.vue
  dimmerThanCheck: (times: Said, date: Said): string =>
    `Tonight’s light is ${times} times weaker than at the lamp check of ${date}.`,
  grainierThanCheck: (times: Said, date: Said): string =>
    `Tonight’s pictures have ${times} times the noise of the lamp check of ${date}.`,
  dustBatteryPhone: 'Dust, battery, or another phone?',
  toLampCheck: 'Lamp check',
})
