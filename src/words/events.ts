import type { EventKind } from '../core/planning/incubation/schedule.ts'
import { spoken } from './language.ts'

/** What an event is called, on the screen, on paper and in the calendar alike. */
export const EVENT_TITLES: Readonly<Record<EventKind, string>> = spoken({
  'warm-up': 'Warm up the incubator',
  set: 'Set the eggs',
  candle: 'Candle',
  'stop-turning': 'Stop turning',
  lockdown: 'Lockdown',
  pip: 'First pips possible',
  hatch: 'Hatch',
  'give-up': 'Breakout: open unhatched eggs',
  'take-out': 'Chicks to the brooder',
  'first-day': 'First day in the brooder',
  'third-day': 'Third day in the brooder',
  cooler: 'Brooder one step cooler',
})
