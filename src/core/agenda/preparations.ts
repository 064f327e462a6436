import type { EventKind } from '../incubation/schedule.ts'
import { SPECIES, type SpeciesName } from '../species/species.ts'

/** What to do and have ready for an event, in the order in which hands need it. */
export function preparationsFor(kind: EventKind, species: SpeciesName): string[] {
  const {
    humidityPercent: [low, high],
    hatchHumidityPercent: [hatchLow, hatchHigh],
  } = SPECIES[species]
  switch (kind) {
    case 'warm-up':
      return [
        'Run the incubator empty until it is steady',
        'Check its display against a second thermometer',
        `Bring the humidity to ${low}–${high} %`,
      ]
    case 'set':
      return [
        'Wash your hands',
        'Number the eggs, and mark two sides where you turn by hand',
        'Candle for cracks',
        'Note the hour',
      ]
    case 'candle':
      return [
        'Wash your hands, before and after',
        'Darken the room',
        'Warm towel, lamp, pencil',
        'Note the humidity; lid flat and shut between trays',
      ]
    case 'stop-turning':
      return ['Stop the turner, or the turning by hand']
    case 'lockdown':
      return [
        'Last look: take out what is certainly dead',
        'Turner and dividers out; non-slip cover over the grid, never newspaper',
        `Fill every water channel: ${hatchLow}–${hatchHigh} % humidity`,
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
        'Humane killing and disposal: local rules, and a vet',
      ]
    case 'take-out':
      return [
        'Brooder warm for an hour, 32–35 °C at the floor; the lid is opened once, for all that are dry',
        'Dip each beak into the water; count them, and band those that you will tell apart',
        'Those still wet stay in; lid shut again',
        'Wash your hands',
      ]
    case 'first-day':
      return [
        'All drink and eat? Dip the beaks of those that stand apart',
        'How they lie: spread at the walls, too hot; huddled under the lamp, too cold',
        'Weak ones are noted; a vet’s advice, and local rules',
      ]
    case 'third-day':
      return [
        'Vents: wash off what is pasted with warm water',
        'Legs: splayed ones are hobbled early, or it is too late',
        'Fresh water and crumb; dry litter; the lamp is still fixed twice',
      ]
    case 'cooler':
      return [
        'About 3 °C less at the floor than in the week before; hang the lamp higher',
        'More room, more water, more feed; is anyone alone?',
      ]
  }
}
