import type { EventKind } from '../core/planning/incubation/schedule.ts'
import { sayBand, type AirWanted } from '../core/climate/air-method.ts'
import { inLanguage } from './language.ts'

/** What to do and have ready for an event, in the order in which hands need it. */
export function preparationsFor(kind: EventKind, air: AirWanted): string[] {
  return preparations(kind, air).map(inLanguage)
}

/** For chicks that are out. */
const CHICK_PREPARATIONS = {
  'first-day': [
    'Bedding: no newspaper (legs slip), no cedar or other aromatic shavings (they harm lungs)',
    'Check that all drink and eat; dip the beaks of any that stand apart',
    'How they lie: at the walls, too hot; huddled in the warmth, too cold',
    'Do not kiss chicks or keep them in the kitchen: they carry germs',
    'Record weak chicks; follow local rules and your vet’s advice',
  ],
  'third-day': [
    'Pasted vents: wash them with warm water',
    'Splayed legs: hobble early, later is too late',
    'Fresh water and crumb; dry litter; a lamp is still fixed twice',
  ],
  cooler: [
    'Lamp: hang it higher, about 3 °C less at the floor than in the week before. Warming plate: raise it with their backs',
    'More space, water and feed; check that none is alone',
  ],
} as const

function preparations(kind: EventKind, { until, from, isMeasured }: AirWanted): string[] {
  switch (kind) {
    case 'warm-up':
      return [
        'Run the incubator empty until it is stable',
        'Check its display against a second thermometer',
        isMeasured ? `Bring the humidity to ${sayBand(until)} %` : 'Fill the water as you always do',
      ]
    case 'set':
      return [
        'Wash your hands',
        'Number the eggs, and mark two sides where you turn by hand',
        'Leave dirty eggs out. Do not wash eggs: the bloom keeps germs out',
        'Candle for cracks',
        'Note the time',
      ]
    case 'candle':
      return [
        'Wash your hands, before and after',
        'Darken the room; turner off before the lid comes off',
        'Warm towel, lamp, pencil',
        'Note the humidity; lid flat and shut between trays',
      ]
    case 'stop-turning':
      return ['Stop the turner, or the turning by hand']
    case 'lockdown':
      return [
        'Last look: remove eggs that are certainly dead',
        'Turner and dividers out; non-slip mat over the grid, never newspaper',
        'Liners cut to size beforehand; open water covered: chicks drown in it',
        isMeasured
          ? `Fill every water channel: ${sayBand(from)} % humidity`
          : 'Fill every water channel, and leave the hatch enough for its days',
        'Vents at least a third open',
        'Lid on, and leave it on',
        'Warm the brooder',
      ]
    case 'pip':
      return ['Leave the lid shut', 'Brooder at 32–35 °C']
    case 'hatch':
      return [
        'Leave the lid shut until they are dry: chicks live on their yolk for days',
        'Shallow water with pebbles, starter crumb',
      ]
    case 'give-up':
      return [
        'Make sure twice that an egg is dead before you open it',
        'Open the rest outdoors, away from your face',
        'Incubated eggs are not food, for people or animals',
        'Clean and disinfect the incubator, best outdoors, with a mask: do not breathe in the down',
        'Humane killing and disposal: follow local rules and your vet’s advice',
      ]
    case 'take-out':
      return [
        'Brooder warm for an hour, 32–35 °C at the floor; open the lid once, for all dry chicks',
        'Dip each beak in the water; count the chicks, and band those you want to tell apart',
        'Wet chicks stay in; shut the lid again',
        'Wash your hands',
      ]
    case 'first-day':
    case 'third-day':
    case 'cooler':
      return [...CHICK_PREPARATIONS[kind]]
  }
}
