/** Whether a chick that does not get out is helped: never, or where all else says that it would die. */
export const HELPING_METHODS = ['never', 'last-resort'] as const

/** How a chick is helped, from least to most. */
export const HELPS = ['moistened', 'air-hole', 'cap-lifted', 'out-of-shell'] as const
export type Help = (typeof HELPS)[number]

/** When chicks are taken out: as they are dry, all after a day, or when the hatch is over. */
export const TAKING_OUT_METHODS = ['dry', 'one-day', 'two-to-three-days'] as const
export type TakingOutMethod = (typeof TAKING_OUT_METHODS)[number]

/** Whoever helps waits at least so long after the pip, hours. */
export const HELP_AFTER_HOURS = 24

/** Hours after the first chick at which the lid is opened to take chicks out; null where each comes out when it is dry. */
export const TAKE_OUT_HOURS: Readonly<Record<TakingOutMethod, number | null>> = {
  dry: null,
  'one-day': 24,
  'two-to-three-days': 60,
}
/** They live on their yolk no longer than this, hours: then they need water and feed. */
export const YOLK_HOURS = 72
