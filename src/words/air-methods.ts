import type { AirMethod } from '../core/climate/air-method.ts'
import { spoken } from './language.ts'
import type { MethodWords } from './methods.ts'

/** How moist the air is kept, by name and reason. */
export const AIR_METHOD_CHOICES: Readonly<Record<AirMethod, MethodWords>> = spoken({
  usual: {
    label: 'As most charts have it',
    reason: 'Moderate, then moist from lockdown on; each bird has its own figures.',
  },
  dry: {
    label: 'Dry, with a wet lockdown',
    reason: 'For thick shells and damp places, where eggs lose too little: moist only for the hatch.',
  },
  moist: {
    label: 'Moist throughout',
    reason: 'One humidity from the first day to the last, and the lid never opened for water.',
  },
  'thin-shells': {
    label: 'Very moist',
    reason: 'For small eggs with thin shells, which lose too much.',
  },
  'by-loss': {
    label: 'By the loss alone',
    reason: 'No fixed figure: what the eggs have lost so far decides. Weigh them, or watch the air cells.',
  },
  unmeasured: {
    label: 'Not measured',
    reason:
      'No hygrometer: the water is always kept full, as this incubator hatches well with. Nothing is asked of a figure; weights and air cells tell whether it was right.',
  },
  maker: {
    label: 'As the incubator’s maker says',
    reason: 'Its display and its channels were made for these figures.',
  },
  own: { label: 'My own figures', reason: 'Figures that you have found to hatch well.' },
})
